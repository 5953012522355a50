import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useCallback, useEffect, useRef, useState } from 'react';
import { api, type Grade } from '../api/client';
import type { Look } from './looks';

export interface Draft {
  look: Look;
  /** performance.now() of the input event that made it. */
  inputAt: number;
  /** True while a slider is held: the preview may be a draft. */
  moving: boolean;
}

export interface GradeEditor {
  grade: Grade | undefined;
  /** What is on the screen: the draft while something moves, else the kept grade. */
  look: Look | undefined;
  draft: Draft | null;
  loadError: unknown;
  /** Shows a change; with `keep` it becomes a step of undo. */
  edit: (look: Look, keep: boolean) => void;
  undo: () => void;
  redo: () => void;
  /** Resolves when everything shown has been kept. */
  settled: () => Promise<void>;
}

/**
 * The grade of a photo: shown at once, kept on the server as revisions. Changes are sent one after
 * another, so that each is based on the one before it.
 */
export function useGrade(photoId: number, onFailure: (reason: unknown) => void): GradeEditor {
  const queries = useQueryClient();
  const key = ['grade', photoId];
  const query = useQuery({ queryKey: key, queryFn: () => api.grade(photoId), staleTime: Infinity });
  const [draft, setDraft] = useState<Draft | null>(null);
  const chain = useRef<Promise<void>>(Promise.resolve());
  const pending = useRef(0);
  const photo = useRef(photoId);

  useEffect(() => {
    photo.current = photoId;
    setDraft(null);
  }, [photoId]);

  const enqueue = useCallback(
    (step: (kept: Grade) => Promise<Grade>) => {
      pending.current++;
      chain.current = chain.current
        .then(async () => {
          const kept = queries.getQueryData<Grade>(['grade', photoId]) ?? (await api.grade(photoId));
          queries.setQueryData(['grade', photoId], await step(kept));
        })
        .catch(async (reason: unknown) => {
          onFailure(reason);
          // Show what the server really has rather than what could not be kept.
          await queries.invalidateQueries({ queryKey: ['grade', photoId] });
        })
        .finally(() => {
          pending.current--;
          if (pending.current === 0 && photo.current === photoId) setDraft((now) => (now?.moving ? now : null));
        });
    },
    [photoId, onFailure, queries],
  );

  const edit = useCallback(
    (look: Look, keep: boolean) => {
      setDraft({ look, inputAt: performance.now(), moving: !keep });
      if (keep) enqueue((kept) => (JSON.stringify(kept.look) === JSON.stringify(look) ? Promise.resolve(kept) : api.keepGrade(photoId, look, kept.revision)));
    },
    [enqueue, photoId],
  );

  const undo = useCallback(() => {
    setDraft(null);
    enqueue(() => api.undo(photoId));
  }, [enqueue, photoId]);

  const redo = useCallback(() => {
    setDraft(null);
    enqueue(() => api.redo(photoId));
  }, [enqueue, photoId]);

  const settled = useCallback(() => chain.current, []);

  return { grade: query.data, look: draft?.look ?? query.data?.look, draft, loadError: query.error, edit, undo, redo, settled };
}
