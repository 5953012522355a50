import type { ProbeReading } from '../../api/client';
import { moveOf, type Look, type Move } from '../../model/looks';
import type { Place } from '../photo/tools';
import { applyPatch, patchOfMove } from '../../model/lookPatch';

interface Grading {
  readonly state: { look: Look | null };
  edit: (change: (look: Look) => Look) => void;
  preview: (change: ((look: Look) => Look) | null) => void;
}

/** The move after a drag of so many pixels, right and up positive, that began on a colour. */
export type ApplyPull = (move: Move, reading: ProbeReading, right: number, up: number) => Move;

/**
 * Dragging on the photo to drive a move. What lies under the pointer is asked first, and the drag acts once that is known,
 * however far it is by then. Nothing is kept of a pull that was given up.
 */
export class Pulling {
  private under: { id: string; begun: Move; apply: ApplyPull; reading: ProbeReading | null; last: [number, number, boolean] | null; clicks: boolean } | null = null;

  constructor(
    private readonly grading: Grading,
    private readonly read: (look: Look, move: string, at: Place) => Promise<ProbeReading | null>,
    private readonly fails: (reason: unknown) => void,
  ) {}

  /** @param clicks whether a click without a drag changes the move as well */
  start(id: string, at: Place, apply: ApplyPull, clicks = false): void {
    const { look } = this.grading.state;
    const begun = look ? moveOf(look, id) : undefined;
    if (!look || !begun) return;
    const pull: NonNullable<typeof this.under> = { id, begun, apply, reading: null, last: null, clicks };
    this.under = pull;
    this.read(look, id, at)
      .then((reading) => {
        if (this.under !== pull) return;
        pull.reading = reading;
        if (!reading) this.under = null;
        else if (pull.last) this.to(...pull.last);
      })
      .catch((reason: unknown) => {
        if (this.under === pull) this.under = null;
        this.fails(reason);
      });
  }

  /** Where the pointer is now, from where it began, in CSS pixels; down is positive, as on the screen. */
  to(dx: number, dy: number, done: boolean): void {
    const pull = this.under;
    if (!pull) return;
    pull.last = [dx, dy, done];
    const { reading } = pull;
    if (!reading) return;
    // Only what the pull changes: something else may have been changed meanwhile.
    const patch = patchOfMove(pull.begun, pull.apply(pull.begun, reading, dx, -dy));
    const change = (look: Look) => applyPatch(look, patch).look;
    if (!done) this.grading.preview(change);
    else {
      this.under = null;
      if (dx !== 0 || dy !== 0 || pull.clicks) this.grading.edit(change);
      else this.grading.preview(null);
    }
  }

  abandon(): void {
    if (this.under) this.grading.preview(null);
    this.under = null;
  }
}
