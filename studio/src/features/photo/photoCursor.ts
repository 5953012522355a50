import type { Place, Stroke, Tool } from './tools';
import { Observable } from '../../model/observable';

/** What the keyboard does on the photo in the place of the pointer. */
export interface CursorActions {
  onStroke: (shape: Stroke['shape'], points: Place[]) => void;
  onPullStart: (at: Place) => void;
  onPull: (dx: number, dy: number, done: boolean) => void;
  onPullAbandoned: () => void;
  onPoint: (at: Place | null) => void;
}

export interface CursorState {
  /** Where the cursor is; null while it is not shown. */
  at: Place | null;
  /** The way of a stroke that is being drawn; null while none is. */
  stroke: Place[] | null;
  /** How far a pull has gone, in pixels right and down; null while none is. */
  pull: [number, number] | null;
}

const ARROWS: Record<string, [number, number]> = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] };
/** Share of the shown part of the photo, and pixels of a pull, that an arrow key goes; with Shift five times as far. */
const STEP = 0.01;
const PULL_STEP = 4;
const SHIFT = 5;

/**
 * A cursor on the photo, moved with arrow keys: Enter is a click, Space begins and ends a stroke; when pulling, Enter or Space takes hold of a
 * colour, arrows pull it, Enter keeps it. Escape gives up what is under way.
 */
export class PhotoCursor extends Observable {
  private now: CursorState = { at: null, stroke: null, pull: null };

  constructor(private readonly actions: () => CursorActions) {
    super();
  }

  get state(): CursorState {
    return this.now;
  }

  /** Shows the cursor where it was, or in the middle of the shown part of the photo. */
  show = (middle: Place): void => {
    if (this.now.at) return;
    this.set({ at: middle });
    this.actions().onPoint(middle);
  };

  hide = (): void => {
    if (this.now.pull) this.actions().onPullAbandoned();
    if (this.now.at) this.actions().onPoint(null);
    this.set({ at: null, stroke: null, pull: null });
  };

  /**
   * @param shown how much of the photo is in the window, as shares of its width and height: steps are as long on the screen at any zoom
   * @returns whether the key meant something
   */
  key = (key: string, shift: boolean, tool: Tool, shown: [number, number]): boolean => {
    const { at, stroke, pull } = this.now;
    if (!at) return false;
    const arrow = ARROWS[key];
    const far = shift ? SHIFT : 1;
    if (arrow && pull) {
      const next: [number, number] = [pull[0] + arrow[0] * PULL_STEP * far, pull[1] + arrow[1] * PULL_STEP * far];
      this.set({ pull: next });
      this.actions().onPull(...next, false);
    } else if (arrow) {
      const next: Place = [inside(at[0] + arrow[0] * STEP * far * Math.min(1, shown[0])), inside(at[1] + arrow[1] * STEP * far * Math.min(1, shown[1]))];
      this.set({ at: next, stroke: stroke && [...stroke, next] });
      this.actions().onPoint(next);
    } else if (key === 'Escape' && (stroke || pull)) {
      if (pull) this.actions().onPullAbandoned();
      this.set({ stroke: null, pull: null });
    } else if (key === 'Enter' || key === ' ') this.act(key, at, tool);
    else return false;
    return true;
  };

  private act(key: string, at: Place, tool: Tool): void {
    const { stroke, pull } = this.now;
    if (tool === 'pull') {
      this.set({ pull: pull ? null : [0, 0] });
      if (pull) this.actions().onPull(...pull, true);
      else this.actions().onPullStart(at);
    } else if (stroke) {
      this.set({ stroke: null });
      this.actions().onStroke(stroke.length > 1 ? 'path' : 'point', stroke);
    } else if (key === ' ' && (tool === 'choose' || tool === 'hold' || tool === 'area')) this.set({ stroke: [at] });
    else this.actions().onStroke('point', [at]);
  }

  private set(change: Partial<CursorState>): void {
    this.now = { ...this.now, ...change };
    this.tell();
  }
}

function inside(share: number): number {
  return Math.min(0.9999, Math.max(0, share));
}
