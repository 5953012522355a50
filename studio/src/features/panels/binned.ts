import type { Source } from '../../api/client';

/** How many of the photo's colours lie in each of some equal parts of lightness, or of chroma, from 0 to an end. */
export function binned(source: Source | undefined, axis: 'light' | 'chroma', end: number, bins: number): number[] {
  const counts = new Array<number>(bins).fill(0);
  if (!source) return counts;
  const { columns, rows, chromaTop, cells } = source.planes;
  for (const [column, row, count] of cells['light-chroma'] ?? []) {
    const at = axis === 'light' ? (column + 0.5) / columns : ((row + 0.5) / rows) * chromaTop;
    const bin = Math.floor((at / end) * bins);
    if (bin < bins) counts[bin] = (counts[bin] ?? 0) + count;
  }
  return counts;
}
