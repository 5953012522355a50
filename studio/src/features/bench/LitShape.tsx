import { contours, type ContourMultiPolygon } from 'd3-contour';
import { useMemo } from 'react';

/** Column, row from the foot, and how much of what lies there is reached. */
export type LitCell = readonly [number, number, number];

interface Props {
  cells: LitCell[];
  columns: number;
  rows: number;
}

/** Weight ½, and where the reach ends. */
const LEVELS = { half: 0.5, edge: 0.04 } as const;

/** A learned reach on the bench: the rest of the photo's colours in the dark, a line at weight ½ and a thin one at its edge. */
export function LitShape({ cells, columns, rows }: Props) {
  const [half, edge] = useMemo(() => {
    const values = spread(cells, columns, rows);
    const at = (level: number) => path(contours().size([columns, rows]).contour(values, level), rows);
    return [at(LEVELS.half), at(LEVELS.edge)];
  }, [cells, columns, rows]);
  const line = { fill: 'none', vectorEffect: 'non-scaling-stroke' } as const;
  return (
    <svg
      viewBox={`0 0 ${String(columns)} ${String(rows)}`}
      preserveAspectRatio="none"
      role="img"
      aria-label="What the move reaches"
      style={{ position: 'absolute', inset: 0, width: '100%', height: '100%', pointerEvents: 'none' }}
    >
      <path d={`M0,0H${String(columns)}V${String(rows)}H0Z${half}`} fillRule="evenodd" fill="rgb(20 20 20 / 38%)" />
      <path d={edge} {...line} stroke="#1a1a1a" strokeWidth={2.5} />
      <path d={edge} {...line} stroke="#cfcfcf" strokeWidth={1} strokeDasharray="3 3" />
      <path d={half} {...line} stroke="#1a1a1a" strokeWidth={3} />
      <path d={half} {...line} stroke="#fff" strokeWidth={1.5} />
    </svg>
  );
}

/** Cells as a plane without holes: each place takes the weights of the occupied cells around it. */
export function spread(cells: LitCell[], columns: number, rows: number): number[] {
  const sums = new Float64Array(columns * rows);
  const counts = new Float64Array(columns * rows);
  for (const [column, row, weight] of cells) {
    for (let dy = -1; dy <= 1; dy++) {
      for (let dx = -2; dx <= 2; dx++) {
        const [x, y] = [column + dx, row + dy];
        if (x < 0 || y < 0 || x >= columns || y >= rows) continue;
        const near = 1 / (1 + dx * dx + 2 * dy * dy);
        sums[y * columns + x] = (sums[y * columns + x] ?? 0) + near * weight;
        counts[y * columns + x] = (counts[y * columns + x] ?? 0) + near;
      }
    }
  }
  return Array.from(sums, (sum, i) => (counts[i] ? sum / counts[i] : 0));
}

/** A contour as an SVG path with rows counted from the foot. */
function path(contour: ContourMultiPolygon, rows: number): string {
  return contour.coordinates
    .flat()
    .map((ring) => `M${ring.map(([x = 0, y = 0]) => `${x.toFixed(2)},${(rows - y).toFixed(2)}`).join('L')}Z`)
    .join('');
}
