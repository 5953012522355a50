/** CSS pixels that a finger moves before it is clear whether it slides a value or scrolls. */
const CLEAR = 8;

export interface Track {
  left: number;
  width: number;
  min: number;
  max: number;
  step: number;
}

/** The value at a place along a slider, on its steps. */
function valueAt(x: number, { left, width, min, max, step }: Track): number {
  const share = Math.min(1, Math.max(0, width > 0 ? (x - left) / width : 0));
  const steps = Math.round((share * (max - min)) / step);
  return Math.min(max, Number((min + steps * step).toFixed(6)));
}

export type TouchStep = { is: 'waiting' } | { is: 'scroll' } | { is: 'slide'; value: number };

/** One finger on a slider: it slides the value once it has moved along it, and scrolls the page when it moves across. */
export class TouchSlide {
  private sliding = false;
  private over = false;

  constructor(
    private readonly from: { x: number; y: number },
    private readonly track: Track,
  ) {}

  to(x: number, y: number): TouchStep {
    if (this.over) return { is: 'scroll' };
    const along = Math.abs(x - this.from.x);
    const across = Math.abs(y - this.from.y);
    if (!this.sliding && Math.max(along, across) < CLEAR) return { is: 'waiting' };
    if (!this.sliding && across > along) {
      this.over = true;
      return { is: 'scroll' };
    }
    this.sliding = true;
    return { is: 'slide', value: valueAt(x, this.track) };
  }

  /** The value it ends with: where it slid to, or where it tapped; null when it scrolled. */
  end(x: number, y: number): number | null {
    return this.to(x, y).is === 'scroll' ? null : valueAt(x, this.track);
  }
}
