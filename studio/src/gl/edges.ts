import type { Look, Move } from '../model/looks';

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

/** The photo's own colour families that a move changes by itself, each as what they are made of. */
function changedPots(move: Move): unknown[] {
  const { pots = [], components } = (move.kind === 'palette' ? move.params : undefined) ?? {};
  const changed = pots.filter(({ to }) => to);
  return changed.length > 0 ? [components, ...changed.map((pot) => pot.components)] : [];
}

/** What decides where a grade's edges lie: not what its moves do. Null when its pixels are left as they are. */
export function edgesKey(look: Look): string | null {
  if (look.edges !== 'unmixed') return null;
  // What is read from the running colour depends on what the moves above make of it.
  const last = look.moves.findLastIndex(({ on, reads, reach }) => (on ?? true) && reads === 'running' && reach);
  const lines = look.moves.flatMap((move, i): unknown[] => (i <= last ? [move] : (move.on ?? true) ? [...(move.reach ? [move.reach] : []), ...changedPots(move)] : []));
  return lines.length === 0 ? null : JSON.stringify(lines);
}
