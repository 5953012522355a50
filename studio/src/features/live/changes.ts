import type { Job } from '../../api/client';

/** What the server tells open windows of what has changed. */
export type Change =
  | { what: 'grade'; photo: number; set: number; revision: number; graded: boolean; window: string; by: string }
  | { what: 'drawn'; photo: number; set: number; drawn: number; troubles: string[] }
  | { what: 'job'; job: number; of: Job }
  | { what: 'set'; set: number }
  | { what: 'versions'; photo: number }
  | { what: 'sets' | 'looks' | 'presets' | 'imports' };

/** Several at once, as they come; none for what cannot be read. */
export function changesIn(text: string): Change[] {
  try {
    const read = JSON.parse(text) as unknown;
    return Array.isArray(read) ? read.filter((one): one is Change => typeof one === 'object' && one !== null && 'what' in one) : [];
  } catch {
    return [];
  }
}

/** Jobs with what was told of one of them; what is said of its photos comes with asking. */
export function withJob(jobs: readonly Job[] | undefined, told: Job): Job[] {
  const known = jobs?.find(({ id }) => id === told.id);
  return [{ ...told, told: known?.told ?? [] }, ...(jobs ?? []).filter(({ id }) => id !== told.id)].sort((a, b) => b.id - a.id);
}

/** Does something soon, and not again before some time has passed, however often it is asked for. */
export class Throttle {
  private timer: ReturnType<typeof setTimeout> | undefined;
  private last = -Infinity;

  constructor(
    private readonly run: () => void,
    private readonly soon: number,
    private readonly apart: number,
    private readonly now: () => number = () => performance.now(),
  ) {}

  ask = (): void => {
    if (this.timer !== undefined) return;
    this.timer = setTimeout(() => {
      this.timer = undefined;
      this.last = this.now();
      this.run();
    }, Math.max(this.soon, this.last + this.apart - this.now()));
  };

  stop = (): void => {
    clearTimeout(this.timer);
    this.timer = undefined;
  };
}
