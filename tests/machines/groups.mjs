// Groups of processes whose share of the processor is limited and whose time is counted, by the kernel's control groups, version 1 or 2.
import { existsSync, mkdirSync, readFileSync, rmdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';

const ROOT = '/sys/fs/cgroup';
const isSecond = existsSync(join(ROOT, 'cgroup.controllers'));
const PERIOD = 100_000;

export class Group {
  constructor(name) {
    this.folders = isSecond ? [join(ROOT, name)] : [join(ROOT, 'cpu', name), join(ROOT, 'cpuacct', name)].filter((path) => existsSync(join(path, '..')));
    for (const folder of this.folders) mkdirSync(folder, { recursive: true });
  }

  /** Files that a process writes its number to, to belong to it. */
  get doors() {
    return [...new Set(this.folders.map((folder) => join(folder, 'cgroup.procs')))];
  }

  /** At most so much of one core. */
  limit(share) {
    const quota = String(Math.round(share * PERIOD));
    if (isSecond) writeFileSync(join(this.folders[0], 'cpu.max'), `${quota} ${String(PERIOD)}`);
    else {
      writeFileSync(join(this.folders[0], 'cpu.cfs_period_us'), String(PERIOD));
      writeFileSync(join(this.folders[0], 'cpu.cfs_quota_us'), quota);
    }
    return this;
  }

  /** Seconds of processor time, of all that has ever been in it. */
  seconds() {
    if (isSecond) return Number(/^usage_usec (\d+)/m.exec(readFileSync(join(this.folders[0], 'cpu.stat'), 'utf8'))[1]) / 1e6;
    return Number(readFileSync(join(this.folders.at(-1), 'cpuacct.usage'), 'utf8')) / 1e9;
  }

  remove() {
    for (const folder of this.folders) try { rmdirSync(folder); } catch { /* somebody is still in it */ }
  }
}
