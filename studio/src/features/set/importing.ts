import type { Photo } from '../../api/client';
import { Observable } from '../../model/observable';
import { reasonOf } from '../../model/reason';

/** A file on its way into a set. */
export interface Incoming {
  key: number;
  setId: number;
  name: string;
  /** Share sent; at 1 the server is decoding. */
  share: number;
  error: string | null;
}

/** Something that becomes a photo of a set. */
export interface Source {
  name: string;
  send: (setId: number, progress: (share: number) => void, signal: AbortSignal) => Promise<Photo>;
}

/** Takes a photo away again that has arrived though nobody wants it any more. */
type TakeBack = (photo: Photo) => Promise<unknown>;

/** Imports files into sets, one after another, each with its own progress, stop and message; goes on while another set is open. */
export class Importing extends Observable {
  private files: Incoming[] = [];
  private nextKey = 1;
  private chain: Promise<void> = Promise.resolve();
  private readonly stops = new Map<number, AbortController>();
  /** Stopped when all of it was sent: the server may have it in the set by then. */
  private readonly unwanted = new Set<number>();
  /** Told of each photo that has arrived. */
  onArrived: (setId: number, photo: Photo) => void = () => undefined;

  constructor(private readonly takeBack: TakeBack) {
    super();
  }

  get state(): Incoming[] {
    return this.files;
  }

  add = (setId: number, sources: Source[]): Promise<void> => {
    for (const source of sources) {
      const key = this.nextKey++;
      const stop = new AbortController();
      this.stops.set(key, stop);
      this.set([...this.files, { key, setId, name: source.name, share: 0, error: null }]);
      this.chain = this.chain.then(() => this.bring(key, setId, source, stop.signal));
    }
    return this.chain;
  };

  /** Stops a file that is under way, or takes its message away. */
  stop = (key: number): void => {
    const file = this.files.find((one) => one.key === key);
    if (file && file.share >= 1 && file.error === null) this.unwanted.add(key);
    else this.stops.get(key)?.abort();
    this.stops.delete(key);
    this.set(this.files.filter((file) => file.key !== key));
  };

  /** Stops everything that is still under way into a set. */
  stopAll = (setId: number): void => {
    for (const { key, error, setId: into } of this.files) if (into === setId && error === null) this.stop(key);
  };

  /** Takes all messages about files of a set away. */
  closeErrors = (setId: number): void => {
    this.set(this.files.filter((file) => file.setId !== setId || file.error === null));
  };

  private async bring(key: number, setId: number, source: Source, signal: AbortSignal): Promise<void> {
    if (signal.aborted) return;
    try {
      const photo = await source.send(setId, (share) => { this.change(key, { share }); }, signal);
      this.set(this.files.filter((one) => one.key !== key));
      if (this.unwanted.delete(key)) await this.takeBack(photo);
      else this.onArrived(setId, photo);
    } catch (reason) {
      // What was not wanted did not come, or can be removed by hand.
      if (!signal.aborted && !this.unwanted.delete(key)) this.change(key, { error: reasonOf(reason) });
    }
  }

  private change(key: number, part: Partial<Incoming>): void {
    this.set(this.files.map((file) => (file.key === key ? { ...file, ...part } : file)));
  }

  private set(files: Incoming[]): void {
    this.files = files;
    this.tell();
  }
}
