// What answers drafts of the preview: nginx and PHP-FPM, as "bin/tovrin serve" sets them up, beside PHP's own server with as many
// processes. The same requests turn about, one after another and four at a time; prints p50 and p95, and their ratios.
import { spawn } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { percentiles, root, served } from './served.mjs';

const PLAIN_PORT = 7397;
const ROUNDS = 6;
const REQUESTS = 60;

await served(7398, async ({ base, data }) => {
  const options = /^TOVRIN_PHP_OPTIONS="(.*)"$/m.exec(readFileSync(join(root, 'bin/php-options'), 'utf8'))[1].split(' ');
  const plain = spawn('php', [...options, '-S', `127.0.0.1:${PLAIN_PORT}`, join(root, 'public/index.php')], { cwd: root, env: { ...process.env, TOVRIN_DATA: data, PHP_CLI_SERVER_WORKERS: '4' }, stdio: 'ignore', detached: true });
  const look = JSON.parse(readFileSync(join(root, 'bench/look.json'), 'utf8'));
  const ask = async (address) => {
    const start = performance.now();
    const answer = await fetch(`${address}/api/cube?draft=1`, { method: 'POST', headers: { 'Content-Type': 'application/json' }, body: JSON.stringify({ look, lattice: 13 }) });
    if (!answer.ok) throw new Error(await answer.text());
    await answer.arrayBuffer();
    return performance.now() - start;
  };
  const other = `http://127.0.0.1:${PLAIN_PORT}`;
  try {
    for (let tries = 0; tries < 100 && !(await fetch(`${other}/api/health`).catch(() => null))?.ok; tries++) await new Promise((later) => setTimeout(later, 100));
    for (const atOnce of [1, 4]) {
      const times = { [base]: [], [other]: [] };
      for (let round = 0; round <= ROUNDS; round++) {
        for (const address of [base, other]) {
          const took = [];
          for (let i = 0; i < REQUESTS; i += atOnce) took.push(...(await Promise.all(Array.from({ length: atOnce }, () => ask(address)))));
          // The first round warms both up.
          if (round > 0) times[address].push(...took);
        }
      }
      const at = (address, share) => [...times[address]].sort((a, b) => a - b)[Math.floor(times[address].length * share)];
      console.log(`${atOnce} at a time: nginx and PHP-FPM ${percentiles(times[base])}; PHP's own server ${percentiles(times[other])}; ratio p50 ${(at(base, 0.5) / at(other, 0.5)).toFixed(2)}, p95 ${(at(base, 0.95) / at(other, 0.95)).toFixed(2)}`);
    }
  } finally {
    // Its processes are a group: killing the first alone would leave the others.
    process.kill(-plain.pid, 'SIGKILL');
  }
});
