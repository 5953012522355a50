/** Pixels as a canvas has them: red, green, blue, opacity, 8 bits each. */
export interface Pixels {
  data: Uint8ClampedArray;
  width: number;
  height: number;
}

/**
 * A small picture looked up in a compiled grade, between its nodes in straight lines.
 *
 * @param nodes size³ × (red, green, blue, weight), red fastest
 */
export function graded({ data, width, height }: Pixels, nodes: Float32Array, size: number): Pixels {
  const out = new Uint8ClampedArray(data.length);
  const top = size - 1;
  const step = [4, 4 * size, 4 * size * size] as const;
  const node = (index: number) => nodes[index] ?? 0;
  for (let i = 0; i < data.length; i += 4) {
    let base = 0;
    const part = [0, 0, 0];
    for (let c = 0; c < 3; c++) {
      const place = ((data[i + c] ?? 0) / 255) * top;
      const floor = Math.min(Math.floor(place), top - 1);
      part[c] = place - floor;
      base += floor * (step[c] ?? 0);
    }
    const [r = 0, g = 0, b = 0] = part;
    for (let c = 0; c < 3; c++) {
      const along = (at: number) => node(at) + r * (node(at + step[0]) - node(at));
      const near = along(base + c) + g * (along(base + c + step[1]) - along(base + c));
      const far = along(base + c + step[2]) + g * (along(base + c + step[1] + step[2]) - along(base + c + step[2]));
      out[i + c] = 255 * (near + b * (far - near));
    }
    out[i + 3] = data[i + 3] ?? 255;
  }
  return { data: out, width, height };
}
