import { api } from '../api/client';
import type { Look } from '../generated/look';

/** Lattice while something moves: computed in a fraction of the settled one's time. */
export const DRAFT_LATTICE = 17;
export const SETTLED_LATTICE = 33;
const SETTLE_AFTER_MS = 140;
/** Two questions at a time keep the server busy without queueing up stale ones. */
const AT_ONCE = 2;

export interface FeedCube {
  nodes: Float32Array;
  size: number;
  settled: boolean;
  /** Time of the input event it answers, as performance.now(). */
  askedAt: number;
}

interface Question {
  look: Look;
  watch: number | null;
  lattice: number;
  order: number;
  askedAt: number;
}

/**
 * Asks the server for compiled grades while the user works. The newest grade wins: while answers
 * are under way only the latest question waits, and an answer older than one already shown is dropped.
 */
export class CubeFeed {
  private order = 0;
  private shown = 0;
  private running = 0;
  private waiting: Question | null = null;
  private timer: number | undefined;
  private stopped = false;

  constructor(
    private readonly onCube: (cube: FeedCube) => void,
    private readonly onFailure: (reason: unknown) => void,
  ) {}

  /** Shows a grade: at once as a draft, and settled when nothing newer comes for a moment. */
  show(look: Look, watch: number | null, settleNow: boolean, askedAt: number): void {
    window.clearTimeout(this.timer);
    if (settleNow) {
      this.ask({ look, watch, lattice: SETTLED_LATTICE, order: ++this.order, askedAt });
      return;
    }
    this.ask({ look, watch, lattice: DRAFT_LATTICE, order: ++this.order, askedAt });
    this.timer = window.setTimeout(() => {
      this.ask({ look, watch, lattice: SETTLED_LATTICE, order: ++this.order, askedAt: performance.now() });
    }, SETTLE_AFTER_MS);
  }

  /** Drops whatever is under way: it belongs to another photo. */
  forget(): void {
    window.clearTimeout(this.timer);
    this.waiting = null;
    this.shown = this.order;
  }

  stop(): void {
    this.stopped = true;
    window.clearTimeout(this.timer);
    this.waiting = null;
  }

  private ask(question: Question): void {
    if (this.running >= AT_ONCE) {
      this.waiting = question;
      return;
    }
    this.running++;
    void api
      .cube(question.look, question.lattice, question.watch)
      .then((buffer) => {
        if (this.stopped || question.order <= this.shown) return;
        this.shown = question.order;
        this.onCube({ nodes: new Float32Array(buffer), size: question.lattice, settled: question.lattice === SETTLED_LATTICE, askedAt: question.askedAt });
      })
      .catch((reason: unknown) => {
        if (!this.stopped && question.order > this.shown) this.onFailure(reason);
      })
      .finally(() => {
        this.running--;
        const next = this.waiting;
        this.waiting = null;
        if (next && !this.stopped) this.ask(next);
      });
  }
}
