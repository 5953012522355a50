// A server of its own for the attacks: started, killed piece by piece, asked, counted.
import { execFileSync, spawn } from 'node:child_process';
import { existsSync, mkdtempSync, readFileSync, readdirSync, rmSync, statSync } from 'node:fs';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

export const root = join(dirname(fileURLToPath(import.meta.url)), '../..');
export const later = (milliseconds) => new Promise((done) => setTimeout(done, milliseconds));
const STARTED_WITHIN_MS = 60_000;

const freePort = () =>
  new Promise((found) => {
    const trial = createServer().listen(0, '127.0.0.1', () => {
      const { port } = trial.address();
      trial.close(() => found(port));
    });
  });

/** A look of one move whose hue tells which change it was. */
export const look = (hue) => ({ tovrinLook: 1, name: '', moves: [{ id: 'm1', kind: 'shift', params: { hue } }] });

export class Served {
  /** Answers of 500, and answers that are not JSON where they should be. */
  fives = [];
  /** Answers that something is not to be had at the moment: right on a full disk, and else a sign of what went wrong. */
  away = [];

  /** @param data folder to use; a new one unless it is given */
  constructor(data = mkdtempSync(join(tmpdir(), 'tovrin-chaos-')), environment = {}) {
    this.data = data;
    this.environment = environment;
  }

  async start() {
    this.port ??= await freePort();
    this.base = `http://127.0.0.1:${this.port}`;
    this.said = '';
    this.process = spawn(join(root, 'bin/tovrin'), ['serve', '--port', String(this.port)], { env: { ...process.env, TOVRIN_DATA: this.data, ...this.environment }, stdio: ['ignore', 'pipe', 'pipe'] });
    for (const stream of [this.process.stdout, this.process.stderr]) stream.on('data', (text) => (this.said += text));
    this.ended = new Promise((gone) => this.process.once('exit', gone));
    const until = Date.now() + STARTED_WITHIN_MS;
    while (Date.now() < until && this.process.exitCode === null && !this.said.includes('is served at')) await later(50);
    if (!this.said.includes('is served at')) throw new Error(`It does not start: ${this.said}`);
    return this;
  }

  async stop() {
    this.process.kill('SIGTERM');
    await this.ended;
  }

  /** Waits until it answers, for as long as a user would. */
  async answers(milliseconds = 30_000) {
    for (const until = Date.now() + milliseconds; Date.now() < until; await later(50)) {
      if ((await fetch(`${this.base}/api/health`).catch(() => null))?.ok) return true;
    }
    return false;
  }

  /** Processes by the program they belong to, the leader first. */
  programs() {
    let leaders = {};
    try {
      leaders = JSON.parse(readFileSync(join(this.data, 'run/served.json'), 'utf8')).leaders;
    } catch {
      return {};
    }
    const all = readdirSync('/proc').filter((name) => /^\d+$/.test(name)).map(statOf).filter(Boolean);
    return Object.fromEntries(Object.entries(leaders).map(([name, leader]) => {
      const group = Number(leader.split(':')[1]);
      return [name, all.filter((one) => one.group === group && one.state !== 'Z').map(({ pid }) => pid).sort((a, b) => (a === group ? -1 : b === group ? 1 : a - b))];
    }));
  }

  /** kill -9 of the leader of a program, of one of its other processes, or of "serve" itself. */
  kill(what, member = false) {
    const pids = what === 'serve' ? [this.process.pid] : (this.programs()[what] ?? []);
    const pid = member ? pids[1 + Math.floor(Math.random() * Math.max(0, pids.length - 1))] : pids[0];
    if (pid === undefined) return false;
    try {
      process.kill(pid, 'SIGKILL');
    } catch {
      return false;
    }
    return true;
  }

  /** Asks; null when nothing comes back. What is no JSON, or 500, is counted. */
  async ask(method, path, body, headers = {}) {
    const json = body !== undefined && !(body instanceof Blob) && !Buffer.isBuffer(body);
    let answer;
    try {
      answer = await fetch(this.base + path, { method, body: json ? JSON.stringify(body) : body, headers: { ...(body === undefined ? {} : { 'Content-Type': json ? 'application/json' : 'application/octet-stream' }), ...headers } });
      const type = answer.headers.get('content-type') ?? '';
      const bytes = Buffer.from(await answer.arrayBuffer());
      const told = `${method} ${path}: ${String(answer.status)} ${bytes.subarray(0, 200).toString()}`;
      if (answer.status === 500 || (answer.status >= 400 && !type.includes('json'))) this.fives.push(told);
      if (answer.status > 500) this.away.push(told);
      return { status: answer.status, ok: answer.ok, headers: answer.headers, bytes, json: type.includes('json') ? JSON.parse(bytes.toString()) : null };
    } catch (reason) {
      this.away.push(`${method} ${path}: ${String(reason.cause ?? reason)}`);
      return null;
    }
  }

  upload(path, name, set = 1) {
    return this.ask('POST', `/api/sets/${set}/photos?name=${encodeURIComponent(name)}`, readFileSync(path));
  }

  save(photo, hue, basedOn) {
    return this.ask('PUT', `/api/photos/${photo}/grade`, { basedOn, look: look(hue) });
  }

  /** Waits for a delivery to end; null when it does not. */
  async delivered(id, milliseconds = 180_000) {
    for (const until = Date.now() + milliseconds; Date.now() < until; await later(200)) {
      const now = (await this.ask('GET', `/api/deliveries/${id}`))?.json;
      if (now && now.waiting + now.running === 0) return now;
    }
    return null;
  }

  /** Memory of all its processes, in megabytes; what they share is counted once. */
  memory() {
    const pids = [this.process.pid, ...Object.values(this.programs()).flat()];
    return pids.reduce((sum, pid) => sum + pssOf(pid), 0);
  }

  /** Files of this data folder that belong to nothing, by path. */
  leftovers() {
    const inside = (folder) => (existsSync(join(this.data, folder)) ? readdirSync(join(this.data, folder), { recursive: true }).map((name) => join(folder, String(name))) : []);
    const query = (text) => execFileSync('php', ['-r', '$d = new PDO("sqlite:".$argv[1]); foreach ($d->query($argv[2], PDO::FETCH_COLUMN, 0) as $x) { echo $x, "\\n"; }', join(this.data, 'tovrin.sqlite'), text]).toString().split('\n').filter(Boolean);
    const folder = this.environment.TOVRIN_DELIVER_TO;
    const keys = new Set(query('SELECT store_key FROM photo'));
    const exports = new Set(query('SELECT id FROM export_job'));
    const imports = new Set(query("SELECT id || '.zip' FROM set_import WHERE state <> 'done' OR EXISTS (SELECT 1 FROM awaited_grade WHERE import_id = set_import.id)"));
    return [
      ...(folder ? readdirSync(folder).filter((name) => name.startsWith('.')) : []),
      ...readdirSync(this.data).filter((name) => name.startsWith('.upload') || name.startsWith('.trial')),
      // What a living process is at is not left over: studies of photos go on right after a start.
      ...inside('photos').filter((path) => (/\.part$|\.owner$/.test(path) || !keys.has(path.split('/')[1])) && !isUnderWay(join(this.data, path))),
      ...inside('imports').filter((path) => !imports.has(path.split('/')[1])),
      ...inside('exports').filter((path) => !exports.has(path.split('/')[1])),
      ...[...inside('run/bodies'), ...inside('run/temporary'), ...inside('run/answers')].filter((path) => statSync(join(this.data, path), { throwIfNoEntry: false })?.isFile()),
    ];
  }

  /** The last lines of its log. */
  errors() {
    const path = join(this.data, 'errors.log');
    return existsSync(path) ? readFileSync(path, 'utf8').trim().split('\n').slice(-6) : [];
  }

  /** Jobs that say they run or wait while nobody is at them. */
  async stuck() {
    const deliveries = (await this.ask('GET', '/api/deliveries'))?.json ?? [];
    const ended = await Promise.all(deliveries.filter(({ waiting, running, paused }) => waiting + running > 0 && !paused).map(({ id }) => this.delivered(id)));
    return ended.filter((one) => one === null).length;
  }

  remove() {
    rmSync(this.data, { recursive: true, force: true });
  }
}

/** Whether the process that is named in an unfinished file, or in the file beside it that names its owner, still lives. */
function isUnderWay(path) {
  const named = /~(\d+)~(\d+)\.[0-9a-f]{8}(\.spliced)?\.part$/.exec(path);
  const owner = named ? null : existsSync(join(dirname(path), '.owner')) ? readFileSync(join(dirname(path), '.owner'), 'utf8').split(':') : null;
  const [pid, started] = named ? [named[1], named[2]] : owner ? [owner[1], owner[2]] : [];
  return pid !== undefined && statOf(pid)?.started === started;
}

function statOf(pid) {
  try {
    const stat = readFileSync(`/proc/${pid}/stat`, 'utf8');
    const fields = stat.slice(stat.lastIndexOf(')') + 2).split(' ');
    return { pid: Number(pid), state: fields[0], group: Number(fields[2]), started: fields[19] };
  } catch {
    return null;
  }
}

function pssOf(pid) {
  try {
    return Number(/^Pss:\s+(\d+)/m.exec(readFileSync(`/proc/${pid}/smaps_rollup`, 'utf8'))?.[1] ?? 0) / 1024;
  } catch {
    return 0;
  }
}
