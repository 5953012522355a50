import { useQueryClient } from '@tanstack/react-query';
import { api, type Photo } from '../../api/client';
import { forgetSession } from '../ledger/sessions';
import type { Say } from '../shell/say';
import type { Route } from '../shell/route';

/** Takes the photo at hand out of the set: its neighbour comes to hand, and it can be brought back. */
export function useRemovePhoto(setId: number, photos: Photo[], go: (route: Route, replace?: boolean) => void, onSay: Say, onFailure: (reason: unknown) => void) {
  const queries = useQueryClient();
  const refetch = async () => {
    await queries.invalidateQueries({ queryKey: ['set', setId] });
    await queries.invalidateQueries({ queryKey: ['sets'] });
  };
  return async (gone: Photo) => {
    try {
      await api.removePhotos([gone.id]);
      // Its session ends with it: what was not kept could not be kept any more.
      forgetSession(gone.id);
      const index = photos.findIndex(({ id }) => id === gone.id);
      const next = photos[index + 1] ?? photos[index - 1];
      go({ setId, photoId: next?.id ?? null }, true);
      await refetch();
      onSay(`${gone.name} was removed from the set.`, {
        title: 'Undo',
        run: () => {
          api
            .restorePhotos([gone.id])
            .then(async () => {
              // It can be opened once it is on the list again.
              await refetch();
              go({ setId, photoId: gone.id });
            })
            .catch(onFailure);
        },
      });
    } catch (reason) {
      onFailure(reason);
    }
  };
}
