import { MOST_WORD, type Between, type Draft } from './Track';

/** Part of the way to the ends within which the server draws lines closer; see its Field. */
const NEAR = 1 / 6;

/** Where lines are, rising. */
interface Lines {
  along: number[];
  aside: number[];
}

/** Drafts where the lines of a grid cross, as they come, and what lies between them. */
export class Field {
  /** Of one size each, the newest size last; by place along, then aside. */
  private readonly bySize: { size: number; drafts: Map<number, Map<number, Draft>>; lines: Lines }[] = [];
  private nodes = new Float32Array(0);

  add(draft: Draft): void {
    let same = this.bySize.find(({ size }) => size === draft.size);
    if (!same) this.bySize.push((same = { size: draft.size, drafts: new Map(), lines: { along: [], aside: [] } }));
    const column = same.drafts.get(draft.place) ?? new Map<number, Draft>();
    same.drafts.set(draft.place, column.set(draft.aside, draft));
    put(same.lines.along, draft.place);
    put(same.lines.aside, draft.aside);
  }

  /** What is at a place: between the drafts around it, or the nearest while there are none on all sides; null while there is nothing. The next call writes over its nodes. */
  at([along, aside]: readonly [number, number]): Between | null {
    let nearest: Between | null = null;
    for (const { size, drafts, lines } of [...this.bySize].reverse()) {
      const draftAt = (x: number, y: number) => drafts.get(x)?.get(y);
      const rows = around(lines.aside, aside);
      for (const [left, right] of around(lines.along, along))
        for (const [low, high] of rows) {
          const corners = [draftAt(left, low), draftAt(right, low), draftAt(left, high), draftAt(right, high)];
          if (corners.every((corner) => corner !== undefined)) {
            const [u, v] = [share(along, left, right), share(aside, low, high)];
            return { nodes: this.mixed(corners, [(1 - u) * (1 - v), u * (1 - v), (1 - u) * v, u * v]), size, exact: true };
          }
        }
      nearest ??= this.nearest(drafts, along, aside);
    }
    return nearest;
  }

  /** Whether a place lies beyond where lines are close, once all have come. */
  isFar([along, aside]: readonly [number, number]): boolean {
    const lines = this.bySize.at(-1)?.lines;
    return lines !== undefined && (beyond(lines.along, along) || beyond(lines.aside, aside));
  }

  private nearest(drafts: Map<number, Map<number, Draft>>, along: number, aside: number): Between | null {
    let best: Draft | null = null;
    let least = Infinity;
    for (const draft of [...drafts.values()].flatMap((column) => [...column.values()])) {
      const distance = Math.hypot(draft.place - along, draft.aside - aside);
      if (distance < least) [best, least] = [draft, distance];
    }
    return best && { nodes: this.mixed([best], [1]), size: best.size, exact: false };
  }

  private mixed(drafts: readonly Draft[], shares: readonly number[]): Float32Array {
    const length = drafts[0]?.words.length ?? 0;
    if (this.nodes.length !== length) this.nodes = new Float32Array(length);
    const { nodes } = this;
    nodes.fill(0);
    drafts.forEach(({ words }, k) => {
      const part = (shares[k] ?? 0) / MOST_WORD;
      if (part !== 0) for (let i = 0; i < length; i++) nodes[i] = (nodes[i] ?? 0) + part * (words[i] ?? 0);
    });
    return nodes;
  }
}

function put(rising: number[], place: number): void {
  if (rising.includes(place)) return;
  const after = rising.findIndex((other) => other > place);
  rising.splice(after < 0 ? rising.length : after, 0, place);
}

/** Pairs of lines on both sides of a place, the closest first. */
function around(lines: readonly number[], place: number): [number, number][] {
  const below = lines.filter((line) => line <= place).reverse();
  const above = lines.filter((line) => line >= place);
  return below.flatMap((low) => above.map((high): [number, number] => [low, high])).sort(([a, b], [c, d]) => b - a - (d - c));
}

function share(place: number, low: number, high: number): number {
  return high === low ? 0 : (place - low) / (high - low);
}

function beyond(lines: readonly number[], place: number): boolean {
  return place < NEAR * Math.min(0, lines[0] ?? 0) || place > NEAR * Math.max(0, lines.at(-1) ?? 0);
}
