import type { Place } from '../../photo/tools';

/** What is asked for, corner by corner, clockwise. */
const CORNERS = ['the corner of the chart at its first patch', 'the next corner, along the first row', 'the corner opposite the first', 'the last corner'] as const;

/** A chart that is being laid over the photo. */
export interface Laying {
  reference: string;
  name: string;
  corners: Place[];
  /** Why it was not found by itself; empty while nobody has looked. */
  why: string;
}

/** With one more corner. */
export function withCorner(laying: Laying, at: Place): Laying {
  return { ...laying, corners: [...laying.corners, at] };
}

/** What is to be clicked next; null when all are there. */
export function nextCorner({ corners }: Laying): string | null {
  return CORNERS[corners.length] ?? null;
}

/** ΔE as it is told: one digit behind the point. */
export const told = (difference: number) => difference.toFixed(1);
