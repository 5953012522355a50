import { useQueryClient } from '@tanstack/react-query';
import { useEffect } from 'react';
import type { PhotoSet } from '../../api/client';

/** What the set is known to hold follows the grade without a reload: whether there are moves, and which state its small picture ought to show. */
export function useGradedDot(setId: number, photoId: number, moves: number | undefined, revision: number | undefined): void {
  const queries = useQueryClient();
  useEffect(() => {
    if (moves === undefined || revision === undefined) return;
    queries.setQueryData<PhotoSet>(['set', setId], (set) => set && { ...set, photos: set.photos.map((photo) => (photo.id === photoId ? { ...photo, graded: moves > 0, revision } : photo)) });
  }, [queries, setId, photoId, moves, revision]);
}
