import { LookLine } from '../model/lookLine';
import type { Look } from '../model/looks';
import { Track, type Draft } from './Track';
import type { LevelledPlane } from './planes';

/** What a stack of drafts is drawn with. */
export interface DraftPlanes {
  planes: LevelledPlane[];
  watched: string | null;
}

/** Asks for drafts along a line, each taken as it comes; resolves when all have. */
export type AskTrack = (line: LookLine, watch: string | null, take: (draft: Draft, planes: DraftPlanes) => void, signal: AbortSignal) => Promise<void>;

/** A look that is to be shown, and what came of it. */
export interface Wish {
  look: Look;
  watch: string | null;
  order: number;
  /** performance.now() of the input event it answers; null once that is answered. */
  askedAt: number | null;
}

export type Followed = Wish & DraftPlanes & { nodes: Float32Array; size: number };

interface Underway {
  line: LookLine;
  watch: string | null;
  track: Track;
  planes: DraftPlanes | null;
  stop: AbortController;
  /** All of its drafts have come. */
  whole: boolean;
}

/** Lines of a drag that bends: one that was told too early, and another. */
const ASKED_MOST = 2;

/**
 * Follows a hand that drags a control with one degree of freedom: the drafts of all of its way are asked for once, and what lies between them needs
 * no server. Once they are all there they are kept for the next drag of the same control.
 */
export class LineFollower {
  private resting: Look | null = null;
  private underway: Underway | null = null;
  private wish: (Wish & { place: number; exact: boolean }) | null = null;
  /** How often lines along the same settings were asked for in this drag: again and again they would only be in the way. */
  private readonly asked = new Map<string, number>();

  constructor(
    private readonly ask: AskTrack,
    private readonly onCube: (cube: Followed) => void,
    private readonly onFailure: (wish: Wish) => void,
  ) {}

  /** Nothing is dragged: the look as it is now. Drafts that are still to come are not waited for: others want the server too. */
  rest(look: Look): void {
    this.resting = look;
    this.wish = null;
    this.asked.clear();
    if (this.underway?.whole === false) this.stop();
  }

  /** Shows a look, at once or when the first draft comes; false where it lies on no line. */
  follow(wish: Wish): boolean {
    const { underway } = this;
    let place = underway?.watch === wish.watch ? (underway?.line.placeOf(wish.look) ?? null) : null;
    if (place === null) {
      if (!this.begin(wish)) {
        this.wish = null;
        return false;
      }
      place = 0;
    }
    this.wish = { ...wish, place, exact: false };
    this.show();
    return true;
  }

  stop(): void {
    this.underway?.stop.abort();
    this.underway = this.wish = null;
  }

  private begin({ look, watch }: Wish): boolean {
    const line = this.resting && LookLine.through(this.resting, look);
    const times = line ? (this.asked.get(line.settings) ?? 0) : ASKED_MOST;
    if (!line || times >= ASKED_MOST) return false;
    this.asked.set(line.settings, times + 1);
    this.underway?.stop.abort();
    const now: Underway = { line, watch, track: new Track(), planes: null, stop: new AbortController(), whole: false };
    this.underway = now;
    const take = (draft: Draft, planes: DraftPlanes) => {
      now.track.add(draft);
      now.planes = planes;
      if (this.underway === now && !this.wish?.exact) this.show();
    };
    this.ask(line, watch, take, now.stop.signal)
      .then(() => {
        now.whole = true;
      })
      // Nothing was wrong where there is nothing to show: it is no line that can be gone along.
      .catch(() => null)
      .finally(() => {
        if (this.underway !== now || now.planes) return;
        this.underway = null;
        this.asked.set(line.settings, ASKED_MOST);
        const { wish } = this;
        this.wish = null;
        if (wish) this.onFailure(wish);
      });
    return true;
  }

  private show(): void {
    const { wish, underway } = this;
    if (!wish || !underway?.planes) return;
    const found = underway.track.at(wish.place);
    if (!found) return;
    const { nodes, size, exact } = found;
    // What is only the nearest does not answer the hand yet.
    this.onCube({ ...wish, ...underway.planes, nodes, size, askedAt: exact ? wish.askedAt : null });
    wish.exact = exact;
  }
}
