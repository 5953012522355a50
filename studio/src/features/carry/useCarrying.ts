import { useQueries } from '@tanstack/react-query';
import { useState } from 'react';
import { api, type CarryBody, type Photo } from '../../api/client';
import { useFollow } from '../jobs/useJobs';
import { inParts } from './carrying';

/** Looking at what many photos get, some at a time, and having it carried over to them by the server. */
export function useCarrying(photo: Photo, offered: readonly number[], body: CarryBody, ready: boolean, onDone: () => void, onFailure: (reason: unknown) => void) {
  const follow = useFollow();
  const [asking, setAsking] = useState(false);
  const preview = useQueries({
    // Parted by what is offered, so that taking one photo out asks about its neighbours again, not about all.
    queries: inParts(offered)
      .map((part) => part.filter((id) => body.to.includes(id)))
      .filter((part) => part.length > 0)
      .map((to) => ({
        queryKey: ['carry', photo.id, JSON.stringify({ ...body, to })],
        queryFn: () => api.previewCarry(photo.id, { ...body, to }),
        enabled: ready && !asking,
        gcTime: 30_000,
      })),
    combine: (results) => ({ told: results.flatMap(({ data }) => data ?? []), looking: results.some(({ isFetching }) => isFetching) }),
  });
  const carry = async () => {
    setAsking(true);
    try {
      follow(await api.carry(photo.id, body));
      onDone();
    } catch (reason) {
      onFailure(reason);
      setAsking(false);
    }
  };
  return { ...preview, carry, asking };
}
