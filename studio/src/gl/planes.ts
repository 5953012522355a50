/** How a matte is softened: on so many points, over so many of them; see SoftSize and GuidedFilter of the server. */
export interface Softening {
  width: number;
  height: number;
  radius: number;
  epsilon: number;
}

/** An area, point by point: 0 lets nothing through, 65535 everything. */
export interface AreaPoints {
  width: number;
  height: number;
  words: Uint16Array;
}

/** One number a pixel that moves of a grade are limited by. */
export interface Plane {
  /** The same for what draws the same. */
  key: string;
  area: AreaPoints | null;
  soft: Softening | null;
}

/** A plane of a compiled grade: how many levels of it the grade was compiled for. */
export interface PlaneLevels {
  key: string;
  levels: number;
  /** Whether it belongs to the move whose weight is in the fourth channel. */
  watched: boolean;
}

export type LevelledPlane = Plane & PlaneLevels;

/** How many cubes there are for the combinations of their levels. */
export function cubesOf(planes: PlaneLevels[]): number {
  return planes.reduce((product, { levels }) => product * levels, 1);
}

/** A word of an area that lets everything through. */
export const MOST_WORD = 65535;

/** Reads the answer of the server; see PlanesForScreen there. */
export function planesIn(buffer: ArrayBuffer): Plane[] {
  const length = new DataView(buffer).getUint32(0, true);
  const list = JSON.parse(new TextDecoder().decode(new Uint8Array(buffer, 4, length))) as { key: string; area: { width: number; height: number } | null; soft: Softening | null }[];
  let at = 4 + length;
  return list.map(({ key, area, soft }) => {
    if (!area) return { key, area: null, soft };
    const words = new Uint16Array(buffer, at, area.width * area.height);
    at += 2 * words.length;
    return { key, area: { ...area, words }, soft };
  });
}

/** Points along the longer side while a shape is moved, and at rest. */
export const DRAFT_POINTS = 256;
export const SETTLED_POINTS = 1024;
/** Planes that are kept: a few more than a grade can have, so that undo and comparing need nothing new. */
const KEPT = 12;

/** Asks for planes once. */
export class PlaneStore {
  private readonly known = new Map<string, { plane: Plane; points: number }>();

  /**
   * @param wanted  the planes of a compiled grade
   * @param points  along the longer side, at the most
   * @param fetched asks the server for all of them
   */
  async of(wanted: PlaneLevels[], points: number, fetched: (points: number) => Promise<Plane[]>): Promise<LevelledPlane[]> {
    if (wanted.some(({ key }) => (this.known.get(key)?.points ?? 0) < points)) {
      for (const plane of await fetched(points)) {
        // The newest last: what has not been asked for the longest goes first.
        this.known.delete(plane.key);
        this.known.set(plane.key, { plane, points });
      }
      for (const key of [...this.known.keys()].slice(0, Math.max(0, this.known.size - KEPT))) this.known.delete(key);
    }
    return wanted.flatMap((levelled) => {
      const found = this.known.get(levelled.key);
      return found ? [{ ...found.plane, ...levelled }] : [];
    });
  }
}
