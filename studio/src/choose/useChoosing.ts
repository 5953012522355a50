import { useCallback, useState } from 'react';
import { api, type Fit, type Sample } from '../api/client';
import { newMove, replaceMove, withField, type Look, type Move, type Reach } from '../grade/looks';
import type { Place, StrokeShape } from '../photo/tools';

/** The samples a reach was made from, and the reach they began with. */
interface Session {
  base: Reach | null;
  samples: Sample[];
}

const REMEMBERED = 40;
const shelf = (photoId: number) => `samples-of-${String(photoId)}`;

function shelved(photoId: number): [string, Session][] {
  try {
    return JSON.parse(window.localStorage.getItem(shelf(photoId)) ?? '[]') as [string, Session][];
  } catch {
    return [];
  }
}

/**
 * The samples are remembered under the reach they made: after an undo, or a reload, the reach that
 * is there again finds its own samples, and the next one widens it from where it stood.
 */
function recall(photoId: number, reach: Reach | null): Session {
  const text = JSON.stringify(reach);
  return shelved(photoId).find(([made]) => made === text)?.[1] ?? { base: reach, samples: [] };
}

function remember(photoId: number, reach: Reach | null, session: Session): void {
  const text = JSON.stringify(reach);
  const rest = shelved(photoId).filter(([made]) => made !== text);
  try {
    window.localStorage.setItem(shelf(photoId), JSON.stringify([[text, session], ...rest].slice(0, REMEMBERED)));
  } catch {
    // A full store forgets the samples; the reach itself is kept with the grade.
    window.localStorage.removeItem(shelf(photoId));
  }
}

interface Options {
  photoId: number;
  look: Look | undefined;
  selected: number;
  edit: (look: Look, keep: boolean) => void;
  select: (index: number) => void;
  onFailure: (reason: unknown) => void;
}

export interface Choosing {
  /** How the last fit did; null before the first. */
  fit: Fit | null;
  busy: boolean;
  sample: (as: Sample['as'], shape: StrokeShape, points: Place[]) => Promise<void>;
  /** Forgets the samples: the move reaches everything again. */
  startOver: () => void;
  /** The next sample begins a move of its own. */
  fresh: boolean;
  setFresh: (fresh: boolean) => void;
  dismiss: () => void;
}

/** Makes and widens the chosen move's reach from samples of the photo. */
export function useChoosing({ photoId, look, selected, edit, select, onFailure }: Options): Choosing {
  const [fit, setFit] = useState<{ photoId: number; fit: Fit } | null>(null);
  const [busy, setBusy] = useState(false);
  const [fresh, setFresh] = useState(false);

  const sample = useCallback(
    async (as: Sample['as'], shape: StrokeShape, points: Place[]) => {
      if (!look) return;
      const adds = (fresh && as === 'wanted') || look.moves.length === 0;
      const index = adds ? look.moves.length : selected;
      const move: Move | undefined = adds ? newMove('shift') : look.moves[selected];
      if (!move) return;
      const session = recall(photoId, move.reach ?? null);
      const samples = [...session.samples, { as, shape, points: thinned(points) }];
      setBusy(true);
      try {
        const result = await api.reachFrom(photoId, session.base, samples);
        const kept = withField(move, { reach: result.reach });
        edit(adds ? { ...look, moves: [...look.moves, kept] } : replaceMove(look, index, kept), true);
        remember(photoId, result.reach, { base: session.base, samples });
        setFit({ photoId, fit: result });
        setFresh(false);
        if (adds) select(index);
      } catch (reason) {
        onFailure(reason);
      } finally {
        setBusy(false);
      }
    },
    [photoId, look, selected, edit, select, fresh, onFailure],
  );

  const startOver = useCallback(() => {
    const move = look?.moves[selected];
    if (!look || !move) return;
    edit(replaceMove(look, selected, withField(move, { reach: null })), true);
    setFit(null);
  }, [look, selected, edit]);

  const dismiss = useCallback(() => {
    setFit(null);
  }, []);
  return { fit: fit?.photoId === photoId ? fit.fit : null, busy, sample, startOver, fresh, setFresh, dismiss };
}

/** A long stroke says no more with every point the pointer reported. */
function thinned(points: Place[]): Place[] {
  const step = Math.max(1, points.length / 500);
  const kept: Place[] = [];
  for (let i = 0; i < points.length; i += step) kept.push(points[Math.floor(i)] as Place);
  const last = points.at(-1);
  if (last && kept.at(-1) !== last) kept.push(last);
  return kept;
}
