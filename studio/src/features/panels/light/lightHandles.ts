/** What can be taken hold of on the curve of a move of light. */
export type LightHandle = 'black' | 'exposure' | 'white';

export const LIGHT_HANDLES: readonly LightHandle[] = ['black', 'exposure', 'white'];

/** Level that a tone is lifted to by a stop near the middle, on the scale of encoded grey; common practice. */
const LEVELS_A_STOP = 44;
/** Share of the drawing that a point of 100 is away from where it was. */
const POINT = 0.3;
const MOST = 255;

/** Where each handle stands, in levels in and out. */
export function handlePlaces(line: readonly number[], pivot: number): Record<LightHandle, { at: number; height: number }> {
  const level = (at: number) => line[Math.round(at)] ?? at;
  const first = line.findIndex((out) => out > 0);
  const last = line.findLastIndex((out) => out < MOST);
  // A point that cuts tones off stands on the floor or at the ceiling, where the curve leaves it.
  return {
    black: { at: Math.max(0, first - 1), height: level(Math.max(0, first - 1)) },
    exposure: { at: pivot, height: level(pivot) },
    white: { at: last < 0 ? MOST : Math.min(MOST, last + 1), height: level(last < 0 ? MOST : Math.min(MOST, last + 1)) },
  };
}

/** How far a setting goes with a drag, right and up positive, over a drawing of a size. */
export function draggedBy(handle: LightHandle, right: number, up: number, size: { width: number; height: number }): number {
  if (handle === 'exposure') return ((up / size.height) * MOST) / LEVELS_A_STOP;
  const along = right / (POINT * size.width) - up / (POINT * size.height);
  return (handle === 'black' ? 100 : -100) * along;
}
