import { useCallback, useState } from 'react';
import { groupOf } from '../../model/groupEdits';
import type { Look, Move } from '../../model/looks';
import type { Group } from '../../model/moveTree';

interface Selection {
  move: Move | undefined;
  /** The group at hand; there is no move at hand then. */
  group: Group | undefined;
  select: (id: string) => void;
}

/** Which move or group is at hand: by its id, remembered per photo, also over a reload. */
export function useSelection(photoId: number, look: Look | null): Selection {
  const memory = `move-of-${String(photoId)}`;
  const [chosen, setChosen] = useState(() => window.sessionStorage.getItem(memory));
  /** Where the move at hand stood, so that its neighbour takes over when it goes. */
  const [place, setPlace] = useState(0);
  const moves = look?.moves ?? [];
  const group = groupOf(look, chosen);
  const index = group ? moves.findIndex((move) => move.group === group.id) : moves.findIndex(({ id }) => id === chosen);
  if (index >= 0 && index !== place) setPlace(index);
  const move = group ? undefined : index >= 0 ? moves[index] : moves[Math.min(place, moves.length - 1)];
  const select = useCallback(
    (id: string) => {
      window.sessionStorage.setItem(memory, id);
      setChosen(id);
    },
    [memory],
  );
  return { move, group, select };
}
