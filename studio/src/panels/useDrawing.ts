import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { api } from '../api/client';
import type { Move } from '../grade/looks';

/** The curves of a move's settings as the core computes them; the last ones while new ones are under way. */
export function useDrawing(move: Move): Record<string, number[]> {
  return (
    useQuery({
      queryKey: ['drawing', move.kind, JSON.stringify(move.params)],
      queryFn: () => api.drawing({ tovrinLook: 1, moves: [{ ...move, id: 'drawn', on: true, reach: null }] }),
      placeholderData: keepPreviousData,
      staleTime: Infinity,
      gcTime: 30_000,
      retry: false,
    }).data ?? {}
  );
}
