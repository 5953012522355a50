import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { api } from '../../api/client';
import type { Look, Move, MoveKind } from '../../model/looks';
import { panelOf } from '../panels';
import type { MovePanel } from '../panels/panel';
import { alone } from '../panels/useDrawing';

/** What decides the families of a move; null for kinds that have none. */
function familyLook(move: Move | undefined): Look | null {
  const families = move && (panelOf(move) as MovePanel<MoveKind>).families;
  return families ? alone({ kind: move.kind, params: families.params?.(move as never) ?? {} } as Move) : null;
}

/** The families of the move at hand: how much of the photo each holds, and what is lit up on the photo: one of them, or a pot. */
export function useFamilies(photoId: number, move: Move | undefined, aspect: string | null) {
  const [flashing, setFlashing] = useState(false);
  const [family, setFamily] = useState<string | null>(null);
  const [pot, setPot] = useState<number | null>(null);
  const look = familyLook(move);
  const key = JSON.stringify(look?.moves);
  const shares = useQuery({ queryKey: ['families', photoId, key], queryFn: () => api.families(photoId, look as Look), enabled: look !== null, staleTime: Infinity }).data;
  const atHand = move && look ? (panelOf(move) as MovePanel<MoveKind>).families?.at(move as never, aspect) : undefined;
  const wanted = look === null ? null : (family ?? (flashing ? (atHand ?? null) : null));
  const lit = useQuery({ queryKey: ['family', key, wanted], queryFn: () => api.family(look as Look, wanted ?? ''), enabled: wanted !== null, staleTime: Infinity }).data;
  const spot = useQuery({ queryKey: ['spot', photoId, pot], queryFn: () => api.spot(photoId, pot ?? 0), enabled: pot !== null, staleTime: Infinity }).data;
  return { shares, lit: wanted !== null ? (lit ?? null) : pot === null ? null : (spot ?? null), setFlashing, setFamily, setPot };
}
