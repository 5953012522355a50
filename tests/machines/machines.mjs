// Machines made of this one: each in a network namespace of its own, with a cable to a switch that can be cut, and an empty folder. Where that
// needs rights that are missing, all are on loopback, and no cable can be cut.
import { execFileSync, spawn } from 'node:child_process';
import { chmodSync, existsSync, mkdirSync, mkdtempSync, readFileSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { createInterface } from 'node:readline';
import { fileURLToPath } from 'node:url';

export const root = join(dirname(fileURLToPath(import.meta.url)), '../..');
export const later = (milliseconds) => new Promise((done) => setTimeout(done, milliseconds));
const run = (command, ...parts) => execFileSync(command, parts, { stdio: ['ignore', 'pipe', 'pipe'] }).toString();
const isRoot = process.getuid() === 0;
const STARTED_WITHIN_MS = 90_000;

const freePort = () =>
  new Promise((found) => {
    const trial = createServer().listen(0, '127.0.0.1', () => {
      const { port } = trial.address();
      trial.close(() => found(port));
    });
  });

/** Until something is so; null when it does not come to that. */
export async function until(look, milliseconds, every = 300) {
  for (const end = Date.now() + milliseconds; Date.now() < end; await later(every)) {
    const found = await look();
    if (found) return found;
  }
  return null;
}

export class Machines {
  all = [];

  constructor() {
    this.folder = mkdtempSync(join(tmpdir(), 'tovrin-machines-'));
    chmodSync(this.folder, 0o755);
    this.mark = `tv${String(process.pid)}`;
    this.apart = isRoot && this.layCables();
    process.once('exit', () => { this.remove(); });
  }

  layCables() {
    try {
      run('ip', 'netns', 'add', `${this.mark}-switch`);
      run('ip', '-n', `${this.mark}-switch`, 'link', 'add', 'switch', 'type', 'bridge');
      run('ip', '-n', `${this.mark}-switch`, 'link', 'set', 'switch', 'up');
      return true;
    } catch {
      return false;
    }
  }

  /** A machine of its own. */
  async add(name) {
    const machine = new Machine(this, name, this.all.length + 1);
    this.all.push(machine);
    await machine.connect();
    return machine;
  }

  remove() {
    for (const machine of this.all.splice(0).reverse()) machine.remove();
    if (this.apart) try { run('ip', 'netns', 'del', `${this.mark}-switch`); } catch { /* gone already */ }
    rmSync(this.folder, { recursive: true, force: true });
  }
}

export class Machine {
  processes = new Set();

  constructor(machines, name, number) {
    this.machines = machines;
    this.name = name;
    this.number = number;
    this.net = `${machines.mark}-${name}`;
    this.ip = machines.apart ? `10.77.0.${String(number)}` : '127.0.0.1';
    this.folder = join(machines.folder, name);
    mkdirSync(this.folder);
  }

  async connect() {
    if (!this.machines.apart) return;
    const cable = `v${String(process.pid)}n${String(this.number)}`.slice(-14);
    const hub = `${this.machines.mark}-switch`;
    run('ip', 'netns', 'add', this.net);
    run('ip', '-n', hub, 'link', 'add', cable, 'type', 'veth', 'peer', 'name', 'cable', 'netns', this.net);
    run('ip', '-n', hub, 'link', 'set', cable, 'master', 'switch', 'up');
    run('ip', '-n', this.net, 'addr', 'add', `${this.ip}/24`, 'dev', 'cable');
    for (const device of ['lo', 'cable']) run('ip', '-n', this.net, 'link', 'set', device, 'up');
    this.cable = cable;
  }

  port(usual) {
    return this.machines.apart ? Promise.resolve(usual) : freePort();
  }

  /** Cuts its cable, or joins it again. */
  cut(isCut) {
    run('ip', '-n', `${this.machines.mark}-switch`, 'link', 'set', this.cable, isCut ? 'down' : 'up');
  }

  /** A disk of its own for a folder, of so many megabytes; false where there can be none. */
  smallDisk(path, megabytes) {
    try {
      mkdirSync(path, { recursive: true });
      run('mount', '-t', 'tmpfs', '-o', `size=${String(megabytes)}m`, 'tmpfs', path);
      this.disk = path;
      return true;
    } catch {
      return false;
    }
  }

  /** Bytes that have gone through its cable: in and out. */
  traffic() {
    if (!this.machines.apart) return null;
    const told = run('ip', 'netns', 'exec', this.net, 'cat', '/proc/net/dev').split('\n').find((line) => line.includes('cable:'));
    const numbers = told.split(':')[1].trim().split(/\s+/).map(Number);
    return { received: numbers[0], sent: numbers[8] };
  }

  start(command, parts, environment = {}, group = null) {
    // The group first: inside a network of its own the control groups are not to be seen.
    const joined = group ? ['sh', '-c', `for f in ${group.join(' ')}; do echo $$ > $f; done; exec "$@"`, '-'] : [];
    const [first, ...rest] = [...joined, ...(this.machines.apart ? ['ip', 'netns', 'exec', this.net] : []), command, ...parts];
    const started = spawn(first, rest, { cwd: root, env: { ...process.env, ...environment }, stdio: ['pipe', 'pipe', 'pipe'] });
    started.said = '';
    for (const stream of [started.stdout, started.stderr]) stream.on('data', (text) => { started.said += text; });
    started.stdin.on('error', () => {});
    started.ended = new Promise((gone) => started.once('exit', gone));
    this.processes.add(started);
    void started.ended.then(() => this.processes.delete(started));
    return started;
  }

  remove() {
    for (const one of this.processes) one.kill('SIGKILL');
    if (this.disk) try { run('umount', '-l', this.disk); } catch { /* gone already */ }
    if (this.machines.apart) try { run('ip', 'netns', 'del', this.net); } catch { /* gone already */ }
  }
}

/** The queue's server: PostgreSQL from Debian, with a cluster of its own. */
export class QueueServer {
  static bin() {
    const versions = existsSync('/usr/lib/postgresql') ? readdirSync('/usr/lib/postgresql').filter((one) => existsSync(`/usr/lib/postgresql/${one}/bin/initdb`)).sort((a, b) => b - a) : [];
    return versions.length > 0 ? `/usr/lib/postgresql/${versions[0]}/bin` : null;
  }

  constructor(machine) {
    this.machine = machine;
    this.data = join(machine.folder, 'cluster');
    // It refuses to be run by root.
    this.as = isRoot ? ['runuser', '-u', 'postgres', '--'] : [];
    if (isRoot) run('chown', 'postgres', machine.folder);
  }

  async start() {
    const bin = QueueServer.bin();
    if (!existsSync(this.data)) {
      run(...this.as, ...[`${bin}/initdb`, '-D', this.data, '-A', 'trust', '-U', 'tovrin', '-E', 'UTF8', '--no-sync'].filter(Boolean));
      writeFileSync(join(this.data, 'pg_hba.conf'), 'local all all trust\nhost all all 0.0.0.0/0 trust\n');
      this.port = await this.machine.port(5432);
    }
    const [first, ...rest] = [...this.as, `${bin}/postgres`, '-D', this.data, '-p', String(this.port), '-c', `listen_addresses=${this.machine.ip}`, '-k', this.machine.folder];
    this.process = this.machine.start(first, rest);
    const ready = () => { try { run(`${bin}/pg_isready`, '-h', this.machine.folder, '-p', String(this.port)); return true; } catch { return false; } };
    if (!(await until(ready, 30_000, 100))) throw new Error(`The queue's server does not start: ${this.process.said}`);
    return this;
  }

  /** As when the power goes: connections break, and nothing is tidied up. */
  async crash() {
    const pid = Number(readFileSync(join(this.data, 'postmaster.pid'), 'utf8').split('\n')[0]);
    process.kill(pid, 'SIGQUIT');
    await this.process.ended;
  }

  get address() {
    return `postgresql://tovrin@${this.machine.ip}:${String(this.port)}/postgres`;
  }

  /** Messages that it holds; none before anybody has put one there. */
  count() {
    try {
      return Number(run(`${QueueServer.bin()}/psql`, '-h', this.machine.folder, '-p', String(this.port), '-U', 'tovrin', '-tA', 'postgres', '-c', 'SELECT count(*) FROM messenger_messages').trim());
    } catch (reason) {
      if (String(reason).includes('does not exist')) return 0;
      throw reason;
    }
  }
}

/** The machine with the data. */
export class Front {
  asked = new Map();
  number = 0;

  constructor(machine, environment) {
    this.machine = machine;
    this.data = join(machine.folder, 'data');
    this.out = join(machine.folder, 'delivered');
    mkdirSync(this.data);
    mkdirSync(this.out);
    this.environment = { TOVRIN_DATA: this.data, TOVRIN_DELIVER_TO: this.out, TOVRIN_WORKERS: 'elsewhere', ...environment };
  }

  async start(group = null) {
    this.port ??= await this.machine.port(7310);
    this.door ??= await this.machine.port(7443);
    this.process = this.machine.start(join(root, 'bin/tovrin'), ['serve', '--port', String(this.port)], { ...this.environment, TOVRIN_WORKERS_AT: `${this.machine.ip}:${String(this.door)}` }, group);
    const started = await until(() => this.process.said.includes('is served at') || this.process.exitCode !== null, STARTED_WITHIN_MS, 50);
    if (!started || this.process.exitCode !== null) throw new Error(`The front does not start: ${this.process.said}`);
    if (!this.helper) {
      this.helper = this.machine.start(process.execPath, [join(root, 'tests/machines/ask.mjs')]);
      createInterface({ input: this.helper.stdout }).on('line', (line) => {
        const told = JSON.parse(line);
        this.asked.get(told.id)?.(told);
        this.asked.delete(told.id);
      });
    }
    return this;
  }

  key(name) {
    return run('env', ...Object.entries(this.environment).map(([key, value]) => `${key}=${value}`), join(root, 'bin/tovrin'), 'worker-key', 'add', name).trim();
  }

  get address() {
    return `https://${this.machine.ip}:${String(this.door)}`;
  }

  async ask(method, path, body, file) {
    const id = ++this.number;
    const told = await new Promise((answered) => {
      this.asked.set(id, answered);
      this.helper.stdin.write(`${JSON.stringify({ id, method, url: `http://127.0.0.1:${String(this.port)}${path}`, body, file })}\n`);
    });
    let json = null;
    try { json = JSON.parse(told.text); } catch { /* no JSON */ }
    return { ...told, json };
  }

  /** kill -9 of "serve"; what it has started ends with it, and it is started again. */
  async kill() {
    process.kill(this.process.pid, 'SIGKILL');
    await this.process.ended;
    await later(500);
  }

  async stop() {
    this.process.kill('SIGTERM');
    await this.process.ended;
  }

  query(sql) {
    return run('php', '-r', '$d = new PDO("sqlite:".$argv[1]); foreach ($d->query($argv[2]) as $row) { echo $row[0], "\\n"; }', join(this.data, 'tovrin.sqlite'), sql).split('\n').filter(Boolean);
  }
}

/** A worker on a machine without the data. */
export class Worker {
  constructor(machine, front, key, environment = {}) {
    Object.assign(this, { machine, front, key, environment });
    this.folder = join(machine.folder, 'worker');
  }

  start(group = null, more = {}) {
    this.process = this.machine.start(join(root, 'bin/tovrin'), ['work', '--front', this.front.address, '--folder', this.folder, '--name', this.machine.name], { ...this.environment, ...more, TOVRIN_WORKER_KEY: this.key }, group);
    return this;
  }

  async kill() {
    this.process.kill('SIGKILL');
    await this.process.ended;
  }

  async stop() {
    this.process.kill('SIGTERM');
    await this.process.ended;
  }
}
