import { useEffect, useMemo, useRef, useSyncExternalStore } from 'react';
import { api, type Photo } from '../../api/client';
import type { Place, StrokeShape } from '../photo/tools';
import type { GradeSession } from '../../model/gradeSession';
import { painted } from '../../gl/painted';
import { Choosing } from './choosing';

const MOST_POINTS = 500;
/** A stroke is kept soon, also where its draft does not come. */
const KEPT_AFTER_MS = 1500;

/** Choosing on one photo. */
export function useChoosing(photo: Photo, session: GradeSession, select: (id: string) => void, onFailure: (reason: unknown) => void) {
  const callbacks = useRef({ select, onFailure });
  useEffect(() => {
    callbacks.current = { select, onFailure };
  });
  const choosing = useMemo(
    () =>
      new Choosing(
        {
          get state() {
            return session.state;
          },
          edit: session.edit,
          shown: (change) => Promise.race([session.shown(change).then(painted), new Promise<void>((done) => setTimeout(done, KEPT_AFTER_MS))]),
        },
        (base, samples, alone) => api.reachFrom(photo.id, base, samples, alone),
        photo.key,
        (id) => {
          callbacks.current.select(id);
        },
        (reason) => {
          callbacks.current.onFailure(reason);
        },
      ),
    [photo.id, photo.key, session],
  );
  const state = useSyncExternalStore(choosing.subscribe, () => choosing.state);
  return { choosing, ...state };
}

/** A stroke as a sample: a long one says no more with every point that the pointer reported. */
export function sampleOf(as: 'wanted' | 'held', shape: StrokeShape, points: Place[]) {
  const step = Math.max(1, points.length / MOST_POINTS);
  const kept = points.filter((_, i) => Math.floor(i / step) !== Math.floor((i - 1) / step) || i === points.length - 1);
  return { as, shape, points: kept };
}
