import { useQueryClient } from '@tanstack/react-query';
import { useRef } from 'react';
import { api, type Photo, type PhotoOrder, type PhotoSet } from '../../api/client';
import { forgetSession } from '../ledger/sessions';
import type { Say } from '../shell/say';

export type SetWork = ReturnType<typeof useSetWork>;

/** What can be done to the photos of a set, each with its undo. */
export function useSetWork(set: PhotoSet, onSay: Say, onFailure: (reason: unknown) => void) {
  const queries = useQueryClient();
  /** Takes the last thing back; null when there is none. */
  const last = useRef<(() => Promise<unknown>) | null>(null);
  const refetch = async () => {
    await queries.invalidateQueries({ queryKey: ['set'] });
    await queries.invalidateQueries({ queryKey: ['sets'] });
  };
  const undo = () => {
    const back = last.current;
    last.current = null;
    if (back) back().then(refetch).catch(onFailure);
  };
  const does = async (what: () => Promise<unknown>, back: () => Promise<unknown>, said: string | null) => {
    try {
      await what();
      last.current = back;
      await refetch();
      if (said !== null) onSay(said, { title: 'Undo', run: undo });
    } catch (reason) {
      await refetch();
      onFailure(reason);
    }
  };
  const show = (change: (now: PhotoSet) => PhotoSet) => {
    queries.setQueryData<PhotoSet>(['set', set.id], (now) => now && change(now));
  };
  const ids = set.photos.map(({ id }) => id);
  const counted = (count: number) => (count === 1 ? 'One photo' : `${String(count)} photos`);
  return {
    undo,
    refetch,
    remove: (photos: number[]) =>
      does(
        async () => {
          await api.removePhotos(photos);
          // Their sessions end with them: what was not kept could not be kept any more.
          photos.forEach(forgetSession);
        },
        () => api.restorePhotos(photos),
        `${counted(photos.length)} ${photos.length === 1 ? 'was' : 'were'} removed from the set.`,
      ),
    moveTo: (photos: number[], to: { id: number; name: string }) => does(() => api.takeIntoSet(to.id, photos), () => api.takeIntoSet(set.id, photos), `${counted(photos.length)} moved to “${to.name}”.`),
    moveToNew: (photos: number[], name: string) =>
      does(
        async () => {
          const made = await api.createSet(name);
          await api.takeIntoSet(made.id, photos);
        },
        () => api.takeIntoSet(set.id, photos),
        `${counted(photos.length)} moved to “${name}”.`,
      ),
    rename: (photo: Photo, name: string) => does(() => api.renamePhoto(photo.id, name), () => api.renamePhoto(photo.id, photo.name), null),
    sort: (order: PhotoOrder) => does(() => api.sortSet(set.id, order), () => api.sortSet(set.id, set.sorted), null),
    arrange: (next: number[]) => {
      // Shown at once: a photo let go stays where it was put.
      show((now) => ({ ...now, sorted: 'hand', photos: next.flatMap((id) => now.photos.find((photo) => photo.id === id) ?? []) }));
      return does(
        () => api.arrangeSet(set.id, next),
        async () => {
          await api.arrangeSet(set.id, ids);
          await api.sortSet(set.id, set.sorted);
        },
        null,
      );
    },
  };
}
