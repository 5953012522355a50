import type { MoveKind, MoveOf } from '../../model/looks';
import type { MixChange } from '../mix/mixing';
import { withParams } from './settings';

/** One value of a move whose settings are groups of the same properties; at rest when it is missing. */
export function cellOf(move: { params?: unknown }, row: string, column: string): number {
  return (move.params as Record<string, Record<string, number> | undefined> | undefined)?.[row]?.[column] ?? 0;
}

/** The move with some of those values changed. */
export function withCells<K extends MoveKind>(move: MoveOf<K>, changes: MixChange[]): MoveOf<K> {
  const groups: Record<string, Record<string, number>> = {};
  for (const { row, column, value } of changes) {
    groups[row] ??= { ...(move.params as Record<string, Record<string, number> | undefined> | undefined)?.[row] };
    groups[row][column] = value;
  }
  return withParams(move, groups);
}

/**
 * A pull on a colour as changes of a mix table: every row moves in proportion to what it holds of the colour, or only the one that holds
 * most of it. A colour that is nearly grey moves its rows as far as a strong one does.
 */
export function pulledShares(families: Record<string, number>, nearestOnly: boolean, by: number, column: string, [min, max]: [number, number], valueOf: (row: string, column: string) => number): MixChange[] {
  const holding = Object.entries(families).filter(([, weight]) => weight > 0).sort(([, a], [, b]) => b - a);
  const sum = holding.reduce((all, [, weight]) => all + weight, 0);
  return (nearestOnly ? holding.slice(0, 1) : holding).map(([row, weight]) => {
    const value = Math.round((valueOf(row, column) + by * (nearestOnly ? 1 : weight / sum)) * 10) / 10;
    return { row, column, value: Math.max(min, Math.min(max, value)) };
  });
}
