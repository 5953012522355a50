import type { SetImport } from '../../api/client';
import { Observable } from '../../model/observable';

/** Sends one file in pieces; what has come is kept when the connection is lost. */
export type Send = (file: File, on: { progress: (share: number) => void; sent: () => void; failed: (words: string) => void }) => { stop: () => void };

/** The archive of a set on its way to the server. */
export interface Sending {
  name: string;
  /** Share that has come. */
  share: number;
  error: string | null;
}

/** Sends archives of sets, one after another; goes on while another set is open. */
export class SendingSets extends Observable {
  private now: Sending | null = null;
  private readonly waiting: File[] = [];
  private current: { file: File; stop: () => void } | null = null;
  /** Told when one has come whole. */
  onSent: () => void = () => undefined;

  constructor(private readonly send: Send) {
    super();
  }

  get state(): Sending | null {
    return this.now;
  }

  add = (files: File[]): void => {
    this.waiting.push(...files);
    if (this.now === null) this.next();
  };

  /** Stops the one under way, or takes its message away. What has come stays on the server, and goes on when the same file is chosen again. */
  stop = (): void => {
    this.current?.stop();
    this.next();
  };

  again = (): void => {
    if (this.current) this.begin(this.current.file);
  };

  private next(): void {
    this.current = null;
    const file = this.waiting.shift();
    if (file) this.begin(file);
    else this.set(null);
  }

  private begin(file: File): void {
    this.set({ name: file.name, share: 0, error: null });
    this.current = {
      file,
      ...this.send(file, {
        progress: (share) => { this.set({ name: file.name, share, error: null }); },
        sent: () => {
          this.onSent();
          this.next();
        },
        failed: (error) => { this.set({ name: file.name, share: this.now?.share ?? 0, error }); },
      }),
    };
  }

  private set(now: Sending | null): void {
    this.now = now;
    this.tell();
  }
}

/** Its photos are being taken in, or wait for it. */
export const isUnderWay = ({ state }: SetImport) => state === 'waiting';

/** Whether there is still something to say of it: whoever has closed one is not told of it again. */
export function toldOf(imports: readonly SetImport[], closed: readonly number[]): SetImport | null {
  return imports.find((one) => one.state !== 'receiving' && !closed.includes(one.id)) ?? null;
}

/** Photos dealt with, of all; null where nothing is under way. */
export function share({ state, next, total }: SetImport): number | null {
  return state === 'done' || state === 'failed' ? null : total === 0 ? 0 : next / total;
}

const photos = (count: number) => (count === 1 ? 'one photo' : `${String(count)} photos`);

/** How far it is, or what came of it, for people. */
export function words({ name, state, next, total, done, error, words: told, awaited, setName }: SetImport): string {
  const set = setName === null ? name : `“${setName}”`;
  switch (state) {
    case 'waiting':
      return total === 0 ? `${name}: waiting for a worker …` : `Importing ${set}: ${String(next)} of ${String(total)}`;
    case 'paused':
      return `Importing ${set}: ${String(next)} of ${String(total)}, paused`;
    case 'failed':
      return error ?? `${name} could not be imported.`;
    default:
      return [
        done > 0 || awaited.length === 0 ? `${set} is here, with ${photos(done)}.` : `${set} is here.`,
        awaited.length > 0 ? `Grades of ${photos(awaited.length)} wait: import the photos into this set.` : '',
        told.length > 0 ? 'Not everything could be used.' : '',
      ]
        .filter((part) => part !== '')
        .join(' ');
  }
}

/** What archives of sets are called. */
export const ARCHIVES = '.zip,application/zip';

export function isArchive(file: File): boolean {
  return file.name.toLowerCase().endsWith('.zip');
}
