/** How the cloud is looked at: degrees it is turned about its lightness axis, and tilted towards the eye. */
export interface Turn {
  around: number;
  tilt: number;
}

export const USUAL: Turn = { around: -25, tilt: 18 };

const TILT_MOST = 90;
const DEGREES_PER_PIXEL = 0.5;
const STEP = 5;

const within = (tilt: number) => Math.max(-TILT_MOST, Math.min(TILT_MOST, tilt));
const round = (around: number) => around - 360 * Math.floor((around + 180) / 360);

/** After a drag of so many pixels. */
export function dragged({ around, tilt }: Turn, right: number, down: number): Turn {
  return { around: round(around + right * DEGREES_PER_PIXEL), tilt: within(tilt + down * DEGREES_PER_PIXEL) };
}

/** After a key; null for one that does nothing here. */
export function keyed(turn: Turn, key: string, far: boolean): Turn | null {
  const step = (far ? 6 : 1) * STEP;
  const by = { ArrowLeft: [-step, 0], ArrowRight: [step, 0], ArrowUp: [0, -step], ArrowDown: [0, step] }[key];
  if (key === 'Home') return USUAL;
  return by ? { around: round(turn.around + (by[0] ?? 0)), tilt: within(turn.tilt + (by[1] ?? 0)) } : null;
}

/** OKLab chroma that lies a unit from the axis, as half the lightness does. */
const SPREAD = 0.2;
/** How far away the eye is, in units, and how large a unit is drawn there, in half heights of the picture. */
const EYE = 5;
const SIZE = 0.78;

/**
 * What takes L, a, b to places in the picture, a row for x, y, depth and what to divide by: column by column, as shaders want it.
 *
 * @param aspect width of the picture by its height
 */
export function projection({ around, tilt }: Turn, aspect: number): Float32Array {
  const [c, s] = [Math.cos((around * Math.PI) / 180), Math.sin((around * Math.PI) / 180)];
  const [d, t] = [Math.cos((tilt * Math.PI) / 180), Math.sin((tilt * Math.PI) / 180)];
  const across = [0, c / SPREAD, -s / SPREAD, 0];
  const level = [0, s / SPREAD, c / SPREAD, 0];
  const up = [2, 0, 0, -1];
  // Tilted: what is near comes down as the top leans towards the eye.
  const height = up.map((one, i) => d * one - t * (level[i] ?? 0));
  const near = up.map((one, i) => t * one + d * (level[i] ?? 0));
  const away = near.map((one, i) => (i === 3 ? EYE : 0) - one);
  const rows = [across.map((one) => (one * SIZE * EYE) / aspect), height.map((one) => one * SIZE * EYE), away.map((one, i) => one - (i === 3 ? EYE : 0)), away];
  return new Float32Array([0, 1, 2, 3].flatMap((column) => rows.map((row) => row[column] ?? 0)));
}

/** Where a colour stands in the picture: −1 to 1 across and up, and larger for what is farther away. */
export function placed(matrix: Float32Array, [light, a, b]: readonly [number, number, number]): { x: number; y: number; depth: number } {
  const row = (at: number) => (matrix[at] ?? 0) * light + (matrix[4 + at] ?? 0) * a + (matrix[8 + at] ?? 0) * b + (matrix[12 + at] ?? 0);
  return { x: row(0) / row(3), y: row(1) / row(3), depth: row(3) };
}
