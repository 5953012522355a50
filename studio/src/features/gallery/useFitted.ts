import { useQueries } from '@tanstack/react-query';
import { api, type OwnLook, type Photo } from '../../api/client';
import { identified, type LookFile } from '../../model/looks';

/** Whether anything of a look was made for one photo, and has to be fitted to another. */
function holdsOn(look: LookFile): boolean {
  return look.moves.some(({ kind, reach }) => kind === 'palette' || kind === 'match' || (reach?.learned ?? null) !== null);
}

/** Looks as they fit a photo; those that are still being fitted are not among them yet. */
export function useFitted(photo: Photo, looks: OwnLook[] | undefined): OwnLook[] {
  return useQueries({
    queries: (looks ?? []).map((own) => ({
      queryKey: ['fitted look', photo.key, own.id, own.look.name, own.group],
      queryFn: async (): Promise<OwnLook> => (holdsOn(own.look) ? { ...own, look: { ...own.look, moves: (await api.fitted(photo.id, identified(own.look))).look.moves } } : own),
      staleTime: Infinity,
    })),
    combine: (results) => results.flatMap(({ data }) => data ?? []),
  });
}
