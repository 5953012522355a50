/** How a colour between the nodes of the cube is found. */
export type Interpolation = 'tetrahedral' | 'trilinear';

// Tetrahedral, as every other consumer of the cube interpolates: between the cell's dark corner, its
// light corner, and the two corners on the way there along the largest remainders. Written twice in this file, for
// the graphics card and for pictures without one, and nowhere else.
const tetrahedral = `
vec4 inLayer(vec3 rgb, int layer) {
  int size = textureSize(cube, 0).x;
  float top = float(size - 1);
  vec3 place = clamp(rgb, 0.0, 1.0) * top;
  vec3 floorOf = min(floor(place), vec3(top - 1.0));
  vec3 f = place - floorOf;
  ivec3 base = ivec3(floorOf) + ivec3(0, 0, layer * size);
  float high = max(max(f.r, f.g), f.b);
  float low = min(min(f.r, f.g), f.b);
  float middle = f.r + f.g + f.b - high - low;
  // One channel counts as the largest and one as the smallest even where they are equal.
  vec3 largest = step(vec3(high), f);
  largest.g *= 1.0 - largest.r;
  largest.b *= (1.0 - largest.r) * (1.0 - largest.g);
  vec3 smallest = step(f, vec3(low));
  smallest.g *= 1.0 - smallest.b;
  smallest.r *= (1.0 - smallest.b) * (1.0 - smallest.g);
  return (1.0 - high) * texelFetch(cube, base, 0)
    + (high - middle) * texelFetch(cube, base + ivec3(largest), 0)
    + (middle - low) * texelFetch(cube, base + ivec3(1) - ivec3(smallest), 0)
    + low * texelFetch(cube, base + ivec3(1), 0);
}`;

// Trilinear, by the texture unit: a little coarser and much cheaper where there is no graphics card.
const trilinear = `
vec4 inLayer(vec3 rgb, int layer) {
  vec3 nodes = vec3(textureSize(cube, 0));
  vec3 place = clamp(rgb, 0.0, 1.0) * (nodes.x - 1.0) + 0.5 + vec3(0.0, 0.0, float(layer) * nodes.x);
  return texture(cube, place / nodes);
}`;

/** Looks a colour up in one of the cubes that lie one behind the other in a texture named cube. */
export function lookup(how: Interpolation): string {
  return how === 'tetrahedral' ? tetrahedral : trilinear;
}

/**
 * The same without a graphics card: one channel of a colour, from the cube that begins at a place.
 *
 * @param nodes  size³ × (red, green, blue, weight), red fastest
 * @param begins index of the cube's first number, and of which channel after it
 */
export function tetrahedralAt(rgb: readonly [number, number, number], nodes: Float32Array, size: number, begins: number): number {
  const top = size - 1;
  const steps = [4, 4 * size, 4 * size * size] as const;
  const parts: [share: number, step: number][] = [];
  let at = begins;
  for (const c of [0, 1, 2] as const) {
    const place = Math.min(1, Math.max(0, rgb[c])) * top;
    const floor = Math.min(Math.floor(place), top - 1);
    at += floor * steps[c];
    parts.push([place - floor, steps[c]]);
  }
  parts.sort(([a], [b]) => b - a);
  let value = nodes[at] ?? 0;
  for (const [share, step] of parts) {
    value += share * ((nodes[at + step] ?? 0) - (nodes[at] ?? 0));
    at += step;
  }
  return value;
}
