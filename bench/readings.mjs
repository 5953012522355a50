// Readings of a settled grade on a demo photo, five moves: from the question to the whole answer, over HTTP.
// Prints p50 and p95.
import { spawn } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

const root = join(dirname(fileURLToPath(import.meta.url)), '..');
const data = mkdtempSync(join(tmpdir(), 'tovrin-bench-'));
const port = 7396;
const base = `http://127.0.0.1:${port}`;
const server = spawn(join(root, 'bin/tovrin'), ['serve', '--port', String(port)], { env: { ...process.env, TOVRIN_DATA: data }, stdio: ['ignore', 'pipe', 'inherit'] });
await new Promise((ready) => server.stdout.on('data', (text) => String(text).includes('served at') && ready()));
try {
  const headers = { 'Content-Type': 'application/json' };
  await fetch(`${base}/api/sets`, { method: 'POST', headers, body: '{"name":"Bench"}' });
  await fetch(`${base}/api/sets/1/photos?name=bowl.jpg`, { method: 'POST', body: readFileSync(join(root, 'demo/photos/bowl-and-vase.jpg')) });
  const look = JSON.parse(readFileSync(join(root, 'bench/look.json'), 'utf8'));
  const times = [];
  // The first ones warm up each of the server's workers.
  for (let i = 0; i < 80; i++) {
    look.moves[1].params.hue = -20 - (i % 10);
    const start = performance.now();
    await (await fetch(`${base}/api/photos/1/readings`, { method: 'POST', headers, body: JSON.stringify({ look, watch: 'm2' }) })).json();
    if (i >= 20) times.push(performance.now() - start);
  }
  times.sort((a, b) => a - b);
  const at = (share) => times[Math.floor(times.length * share)].toFixed(0);
  console.log(`Readings of a settled grade, five moves: p50 ${at(0.5)} ms, p95 ${at(0.95)} ms (aim: p95 at most 120)`);
} finally {
  server.kill('SIGTERM');
  await new Promise((gone) => server.on('exit', gone));
  rmSync(data, { recursive: true, force: true });
}
