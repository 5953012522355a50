import { useEffect, useMemo, useRef, useState } from 'react';
import { api } from '../../api/client';
import type { Move, MoveKind } from '../../model/looks';
import { panelOf } from '../panels';
import type { Pull } from '../panels/panel';
import type { Place } from '../photo/tools';
import type { GradeSession } from '../../model/gradeSession';
import { Pulling } from './pulling';

/** Side of the square that a pull begins on, in pixels of the preview. */
const UNDER = 5;

/** Pulling on the photo, with what a pull drives. */
export function usePulling(photoId: number, session: GradeSession, move: Move | undefined, aspect: string | null, onFailure: (reason: unknown) => void) {
  const fails = useRef(onFailure);
  useEffect(() => {
    fails.current = onFailure;
  });
  const pulling = useMemo(
    () =>
      new Pulling(
        session,
        async (look, id, [x, y]) => (await api.probes(photoId, look, [{ x, y, size: UNDER }], { watch: id }))[0] ?? null,
        (reason) => {
          fails.current(reason);
        },
      ),
    [photoId, session],
  );
  const [mode, setMode] = useState('');
  const [nearestOnly, setNearestOnly] = useState(false);
  const pull = move ? (panelOf(move) as { pull?: Pull<MoveKind> }).pull : undefined;
  const modeNow = pull?.modes.some(({ id }) => id === mode) ? mode : (pull?.modes[0]?.id ?? '');
  const start = (at: Place) => {
    if (move && pull) pulling.start(move.id, at, (begun, reading, right, up) => pull.apply(begun as never, reading, right, up, modeNow, nearestOnly, aspect), pull.clicks);
  };
  return { pulling, start, bar: { modes: pull?.modes ?? [], mode: modeNow, onMode: setMode, shares: pull?.shares ?? false, nearestOnly, onNearestOnly: setNearestOnly } };
}
