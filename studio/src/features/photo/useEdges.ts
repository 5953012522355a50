import { useQuery } from '@tanstack/react-query';
import { useEffect } from 'react';
import { api } from '../../api/client';
import { edgesKey } from '../../gl/edges';
import type { Look } from '../../model/looks';
import type { Drawing } from './useRenderer';

/** Keeps in the renderer where pixels are two colours at once: asked for anew when what is reached changes, not when a slider does. */
export function useEdges(drawing: Drawing | null, photoId: number, look: Look | undefined): { known: boolean } {
  const key = look ? edgesKey(look) : null;
  const { data, isPending, isError } = useQuery({ queryKey: ['edges', photoId, key], queryFn: ({ signal }) => api.edges(photoId, look as Look, signal), enabled: key !== null, staleTime: Infinity, gcTime: 60_000 });
  const edges = key === null ? null : (data ?? null);
  useEffect(() => {
    drawing?.renderer.setEdges(edges);
    drawing?.loop.ask();
  }, [drawing, edges]);
  // Without them the photo is drawn as it would be with its edges mixed.
  return { known: key === null || !isPending || isError };
}
