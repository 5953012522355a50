import { newMove, withField, type Move, type MoveKind } from '../../model/looks';

/** A move as a page shows it: its kind, with what is set of it. Without settings the photo at hand says what to show. */
export interface Example {
  kind: MoveKind;
  params?: object;
  reach?: Move['reach'];
}

/** An example as it stands in a page, a move of a look file; null for one that cannot be read. */
export function exampleOf(text: string): Example | null {
  try {
    const read = JSON.parse(text) as Partial<Example>;
    return typeof read.kind === 'string' ? (read as Example) : null;
  } catch {
    return null;
  }
}

/** A move that begins as the example says. */
export function begun({ kind, params = {}, reach = null }: Example): Move {
  const move = newMove(kind);
  return withField(move, { params: { ...move.params, ...params }, reach } as Partial<Move>);
}
