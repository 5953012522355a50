import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useCallback, useEffect, useRef, useState } from 'react';
import { api, type Grade } from '../api/client';
import type { Look } from './looks';

/** Told each look while a control is held, with performance.now() of the input event. */
export type PreviewListener = (look: Look, inputAt: number) => void;

export interface GradeEditor {
  grade: Grade | undefined;
  /** What is on the screen: the last change, even while it is still on its way to the server. */
  look: Look | undefined;
  loadError: unknown;
  /**
   * Shows a change; with `keep` it becomes a step of undo. Without, only the photo follows: the
   * rest of the screen is not drawn anew for every step of a slider.
   */
  edit: (look: Look, keep: boolean) => void;
  /** Listens to changes that are shown but not kept; returns how to stop. */
  onPreview: (listener: PreviewListener) => () => void;
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
  const [draft, setDraft] = useState<Look | null>(null);
  const listeners = useRef(new Set<PreviewListener>());
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
          if (pending.current === 0 && photo.current === photoId) setDraft(null);
        });
    },
    [photoId, onFailure, queries],
  );

  const edit = useCallback(
    (look: Look, keep: boolean) => {
      if (!keep) {
        const inputAt = performance.now();
        for (const listener of listeners.current) listener(look, inputAt);
        return;
      }
      setDraft(look);
      enqueue((kept) => (JSON.stringify(kept.look) === JSON.stringify(look) ? Promise.resolve(kept) : api.keepGrade(photoId, look, kept.revision)));
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

  const onPreview = useCallback((listener: PreviewListener) => {
    listeners.current.add(listener);
    return () => {
      listeners.current.delete(listener);
    };
  }, []);

  return { grade: query.data, look: draft ?? query.data?.look, loadError: query.error, edit, onPreview, undo, redo, settled };
}
