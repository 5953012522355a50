import type { Look, Move } from '../model/looks';
import { shareOf } from '../model/moveTree';

/** Pixels of a tile each way; see EdgePictures of the server. */
export const TILE = 8;

/** Where pixels of a photo are two colours at once: tiles of two pictures, of the colours on either side. */
export interface EdgeTiles {
  width: number;
  height: number;
  /** Left and top of each, and its pixels in the two pictures: red, green, blue, sureness. */
  tiles: { left: number; top: number; inside: Uint8Array; outside: Uint8Array }[];
}

/** Reads the answer of the server. */
export function edgesIn(buffer: ArrayBuffer): EdgeTiles {
  const head = new DataView(buffer);
  const [width, height, count] = [head.getUint32(0, true), head.getUint32(4, true), head.getUint32(8, true)];
  const across = Math.ceil(width / TILE);
  const size = 4 * TILE * TILE;
  const tiles = Array.from({ length: count }, (_, i) => {
    const number = head.getUint32(12 + 4 * i, true);
    const at = 12 + 4 * count + 2 * size * i;
    return { left: (number % across) * TILE, top: Math.floor(number / across) * TILE, inside: new Uint8Array(buffer, at, size), outside: new Uint8Array(buffer, at + size, size) };
  });
  return { width, height, tiles };
}

/**
 * Where on the photo there are edges, as triangles: corners in x and y, 0 to 1. Tiles side by side are one quad; each is half a pixel
 * larger all round, as far as colours are interpolated beyond it.
 */
export function quadsOf({ width, height, tiles }: EdgeTiles): Float32Array {
  const runs: { left: number; top: number; right: number }[] = [];
  for (const { left, top } of [...tiles].sort((a, b) => a.top - b.top || a.left - b.left)) {
    const last = runs.at(-1);
    if (last && last.top === top && last.right === left) last.right = left + TILE;
    else runs.push({ left, top, right: left + TILE });
  }
  const within = (pixels: number, size: number) => Math.min(1, Math.max(0, pixels / size));
  return Float32Array.from(
    runs.flatMap(({ left, top, right }) => {
      const [x0, x1, y0, y1] = [within(left - 0.5, width), within(right + 0.5, width), within(top - 0.5, height), within(top + TILE + 0.5, height)];
      return [x0, y0, x1, y0, x0, y1, x0, y1, x1, y0, x1, y1];
    }),
  );
}

/** The photo's own colour families that a move changes by itself, each as what they are made of. */
function changedPots(move: Move): unknown[] {
  const { pots = [], components } = (move.kind === 'palette' ? move.params : undefined) ?? {};
  const changed = pots.filter(({ to }) => to);
  return changed.length > 0 ? [components, ...changed.map((pot) => pot.components)] : [];
}

/** Kinds that do different things to different hues: without a reach, what they do ends where the photo's own colours do. */
const BY_HUE: readonly Move['kind'][] = ['band-mix', 'hue-curves', 'selective-colour'];

/** What decides where a grade's edges lie: not what its moves do. Null when its pixels are left as they are. */
export function edgesKey(look: Look): string | null {
  if (look.edges !== 'unmixed') return null;
  // What is read from the running colour depends on what the moves above make of it.
  const acts = (move: Move) => (move.on ?? true) && shareOf(look, move) > 0;
  const last = look.moves.findLastIndex((move) => acts(move) && move.reads === 'running' && move.reach);
  const lines = look.moves.flatMap((move, i): unknown[] => (i <= last ? [move, shareOf(look, move)] : acts(move) ? [...(move.reach ? [move.reach] : []), ...changedPots(move)] : []));
  if (look.moves.some((move) => acts(move) && !move.reach && BY_HUE.includes(move.kind))) lines.push('by hue');
  return lines.length === 0 ? null : JSON.stringify(lines);
}
