// Makes a small data folder as a version of the past keeps it, and packs it beside this file. UpgradeTest starts today's version on each.
//
//   node tests/upgrades/make.mjs COMMIT NAME      for example: node tests/upgrades/make.mjs 02c60a7 1-first
//
// That version is checked out beside, its packages are installed, and everything is done through its own HTTP interface; only a file that is "being
// made" is set so by hand, since nobody can stop a worker in the right moment. Due whenever the form of the data folder is about to change.
import { execFileSync, spawn } from 'node:child_process';
import { mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

const [commit, name] = process.argv.slice(2);
const here = dirname(fileURLToPath(import.meta.url));
const root = join(here, '../..');
const work = mkdtempSync(join(tmpdir(), 'tovrin-upgrade-'));
const tree = join(work, 'tree');
const data = join(work, 'data');
const port = 20_000 + Math.floor(Math.random() * 20_000);
const later = (milliseconds) => new Promise((done) => setTimeout(done, milliseconds));
const run = (command, ...given) => execFileSync(command, given, { cwd: tree, stdio: ['ignore', 'pipe', 'inherit'], encoding: 'utf8' });
execFileSync('git', ['worktree', 'add', '--detach', '--quiet', tree, commit], { cwd: root });
let serve;
try {
  run('composer', 'install', '--no-interaction', '--no-progress', '--quiet', '--no-dev', '--ignore-platform-req=ext-imagick');
  const photo = join(work, 'bowl.jpg');
  execFileSync('/usr/bin/convert', [join(root, 'demo/photos/bowl-and-vase.jpg'), '-resize', '240x', '-quality', '90', '+profile', '*', photo]);
  const plain = join(work, 'chart é.png');
  execFileSync('/usr/bin/convert', ['-size', '90x60', 'gradient:#c8922e-#2e6cc8', '-define', 'png:exclude-chunks=date,time', plain]);

  serve = spawn('bin/tovrin', ['serve', '--port', String(port)], { cwd: tree, env: { ...process.env, TOVRIN_DATA: data }, stdio: ['ignore', 'pipe', 'inherit'] });
  let said = '';
  serve.stdout.on('data', (text) => (said += text));
  while (!said.includes('is served at')) await later(50);
  const ask = async (method, path, body, may = []) => {
    const raw = Buffer.isBuffer(body);
    const answer = await fetch(`http://127.0.0.1:${port}${path}`, { method, body: raw || body === undefined ? body : JSON.stringify(body), headers: body === undefined ? {} : { 'Content-Type': raw ? 'application/octet-stream' : 'application/json' } });
    const text = await answer.text();
    if (may.includes(answer.status)) return null;
    if (!answer.ok) throw new Error(`${method} ${path}: ${answer.status} ${text.slice(0, 300)}`);
    return text === '' ? null : JSON.parse(text);
  };

  const set = (await ask('POST', '/api/sets', { name: 'Autumn 漢' })).id;
  const upload = (path, as) => ask('POST', `/api/sets/${set}/photos?name=${encodeURIComponent(as)}`, readFileSync(path));
  const bowl = (await upload(photo, 'bowl.jpg')).id;
  await upload(plain, 'chart é.png');
  const shift = (hue) => ({ kind: 'shift', params: { hue }, reach: { hue: { from: 50, to: 110, softFrom: 15, softTo: 15 }, chroma: null, light: null, invert: false, held: [{ colour: '#a34a2c', radius: 0.08 }] } });
  const curves = { kind: 'curves', params: { all: [[0, 0], [96, 112], [255, 255]] } };
  const look = (...moves) => ({ tovrinLook: 1, name: '', moves });
  await ask('PUT', `/api/photos/${bowl}/grade`, { basedOn: 0, look: look(shift(40)) });
  await ask('PUT', `/api/photos/${bowl}/grade`, { basedOn: 1, look: look(shift(40), curves) });
  await ask('PUT', `/api/photos/${bowl}/grade`, { basedOn: 2, look: look(shift(-90), curves) });
  await ask('POST', `/api/photos/${bowl}/undo`, { basedOn: 3 });
  const graded = await ask('GET', `/api/photos/${bowl}/grade`);

  const kept = { name, commit: run('git', 'rev-parse', '--short', 'HEAD').trim(), history: [40, 40, -90], revision: graded.revision, moves: graded.look.moves.length, versions: [], looks: [] };
  if ((await ask('POST', `/api/photos/${bowl}/versions`, { basedOn: graded.revision, name: 'Before lunch' }, [404])) !== null) kept.versions.push('Before lunch');
  for (const [title, group] of [['Rust', 'Glazes'], ['Rust é', '']]) {
    if ((await ask('POST', '/api/looks', { look: { ...look(shift(12)), name: title }, group }, [404])) !== null) kept.looks.push([title, group]);
  }

  // The first versions had files one by one, later ones have deliveries.
  const single = (await ask('GET', '/api/deliveries', undefined, [404])) === null;
  const order = () => (single ? ask('POST', '/api/exports', { photoId: bowl, format: 'jpeg', basedOn: graded.revision }) : ask('POST', '/api/deliveries', { photos: [{ id: bowl, basedOn: graded.revision }], outputs: [{ format: 'jpeg' }] }));
  const first = await order();
  const state = async () => (single ? (await ask('GET', `/api/exports/${first.id}`)).state : (await ask('GET', `/api/deliveries/${first.id}`)).done === 1 ? 'done' : '');
  while ((await state()) !== 'done') await later(100);
  // From here on nobody makes files.
  for (const pid of readdirSync('/proc').filter((one) => /^\d+$/.test(one))) {
    try {
      const line = readFileSync(`/proc/${pid}/cmdline`, 'utf8');
      if (line.includes(`${tree}/bin/tovrin.php`) && /\0(work|export-worker)/.test(line)) process.kill(Number(pid), 'SIGSTOP');
    } catch {
      // It is gone by now.
    }
  }
  await order();
  await order();
  serve.kill('SIGKILL');
  execFileSync('pkill', ['-9', '-f', tree]);
  await later(300);
  // The last one is in the hands of a worker that is no more.
  execFileSync('php', ['-r', '$d = new PDO("sqlite:".$argv[1]); $worker = in_array("worker", array_column($d->query("PRAGMA table_info(export_job)")->fetchAll(), "name"), true) ? ", worker = \'kiln:4242:99\'" : ""; $d->exec("UPDATE export_job SET state = \'running\', stage = \'Colouring\'$worker WHERE id = (SELECT MAX(id) FROM export_job)"); $d->exec("PRAGMA wal_checkpoint(TRUNCATE)");', join(data, 'tovrin.sqlite')]);

  // What that version makes of the photo, pixel by pixel.
  writeFileSync(join(work, 'look.json'), JSON.stringify(graded.look));
  run('bin/tovrin', 'render', photo, '--look', join(work, 'look.json'), '-o', join(data, 'expected.png'));
  writeFileSync(join(data, 'kept.json'), `${JSON.stringify(kept, null, 2)}\n`);
  for (const dropped of ['run', 'tables', 'tovrin.log', 'errors.log', 'tovrin.sqlite-wal', 'tovrin.sqlite-shm']) rmSync(join(data, dropped), { recursive: true, force: true });
  const packed = join(here, `${name}.zip`);
  rmSync(packed, { force: true });
  execFileSync('php', ['-r', '$z = new ZipArchive(); $z->open($argv[2], ZipArchive::CREATE); foreach (new RecursiveIteratorIterator(new RecursiveDirectoryIterator($argv[1], FilesystemIterator::SKIP_DOTS)) as $f) { $z->addFile($f->getPathname(), substr($f->getPathname(), strlen($argv[1]) + 1)); } $z->close();', data, packed]);
  process.stdout.write(`${packed}\n`);
} finally {
  serve?.kill('SIGKILL');
  execFileSync('git', ['worktree', 'remove', '--force', tree], { cwd: root });
  rmSync(work, { recursive: true, force: true });
}
