import type { Place } from '../photo/tools';
import type { Size } from '../../gl/viewport';

/**
 * A way with as few points as stay within a distance of it: U. Ramer (1972), D. Douglas and T. Peucker (1973).
 *
 * @param most points; the distance is widened until there are no more
 */
export function simplified(points: Place[], photo: Size, distance: number, most: number): Place[] {
  const longer = Math.max(photo.width, photo.height);
  const [wide, high] = [photo.width / longer, photo.height / longer];
  for (let limit = distance; ; limit = Math.max(1e-4, limit * 1.5)) {
    const kept = within(points, wide, high, limit);
    if (kept.length <= most) return kept;
  }
}

function within(points: Place[], wide: number, high: number, limit: number): Place[] {
  const first = points[0];
  const last = points.at(-1);
  if (!first || !last || points.length < 3) return points;
  let [far, at] = [limit, 0];
  const [dx, dy] = [(last[0] - first[0]) * wide, (last[1] - first[1]) * high];
  const length = Math.hypot(dx, dy);
  for (let i = 1; i < points.length - 1; i++) {
    const [px, py] = points[i] ?? first;
    const [x, y] = [(px - first[0]) * wide, (py - first[1]) * high];
    const t = length > 0 ? Math.min(1, Math.max(0, (x * dx + y * dy) / length ** 2)) : 0;
    const away = Math.hypot(x - t * dx, y - t * dy);
    if (away > far) [far, at] = [away, i];
  }
  if (at === 0) return [first, last];
  return [...within(points.slice(0, at + 1), wide, high, limit).slice(0, -1), ...within(points.slice(at), wide, high, limit)];
}
