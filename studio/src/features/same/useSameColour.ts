import { useQueries, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { api, type Photo } from '../../api/client';
import { inParts } from '../carry/carrying';
import { isUnfinished } from '../jobs/jobs';
import { useFollow, useJobs } from '../jobs/useJobs';

/** One thing in several photos: looked for some at a time, and brought to the colour of the first by the server. */
export function useSameColour(lead: Photo, others: Photo[], pot: number, onFailure: (reason: unknown) => void) {
  const source = useQuery({ queryKey: ['source', lead.id], queryFn: () => api.source(lead.id), staleTime: Infinity });
  const follow = useFollow();
  const jobs = useJobs();
  const [asked, setAsked] = useState<number | null>(null);
  const job = jobs.find((one) => one.id === asked && isUnfinished(one)) ?? null;
  const revisions = new Map([lead, ...others].map(({ id, revision }) => [id, revision]));
  const found = useQueries({
    queries: inParts(others.map(({ id }) => id)).map((to) => ({
      queryKey: ['same', lead.id, pot, [lead.id, ...to].map((id) => `${String(id)}-${String(revisions.get(id))}`).join()],
      queryFn: () => api.same(lead.id, pot, to),
      enabled: job === null,
      gcTime: 30_000,
    })),
    combine: (results) => ({
      // Each part begins with the first photo.
      photos: results.flatMap(({ data }, part) => (data ? (part === 0 ? data.photos : data.photos.slice(1)) : [])),
      complete: results.every(({ data }) => data !== undefined),
      failed: results.find(({ error }) => error !== null)?.error?.message ?? null,
    }),
  });
  const colours = found.photos.flatMap(({ colour }) => (colour === null ? [] : [colour]));
  const spread = useQuery({ queryKey: ['spread', colours.join()], queryFn: () => api.spread(colours), enabled: found.complete, gcTime: 30_000 });
  return {
    pots: source.data?.pots ?? [],
    found,
    /** How many of the others have been looked at. */
    read: found.photos.filter(({ photoId }) => photoId !== lead.id).length,
    /** The largest difference between any two; null until all have been looked at. */
    spread: found.complete ? (spread.data?.spread ?? null) : null,
    /** While the others are brought to the colour of the first. */
    job,
    bring: async () => {
      try {
        const made = await api.bringToFirst(lead.id, pot, others.map(({ id }) => id));
        setAsked(made.id);
        follow(made);
      } catch (reason) {
        onFailure(reason);
      }
    },
  };
}
