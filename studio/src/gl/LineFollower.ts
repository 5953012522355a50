import { LookField } from '../model/lookField';
import { LookLine } from '../model/lookLine';
import type { Look } from '../model/looks';
import { alongLine, overField, type Course, type Way } from './course';
import type { Between, Draft } from './Track';
import type { LevelledPlane } from './planes';

/** What a stack of drafts is drawn with. */
export interface DraftPlanes {
  planes: LevelledPlane[];
  watched: string | null;
}

/** Asks for drafts along a line or all over a field, each taken as it comes; resolves when all have. */
export type AskTrack = (way: Way, watch: string | null, take: (draft: Draft, planes: DraftPlanes) => void, signal: AbortSignal) => Promise<void>;

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
  course: Course;
  watch: string | null;
  planes: DraftPlanes | null;
  stop: AbortController;
  /** All of its drafts have come. */
  whole: boolean;
}

/** Ways along the same settings: one that was told too early, and another; a field is asked for again where the hand has left it. */
const ASKED_MOST = 2;
const FIELDS_MOST = 4;

/**
 * Follows a hand that drags a control: the drafts of all of its way, or of all the field that it may go to, are asked for once, and what lies between them
 * needs no server. Once they are all there they are kept for the next drag of the same control.
 */
export class LineFollower {
  private resting: Look | null = null;
  private underway: Underway | null = null;
  /** What is shown until the drafts around another place have come. */
  private former: Underway | null = null;
  private wish: (Wish & { exact: boolean }) | null = null;
  /** How often ways along the same settings were asked for in this drag: again and again they would only be in the way. */
  private readonly asked = new Map<string, number>();

  constructor(
    private readonly ask: AskTrack,
    private readonly onCube: (cube: Followed) => void,
    private readonly onFailure: (wish: Wish) => void,
  ) {}

  /** Nothing is dragged: the look as it is now. Drafts that are still to come are not waited for: others want the server too. */
  rest(look: Look): void {
    this.resting = look;
    this.wish = this.former = null;
    this.asked.clear();
    if (this.underway?.whole === false) this.stop();
  }

  /** Shows a look, at once or when the first draft comes; false where it lies on no such way. */
  follow(wish: Wish): boolean {
    const { underway } = this;
    const goesOn = underway?.watch === wish.watch && underway.course.go(wish.look);
    if (!goesOn && !this.begin(wish)) {
      this.wish = null;
      return false;
    }
    // On with drafts around where the hand is now; those that are there serve until then.
    if (goesOn && underway.whole && underway.course.isFar() && this.begin(wish, underway)) this.former = underway;
    if (this.former && !this.former.course.go(wish.look)) this.former = null;
    this.wish = { ...wish, exact: false };
    this.show();
    return true;
  }

  stop(): void {
    this.underway?.stop.abort();
    this.underway = this.former = this.wish = null;
  }

  /** @param left the field that the hand has left */
  private begin({ look, watch }: Wish, left: Underway | null = null): boolean {
    const course = left ? left.course.around(look) : this.courseTo(look);
    const settings = course?.way.settings ?? '';
    const times = this.asked.get(settings) ?? 0;
    if (!course || times >= (left ? FIELDS_MOST : ASKED_MOST)) return false;
    this.asked.set(settings, times + 1);
    this.underway?.stop.abort();
    this.former = null;
    const now: Underway = { course, watch, planes: null, stop: new AbortController(), whole: false };
    this.underway = now;
    const take = (draft: Draft, planes: DraftPlanes) => {
      course.add(draft);
      now.planes = planes;
      if (this.underway === now && !this.wish?.exact) this.show();
    };
    this.ask(course.way, watch, take, now.stop.signal)
      .then(() => {
        now.whole = true;
      })
      // Nothing was wrong where there is nothing to show: it is no way that can be gone.
      .catch(() => null)
      .finally(() => {
        if (this.underway !== now || now.planes) return;
        this.underway = null;
        this.asked.set(settings, Infinity);
        const { wish } = this;
        this.wish = null;
        if (wish) this.onFailure(wish);
      });
    return true;
  }

  /** A control may have two degrees of freedom once what it does has left a line. */
  private courseTo(look: Look): Course | null {
    if (!this.resting) return null;
    if (this.asked.size > 0) {
      const field = LookField.through(this.resting, look);
      if (field) return overField(field);
    }
    const line = LookLine.through(this.resting, look);
    return line && alongLine(line);
  }

  private show(): void {
    const { wish, underway, former } = this;
    const found = shownOf(underway);
    const before = found?.exact ? null : shownOf(former);
    const shown = before ?? found;
    if (!wish || !shown) return;
    if (found?.exact) this.former = null;
    const { nodes, size, exact, planes } = shown;
    // What is only the nearest does not answer the hand yet.
    this.onCube({ ...wish, ...planes, nodes, size, askedAt: exact ? wish.askedAt : null });
    wish.exact = exact;
  }
}

/** What is to be seen of a way; null while there is nothing. */
function shownOf(underway: Underway | null): (Between & { planes: DraftPlanes }) | null {
  const found = underway?.planes ? underway.course.here() : null;
  return found && underway?.planes ? { ...found, planes: underway.planes } : null;
}
