import { useQueries, useQueryClient } from '@tanstack/react-query';
import { useRef, useState } from 'react';
import { api, type Carried, type CarryBody, type Photo } from '../../api/client';
import { refreshSession } from '../ledger/sessions';
import { stepBack } from '../ledger/stepBack';
import type { Say } from '../shell/say';
import { doneWords, inParts } from './carrying';

/** Few, so that the bar moves. */
const AT_ONCE = 2;

/** Looking at what many photos get, and carrying over to them, some at a time: what is done is told as it comes, and can be stopped. */
export function useCarrying(photo: Photo, offered: readonly number[], body: CarryBody, ready: boolean, onDone: () => void, onSay: Say, onFailure: (reason: unknown) => void) {
  const queries = useQueryClient();
  const [share, setShare] = useState<number | null>(null);
  const stopped = useRef(false);
  const preview = useQueries({
    // Parted by what is offered, so that taking one photo out asks about its neighbours again, not about all.
    queries: inParts(offered)
      .map((part) => part.filter((id) => body.to.includes(id)))
      .filter((part) => part.length > 0)
      .map((to) => ({
      queryKey: ['carry', photo.id, JSON.stringify({ ...body, to })],
      queryFn: () => api.previewCarry(photo.id, { ...body, to }),
      enabled: ready && share === null,
      gcTime: 30_000,
    })),
    combine: (results) => ({ told: results.flatMap(({ data }) => data ?? []), looking: results.some(({ isFetching }) => isFetching) }),
  });
  const refresh = async (done: readonly Carried[]) => {
    await Promise.all(done.map(({ photoId }) => refreshSession(photoId)));
    await queries.invalidateQueries({ queryKey: ['set', photo.setId] });
  };
  const carry = async () => {
    const done: Carried[] = [];
    stopped.current = false;
    setShare(0);
    try {
      for (const to of inParts(body.to, AT_ONCE)) {
        if (stopped.current) break;
        done.push(...(await api.carry(photo.id, { ...body, to })));
        setShare(done.length / body.to.length);
      }
      onDone();
    } catch (reason) {
      onFailure(reason);
      setShare(null);
    }
    await refresh(done);
    if (done.length > 0) {
      onSay(doneWords(done), {
        title: 'Undo',
        run: () => {
          stepBack(done)
            .catch(onFailure)
            .finally(() => void refresh(done));
        },
      });
    }
  };
  return {
    ...preview,
    carry,
    /** Share done while it is under way; null while it is not. */
    share,
    stop: () => {
      stopped.current = true;
    },
  };
}
