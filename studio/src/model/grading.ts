import type { Look } from './looks';
import type { Patch } from './lookPatch';

/** A grade as the server keeps it. */
export interface Kept {
  revision: number;
  look: Look;
  canUndo: boolean;
  canRedo: boolean;
  /** Name of the look that it began with; null or missing when it began with nothing. */
  began?: string | null;
  /** Who last changed it; empty or missing where nobody said. */
  changedBy?: string;
}

/** The server's side of one photo's grade. Refusals reject with a `status`: 0 is no answer at all. */
export interface GradeServer {
  load: () => Promise<Kept>;
  keep: (look: Look, basedOn: number) => Promise<Kept>;
  step: (which: 'undo' | 'redo', basedOn: number) => Promise<Kept>;
  /** Goes to any kept state by its number. */
  goTo: (number: number, basedOn: number) => Promise<Kept>;
}

/** Where edits wait that have not been kept yet; outlives a reload. */
export interface Shelf {
  read: () => Patch[];
  write: (edits: Patch[]) => void;
}

/** Runs something later; gives back how not to. */
export type Later = (ms: number, run: () => void) => () => void;

export interface SessionState {
  phase: 'loading' | 'ready' | 'failed';
  /** Why it could not be loaded. */
  failure: string | null;
  kept: Kept | null;
  /** What the screen shows: the kept look with everything done since. */
  look: Look | null;
  /** Changes that the server does not have yet. */
  unkept: number;
  /** Why they are not kept, while they cannot be sent; null while all is well. */
  away: string | null;
  canUndo: boolean;
  canRedo: boolean;
}

/** Told each look while a control is held, with performance.now() of the input event; null when it was let go without a change. Resolves when it is shown, or will not be. */
export type PreviewListener = (look: Look | null, inputAt: number) => Promise<void>;

/** The status of a refusal; 0 where there was no answer at all. */
export function statusOf(reason: unknown): number {
  return typeof reason === 'object' && reason !== null && 'status' in reason && typeof reason.status === 'number' ? reason.status : 0;
}
