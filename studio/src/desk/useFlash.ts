import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { api, type FamilyKind } from '../api/client';
import type { Move, MoveKind } from '../grade/looks';
import { panelOf } from '../panels';
import type { MovePanel } from '../panels/panel';

/** What is lit up on the photo: the family at hand while a key is held, or else the pot that is pointed at. */
export function useFlash(photoId: number, move: Move | undefined, aspect: string | null) {
  const [flashing, setFlashing] = useState(false);
  const [pot, setPot] = useState<number | null>(null);
  const spot = useQuery({ queryKey: ['spot', photoId, pot], queryFn: () => api.spot(photoId, pot ?? 0), enabled: pot !== null, staleTime: Infinity }).data;
  const family = move ? (panelOf(move) as MovePanel<MoveKind>).family?.(move as never, aspect) : undefined;
  const flash = useQuery({
    queryKey: ['family', move?.kind, family],
    // Only kinds that the server knows families of have any on their panel.
    queryFn: () => api.family(move?.kind as FamilyKind, family ?? ''),
    enabled: flashing && family !== undefined,
    staleTime: Infinity,
  }).data;
  return { lit: flashing ? (flash ?? null) : pot === null ? null : (spot ?? null), setFlashing, setPot };
}
