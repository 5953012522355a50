import type { Worker } from '../../api/client';

/** What a worker is at, in a few words. */
export function stateOf(worker: Worker): string {
  switch (worker.state) {
    case 'working':
      return 'Working';
    case 'slow':
      return 'Slow';
    case 'resting':
      return 'Passed over';
    case 'unable':
      return 'Cannot work';
    case 'silent':
      return `Not heard from for ${since(worker.silent)}`;
    default:
      return 'Waiting';
  }
}

/** Whether somebody should look after it. */
export const needsCare = ({ state }: Worker): boolean => state === 'slow' || state === 'resting' || state === 'unable' || state === 'silent';

/** What it has in hand, and how far it is. */
export function doing({ doing: what, stage, share }: Worker): string {
  if (what === '') return '';
  const first = what.charAt(0).toUpperCase() + what.slice(1);
  return share > 0 ? `${first} · ${stage.toLowerCase()}, ${String(Math.round(100 * share))} %` : first;
}

/** Where it is, when that is not the server itself, and what lets it in. */
export const whereabouts = ({ here, key }: Worker): string => (here ? '' : key === '' ? 'on another machine, its key was revoked' : `on another machine, key “${key}”`);

/** What it has done, and how fast. */
export function record({ done, failed, speed }: Worker): string {
  const parts = [done === 1 ? '1 task done' : `${String(done)} tasks done`];
  if (failed > 0) parts.push(`${String(failed)} failed`);
  if (speed !== null) parts.push(`${speed.toLocaleString('en-GB', { maximumFractionDigits: speed < 10 ? 1 : 0 })} megapixels a second`);
  return parts.join(' · ');
}

/** What it has said, with the time of day here. */
export const logLine = ({ at, line }: Worker['said'][number]): string => `${new Date(at).toLocaleTimeString('en-GB')} ${line}`;

/** How all are, in one sentence. */
export function summary(workers: readonly Worker[]): string {
  if (workers.length === 0) return 'No worker is running. Files wait until one is: start Tovrin again, or run “bin/tovrin work”.';
  const working = workers.filter(({ doing: what }) => what !== '').length;
  const cared = workers.filter(needsCare).length;
  const all = workers.length === 1 ? '1 worker' : `${String(workers.length)} workers`;
  return `${all}, ${String(working)} working${cared > 0 ? `, ${String(cared)} ${cared === 1 ? 'needs' : 'need'} attention` : ''}.`;
}

function since(seconds: number): string {
  return seconds < 120 ? `${String(seconds)} s` : `${String(Math.floor(seconds / 60))} min`;
}
