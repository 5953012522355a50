import { useQuery } from '@tanstack/react-query';
import { api } from '../../api/client';
import type { LookFile } from '../../model/looks';

export interface LookChoice {
  key: string;
  name: string;
  group: string;
  look: LookFile;
}

/** Looks to choose from: the user's own first, then those to begin with. */
export function useLookChoice(): LookChoice[] {
  const own = useQuery({ queryKey: ['own looks'], queryFn: api.ownLooks }).data ?? [];
  const presets = useQuery({ queryKey: ['presets'], queryFn: api.presets, staleTime: Infinity }).data ?? [];
  return [
    ...own.map(({ id, look, group }) => ({ key: `own-${String(id)}`, name: look.name ?? '', group: group === '' ? 'Your own' : group, look })),
    ...presets.map(({ group, look }, index) => ({ key: `preset-${String(index)}`, name: look.name ?? '', group, look })),
  ];
}
