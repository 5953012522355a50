import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useEffect, useRef, useState } from 'react';
import { api } from '../../api/client';
import { toldKey, worsened, type Finding } from '../../model/findings';
import type { Look } from '../../model/looks';
import { useRested } from '../read/useRested';

/** Changes that follow each other quickly are checked once, when they rest. */
const RESTS_AFTER_MS = 400;

/** What goes wrong with the photo's colours in the kept grade, which of it is shown, and what the last change made clearly worse. */
export function useChecks(photoId: number, look: Look | undefined, open: boolean) {
  const text = look === undefined ? null : JSON.stringify(look);
  const rested = useRested(text, RESTS_AFTER_MS);
  const query = useQuery({
    queryKey: ['checks', photoId, rested, open],
    queryFn: ({ signal }) => api.checks(photoId, JSON.parse(rested ?? '') as Look, open, signal),
    enabled: rested !== null,
    placeholderData: keepPreviousData,
    staleTime: Infinity,
    gcTime: 60_000,
  });
  const findings = query.data;
  const [chosen, choose] = useState<string | null>(null);
  const [worse, setWorse] = useState<Finding | null>(null);
  const before = useRef<readonly Finding[] | null>(null);
  const told = useRef(new Set<string>());
  const fresh = query.isPlaceholderData ? undefined : findings;
  useEffect(() => {
    if (!fresh) return;
    const grown = before.current ? worsened(before.current, fresh) : [];
    const now = grown.find((one) => !told.current.has(toldKey(one)));
    // What came along with it is in the list, and is not told one by one later.
    for (const one of grown) told.current.add(toldKey(one));
    // What is said stays until it holds no longer.
    setWorse((said) => now ?? (said && (fresh.find((one) => toldKey(one) === toldKey(said)) ?? null)));
    before.current = fresh;
  }, [fresh]);
  return {
    findings,
    failed: query.isError,
    retry: () => {
      void query.refetch();
    },
    /** An answer is under way. */
    busy: query.isFetching || text !== rested,
    chosen: open ? (findings?.find(({ trouble }) => trouble === chosen) ?? null) : null,
    choose: (finding: Finding | null) => {
      choose(finding?.trouble ?? null);
    },
    worse,
  };
}

export type ChecksState = ReturnType<typeof useChecks>;
