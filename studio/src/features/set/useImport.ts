import { useQueryClient } from '@tanstack/react-query';
import { useCallback, useEffect, useSyncExternalStore } from 'react';
import { importing, sourcesOf } from './importingHere';

/** Files on their way into a set. */
export function useImport(setId: number) {
  const queries = useQueryClient();
  const all = useSyncExternalStore(importing.subscribe, () => importing.state);
  useEffect(() => {
    // The photo at hand stays at hand, whatever arrives meanwhile.
    importing.onArrived = (into) => {
      void queries.invalidateQueries({ queryKey: ['set', into] });
      void queries.invalidateQueries({ queryKey: ['sets'] });
    };
  }, [queries]);
  const add = useCallback((files: File[]) => { void importing.add(setId, sourcesOf(files)); }, [setId]);
  const stopAll = useCallback(() => { importing.stopAll(setId); }, [setId]);
  const closeErrors = useCallback(() => { importing.closeErrors(setId); }, [setId]);
  const here = all.filter((file) => file.setId === setId);
  return { underWay: here.filter(({ error }) => error === null), failed: here.filter(({ error }) => error !== null), add, stop: importing.stop, stopAll, closeErrors };
}

export type ImportState = ReturnType<typeof useImport>;
