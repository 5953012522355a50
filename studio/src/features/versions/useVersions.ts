import { keepPreviousData, useQuery, useQueryClient } from '@tanstack/react-query';
import { api, type Photo, type Version } from '../../api/client';
import type { GradeSession } from '../../model/gradeSession';
import type { Kept } from '../../model/grading';
import type { Look } from '../../model/looks';
import type { Say } from '../shell/say';

export type Versions = ReturnType<typeof useVersions>;

/** The kept states of a photo's grade, and what can be done with them. */
export function useVersions(photo: Photo, kept: Kept | null, session: GradeSession, onSay: Say, onFailure: (reason: unknown) => void) {
  const queries = useQueryClient();
  const versions = useQuery({ queryKey: ['versions', photo.id], queryFn: () => api.versions(photo.id) });
  const began = kept?.began ?? null;
  // Undo may lead to before it was given, or to another one.
  const beginning = useQuery({ queryKey: ['beginning', photo.id, kept?.revision], queryFn: () => api.beginning(photo.id), enabled: began !== null, gcTime: 30_000, placeholderData: keepPreviousData }).data;
  const refetch = () => queries.invalidateQueries({ queryKey: ['versions', photo.id] });
  const does = (what: () => Promise<void>) => {
    what().then(refetch).catch(onFailure);
  };
  return {
    list: versions.data ?? [],
    loading: versions.isPending,
    /** The look that the grade began with, as it was fitted to the photo. */
    start: began !== null && beginning ? { name: `Starting look: ${began}`, look: beginning } : null,
    keep: () => {
      does(async () => {
        // What is kept is what the screen shows.
        await session.settled();
        const kept = await api.keepVersion(photo.id, session.state.kept?.revision ?? 0);
        onSay(`Saved as “${kept.name}”.`);
      });
    },
    take: (version: { look: Look }) => {
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
