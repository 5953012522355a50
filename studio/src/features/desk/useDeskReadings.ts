import type { Look } from '../../model/looks';
import { usePointed, useProbeReadings, useReadings, useSource } from '../read/useColours';
import { usePins } from './usePins';

/** What is measured: the photo, what the grade makes of it, the place pointed at, the probes. */
export function useDeskReadings(photoId: number, look: Look | null, kept: Look | undefined, watch: string | null) {
  const source = useSource(photoId);
  const result = useReadings(photoId, kept, kept?.moves.some(({ id }) => id === watch) ? watch : null);
  const [pointed, point] = usePointed(photoId, look ?? undefined, watch);
  const pins = usePins(photoId);
  const ofProbes = useProbeReadings(photoId, kept, pins.probes);
  return { source, result, pointed, point, ...pins, ofProbes };
}
