import type { Reach } from '../../model/looks';

/** As soft as a reach is to begin with, in per cent. */
export const SOFT_AT_FIRST = 60;

/** How a learned reach is read, in the per cent that sliders show. */
export function breadthOf(reach: Reach | null | undefined): number {
  return Math.round((reach?.learned?.broader ?? 0) * 100);
}

export function softnessOf(reach: Reach | null | undefined): number {
  return Math.round((reach?.learned?.soft ?? SOFT_AT_FIRST / 100) * 100);
}

/** The same reach tighter (below 0) or broader (above 0); without anything learned, unchanged. */
export function withBreadth(reach: Reach, percent: number): Reach {
  return reach.learned ? { ...reach, learned: { ...reach.learned, broader: Math.max(-100, Math.min(100, percent)) / 100 } } : reach;
}

export function withSoftness(reach: Reach, percent: number): Reach {
  return reach.learned ? { ...reach, learned: { ...reach.learned, soft: Math.max(0, Math.min(100, percent)) / 100 } } : reach;
}
