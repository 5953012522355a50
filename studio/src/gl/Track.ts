/** A compiled grade at one place of a line, or of a field that two lines span; see Track and Field of the server. */
export interface Draft {
  place: number;
  /** On the second line of a field; 0 where there is none. */
  aside: number;
  /** Nodes along each axis. */
  size: number;
  /** One cube or several, each size³ × (red, green, blue, weight), red fastest; 65535 is 1. */
  words: Uint16Array;
}

export interface Between {
  nodes: Float32Array;
  size: number;
  /** Whether drafts on both sides were there. */
  exact: boolean;
}

const HEAD = 24;
export const MOST_WORD = 65535;

/** Drafts along a line as they come, and what lies between them. */
export class Track {
  /** Of one size each, in their order on the line; the newest size last. */
  private readonly bySize: { size: number; drafts: Draft[] }[] = [];
  private nodes = new Float32Array(0);

  add(draft: Draft): void {
    let same = this.bySize.find(({ size }) => size === draft.size);
    if (!same) this.bySize.push((same = { size: draft.size, drafts: [] }));
    const after = same.drafts.findIndex(({ place }) => place > draft.place);
    same.drafts.splice(after < 0 ? same.drafts.length : after, 0, draft);
  }

  /** What is at a place: between the drafts on both sides, or the nearest while there is none on one of them; null while there is nothing. The next call writes over its nodes. */
  at(place: number): Between | null {
    let nearest: Between | null = null;
    for (const { size, drafts } of [...this.bySize].reverse()) {
      const after = drafts.findIndex((draft) => draft.place >= place);
      const high = drafts[after];
      const low = high?.place === place ? high : drafts[after < 0 ? drafts.length - 1 : after - 1];
      if (low && high) return { nodes: this.mixed(low, high, high.place === low.place ? 0 : (place - low.place) / (high.place - low.place)), size, exact: true };
      const only = low ?? high;
      if (only && !nearest) nearest = { nodes: this.mixed(only, only, 0), size, exact: false };
    }
    return nearest;
  }

  private mixed(low: Draft, high: Draft, share: number): Float32Array {
    const [one, other] = [low.words, high.words];
    if (this.nodes.length !== one.length) this.nodes = new Float32Array(one.length);
    const { nodes } = this;
    const [a, b] = [(1 - share) / MOST_WORD, share / MOST_WORD];
    for (let i = 0; i < nodes.length; i++) nodes[i] = a * (one[i] ?? 0) + b * (other[i] ?? 0);
    return nodes;
  }
}

/** Reads drafts out of bytes that come in pieces of any length. */
export class DraftReader {
  private rest = new Uint8Array(0);

  /** The drafts that are whole now. */
  take(piece: Uint8Array): Draft[] {
    const bytes = new Uint8Array(this.rest.length + piece.length);
    bytes.set(this.rest);
    bytes.set(piece, this.rest.length);
    const view = new DataView(bytes.buffer);
    const drafts: Draft[] = [];
    let at = 0;
    while (bytes.length - at >= HEAD) {
      const [place, aside, size, cubes] = [view.getFloat64(at, true), view.getFloat64(at + 8, true), view.getUint32(at + 16, true), view.getUint32(at + 20, true)];
      const end = at + HEAD + 8 * size ** 3 * cubes;
      if (end > bytes.length) break;
      drafts.push({ place, aside, size, words: new Uint16Array(bytes.slice(at + HEAD, end).buffer) });
      at = end;
    }
    this.rest = bytes.slice(at);
    return drafts;
  }
}
