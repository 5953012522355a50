import { tetrahedralAt } from '../../gl/lookup';
import { cubesOf, MOST_WORD, type LevelledPlane } from '../../gl/planes';

/** Pixels as a canvas has them: red, green, blue, opacity, 8 bits each. */
export interface Pixels {
  data: Uint8ClampedArray;
  width: number;
  height: number;
}

/**
 * A small picture looked up in a compiled grade, as the large one is.
 *
 * @param nodes  size³ × (red, green, blue, weight), red fastest; several of them for a grade with planes
 * @param planes of that grade; mattes are taken as they are, too small here to be softened
 */
export function graded(picture: Pixels, nodes: Float32Array, size: number, planes: LevelledPlane[] = []): Pixels {
  const { data, width, height } = picture;
  const out = new Uint8ClampedArray(data.length);
  const cube = size ** 3 * 4;
  const cubes = cubesOf(planes);
  for (let i = 0; i < data.length; i += 4) {
    const rgb: Colour = [(data[i] ?? 0) / 255, (data[i + 1] ?? 0) / 255, (data[i + 2] ?? 0) / 255];
    let shares: [cube: number, share: number][] = [[0, 1]];
    let stride = 1;
    planes.forEach((plane, number) => {
      const matte = plane.soft ? tetrahedralAt(rgb, nodes, size, cubes * cube + number) : 1;
      const place = matte * areaAt(plane, i / 4, width, height) * (plane.levels - 1);
      const low = Math.min(Math.floor(place), plane.levels - 2);
      const [below, step] = [low * stride, stride];
      shares = shares.flatMap(([at, share]) => [[at + below, share * (1 - place + low)] as [number, number], [at + below + step, share * (place - low)] as [number, number]]);
      stride *= plane.levels;
    });
    for (let c = 0; c < 3; c++) out[i + c] = 255 * shares.reduce((sum, [at, share]) => (share > 0 ? sum + share * tetrahedralAt(rgb, nodes, size, at * cube + c) : sum), 0);
    out[i + 3] = data[i + 3] ?? 255;
  }
  return { data: out, width, height };
}

type Colour = [number, number, number];

/** What an area lets through at a pixel of a small picture: at the nearest of its points. */
function areaAt({ area }: LevelledPlane, pixel: number, width: number, height: number): number {
  if (!area) return 1;
  const column = Math.min(area.width - 1, Math.floor((((pixel % width) + 0.5) / width) * area.width));
  const row = Math.min(area.height - 1, Math.floor(((Math.floor(pixel / width) + 0.5) / height) * area.height));
  return (area.words[row * area.width + column] ?? 0) / MOST_WORD;
}
