// Attacks a server of its own in every way a studio's day can, and prints what came of it.
//
//   node tests/chaos/run.mjs           all of it, some ten minutes
//   node tests/chaos/run.mjs --short   the quick ones in small, for "make test"
//   node tests/chaos/run.mjs NAME…     those whose names have these words in them
import { rmSync } from 'node:fs';
import { clock } from './attacks/clocks.mjs';
import { carrying } from './attacks/carrying.mjs';
import { expensive, malformed, twenty } from './attacks/crowds.mjs';
import { batch, folderFor, large } from './attacks/delivering.mjs';
import { full, fullAndKilled, hostile, readOnly } from './attacks/disks.mjs';
import { importing } from './attacks/importing.mjs';
import { machines } from './attacks/machines.mjs';
import { moving } from './attacks/moving.mjs';
import { supervisor, webServers, webWorkers } from './attacks/saving.mjs';
import { watching } from './attacks/watching.mjs';
import { later, root, Served } from './served.mjs';

const ATTACKS = [webWorkers, webServers, supervisor, importing, large, batch, carrying, moving, watching, machines, twenty, malformed, expensive, hostile, full, fullAndKilled, readOnly, clock];

const few = process.argv.includes('--short');
const words = process.argv.slice(2).filter((word) => !word.startsWith('--'));
const wanted = ATTACKS.filter(({ name, long }) => (words.length === 0 ? !few || !long : words.some((word) => name.includes(word))));
process.chdir(root);

const rows = [];
let [failed, before, after] = [0, 0, 0];

/** Most attacks are on a new server each, so that none covers up for another. */
async function attacked(attack) {
  if (attack.own) return attack.run({ few });
  const folder = folderFor();
  const served = await new Served(undefined, { TOVRIN_DELIVER_TO: folder }).start();
  try {
    await served.answers();
    before = Math.max(before, served.memory());
    const told = await attack.run(served, { few });
    const stuck = await served.stuck();
    after = Math.max(after, served.memory());
    // What was left lying is swept when it starts; nothing may outlive that.
    await served.stop();
    await served.start();
    const left = served.leftovers();
    return { ...told, stuck, left: left.length, note: [told.note, ...left.map((path) => `left over: ${path}`)].filter(Boolean).join('\n  '), fives: served.fives, away: [...served.away, ...served.errors()] };
  } finally {
    await served.stop();
    served.remove();
    rmSync(folder, { recursive: true, force: true });
  }
}

for (const attack of wanted) {
  process.stdout.write(`… ${attack.name}\n`);
  const start = performance.now();
  let told;
  try {
    told = await attacked(attack);
  } catch (reason) {
    told = { tried: '—', survived: '—', lost: 1, note: String(reason instanceof Error ? reason.stack : reason) };
  }
  const { tried, survived, lost, left = 0, stuck = 0, fives = [], away = [], note } = told;
  const bad = Number(lost) + left + stuck + fives.length;
  failed += Number(bad !== 0);
  rows.push([attack.name, tried, survived, lost, left, stuck, fives.length].map(String));
  process.stdout.write(`  ${bad !== 0 ? 'FAILED' : 'held'}: tried ${tried}; survived ${survived}; lost ${lost}; left over ${left}; stuck ${stuck}; answers of 500 or not JSON ${fives.length} (${((performance.now() - start) / 1000).toFixed(0)} s)\n`);
  if (note) process.stdout.write(`  ${note}\n`);
  for (const answer of [...fives, ...(Number(lost) > 0 ? away : [])].slice(-8)) process.stdout.write(`    ${answer}\n`);
  await later(200);
}

const head = ['attack', 'tried', 'survived', 'lost', 'left over', 'stuck', '500'];
const widths = head.map((title, column) => Math.max(title.length, ...rows.map((row) => row[column].length)));
const line = (cells) => cells.map((cell, column) => cell.padEnd(widths[column])).join('  ').trimEnd();
process.stdout.write(`\n${line(head)}\n${widths.map((width) => '─'.repeat(width)).join('  ')}\n${rows.map(line).join('\n')}\n`);
if (before > 0) process.stdout.write(`\nMemory of a server that has just started: ${before.toFixed(0)} MB; the most that any had after its attack: ${after.toFixed(0)} MB.\n`);
process.stdout.write(failed > 0 ? `${failed} of ${wanted.length} did not hold.\n` : 'All held.\n');
process.exit(failed > 0 ? 1 : 0);
