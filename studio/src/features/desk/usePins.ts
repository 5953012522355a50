import { useState } from 'react';
import type { ProbePoint } from '../../api/client';
import type { Place } from '../photo/tools';
import { useProbes } from '../read/useColours';

/** Side of the square that a probe reads, in pixels of the preview. */
const PROBE_SIZE = 5;
const inside = (share: number) => Math.min(0.9999, Math.max(0, share));

/** Pinned probes: where they are read, and where they are shown while one of them is dragged. */
export function usePins(photoId: number) {
  const [probes, setProbes] = useProbes(photoId);
  const [moving, setMoving] = useState<ProbePoint[] | null>(null);
  const shown = moving ?? probes;
  return {
    probes,
    setProbes,
    pins: shown.map(({ x, y }): Place => [x, y]),
    /** False for a place beside the photo. */
    pin: ([x, y]: Place): boolean => {
      const on = x >= 0 && x < 1 && y >= 0 && y < 1;
      if (on) setProbes([...probes, { x, y, size: PROBE_SIZE }]);
      return on;
    },
    movePin: (index: number, [x, y]: Place, done: boolean) => {
      const next = shown.map((pin, i) => (i === index ? { ...pin, x: inside(x), y: inside(y) } : pin));
      setMoving(done ? null : next);
      if (done) setProbes(next);
    },
  };
}
