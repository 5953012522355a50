import { isAtRest, moveOf, newMove, restingParams, withField, withMove, withNewIds, type Look, type LookFile, type Move, type MoveKind } from './looks';

/** What can be done to the list of moves, each a function of the newest look. */
export type Edit = (look: Look) => Look;

/** One place up or down; at the ends it stays. */
export const shifted =
  (id: string, by: number): Edit =>
  (look) => {
    const from = look.moves.findIndex((move) => move.id === id);
    return from < 0 ? look : placed(id, from + by)(look);
  };

/** At a place of the list. */
export const placed =
  (id: string, to: number): Edit =>
  (look) => {
    const move = moveOf(look, id);
    if (!move || to < 0 || to >= look.moves.length) return look;
    const moves = look.moves.filter((one) => one.id !== id);
    moves.splice(to, 0, move);
    return { ...look, moves };
  };

export const named =
  (id: string, label: string): Edit =>
  (look) =>
    withMove(look, id, (move) => withField(move, { label: label.trim().slice(0, 200) }));

export const switched =
  (id: string, on: boolean): Edit =>
  (look) =>
    withMove(look, id, (move) => withField(move, { on }));

export const atRest =
  (id: string): Edit =>
  (look) =>
    withMove(look, id, (move) => withField(move, { params: restingParams(move) as never, strength: 100 }));

/**
 * A move of a kind, at the end; or in the place of the one at hand when that has a reach and nothing is done with it yet.
 * Gives the edit and the id of the move that is then at hand.
 */
export function added(look: Look, selected: string | null, kind: MoveKind): { edit: Edit; id: string } {
  const resting = moveOf(look, selected);
  if (resting?.reach && isAtRest(resting)) {
    return { id: resting.id, edit: (newest) => withMove(newest, resting.id, (move) => ({ ...newMove(kind), id: move.id, reach: move.reach, label: move.label })) };
  }
  const move = newMove(kind);
  return { id: move.id, edit: (newest) => ({ ...newest, moves: [...newest.moves, move] }) };
}

/** Moves as they are in another grade, in which something is mended; those it does not know stay. */
export const mendedWith =
  (mended: LookFile): Edit =>
  (look) => ({ ...look, moves: look.moves.map((move) => (mended.moves.find(({ id }) => id === move.id) as Move | undefined) ?? move) });

/** The moves of a look, below those that are there. */
export function begunWith(look: LookFile): { edit: Edit; id: string | null } {
  const moves = withNewIds(look.moves);
  return { id: moves[0]?.id ?? null, edit: (newest) => ({ ...newest, moves: [...newest.moves, ...moves] }) };
}
