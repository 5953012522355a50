import { isAtRest, moveOf, newMove, restingParams, withField, withMove, withNewIds, type Look, type LookFile, type Move, type MoveKind } from './looks';

/** What can be done to the list of moves, each a function of the newest look. */
export type Edit = (look: Look) => Look;

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

/** The moves of a look, in their groups, below those that are there. */
export function begunWith(look: LookFile): { edit: Edit; id: string | null } {
  const { moves, groups } = withNewIds(look);
  return { id: moves[0]?.id ?? null, edit: (newest) => ({ ...newest, ...together(newest.groups, groups), moves: [...newest.moves, ...moves] }) };
}

function together(some: Look['groups'] = [], more: Look['groups'] = []): Pick<Look, 'groups'> {
  return some.length + more.length === 0 ? {} : { groups: [...some, ...more] };
}
