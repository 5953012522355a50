import { readTyped } from '../../ui/controls/typed';

/** A property that every family of a move has a value of. */
export interface MixColumn {
  id: string;
  /** What more of it is. */
  title: string;
  /** What its paragraph in the guide is called, where that is not the title. */
  told?: string;
  /** What less of it is; said beneath the title. */
  less: string;
  help: string;
  min: number;
  max: number;
  unit: string;
}

/** A family of colours. */
export interface MixRow {
  id: string;
  title: string;
  /** CSS colour of its swatch. */
  swatch: string;
  /** How much of the photo it holds, 0 to 1; null while that is not known. */
  share: number | null;
  /** How much of the colour under the pointer it holds, 0 to 1. */
  marked: number;
}

export interface Cell {
  row: string;
  column: string;
}

export interface MixChange extends Cell {
  value: number;
}

/** Families that hold less of the photo than this are folded away, unless something is set in them. */
const HARDLY = 0.006;
/** A drag across this many pixels is worth the whole range. */
const WHOLE_RANGE = 200;
const FINE = 0.2;
const MARKED = 0.02;

const within = ({ min, max }: MixColumn, value: number) => Math.round(Math.min(max, Math.max(min, value)));

/** A value after a drag of so many pixels to the right; with Shift a fifth as far. */
export function dragged(column: MixColumn, from: number, pixels: number, fine: boolean): number {
  return within(column, from + pixels * ((column.max - column.min) / WHOLE_RANGE) * (fine ? FINE : 1));
}

/** A value after some steps of the wheel or the arrow keys. */
export function stepped(column: MixColumn, from: number, steps: number): number {
  return within(column, from + steps);
}

/** A typed value, to a tenth; null when it is no number. */
export function typedValue(column: MixColumn, text: string): number | null {
  const read = readTyped(text, column.min, column.max);
  return read && Math.round(read.value * 10) / 10;
}

/** The rows that are shown and those that are folded to one line. A row with something set in it, or under the pointer, is never folded. */
export function folded(rows: MixRow[], isSet: (row: string) => boolean): { shown: MixRow[]; away: MixRow[] } {
  const away = rows.filter(({ id, share, marked }) => share !== null && share < HARDLY && marked < MARKED && !isSet(id));
  // One row alone takes no less room folded.
  return away.length < 2 ? { shown: rows, away: [] } : { shown: rows.filter((row) => !away.includes(row)), away };
}

/** The cell that a key leads to from one, staying within the table; null for keys that lead nowhere. */
export function cellAt(key: string, from: Cell, rows: string[], columns: string[]): Cell | null {
  const row = rows.indexOf(from.row);
  const column = columns.indexOf(from.column);
  const go = (r: number, c: number): Cell | null => {
    const to = { row: rows[r], column: columns[c] };
    return to.row !== undefined && to.column !== undefined ? { row: to.row, column: to.column } : null;
  };
  if (key === 'ArrowUp') return go(row - 1, column);
  if (key === 'ArrowDown') return go(row + 1, column);
  if (key === 'Home') return go(row, 0);
  if (key === 'End') return go(row, columns.length - 1);
  return null;
}

/** Where the bar of a value lies in its cell, in per cent from the left; rest is in the middle of a range that has two sides. */
export function barOf({ min, max }: MixColumn, value: number): { left: number; width: number } {
  const at = (v: number) => ((v - min) / (max - min)) * 100;
  return { left: Math.min(at(0), at(value)), width: Math.abs(at(value) - at(0)) };
}
