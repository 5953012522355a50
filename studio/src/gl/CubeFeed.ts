import type { Look } from '../model/looks';
import { LineFollower, type AskTrack, type Followed } from './LineFollower';
import type { LevelledPlane } from './planes';

/** What the server makes of a grade. */
export interface Answer {
  nodes: ArrayBuffer;
  planes: LevelledPlane[];
  /** The plane of the watched move, by its key. */
  watched: string | null;
}

/** Lattices while something moves, the finest first: computed in a fraction of the settled one's time. */
const DRAFT_LATTICES = [17, 13, 9] as const;
/** Answers slower than this ask for a coarser draft next; answers faster than the other for a finer one. */
const SLOW_MS = 42;
const QUICK_MS = 16;
export const SETTLED_LATTICE = 33;
const SETTLE_AFTER_MS = 140;
/** A settled cube that takes long would stand in the way of a hand that only paused. */
const SETTLE_AFTER_MOST_MS = 700;
/** One question at a time: a second would only share the same processor and make both late. */
const AT_ONCE = 1;

export interface FeedCube {
  look: Look;
  /** Id of the move whose reach is in the fourth channel. */
  watch: string | null;
  nodes: Float32Array;
  planes: LevelledPlane[];
  watched: string | null;
  size: number;
  settled: boolean;
  /** performance.now() of the input event it answers; null when it follows none. */
  askedAt: number | null;
}

interface Question {
  look: Look;
  watch: string | null;
  lattice: number;
  order: number;
  askedAt: number | null;
}

/**
 * Asks the server for compiled grades while the user works: for a drag of one setting the drafts of all its way at once, else a draft for each step. The newest grade wins: while answers
 * are under way only the latest question waits, and an answer older than one already shown is dropped.
 */
export class CubeFeed {
  private order = 0;
  private shown = 0;
  private running = 0;
  private waiting: Question | null = null;
  private timer: ReturnType<typeof setTimeout> | undefined;
  private stopped = false;
  /** Which of the draft lattices keeps up with the hand here, with this grade. */
  private coarseness = 0;
  private patience = SETTLE_AFTER_MS;
  private readonly line: LineFollower | null;
  /** Who waits for what they asked for to be shown. */
  private awaited: { order: number; done: () => void }[] = [];

  /** @param track asks for drafts along a line; null where there are none to be had */
  constructor(
    private readonly compile: (look: Look, lattice: number, watch: string | null) => Promise<Answer>,
    private readonly onCube: (cube: FeedCube) => void,
    private readonly onFailure: (reason: unknown) => void,
    track: AskTrack | null = null,
  ) {
    this.line =
      track &&
      new LineFollower(
        track,
        (cube) => {
          this.followed(cube);
        },
        ({ look, watch, order, askedAt }) => {
          this.ask({ look, watch, lattice: this.draft, order, askedAt });
        },
      );
  }

  /** Follows a control that is held: a draft at once, settled when it rests for a moment. Resolves when the draft is there, or something newer, or neither will be. */
  follow(look: Look, watch: string | null, askedAt: number): Promise<void> {
    clearTimeout(this.timer);
    const order = ++this.order;
    if (!this.line?.follow({ look, watch, order, askedAt })) this.ask({ look, watch, lattice: this.draft, order, askedAt });
    this.timer = setTimeout(() => {
      // On a slow machine the settled cube may overtake its draft, and then answers the input itself.
      this.exact(look, watch, this.shown < order ? askedAt : null);
    }, this.patience);
    return new Promise((done) => {
      this.awaited.push({ order, done });
    });
  }

  /** Shows a grade as it is kept. */
  settle(look: Look, watch: string | null): void {
    this.line?.rest(look);
    this.exact(look, watch, null);
  }

  private get draft(): number {
    return DRAFT_LATTICES[this.coarseness] ?? 9;
  }

  /** A draft of a line, unless something newer is wanted already. */
  private followed(cube: Followed): void {
    if (this.stopped || cube.order < this.order) return;
    this.show(cube.order, { ...cube, settled: false });
  }

  private show(order: number, cube: FeedCube): void {
    this.shown = order;
    this.onCube(cube);
    this.done(order);
  }

  /** Nobody needs to wait for this or for anything older any more. */
  private done(order: number): void {
    for (const { done } of this.awaited.filter((one) => one.order <= order)) done();
    this.awaited = this.awaited.filter((one) => one.order > order);
  }

  private exact(look: Look, watch: string | null, askedAt: number | null): void {
    clearTimeout(this.timer);
    this.ask({ look, watch, lattice: SETTLED_LATTICE, order: ++this.order, askedAt });
  }

  stop(): void {
    this.stopped = true;
    this.line?.stop();
    clearTimeout(this.timer);
    this.waiting = null;
    this.done(Infinity);
  }

  private keepUp(took: number): void {
    if (took > SLOW_MS) this.coarseness = Math.min(DRAFT_LATTICES.length - 1, this.coarseness + 1);
    else if (took < QUICK_MS) this.coarseness = Math.max(0, this.coarseness - 1);
  }

  private ask(question: Question): void {
    if (this.running >= AT_ONCE) {
      this.waiting = question;
      return;
    }
    this.running++;
    const sentAt = performance.now();
    void this.compile(question.look, question.lattice, question.watch)
      .then(({ nodes, planes, watched }) => {
        const took = performance.now() - sentAt;
        if (question.lattice !== SETTLED_LATTICE) this.keepUp(took);
        else this.patience = Math.min(SETTLE_AFTER_MOST_MS, Math.max(SETTLE_AFTER_MS, took));
        if (this.stopped || question.order <= this.shown) return;
        this.show(question.order, { look: question.look, watch: question.watch, nodes: new Float32Array(nodes), planes, watched, size: question.lattice, settled: question.lattice === SETTLED_LATTICE, askedAt: question.askedAt });
      })
      .catch((reason: unknown) => {
        if (!this.stopped && question.order > this.shown) this.onFailure(reason);
        this.done(question.order);
      })
      .finally(() => {
        this.running--;
        const next = this.waiting;
        this.waiting = null;
        if (next && !this.stopped) this.ask(next);
      });
  }
}
