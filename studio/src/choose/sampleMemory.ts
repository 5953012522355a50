import type { Reach } from '../grade/looks';
import type { Gathered, SampleMemory } from './choosing';

const REMEMBERED = 40;

/** The samples of a photo, in the browser's own store. */
export function sampleMemory(photoId: number, store: Pick<Storage, 'getItem' | 'setItem' | 'removeItem'> = window.localStorage): SampleMemory {
  const shelf = `samples-of-${String(photoId)}`;
  const all = (): [string, Gathered][] => {
    try {
      return JSON.parse(store.getItem(shelf) ?? '[]') as [string, Gathered][];
    } catch {
      return [];
    }
  };
  const key = (reach: Reach | null) => JSON.stringify(reach);
  return {
    recall: (reach) => all().find(([made]) => made === key(reach))?.[1] ?? null,
    remember: (reach, gathered) => {
      const rest = all().filter(([made]) => made !== key(reach));
      try {
        store.setItem(shelf, JSON.stringify([[key(reach), gathered], ...rest].slice(0, REMEMBERED)));
      } catch {
        // A full store forgets the samples; the reach itself is kept with the grade.
        store.removeItem(shelf);
      }
    },
  };
}
