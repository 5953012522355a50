// How soon a change is known in every other window: 50 of them, each with its connection, while one window changes a grade again and again.
// Prints when each change was known in the first and in the last of them, after it was asked for and after it was answered; what one change costs
// the server with 50 windows and with none; and what 50 windows cost while nothing happens.
import { readFileSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { request } from 'node:http';
import { percentiles, root, served } from './served.mjs';

const WINDOWS = 50;
const CHANGES = 60;
const later = (ms) => new Promise((done) => setTimeout(done, ms));

/** Processor time of the processes that serve a data folder, in milliseconds, by program. */
function used(data) {
  const { leaders } = JSON.parse(readFileSync(join(data, 'run/served.json'), 'utf8'));
  const groups = Object.fromEntries(Object.entries(leaders).map(([program, name]) => [name.split(':')[1], program]));
  const times = { web: 0, php: 0 };
  for (const pid of readdirSync('/proc').filter((name) => /^\d+$/.test(name))) {
    try {
      const fields = readFileSync(`/proc/${pid}/stat`, 'utf8').replace(/^.*\) /s, '').split(' ');
      const program = groups[fields[2]];
      if (program in times) times[program] += (Number(fields[11]) + Number(fields[12])) * 10;
    } catch {
      // Gone meanwhile.
    }
  }
  return times;
}

await served(7395, async ({ base, data, send }) => {
  await send('/api/sets/1/photos?name=bowl.jpg', readFileSync(join(root, 'demo/photos/bowl-and-vase.jpg')));
  // What is made ahead of need is not what is measured.
  await (await fetch(`${base}/api/photos/1/source`)).json();
  await later(5000);
  let revision = 0;
  const change = async () => {
    const asked = performance.now();
    const kept = await send('/api/photos/1/grade', JSON.stringify({ basedOn: revision, look: { tovrinLook: 1, moves: [{ kind: 'warmth', params: { warmth: revision % 40 } }] } }), 'PUT');
    revision = kept.revision;
    return [asked, performance.now()];
  };
  const some = async (heard) => {
    const before = used(data);
    const times = { first: [], last: [], answered: [] };
    for (let i = 0; i < CHANGES; i++) {
      const all = heard(revision + 1);
      const [asked, answered] = await change();
      const known = await all;
      if (known.length > 0) {
        times.first.push(Math.min(...known) - asked);
        times.last.push(Math.max(...known) - asked);
      }
      times.answered.push(answered - asked);
    }
    const after = used(data);
    return { times, cost: Object.fromEntries(Object.keys(after).map((one) => [one, (after[one] - before[one]) / CHANGES])) };
  };
  const alone = await some(() => Promise.resolve([]));

  const listeners = new Set();
  await Promise.all(
    Array.from({ length: WINDOWS }, () => new Promise((opened) => {
      request(`${base}/api/events`, { headers: { Accept: 'text/event-stream' } }, (answer) => {
        answer.setEncoding('utf8');
        answer.on('data', (text) => {
          const at = performance.now();
          for (const [, data] of text.matchAll(/^data: (.+)$/gm)) for (const one of JSON.parse(data)) for (const listener of listeners) listener(one, at);
        });
        opened();
      }).end();
    })),
  );
  const idle = used(data);
  await later(20_000);
  const rested = used(data);
  const together = await some((wanted) => new Promise((done) => {
    const known = [];
    const listener = (one, at) => {
      if (one.what !== 'grade' || one.revision !== wanted) return;
      known.push(at);
      if (known.length === WINDOWS) {
        listeners.delete(listener);
        done(known);
      }
    };
    listeners.add(listener);
  }));
  console.log(`A change, asked for until answered: ${percentiles(alone.times.answered)} with no window open, ${percentiles(together.times.answered)} with ${WINDOWS}`);
  console.log(`Known in the first of ${WINDOWS} windows: ${percentiles(together.times.first)}; in the last: ${percentiles(together.times.last)} (aim: at most 1000)`);
  console.log(`Processor time of a change, with ${WINDOWS} windows to none: PHP ${together.cost.php.toFixed(1)} : ${alone.cost.php.toFixed(1)} ms, nginx ${together.cost.web.toFixed(1)} : ${alone.cost.web.toFixed(1)} ms`);
  console.log(`${WINDOWS} windows at rest for 20 s: PHP ${(rested.php - idle.php).toFixed(0)} ms, nginx ${(rested.web - idle.web).toFixed(0)} ms of processor time`);
  process.exitCode = 0;
});
process.exit();
