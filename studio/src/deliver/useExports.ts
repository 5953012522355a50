import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useCallback, useEffect } from 'react';
import { api, type ExportFormat, type ExportJob } from '../api/client';
import type { GradeSession } from '../session/gradeSession';

const ASKED = 'exports-asked-here';
const FOLLOW_MS = 250;

export const isUnderWay = (job: ExportJob) => job.state === 'queued' || job.state === 'running';

/** Exports that this window has asked for and not handed over yet; outlives a reload. */
function asked(): number[] {
  try {
    return JSON.parse(window.sessionStorage.getItem(ASKED) ?? '[]') as number[];
  } catch {
    return [];
  }
}

function setAsked(ids: number[]): void {
  window.sessionStorage.setItem(ASKED, JSON.stringify(ids));
}

function handOver(job: ExportJob): void {
  if (!job.fileUrl) return;
  const link = document.createElement('a');
  link.href = job.fileUrl;
  link.download = job.fileName;
  link.click();
}

/** The files that were asked for: followed while they are made, handed over once they are done, also after a reload. */
export function useExports() {
  const queries = useQueryClient();
  const { data, error } = useQuery({
    queryKey: ['exports'],
    queryFn: api.exports,
    staleTime: 0,
    refetchInterval: (query) => (query.state.data?.some(isUnderWay) ? FOLLOW_MS : false),
  });
  const jobs = data ?? [];
  useEffect(() => {
    const waiting = asked();
    for (const job of data ?? []) {
      if (!waiting.includes(job.id) || isUnderWay(job)) continue;
      setAsked(asked().filter((id) => id !== job.id));
      if (job.state === 'done') handOver(job);
    }
  }, [data]);

  const start = useCallback(
    async (photoId: number, session: GradeSession, format: ExportFormat, quality: number, lattice: number) => {
      // The file is what the screen shows: nothing is made while a change is not kept.
      await session.settled();
      const job = await api.startExport(photoId, session.state.kept?.revision ?? 0, format, quality, lattice);
      setAsked([...asked(), job.id]);
      queries.setQueryData<ExportJob[]>(['exports'], (now) => [job, ...(now ?? [])]);
      await queries.invalidateQueries({ queryKey: ['exports'] });
    },
    [queries],
  );
  const stop = useCallback(
    async (id: number) => {
      await api.cancelExport(id);
      await queries.invalidateQueries({ queryKey: ['exports'] });
    },
    [queries],
  );
  return { jobs, lost: error !== null, start, stop };
}
