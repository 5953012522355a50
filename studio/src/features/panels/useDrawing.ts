import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { api } from '../../api/client';
import type { Look, Move } from '../../model/looks';

/** A look of one move's settings alone, on everything: for what depends on nothing else. */
export function alone({ kind, params }: Pick<Move, 'kind' | 'params'>): Look {
  return { tovrinLook: 1, moves: [{ kind, params, id: 'alone', on: true, reach: null } as Move] };
}

/** The curves of a move's settings as the core computes them; the last ones while new ones are under way. */
export function useDrawing(move: Move): Record<string, number[]> {
  return (
    useQuery({
      queryKey: ['drawing', move.kind, JSON.stringify(move.params)],
      queryFn: () => api.drawing(alone(move)),
      placeholderData: keepPreviousData,
      staleTime: Infinity,
      gcTime: 30_000,
      retry: false,
    }).data ?? {}
  );
}
