import { useQuery, useQueryClient } from '@tanstack/react-query';
import { api, type Photo, type Version } from '../../api/client';
import type { GradeSession } from '../../model/gradeSession';
import type { Say } from '../shell/say';

export type Versions = ReturnType<typeof useVersions>;

/** The kept states of a photo's grade, and what can be done with them. */
export function useVersions(photo: Photo, session: GradeSession, onSay: Say, onFailure: (reason: unknown) => void) {
  const queries = useQueryClient();
  const versions = useQuery({ queryKey: ['versions', photo.id], queryFn: () => api.versions(photo.id) });
  const refetch = () => queries.invalidateQueries({ queryKey: ['versions', photo.id] });
  const does = (what: () => Promise<void>) => {
    what().then(refetch).catch(onFailure);
  };
  return {
    list: versions.data ?? [],
    loading: versions.isPending,
    keep: () => {
      does(async () => {
        // What is kept is what the screen shows.
        await session.settled();
        const kept = await api.keepVersion(photo.id, session.state.kept?.revision ?? 0);
        onSay(`Saved as “${kept.name}”.`);
      });
    },
    take: (version: Version) => {
      session.edit(() => version.look);
    },
    rename: (version: Version, name: string) => {
      does(async () => {
        await api.renameVersion(version.id, name);
      });
    },
    remove: (version: Version) => {
      does(async () => {
        await api.removeVersion(version.id);
        onSay(`“${version.name}” was removed.`, {
          title: 'Undo',
          run: () => {
            does(async () => {
              await api.restoreVersion(version.id);
            });
          },
        });
      });
    },
  };
}
