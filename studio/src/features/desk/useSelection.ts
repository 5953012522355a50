import { useCallback, useState } from 'react';
import type { Look, Move } from '../../model/looks';

/** Which move is at hand: by its id, remembered per photo, also over a reload. */
export function useSelection(photoId: number, look: Look | null): { move: Move | undefined; select: (id: string) => void } {
  const memory = `move-of-${String(photoId)}`;
  const [chosen, setChosen] = useState(() => window.sessionStorage.getItem(memory));
  /** Where the move at hand stood, so that its neighbour takes over when it goes. */
  const [place, setPlace] = useState(0);
  const moves = look?.moves ?? [];
  const index = moves.findIndex(({ id }) => id === chosen);
  if (index >= 0 && index !== place) setPlace(index);
  const move = index >= 0 ? moves[index] : moves[Math.min(place, moves.length - 1)];
  const select = useCallback(
    (id: string) => {
      window.sessionStorage.setItem(memory, id);
      setChosen(id);
    },
    [memory],
  );
  return { move, select };
}
