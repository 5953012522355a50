// What workers on other machines cost the front, and what each adds: a queue's server, a front and up to three workers, each in a network namespace of
// its own (tests/machines). Each worker may have SHARE of a core, by control groups, so that this machine's cores are enough for all of them.
//
//   node bench/machines.mjs [FILES] [SHARE]      needs root; with QUEUE=sqlite without a queue's server
import { rmSync } from 'node:fs';
import { join } from 'node:path';
import { Group } from '../tests/machines/groups.mjs';
import { Front, later, Machines, QueueServer, root, until, Worker } from '../tests/machines/machines.mjs';

const [files = 24, share = 0.25] = process.argv.slice(2).map(Number);
const PHOTOS = ['bowl-and-vase', 'bowl-and-vase-2', 'bowl-and-vase-3', 'tiles', 'planters', 'platter-on-terracotta', 'bisque-by-the-window', 'jug-on-bricks'];
process.chdir(root);
const all = new Machines();
if (!all.apart) throw new Error('This needs root, for networks of their own.');
const groups = [];
const group = (name) => {
  const made = new Group(`tovrin-bench-${name}-${String(process.pid)}`);
  groups.push(made);
  return made;
};

try {
  const queue = await new QueueServer(await all.add('queue')).start();
  const front = new Front(await all.add('front'), process.env.QUEUE === 'sqlite' ? {} : { TOVRIN_QUEUE: queue.address });
  const ofFront = group('front');
  await front.start(ofFront.doors);
  const key = front.key('bench');
  const workers = [];
  for (const name of ['one', 'two', 'three']) workers.push(new Worker(await all.add(name), front, key));
  const own = workers.map((worker) => group(worker.machine.name).limit(share));

  await front.ask('POST', '/api/sets', { name: 'Bench' });
  const photos = [];
  for (let i = 0; i < files; i++) photos.push((await front.ask('POST', `/api/sets/1/photos?name=photo-${String(i)}.jpg`, undefined, `demo/photos/${PHOTOS[i % PHOTOS.length]}.jpg`)).json.id);
  const look = { tovrinLook: 1, name: '', moves: [{ id: 'm1', kind: 'shift', params: { hue: 20 } }, { id: 'm2', kind: 'warmth', params: { warmth: 12 } }, { id: 'm3', kind: 'light', params: { exposure: 0.1 } }] };
  for (const id of photos) await front.ask('PUT', `/api/photos/${String(id)}/grade`, { basedOn: 0, look });

  /** Files of so many photos; answers seconds. */
  const deliver = async (ids, outputs) => {
    const begun = performance.now();
    const asked = await front.ask('POST', '/api/deliveries', { photos: ids.map((id) => ({ id, basedOn: 1 })), outputs, to: 'downloads' });
    if (!asked.ok) throw new Error(asked.text);
    // Looked at past the front, so that looking costs it nothing.
    await until(() => front.query(`SELECT COUNT(*) FROM export_job WHERE delivery_id = ${String(asked.json.id)} AND state IN ('queued', 'running')`)[0] === '0', 900_000, 200);
    const took = (performance.now() - begun) / 1000;
    const done = front.query(`SELECT COUNT(*) FROM export_job WHERE delivery_id = ${String(asked.json.id)} AND state = 'done'`)[0];
    if (Number(done) !== ids.length * outputs.length) throw new Error(`Only ${done} files were made.`);
    return took;
  };
  const idle = () => until(() => queue.count() === 0 && front.query('SELECT COUNT(*) FROM messenger_messages')[0] === '0', 600_000, 500);

  // One worker at its full speed makes ahead what is not measured: studies, pictures, edges.
  process.stdout.write(`Getting ready: ${String(files)} photos of 6 megapixels …\n`);
  workers[0].start();
  await idle();
  await deliver(photos.slice(0, 3), [{ format: 'jpeg' }]);
  await workers[0].stop();

  process.stdout.write(`Each worker may have ${String(100 * share)} % of a core (control groups). ${String(files)} JPEGs of 6 megapixels, three moves, each of another photo:\n`);
  let first = 0;
  for (let count = 1; count <= workers.length; count++) {
    // Nothing is there yet, as on a machine that comes new.
    for (const worker of workers.slice(0, count)) rmSync(join(worker.folder, 'cache'), { recursive: true, force: true });
    workers.slice(0, count).forEach((worker, index) => worker.start(own[index].doors));
    await until(async () => ((await front.ask('GET', '/api/workers')).json ?? []).filter(({ here }) => !here).length === count, 60_000);
    await later(1500);
    const [seconds, traffic] = [ofFront.seconds(), front.machine.traffic()];
    const took = await deliver(photos, [{ format: 'jpeg' }]);
    const [spent, after] = [ofFront.seconds() - seconds, front.machine.traffic()];
    if (count === 1) first = took;
    process.stdout.write(`  ${String(count)} worker${count > 1 ? 's' : ' '}  ${took.toFixed(1)} s, ${(files / took).toFixed(2)} files a second, ${(first / took).toFixed(2)} × one; the front: ${(1000 * spent / files).toFixed(0)} ms of processor time a file, ${((after.sent - traffic.sent) / files / 1e6).toFixed(2)} MB sent and ${((after.received - traffic.received) / files / 1e6).toFixed(2)} MB received a file\n`);
    for (const worker of workers.slice(0, count)) await worker.stop();
  }

  // Several files of one photo: its source goes over the cable once.
  const kinds = [{ format: 'jpeg' }, { format: 'jpeg', quality: 80, side: 1600, name: '{photo}-web' }, { format: 'jpeg', quality: 75, side: 800, name: '{photo}-small' }];
  rmSync(join(workers[0].folder, 'cache'), { recursive: true, force: true });
  workers[0].start();
  await later(2500);
  const [seconds, traffic] = [ofFront.seconds(), front.machine.traffic()];
  const took = await deliver(photos.slice(0, 8), kinds);
  const [spent, after] = [ofFront.seconds() - seconds, front.machine.traffic()];
  process.stdout.write(`Three files of each photo, one worker at full speed: ${(took / 24).toFixed(2)} s a file; the front: ${(1000 * spent / 24).toFixed(0)} ms a file, ${((after.sent - traffic.sent) / 24 / 1e6).toFixed(2)} MB sent and ${((after.received - traffic.received) / 24 / 1e6).toFixed(2)} MB received a file\n`);
  const since = ofFront.seconds();
  const alone = await deliver(photos, [{ format: 'jpeg', quality: 91 }]);
  const cost = (ofFront.seconds() - since) / files;
  process.stdout.write(`One worker at full speed: ${(alone / files).toFixed(2)} s a file; the front: ${(1000 * cost).toFixed(0)} ms a file. One core of the front is used up by ${(alone / files / cost).toFixed(0)} such workers (${(1 / cost).toFixed(0)} files a second).\n`);

  // Nothing to do: what it costs that workers are there.
  for (const worker of workers.slice(1)) worker.start();
  await later(6000);
  const before = ofFront.seconds();
  await later(30_000);
  process.stdout.write(`Three workers that wait take ${(100 * (ofFront.seconds() - before) / 30 ).toFixed(2)} % of a core of the front, with what it does anyway.\n`);
  for (const worker of workers) await worker.stop();
  const rest = ofFront.seconds();
  await later(20_000);
  process.stdout.write(`Without any: ${(100 * (ofFront.seconds() - rest) / 20).toFixed(2)} %.\n`);
} finally {
  all.remove();
  await later(500);
  for (const one of groups) one.remove();
}
process.exit(0);
