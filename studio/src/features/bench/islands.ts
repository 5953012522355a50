import type { Source } from '../../api/client';
import { axesOf, type AxisName, type PlaneName } from './axes';

/** A pot's name on the bench: where its middle is, in shares across and up. */
export interface Island {
  index: number;
  name: string;
  x: number;
  y: number;
}

/** Which OKLCh channel an axis is. */
const CHANNEL: Record<AxisName, number> = { light: 0, chroma: 1, hue: 2 };
/** Below this chroma a colour has no hue to be placed by. */
const HUELESS = 0.018;
/** Room a letter takes across, and a name up, in pixels. */
export const LETTER = 6.2;
const LINE = 14;

/** Where a name stands, in pixels. */
export interface NameBox {
  left: number;
  right: number;
  top: number;
}

/** Whether a name of some height lies over none of those that are placed. */
export function isFree(box: NameBox, placed: readonly NameBox[], line: number): boolean {
  return placed.every((other) => box.left >= other.right || other.left >= box.right || Math.abs(box.top - other.top) >= line);
}

/** The names that have room on a plane of a size in pixels, the largest pots first; none lies over another. */
export function islandsOf(pots: Source['pots'], plane: PlaneName, chromaTop: number, size: { width: number; height: number }): Island[] {
  const { across, up } = axesOf(plane, chromaTop);
  const placed: (Island & NameBox)[] = [];
  const order = pots.map((pot, index) => ({ pot, index })).sort((a, b) => b.pot.share - a.pot.share);
  for (const { pot, index } of order) {
    if (across.name === 'hue' && (pot.oklch[1] ?? 0) < HUELESS) continue;
    const share = (axis: typeof across) => Math.min(1, Math.max(0, (pot.oklch[CHANNEL[axis.name]] ?? 0) / axis.max));
    const [x, y] = [share(across), share(up)];
    const half = (pot.name.length * LETTER) / 2;
    const middle = Math.min(size.width - half, Math.max(half, x * size.width));
    const top = Math.min(size.height - LINE, Math.max(0, (1 - y) * size.height - LINE / 2));
    const box = { left: middle - half, right: middle + half, top };
    if (!isFree(box, placed, LINE)) continue;
    placed.push({ index, name: pot.name, x: middle / Math.max(1, size.width), y: 1 - (top + LINE / 2) / Math.max(1, size.height), ...box });
  }
  return placed.map(({ index, name, x, y }) => ({ index, name, x, y }));
}
