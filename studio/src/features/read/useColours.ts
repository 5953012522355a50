import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useCallback, useEffect, useRef, useState } from 'react';
import { api, type ProbePoint, type ProbeReading, type Readings, type Source } from '../../api/client';
import type { Look } from '../../model/looks';
import type { Place } from '../photo/tools';
import { useRested } from './useRested';

/** What the photo holds before anything is done to it. */
export function useSource(photoId: number): Source | undefined {
  return useQuery({ queryKey: ['source', photoId], queryFn: () => api.source(photoId), staleTime: Infinity }).data;
}

const RESTS_AFTER_MS = 120;

/** What the kept grade makes of the photo, and what the watched move takes in. */
export function useReadings(photoId: number, look: Look | undefined, watch: string | null): Readings | undefined {
  // Changes that follow each other quickly are read once, when they rest.
  const wanted = look === undefined ? null : JSON.stringify({ photoId, look, watch });
  const rested = useRested(wanted, RESTS_AFTER_MS);
  // A desk belongs to one photo, so that what is kept while new ones are under way is never another's.
  return useQuery({
    queryKey: ['readings', rested],
    queryFn: async ({ signal }) => {
      const ask = JSON.parse(rested ?? '') as { photoId: number; look: Look; watch: string | null };
      return api.readings(ask.photoId, ask.look, ask.watch, signal);
    },
    enabled: rested !== null,
    placeholderData: keepPreviousData,
    staleTime: Infinity,
    gcTime: 60_000,
  }).data;
}

/** Where the watched move's reach lies on a plane of the bench; undefined while there is nothing learned to show. */
export function useLit(photoId: number, look: Look | undefined, watch: string | null, plane: string, chromaTop: number | undefined) {
  const move = look?.moves.find(({ id }) => id === watch);
  const shows = look !== undefined && watch !== null && chromaTop !== undefined && move?.reach?.learned != null;
  // Only the reach decides, unless it reads what the moves above have made.
  const key = shows ? JSON.stringify([move.reach, move.reads === 'running' ? look : null]) : null;
  const lit = useQuery({ queryKey: ['lit', photoId, watch, plane, key], queryFn: () => api.lit(photoId, look as Look, watch ?? '', plane, chromaTop ?? 1), enabled: shows, placeholderData: keepPreviousData, staleTime: Infinity, gcTime: 60_000 }).data;
  return shows ? lit : undefined;
}

/** Readings at pinned probes; null for one that lies outside the photo. */
export function useProbeReadings(photoId: number, look: Look | undefined, points: ProbePoint[]): (ProbeReading | null)[] | undefined {
  return useQuery({
    queryKey: ['probes', photoId, JSON.stringify(points), JSON.stringify(look)],
    queryFn: () => api.probes(photoId, look as Look, points),
    enabled: look !== undefined && points.length > 0,
    placeholderData: keepPreviousData,
    gcTime: 60_000,
  }).data;
}

/** The running reading under the pointer: one question at a time, the newest place wins. */
export function usePointed(photoId: number, look: Look | undefined, watch: string | null): [ProbeReading | null, (at: Place | null) => void] {
  const [reading, setReading] = useState<ProbeReading | null>(null);
  const state = useRef<{ busy: boolean; next: Place | null; gone: boolean }>({ busy: false, next: null, gone: true });
  const now = useRef({ photoId, look, watch });
  useEffect(() => {
    now.current = { photoId, look, watch };
  });
  const ask = useCallback((at: Place) => {
    const s = state.current;
    const { look: grade } = now.current;
    if (!grade) return;
    s.busy = true;
    void api
      .probes(now.current.photoId, grade, [{ x: at[0], y: at[1], size: 5 }], { watch: now.current.watch })
      .then(([one]) => {
        if (!s.gone) setReading(one ?? null);
      })
      .catch(() => {
        // The next movement asks again; a lost server is told by the preview.
      })
      .finally(() => {
        s.busy = false;
        const { next } = s;
        s.next = null;
        if (next && !s.gone) ask(next);
      });
  }, []);
  const point = useCallback(
    (at: Place | null) => {
      const s = state.current;
      s.gone = at === null;
      if (at === null) setReading(null);
      else if (s.busy) s.next = at;
      else ask(at);
    },
    [ask],
  );
  return [reading, point];
}

/** Pinned probes of a photo; they outlive a reload. */
export function useProbes(photoId: number): [ProbePoint[], (points: ProbePoint[]) => void] {
  const key = `probes-of-${String(photoId)}`;
  const read = useCallback((): ProbePoint[] => {
    try {
      return JSON.parse(window.localStorage.getItem(key) ?? '[]') as ProbePoint[];
    } catch {
      return [];
    }
  }, [key]);
  const [points, setPoints] = useState(read);
  const keep = useCallback(
    (next: ProbePoint[]) => {
      window.localStorage.setItem(key, JSON.stringify(next));
      setPoints(next);
    },
    [key],
  );
  return [points, keep];
}
