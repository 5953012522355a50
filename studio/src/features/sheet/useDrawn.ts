import { useQueryClient } from '@tanstack/react-query';
import { useEffect } from 'react';
import { api, type Photo, type PhotoSet } from '../../api/client';

/** Windows are told of each; this is for when that fails, or one was told before it knew of the photo. */
const FOLLOW_MS = 2500;

/** Whether a photo's small picture is still to be drawn as it is graded now. */
export const isBehind = (photo: Photo) => photo.drawn !== photo.revision;

/** Follows the small pictures of a set while some are still to be drawn. */
export function useDrawn(set: PhotoSet | undefined): void {
  const queries = useQueryClient();
  const id = set?.id;
  const behind = set?.photos.some(isBehind) ?? false;
  const until = set?.until ?? 0;
  useEffect(() => {
    if (id === undefined || !behind) return;
    let gone = false;
    let timer = 0;
    let after = until;
    const look = async () => {
      try {
        const { photos, until: latest } = await api.drawn(id, after);
        if (gone) return;
        after = latest;
        const newer = new Map(photos.map((photo) => [photo.id, photo]));
        if (newer.size > 0) {
          queries.setQueryData<PhotoSet>(['set', id], (now) => now && { ...now, until: latest, photos: now.photos.map((photo) => newer.get(photo.id) ?? photo) });
        }
      } catch {
        // The next look tries again.
      }
      if (!gone) timer = window.setTimeout(() => void look(), FOLLOW_MS);
    };
    timer = window.setTimeout(() => void look(), FOLLOW_MS / 2);
    return () => {
      gone = true;
      window.clearTimeout(timer);
    };
    // Asked anew only when there is something to wait for: what has come is told by `after`.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [queries, id, behind]);
}
