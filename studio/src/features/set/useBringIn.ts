import { useQueryClient } from '@tanstack/react-query';
import { useCallback, useEffect, useSyncExternalStore } from 'react';
import { api, bringIn } from '../../api/client';
import { Bringing } from './bringing';

/** One for the page: what is under way goes on while another set is open. */
const bringing = new Bringing(bringIn, (photo) => api.removePhotos([photo.id]));

/** Files on their way into a set. */
export function useBringIn(setId: number) {
  const queries = useQueryClient();
  const all = useSyncExternalStore(bringing.subscribe, () => bringing.state);
  useEffect(() => {
    // The photo at hand stays at hand, whatever arrives meanwhile.
    bringing.onArrived = (into) => {
      void queries.invalidateQueries({ queryKey: ['set', into] });
      void queries.invalidateQueries({ queryKey: ['sets'] });
    };
  }, [queries]);
  const add = useCallback((files: File[]) => { void bringing.add(setId, files); }, [setId]);
  return { incoming: all.filter((file) => file.setId === setId), add, stop: bringing.stop };
}
