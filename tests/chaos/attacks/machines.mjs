// Files made on other machines, while everything that can be away is away for a while: each is there once, whole, and nothing is left over.
import { execFileSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, readFileSync, readdirSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { Front, later, Machines, QueueServer, until, Worker } from '../../machines/machines.mjs';

const NAMES = ['kiln', 'wheel', 'glaze'];
const SOURCES = ['bowl-and-vase', 'tiles', 'planters', 'platter-on-terracotta'];
const fakeTime = () => readdirSync('/usr/lib').map((folder) => join('/usr/lib', folder, 'faketime/libfaketime.so.1')).find(existsSync);
const digest = (path) => createHash('sha256').update(readFileSync(path)).digest('hex');

export const machines = {
  name: 'a queue’s server, a front and three workers on machines of their own',
  own: true,
  async run({ few }) {
    if (QueueServer.bin() === null) return { tried: 'not possible here: PostgreSQL is missing', survived: 0, lost: 0 };
    const all = new Machines();
    try {
      return await attacked(all, few);
    } finally {
      all.remove();
    }
  },
};

async function attacked(all, few) {
  const [photoCount, cutSeconds] = few ? [8, 6] : [40, 60];
  const queue = await new QueueServer(await all.add('queue')).start();
  const front = await new Front(await all.add('front'), { TOVRIN_QUEUE: queue.address }).start();
  const key = front.key('the farm');
  const workers = [];
  const library = fakeTime();
  for (const name of NAMES) {
    const machine = await all.add(name);
    // The first has a clock that is an hour ahead; files keep their times, since all share one clone of the project, which is kept apart by them.
    workers.push(new Worker(machine, front, key, workers.length === 0 && library ? { LD_PRELOAD: library, FAKETIME: '+1h', FAKETIME_DONT_FAKE_MONOTONIC: '1', NO_FAKE_STAT: '1' } : {}));
  }
  const [kiln, wheel, glaze] = workers;
  const small = glaze.machine.smallDisk(glaze.folder, 400);
  for (const worker of workers) worker.start();

  await front.ask('POST', '/api/sets', { name: 'Attack' });
  const sources = SOURCES.map((name) => {
    const path = join(all.folder, `${name}.jpg`);
    execFileSync('/usr/bin/convert', [`demo/photos/${name}.jpg`, '-resize', few ? '700x' : '2000x', '-quality', '92', path]);
    return path;
  });
  const photos = [];
  for (let i = 0; i < photoCount; i++) {
    const { json, text } = await front.ask('POST', `/api/sets/1/photos?name=${SOURCES[i % SOURCES.length]}-${String(i)}.jpg`, undefined, sources[i % SOURCES.length]);
    if (!json?.id) throw new Error(text);
    photos.push(json.id);
  }
  const notes = [];
  const told = [];
  // Moves carried over to all photos first: workers fit them, and draw the pictures of the sheet.
  const look = { tovrinLook: 1, name: '', moves: [{ id: 'm1', kind: 'shift', params: { hue: 40 } }, { id: 'm2', kind: 'warmth', params: { warmth: 12 } }] };
  await front.ask('PUT', `/api/photos/${photos[0]}/grade`, { basedOn: 0, look });
  const carried = (await front.ask('POST', `/api/photos/${photos[0]}/carry`, { look, to: photos.slice(1) })).json;
  const carriedAll = await until(async () => (await front.ask('GET', `/api/jobs/${String(carried?.id)}`)).json?.waiting === 0, 180_000);
  const revisions = new Map(((await front.ask('GET', '/api/sets/1')).json?.photos ?? []).map((photo) => [photo.id, photo.revision]));

  const outputs = ['web', 'print', 'proof', 'sheet', 'large'].map((kind, index) => ({ format: index === 3 ? 'webp' : index === 4 ? 'png' : 'jpeg', name: `{photo}-${kind}`, quality: 80 + index, ...(index === 0 ? { side: 400 } : {}), ...(index === 4 ? { side: 600 } : {}) }));
  const asked = await front.ask('POST', '/api/deliveries', { photos: photos.map((id) => ({ id, basedOn: revisions.get(id) })), outputs, to: 'folder' });
  if (!asked.ok) throw new Error(asked.text);
  const count = photoCount * outputs.length;
  const state = async () => (await front.ask('GET', `/api/deliveries/${String(asked.json.id)}`)).json;
  const reach = (share) => until(async () => ((await state())?.done ?? 0) >= share * count, 300_000, 200);

  // One after another, each while files are made.
  const blows = [
    [0.08, 'kill -9 of a worker', async () => { await kiln.kill(); await later(1000); kiln.start(); }],
    [0.16, `a cable cut for ${String(cutSeconds)} s`, async () => { wheel.machine.cut(true); void later(1000 * cutSeconds).then(() => { wheel.machine.cut(false); }); }, all.apart],
    [0.28, 'the queue’s server crashed, and started again', async () => { await queue.crash(); await later(few ? 1000 : 4000); await queue.start(); }],
    [0.4, 'a worker’s disk full for a while', async () => {
      const filler = join(glaze.folder, 'filler');
      try { execFileSync('dd', ['if=/dev/zero', `of=${filler}`, 'bs=1M', 'count=500'], { stdio: 'ignore' }); } catch { /* full, as it was to be */ }
      void later(few ? 4000 : 20_000).then(() => { rmSync(filler, { force: true }); });
    }, small],
    [0.55, 'kill -9 of the front', async () => { await front.kill(); await front.start(); }],
    [0.68, 'kill -9 of another worker', async () => { await wheel.kill(); await later(500); wheel.start(); }],
    [0.8, 'a worker goes, and comes again', async () => { await glaze.stop(); await later(1000); glaze.start(); }],
  ].filter(([, , , possible = true]) => possible);
  for (const [share, what, strike] of blows) {
    if (!(await reach(share))) break;
    await strike();
    told.push(what);
  }
  if (library) told.push('a clock an hour ahead');
  const ended = await until(async () => { const now = await state(); return now && now.waiting + now.running === 0 ? now : null; }, few ? 120_000 : 400_000);
  // What is in a worker's hands is in no queue.
  const waiting = () => front.query('SELECT (SELECT COUNT(*) FROM messenger_messages) + (SELECT COUNT(*) FROM work_lease WHERE ended IS NULL)')[0];
  const quiet = await until(() => queue.count() === 0 && waiting() === '0', 150_000, 1000);

  // Each once, and whole: of the same photo and the same kind all are the same, byte for byte, wherever they were made.
  const names = readdirSync(front.out).filter((name) => !name.startsWith('.'));
  const kinds = new Map();
  let broken = 0;
  for (const name of names) {
    const [, source, kind] = /^(.*)-\d+-(\w+)\.\w+$/.exec(name) ?? [];
    const path = join(front.out, name);
    const key = `${String(source)} ${String(kind)} ${statSync(path).size}`;
    kinds.set(`${String(source)} ${String(kind)}`, (kinds.get(`${String(source)} ${String(kind)}`) ?? new Set()).add(source === undefined ? key : digest(path)));
  }
  const differing = [...kinds.values()].filter((digests) => digests.size > 1).length;
  for (const name of [...kinds.keys()].map((pair) => names.find((one) => one.startsWith(pair.split(' ')[0]) && one.includes(`-${pair.split(' ')[1]}.`)))) {
    try { execFileSync('/usr/bin/identify', ['-regard-warnings', join(front.out, name)], { stdio: 'ignore' }); } catch { broken += 1; }
  }
  const drawn = Number(front.query('SELECT COUNT(*) FROM photo WHERE drawn = revision')[0]);
  const studied = readdirSync(join(front.data, 'photos')).filter((folder) => readdirSync(join(front.data, 'photos', folder)).some((name) => name.startsWith('study-'))).length;
  const left = [
    ...readdirSync(front.out).filter((name) => name.startsWith('.')),
    ...(existsSync(join(front.data, 'elsewhere')) ? readdirSync(join(front.data, 'elsewhere')) : []),
    ...front.query("SELECT 'lease of ' || title FROM work_lease WHERE ended IS NULL"),
    ...front.query("SELECT 'job of ' || file_name FROM export_job WHERE state IN ('queued', 'running')"),
    ...(quiet ? [] : ['messages']),
  ];
  const list = (await front.ask('GET', '/api/workers')).json ?? [];
  notes.push(`${told.join('; ')}.`);
  notes.push(`Made by: ${list.filter(({ here }) => !here).map(({ title, done, failed }) => `${title} ${String(done)} (${String(failed)} failed)`).join(', ')}; carried over ${carriedAll ? 'to all' : 'NOT to all'}; pictures drawn ${String(drawn)}, studied ${String(studied)} of ${String(photoCount)}.`);
  const failures = list.flatMap(({ title, said }) => said.filter(({ line }) => /fail|not heard/i.test(line)).map(({ line }) => `${title}: ${line}`));
  if (failures.length > 0) notes.push(failures.slice(0, 4).join('\n  '));
  if (!all.apart) notes.push('All on loopback: this needs root for networks of their own.');
  if (broken + differing > 0) notes.push(`${String(broken)} broken, ${String(differing)} kinds differ.`);
  const lost = Math.abs(count - names.length) + (ended ? ended.failed + ended.stopped : 1) + broken + differing + (carriedAll ? 0 : 1) + (photoCount - drawn) + (photoCount - studied);
  if (lost > 0 || left.length > 0) {
    writeFileSync('/tmp/tovrin-machines-said.txt', [['front', front.process], ...workers.map((worker) => [worker.machine.name, worker.process])].map(([name, one]) => `== ${name}\n${one.said}`).join('\n'));
    notes.push(`What they said is in /tmp/tovrin-machines-said.txt. ${JSON.stringify(ended?.files?.filter(({ error }) => error).slice(0, 3) ?? null)} ${left.slice(0, 5).join(', ')}`);
  }
  return { tried: `${String(told.length)} blows, ${String(count)} files`, survived: names.length - broken, lost, left: left.length, note: notes.join('\n  ') };
}
