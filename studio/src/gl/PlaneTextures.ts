import { cubesOf, MOST_WORD, type LevelledPlane } from './planes';
import { Softener } from './softening';

/** Most planes a grade can have, and the texture unit of the first area; softened mattes come behind the areas. */
const PLANES = 3;
const FIRST_UNIT = 3;

/** What a plane is made of, for the shader. */
const PARTS = { area: 1, soft: 2, matte: 4 } as const;

interface Held {
  key: string;
  /** Points of the area that is in the texture. */
  words: Uint16Array | null;
  area: WebGLTexture | null;
  soft: WebGLTexture | null;
  /** Of the cube that the matte was softened from; 0 for none. */
  softFrom: number;
}

const NOTHING: Held = { key: '', words: null, area: null, soft: null, softFrom: 0 };

/** The planes of the grade that is shown, as textures. */
export class PlaneTextures {
  private readonly softener: Softener | null;
  private planes: LevelledPlane[] = [];
  private held: Held[] = [];
  private readonly empty: WebGLTexture;

  constructor(private readonly gl: WebGL2RenderingContext) {
    this.softener = Softener.on(gl);
    this.empty = this.upload(1, 1, new Float32Array([1]));
  }

  /** How many cubes there are for the combinations of their levels. */
  get layers(): number {
    return cubesOf(this.planes);
  }

  get count(): number {
    return this.planes.length;
  }

  get areSoftened(): boolean {
    return this.planes.some(({ soft }) => soft !== null);
  }

  /** For the shader: levels and parts of each plane. */
  get levels(): [number, number, number] {
    return triple(this.planes.map(({ levels }) => levels), 1);
  }

  get parts(): [number, number, number] {
    return triple(this.planes.map(({ area, soft }, i) => (area ? PARTS.area : 0) | (soft ? (this.held[i]?.soft ? PARTS.soft : PARTS.matte) : 0)), 0);
  }

  /** The parts where the colours on both sides of an edge are graded: each of them is reached as it is, softened or not. */
  get partsAtEdges(): [number, number, number] {
    return triple(this.parts.map((part) => (part & PARTS.soft ? part | PARTS.matte : part)), 0);
  }

  indexOf(key: string | null): number {
    return this.planes.findIndex((plane) => plane.key === key);
  }

  set(planes: LevelledPlane[]): void {
    const before = this.held;
    this.planes = planes.slice(0, PLANES);
    this.held = this.planes.map((plane, i) => {
      const known = before.find(({ key }) => key === plane.key) ?? before[i] ?? NOTHING;
      const same = known.key === plane.key;
      const words = plane.area?.words ?? null;
      const area = !plane.area ? null : same && known.words === words ? known.area : this.upload(plane.area.width, plane.area.height, Float32Array.from(plane.area.words, (word) => word / MOST_WORD));
      return { key: plane.key, words, area, soft: same && plane.soft ? known.soft : null, softFrom: same ? known.softFrom : 0 };
    });
    this.drop(before);
  }

  /**
   * Softens what is to be softened from the cube: once for each plane, and again from a finer cube.
   *
   * @param size nodes along an axis of the cube
   */
  soften(photo: WebGLTexture, wide: number, cube: WebGLTexture, size: number): void {
    this.planes.forEach(({ soft }, i) => {
      const held = this.held[i];
      if (!soft || !held || !this.softener || held.softFrom >= size) return;
      this.gl.deleteTexture(held.soft);
      this.held[i] = { ...held, soft: this.softener.soften(photo, cube, this.layers, i, wide, soft), softFrom: size };
    });
  }

  /** Another photo: what was softened on the one before means nothing any more. */
  forgetSoftened(): void {
    this.held = this.held.map((held) => {
      this.gl.deleteTexture(held.soft);
      return { ...held, soft: null, softFrom: 0 };
    });
  }

  bind(at: Record<`area${0 | 1 | 2}` | `soft${0 | 1 | 2}`, WebGLUniformLocation | null>): void {
    const gl = this.gl;
    for (const i of [0, 1, 2] as const) {
      const held = this.held[i] ?? NOTHING;
      for (const [unit, name, texture] of [
        [FIRST_UNIT + i, `area${i}` as const, held.area],
        [FIRST_UNIT + PLANES + i, `soft${i}` as const, held.soft],
      ] as const) {
        gl.activeTexture(gl.TEXTURE0 + unit);
        gl.bindTexture(gl.TEXTURE_2D, texture ?? this.empty);
        gl.uniform1i(at[name], unit);
      }
    }
  }

  dispose(): void {
    this.held = [...this.held, NOTHING];
    this.planes = [];
    const all = this.held;
    this.held = [];
    this.drop(all);
    this.gl.deleteTexture(this.empty);
    this.softener?.dispose();
  }

  /** Gives back the textures that are not held any more. */
  private drop(before: Held[]): void {
    for (const { area, soft } of before) {
      if (!this.held.some((now) => now.area === area)) this.gl.deleteTexture(area);
      if (!this.held.some((now) => now.soft === soft)) this.gl.deleteTexture(soft);
    }
  }

  private upload(width: number, height: number, values: Float32Array): WebGLTexture {
    const gl = this.gl;
    const texture = gl.createTexture();
    gl.activeTexture(gl.TEXTURE0);
    gl.bindTexture(gl.TEXTURE_2D, texture);
    for (const name of [gl.TEXTURE_MIN_FILTER, gl.TEXTURE_MAG_FILTER]) gl.texParameteri(gl.TEXTURE_2D, name, gl.LINEAR);
    for (const side of [gl.TEXTURE_WRAP_S, gl.TEXTURE_WRAP_T]) gl.texParameteri(gl.TEXTURE_2D, side, gl.CLAMP_TO_EDGE);
    gl.texImage2D(gl.TEXTURE_2D, 0, gl.R16F, width, height, 0, gl.RED, gl.FLOAT, values);
    return texture;
  }
}

function triple(values: number[], rest: number): [number, number, number] {
  return [values[0] ?? rest, values[1] ?? rest, values[2] ?? rest];
}
