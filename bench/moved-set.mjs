// A set of many photos goes out of one data folder as an archive and into another one; then both are compared photo by photo.
//
//   node bench/moved-set.mjs [PHOTOS]     2000 unless it is said
import { execFileSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { mkdtempSync, rmSync, statSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { Served } from '../tests/chaos/served.mjs';

const root = join(dirname(fileURLToPath(import.meta.url)), '..');
const count = Number(process.argv[2] ?? 2000);
const folder = mkdtempSync(join(tmpdir(), 'tovrin-moved-'));
const [from, to] = [join(folder, 'from'), join(folder, 'to')];
const tovrin = (data, ...args) => execFileSync(join(root, 'bin/tovrin'), args, { env: { ...process.env, TOVRIN_DATA: data }, maxBuffer: 1 << 28 }).toString();
const seconds = (since) => ((performance.now() - since) / 1000).toFixed(1);
const shas = (archive) => {
  const names = execFileSync('unzip', ['-Z1', archive], { maxBuffer: 1 << 28 }).toString().trim().split('\n');
  return new Map(names.map((name) => [name, name === 'set.json' ? '' : createHash('sha256').update(execFileSync('unzip', ['-p', archive, name.replace(/[[\]*?]/g, '\\$&')], { maxBuffer: 1 << 28 })).digest('hex')]));
};

try {
  const served = await new Served(from).start();
  await served.ask('POST', '/api/sets', { name: 'Moved' });
  const base = join(folder, 'base.ppm');
  execFileSync('/usr/bin/convert', [join(root, 'demo/photos/bowl-and-vase.jpg'), '-resize', '600x', base]);
  let since = performance.now();
  for (let i = 0; i < count; i++) {
    const path = join(folder, 'photo.jpg');
    execFileSync('/usr/bin/convert', [base, '-modulate', `${90 + (i % 20)},100,${80 + i / 50}`, '-quality', '88', path]);
    const { id } = (await served.upload(path, `photo-${i}.jpg`)).json;
    await served.save(id, (i % 170) + 1, 0);
    if (i % 5 === 0) await served.save(id, (i % 170) + 2, 1);
    if (i % 10 === 0) await served.ask('POST', `/api/photos/${id}/undo`, { basedOn: 2 });
    if (i % 7 === 0) await served.ask('POST', `/api/photos/${id}/versions`, { basedOn: i % 10 === 0 ? 3 : i % 5 === 0 ? 2 : 1, name: `Version of ${i}` });
  }
  console.log(`${count} photos made and graded in ${seconds(since)} s`);
  await served.stop();
  since = performance.now();
  tovrin(from, 'export-set', 'Moved', '-o', join(folder, 'set.zip'));
  console.log(`exported in ${seconds(since)} s: ${(statSync(join(folder, 'set.zip')).size / 1e6).toFixed(1)} MB`);
  since = performance.now();
  const said = tovrin(to, 'import-set', join(folder, 'set.zip')).trim().split('\n').at(-1);
  console.log(`imported in ${seconds(since)} s: ${said}`);
  tovrin(to, 'export-set', 'Moved', '-o', join(folder, 'again.zip'));
  const [before, after] = [shas(join(folder, 'set.zip')), shas(join(folder, 'again.zip'))];
  const head = (archive) => ({ ...JSON.parse(execFileSync('unzip', ['-p', archive, 'set.json'], { maxBuffer: 1 << 28 }).toString()), madeAt: '' });
  const same = [...before].filter(([name, sha]) => after.get(name) === sha).length;
  console.log(`of ${before.size} files (photos, grades with history and versions) ${same} are the same there, ${after.size - same} are others; set.json ${JSON.stringify(head(join(folder, 'set.zip'))) === JSON.stringify(head(join(folder, 'again.zip'))) ? 'is the same' : 'DIFFERS'}`);
} finally {
  rmSync(folder, { recursive: true, force: true });
}
