import { useQueryClient } from '@tanstack/react-query';
import { useEffect } from 'react';
import type { PhotoSet } from '../api/client';

/** The dot on the thumbnail follows the grade without a reload: it is there while there are moves. */
export function useGradedDot(setId: number, photoId: number, moves: number | undefined): void {
  const queries = useQueryClient();
  useEffect(() => {
    if (moves === undefined) return;
    queries.setQueryData<PhotoSet>(['set', setId], (set) => set && { ...set, photos: set.photos.map((photo) => (photo.id === photoId ? { ...photo, graded: moves > 0 } : photo)) });
  }, [queries, setId, photoId, moves]);
}
