import { useState } from 'react';
import type { Move, MoveKind } from '../../model/looks';

/** Which row, channel or curve of the move at hand is; each kind remembers its own. */
export function useAspect(move: Move | undefined): [string | null, (next: string) => void] {
  const [aspects, setAspects] = useState<Partial<Record<MoveKind, string>>>({});
  const onAspect = (next: string) => {
    if (move) setAspects((now) => ({ ...now, [move.kind]: next }));
  };
  return [move ? (aspects[move.kind] ?? null) : null, onAspect];
}
