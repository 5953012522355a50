/** A part of the desk whose size can be changed: widths of the two sides, heights of what stands below. */
export type Part = 'left' | 'guide' | 'right' | Below;

/** What can stand below the photo. */
export type Below = 'bench' | 'readings' | 'checks' | 'cloud';

interface Window {
  width: number;
  height: number;
}

/** In CSS pixels. */
export interface Bounds {
  least: number;
  most: number;
}

/** How far a part can be drawn; the photo keeps the rest. */
export const BOUNDS: Record<Part, Bounds> = {
  left: { least: 140, most: 420 },
  guide: { least: 300, most: 720 },
  right: { least: 288, most: 640 },
  bench: { least: 108, most: 640 },
  readings: { least: 150, most: 640 },
  checks: { least: 108, most: 640 },
  cloud: { least: 150, most: 640 },
};

/** Where a part begins: a share of the window, never so small that it cuts what is in it, nor so large that it wastes room. */
const USUAL: Record<Part, { side: keyof Window; share: number; least: number; most: number }> = {
  left: { side: 'width', share: 0.115, least: 172, most: 300 },
  guide: { side: 'width', share: 0.25, least: 330, most: 560 },
  right: { side: 'width', share: 0.185, least: 302, most: 480 },
  bench: { side: 'height', share: 0.177, least: 142, most: 320 },
  readings: { side: 'height', share: 0.24, least: 200, most: 360 },
  checks: { side: 'height', share: 0.22, least: 176, most: 320 },
  cloud: { side: 'height', share: 0.33, least: 240, most: 420 },
};

export function usualSize(part: Part, window: Window): number {
  const { side, share, least, most } = USUAL[part];
  return Math.round(Math.min(most, Math.max(least, window[side] * share)));
}

/** Sizes the user has chosen; they outlive a reload. */
export class SizeMemory {
  constructor(private readonly storage: Pick<Storage, 'getItem' | 'setItem'>) {}

  /** As it was left, or as it usually is. */
  of(part: Part, window: Window): number {
    const kept = Number(this.storage.getItem(key(part)));
    const { least, most } = BOUNDS[part];
    return Number.isFinite(kept) && kept > 0 ? Math.min(most, Math.max(least, kept)) : usualSize(part, window);
  }

  keep(part: Part, size: number): void {
    this.storage.setItem(key(part), String(Math.round(size)));
  }
}

const key = (part: Part) => `size-of-${part}`;
