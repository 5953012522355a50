/** How a colour between the nodes of the cube is found. */
export type Interpolation = 'tetrahedral' | 'trilinear';

// Tetrahedral, as every other consumer of the cube interpolates: between the cell's dark corner, its
// light corner, and the two corners on the way there along the largest remainders.
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
