/** How the sheet lies in its window, in CSS pixels. */
export interface Grid {
  columns: number;
  /** Width of a cell, and from one row to the next. */
  cell: number;
  row: number;
  rows: number;
}

export interface Rect {
  left: number;
  top: number;
  width: number;
  height: number;
}

export const GAP = 10;
export const MARGIN = 12;
const CAPTION = 24;
/** Width to height of the frame that photos of any shape are fitted into. */
const FRAME = 3 / 2;

/** As many columns of about a size as fit. */
export function gridOf(width: number, size: number, count: number): Grid {
  const room = Math.max(1, width - 2 * MARGIN);
  const columns = Math.max(1, Math.floor((room + GAP) / (size + GAP)));
  const cell = (room - (columns - 1) * GAP) / columns;
  return { columns, cell, row: Math.round(cell / FRAME) + CAPTION + GAP, rows: Math.ceil(count / columns) };
}

/** Where a photo's cell lies. */
export function cellAt({ columns, cell, row }: Grid, index: number): Rect {
  return { left: MARGIN + (index % columns) * (cell + GAP), top: MARGIN + Math.floor(index / columns) * row, width: cell, height: row - GAP };
}

/** Numbers of the cells that a frame touches. */
export function inFrame(grid: Grid, count: number, frame: Rect): number[] {
  const touched: number[] = [];
  const first = Math.max(0, Math.floor((frame.top - MARGIN) / grid.row)) * grid.columns;
  const past = Math.min(count, (Math.floor((frame.top + frame.height - MARGIN) / grid.row) + 1) * grid.columns);
  for (let index = first; index < past; index++) {
    const at = cellAt(grid, index);
    if (at.left < frame.left + frame.width && frame.left < at.left + at.width && at.top < frame.top + frame.height && frame.top < at.top + at.height) touched.push(index);
  }
  return touched;
}

/** The frame between two corners. */
export function frameOf([x0, y0]: readonly [number, number], [x1, y1]: readonly [number, number]): Rect {
  return { left: Math.min(x0, x1), top: Math.min(y0, y1), width: Math.abs(x1 - x0), height: Math.abs(y1 - y0) };
}

/** Photos put before or behind another one, in the order they stood in. */
export function arranged(ids: readonly number[], dragged: ReadonlySet<number>, target: number, behind: boolean): number[] {
  if (dragged.has(target)) return [...ids];
  const rest = ids.filter((id) => !dragged.has(id));
  const at = rest.indexOf(target) + (behind ? 1 : 0);
  return [...rest.slice(0, at), ...ids.filter((id) => dragged.has(id)), ...rest.slice(at)];
}
