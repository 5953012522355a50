import { useQueryClient } from '@tanstack/react-query';
import { useCallback, useRef, useState } from 'react';
import { bringIn, type Photo } from '../api/client';

export interface Incoming {
  key: number;
  name: string;
  /** Share sent; at 1 the server is decoding. */
  share: number;
  error: string | null;
}

let nextKey = 1;

/** Brings files into a set, one after another, each with its own progress, stop and message. */
export function useBringIn(setId: number, onArrived: (photo: Photo) => void) {
  const queries = useQueryClient();
  const [incoming, setIncoming] = useState<Incoming[]>([]);
  const stops = useRef(new Map<number, AbortController>());
  const chain = useRef<Promise<void>>(Promise.resolve());

  const change = (key: number, part: Partial<Incoming> | null) => {
    setIncoming((now) => (part === null ? now.filter((file) => file.key !== key) : now.map((file) => (file.key === key ? { ...file, ...part } : file))));
  };

  const add = useCallback(
    (files: File[]) => {
      for (const file of files) {
        const key = nextKey++;
        const stop = new AbortController();
        stops.current.set(key, stop);
        setIncoming((now) => [...now, { key, name: file.name, share: 0, error: null }]);
        chain.current = chain.current.then(async () => {
          if (stop.signal.aborted) return;
          try {
            const photo = await bringIn(setId, file, (share) => { change(key, { share }); }, stop.signal);
            change(key, null);
            await queries.invalidateQueries({ queryKey: ['set', setId] });
            onArrived(photo);
          } catch (reason) {
            if (!stop.signal.aborted) change(key, { error: reason instanceof Error ? reason.message : String(reason) });
          }
        });
      }
    },
    [queries, setId, onArrived],
  );

  /** Stops a file that is under way, or takes its message away. */
  const stop = useCallback((key: number) => {
    stops.current.get(key)?.abort();
    stops.current.delete(key);
    change(key, null);
  }, []);

  return { incoming, add, stop };
}
