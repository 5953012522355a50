import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useCallback, useEffect } from 'react';
import { api, type Delivery } from '../../api/client';

const ASKED = 'deliveries-asked-here';
const FOLLOW_MS = 300;

export const isUnderWay = (delivery: Delivery) => !delivery.paused && delivery.waiting + delivery.running > 0;
/** More is to come of it, now or when it goes on. */
export const isUnfinished = (delivery: Delivery) => delivery.waiting + delivery.running > 0;

/** Deliveries that this window has asked for and not handed over yet; outlives a reload. */
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

function handOver(url: string, name: string): void {
  const link = document.createElement('a');
  link.href = url;
  link.download = name;
  link.click();
}

/** What of a delivery is fetched by the browser: the archive, or each file. */
export function fetched(delivery: Delivery): { url: string; name: string }[] {
  if (delivery.to === 'archive') return delivery.fileUrl !== null && delivery.fileName !== null ? [{ url: delivery.fileUrl, name: delivery.fileName }] : [];
  return delivery.files.flatMap(({ fileUrl, fileName }) => (fileUrl === null ? [] : [{ url: fileUrl, name: fileName }]));
}

/** What was asked for: followed while it is made, handed over once it is done, also after a reload. */
export function useDeliveries() {
  const queries = useQueryClient();
  const { data, error } = useQuery({
    queryKey: ['deliveries'],
    queryFn: api.deliveries,
    staleTime: 0,
    refetchInterval: (query) => (query.state.data?.some(isUnderWay) ? FOLLOW_MS : false),
  });
  useEffect(() => {
    const waiting = asked();
    for (const delivery of data ?? []) {
      if (!waiting.includes(delivery.id) || isUnfinished(delivery)) continue;
      setAsked(asked().filter((id) => id !== delivery.id));
      for (const { url, name } of fetched(delivery)) handOver(url, name);
    }
  }, [data]);

  const refetch = useCallback(() => queries.invalidateQueries({ queryKey: ['deliveries'] }), [queries]);
  const start = useCallback(
    async (ask: () => Promise<Delivery>) => {
      const delivery = await ask();
      setAsked([...asked(), delivery.id]);
      queries.setQueryData<Delivery[]>(['deliveries'], (now) => [delivery, ...(now ?? [])]);
      await refetch();
    },
    [queries, refetch],
  );
  const steer = useCallback(
    async (id: number, what: 'pause' | 'resume' | 'stop' | 'again' | 'forget') => {
      if (what === 'forget') await api.forgetDelivery(id);
      else await api.steerDelivery(id, what);
      // What is made again is handed over again.
      if (what === 'again') setAsked([...asked().filter((one) => one !== id), id]);
      await refetch();
    },
    [refetch],
  );
  return { deliveries: data ?? [], lost: error !== null, start, steer };
}
