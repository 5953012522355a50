import type { Look } from './looks';
import { statusOf, type GradeServer, type Kept, type Later, type PreviewListener, type SessionState, type Shelf } from './grading';
import { applyPatch, isEmpty, patchBetween, same, type Patch } from './lookPatch';
import { Observable } from './observable';
import { reasonOf } from './reason';

type Command = { what: 'edit'; patch: Patch } | { what: 'undo' | 'redo' } | { what: 'go'; number: number };

const RETRY_MS = [1000, 2000, 4000, 8000];
/** So often in a row another window may be faster before the edit is given up. */
const CONFLICTS = 5;

const GONE = 404;
/** Who was faster. */
const byOthers = (kept: Kept | null): string => ((kept?.changedBy ?? '') === '' ? 'This photo was changed in another window.' : `${kept?.changedBy ?? ''} changed this photo meanwhile.`);

/**
 * The grade of one photo while it is worked on. Every edit is a function of the newest look; it is shown at once, queued,
 * and sent with the revision that it is based on, one after another. Nothing queued is ever dropped without a word.
 */
export class GradeSession extends Observable {
  private queue: Command[] = [];
  private kept: Kept | null = null;
  private phase: SessionState['phase'] = 'loading';
  private failure: string | null = null;
  private away: string | null = null;
  private sending = false;
  private retries = 0;
  private conflicts = 0;
  private cancelRetry: (() => void) | null = null;
  private snapshot: SessionState;
  private readonly previews = new Set<PreviewListener>();
  private waiting: { done: () => void; failed: (reason: unknown) => void }[] = [];

  constructor(
    private readonly server: GradeServer,
    private readonly shelf: Shelf,
    private readonly say: (message: string) => void,
    private readonly later: Later,
  ) {
    super();
    this.queue = shelf.read().map((patch) => ({ what: 'edit', patch }));
    this.snapshot = this.look();
    void this.load();
  }

  get state(): SessionState {
    return this.snapshot;
  }

  onPreview = (listener: PreviewListener): (() => void) => {
    this.previews.add(listener);
    return () => {
      this.previews.delete(listener);
    };
  };

  /** Changes the grade: one step of undo. The function is given the newest look. */
  edit = (change: (look: Look) => Look): void => {
    const { look } = this.snapshot;
    if (!look) return;
    const patch = patchBetween(look, change(look));
    if (isEmpty(patch)) {
      this.preview(null);
      return;
    }
    this.queue.push({ what: 'edit', patch });
    this.changed();
    this.pump();
  };

  /** Shows a change without making it; null shows what there is again. Only those who listen to previews are told. */
  preview = (change: ((look: Look) => Look) | null): void => {
    void this.shown(change);
  };

  /** The same; resolves when the photo shows it, or will not. */
  shown = async (change: ((look: Look) => Look) | null): Promise<void> => {
    const { look } = this.snapshot;
    if (!look) return;
    const inputAt = performance.now();
    await Promise.all([...this.previews].map((listener) => listener(change === null ? null : change(look), inputAt)));
  };

  undo = (): void => {
    const last = this.queue.at(-1);
    // What the server has never seen is simply taken back.
    if (last?.what === 'edit' && !(this.sending && this.queue.length === 1)) {
      this.queue.pop();
      this.changed();
    } else this.step('undo');
  };

  redo = (): void => {
    if (!this.queue.some(({ what }) => what === 'edit')) this.step('redo');
  };

  /** Goes to any kept state of the history. */
  goTo = (number: number): void => {
    if (this.phase !== 'ready') return;
    this.queue.push({ what: 'go', number });
    this.changed();
    this.pump();
  };

  /** Tries again now to send what is waiting, or to load what could not be loaded. */
  retry = (): void => {
    this.cancelRetry?.();
    this.cancelRetry = null;
    if (this.phase === 'ready') this.pump();
    else if (!this.sending) void this.load();
  };

  /** Looks whether another window has changed the grade, when nothing is under way here; tells whether one has. */
  refresh = async (): Promise<boolean> => {
    if (this.phase !== 'ready' || this.sending || this.queue.length > 0) return false;
    try {
      const newest = await this.server.load();
      if (this.queue.length > 0 || newest.revision === this.kept?.revision) return false;
      this.kept = newest;
      this.changed();
      return true;
    } catch {
      // Only a look: the next edit says what is wrong.
      return false;
    }
  };

  /** Resolves when everything shown has been kept; rejects with why it cannot be. */
  settled = (): Promise<void> => {
    if (this.queue.length === 0) return Promise.resolve();
    return new Promise((done, failed) => {
      this.waiting.push({ done, failed });
      this.retry();
    });
  };

  private step(which: 'undo' | 'redo'): void {
    if (this.phase !== 'ready') return;
    this.queue.push({ what: which });
    this.changed();
    this.pump();
  }

  private async load(): Promise<void> {
    this.phase = 'loading';
    this.sending = true;
    try {
      this.kept = await this.server.load();
      this.phase = 'ready';
      this.failure = null;
    } catch (reason) {
      this.phase = 'failed';
      this.failure = reasonOf(reason);
      if (statusOf(reason) === GONE) this.end(reason);
    }
    this.sending = false;
    this.changed();
    this.pump();
  }

  /** The photo is gone: what was not kept cannot be kept any more, and that is said. */
  private end(reason: unknown): void {
    if (this.queue.length > 0) this.say(reasonOf(reason));
    this.queue = [];
    this.phase = 'failed';
    this.failure = reasonOf(reason);
    this.finish(reason);
  }

  private pump(): void {
    const { kept } = this;
    const command = this.queue[0];
    if (this.sending || this.phase !== 'ready' || !kept) return;
    if (!command) {
      this.finish(null);
      return;
    }
    if (command.what !== 'edit') {
      void this.send(() => (command.what === 'go' ? this.server.goTo(command.number, kept.revision) : this.server.step(command.what, kept.revision)), command);
      return;
    }
    const { look, missing } = applyPatch(kept.look, command.patch);
    if (missing.length > 0 || same(look, kept.look)) {
      if (missing.length > 0) this.say(`${byOthers(kept)} The move that you changed is gone there, so your change could not be made.`);
      this.queue.shift();
      this.changed();
      this.pump();
      return;
    }
    void this.send(() => this.server.keep(look, kept.revision), command);
  }

  private async send(ask: () => Promise<Kept>, command: Command): Promise<void> {
    this.sending = true;
    try {
      const before = this.kept;
      this.kept = await ask();
      this.queue.shift();
      this.away = null;
      this.retries = 0;
      if (this.conflicts > 0 && command.what === 'edit') this.say(`${byOthers(before)} Your change was made on its newest state.`);
      this.conflicts = 0;
      this.sending = false;
    } catch (reason) {
      const stays = await this.refused(reason, command);
      this.sending = false;
      if (stays) {
        this.changed();
        return;
      }
    }
    this.changed();
    this.pump();
  }

  /** Deals with a refusal. True when sending has to wait. */
  private async refused(reason: unknown, command: Command): Promise<boolean> {
    const status = statusOf(reason);
    if (status === 409 && this.conflicts < CONFLICTS) {
      try {
        this.kept = await this.server.load();
      } catch (again) {
        return this.waits(again);
      }
      this.conflicts++;
      if (command.what === 'edit') return false;
      this.conflicts = 0;
      this.queue.shift();
      this.say(`${byOthers(this.kept)} Its newest state is shown; ${command.what === 'go' ? 'go there' : command.what} once more if you still want to.`);
      return false;
    }
    if (status === 0 || status >= 500) return this.waits(reason);
    if (status === GONE) {
      this.end(reason);
      return true;
    }
    this.conflicts = 0;
    this.queue.shift();
    this.say(reasonOf(reason));
    return false;
  }

  private waits(reason: unknown): boolean {
    this.away = reasonOf(reason);
    const wait = RETRY_MS[Math.min(this.retries++, RETRY_MS.length - 1)] ?? 8000;
    this.cancelRetry = this.later(wait, () => {
      this.cancelRetry = null;
      this.pump();
    });
    this.finish(reason);
    return true;
  }

  private finish(reason: unknown): void {
    const waiting = this.waiting;
    this.waiting = [];
    for (const { done, failed } of waiting) {
      if (reason === null) done();
      else failed(reason);
    }
  }

  private changed(): void {
    this.shelf.write(this.queue.flatMap((command) => (command.what === 'edit' ? [command.patch] : [])));
    this.snapshot = this.look();
    this.tell();
  }

  private look(): SessionState {
    const edits = this.queue.flatMap((command) => (command.what === 'edit' ? [command.patch] : []));
    const { kept, phase, failure, away } = this;
    const shown = kept && edits.reduce((look, patch) => applyPatch(look, patch).look, kept.look);
    return {
      phase,
      failure,
      kept,
      look: shown && this.snapshot?.look && same(shown, this.snapshot.look) ? this.snapshot.look : shown,
      unkept: edits.length,
      away,
      canUndo: edits.length > 0 || (kept?.canUndo ?? false),
      canRedo: edits.length === 0 && (kept?.canRedo ?? false),
    };
  }
}
