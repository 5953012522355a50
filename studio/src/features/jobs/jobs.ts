import type { Job } from '../../api/client';
import { Observable } from '../../model/observable';

const ASKED = 'jobs-asked-here';
/** So many are remembered. */
const KEPT = 50;

export const isUnfinished = (job: Job) => job.waiting > 0;
export const isUnderWay = (job: Job) => isUnfinished(job) && !job.paused;

/** Jobs that were asked for in this browser and not closed yet; outlives the page. */
class AskedJobs extends Observable {
  private known: readonly number[] | null = null;

  get ids(): readonly number[] {
    try {
      this.known ??= JSON.parse(window.localStorage.getItem(ASKED) ?? '[]') as number[];
    } catch {
      this.known = [];
    }
    return this.known;
  }

  add(id: number): void {
    this.keep([...this.ids.filter((one) => one !== id), id].slice(-KEPT));
  }

  remove(id: number): void {
    this.keep(this.ids.filter((one) => one !== id));
  }

  private keep(ids: readonly number[]): void {
    this.known = ids;
    window.localStorage.setItem(ASKED, JSON.stringify(ids));
    this.tell();
  }
}

/** One for the page. */
export const askedHere = new AskedJobs();

/** The job that is told of: what is not finished, whoever asked for it, before what was asked for here; the newest first. */
export function toldOf(jobs: readonly Job[], asked: readonly number[]): Job | null {
  return jobs.find(isUnfinished) ?? jobs.find(({ id }) => asked.includes(id)) ?? null;
}

/** Photos a job has dealt with, of all. */
export function share({ count, waiting }: Job): number {
  return count === 0 ? 1 : (count - waiting) / count;
}

const photos = (count: number) => (count === 1 ? 'one photo' : `${String(count)} photos`);
const were = (count: number) => (count === 1 ? 'One was' : `${String(count)} were`);
const DONE: Record<string, (count: number) => string> = {
  carry: (count) => `Carried over to ${photos(count)}.`,
  'same-colour': (count) => `Brought ${photos(count)} to the colour of the first.`,
  'starting-look': (count) => `The starting look was given to ${photos(count)}.`,
};

/** How far a job is, or what came of it, for people. */
export function words(job: Job): string {
  const { name, count, waiting, done, leftOut, stopped, paused, undone } = job;
  if (waiting > 0) return `${name}: ${String(count - waiting)} of ${String(count)}${paused ? ', paused' : ''}`;
  if (undone) return `Undone in ${photos(done)}.${leftOut > 0 ? ` ${were(leftOut)} left alone.` : ''}`;
  const warned = job.told.filter((one) => !one.leftOut).length;
  return [
    done > 0 || leftOut + stopped === 0 ? (DONE[job.kind] ?? ((n: number) => `${name}: ${photos(n)}.`))(done) : 'Nothing was changed.',
    leftOut > 0 ? `${were(leftOut)} left out.` : '',
    stopped > 0 ? `${were(stopped)} stopped before.` : '',
    job.kind === 'carry' && warned > 0 ? `Look at ${warned === 1 ? 'one of them' : `${String(warned)} of them`}: not everything reaches there what it reaches here.` : '',
  ]
    .filter((part) => part !== '')
    .join(' ');
}
