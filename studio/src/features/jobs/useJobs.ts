import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useCallback, useSyncExternalStore } from 'react';
import { api, type Job } from '../../api/client';
import { askedHere, isUnderWay, toldOf } from './jobs';

/** Windows are told; this is for when that fails. */
const FOLLOW_MS = 2000;

/** Changes to many photos: looked at as long as any is under way, whoever asked for it. */
export function useJobs(): Job[] {
  return useQuery({ queryKey: ['jobs'], queryFn: api.jobs, staleTime: 0, refetchInterval: (query) => (query.state.data?.some(isUnderWay) ? FOLLOW_MS : false) }).data ?? [];
}

/** Takes up a job that was just asked for here, or what has become of it. */
export function useFollow(): (job: Job) => void {
  const queries = useQueryClient();
  return useCallback(
    (job: Job) => {
      askedHere.add(job.id);
      queries.setQueryData<Job[]>(['jobs'], (now = []) => [job, ...now.filter(({ id }) => id !== job.id)].sort((a, b) => b.id - a.id));
      void queries.invalidateQueries({ queryKey: ['jobs'] });
    },
    [queries],
  );
}

/** The job that is told of on the screen. */
export function useToldJob(): Job | null {
  const jobs = useJobs();
  const asked = useSyncExternalStore(askedHere.subscribe, () => askedHere.ids);
  return toldOf(jobs, asked);
}
