/** Places the photo on the canvas: unit square → photo rectangle in device pixels → clip space. */
export const vertexShader = `#version 300 es
in vec2 corner;
uniform vec4 rect;      // left, top, width, height in device pixels
uniform vec2 canvas;    // size in device pixels
uniform vec4 part;      // which part of the texture fills the rectangle: left, top, width, height, 0 to 1
out vec2 at;
out float across;
void main() {
  vec2 p = (rect.xy + corner * rect.zw) / canvas;
  at = part.xy + corner * part.zw;
  across = p.x;
  gl_Position = vec4(p.x * 2.0 - 1.0, 1.0 - p.y * 2.0, 0.0, 1.0);
}`;

/** How a colour between the nodes of the cube is found. */
export type Interpolation = 'tetrahedral' | 'trilinear';

// Tetrahedral, as every other consumer of the cube interpolates: between the cell's dark corner, its
// light corner, and the two corners on the way there along the largest remainders.
const tetrahedral = `
vec4 graded(vec3 rgb) {
  float top = float(textureSize(cube, 0).x - 1);
  vec3 place = clamp(rgb, 0.0, 1.0) * top;
  vec3 floorOf = min(floor(place), vec3(top - 1.0));
  vec3 f = place - floorOf;
  ivec3 base = ivec3(floorOf);
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
vec4 graded(vec3 rgb) {
  float size = float(textureSize(cube, 0).x);
  return texture(cube, clamp(rgb, 0.0, 1.0) * ((size - 1.0) / size) + 0.5 / size);
}`;

/** Looks each pixel up in the compiled grade. No colour is computed here. */
export const fragmentShader = (how: Interpolation): string => `#version 300 es
precision highp float;
precision highp sampler3D;
uniform sampler2D photo;
uniform sampler3D cube;
uniform sampler3D spot; // weight of what is lit up
uniform float lit;      // 1 while something is lit up
uniform int view;       // see VIEW_NUMBER in PhotoRenderer
uniform float divide;   // left of this share of the canvas the source is shown; below 0 for none
in vec2 at;
in float across;
out vec4 colour;
${how === 'tetrahedral' ? tetrahedral : trilinear}

const vec3 LIGHT = vec3(0.2126, 0.7152, 0.0722);
const float LAST = 254.5 / 255.0;
const float FIRST = 0.5 / 255.0;

// Where a channel has run into an end: its own colour at full for the high end, at half for the low one.
vec3 clipped(vec3 rgb) {
  vec3 high = step(vec3(LAST), rgb);
  vec3 low = step(rgb, vec3(FIRST));
  if (high.r + high.g + high.b > 0.0) return high;
  if (low.r + low.g + low.b > 0.0) return low * 0.5;
  return vec3(0.3 + 0.3 * dot(rgb, LIGHT));
}

void main() {
  vec3 rgb = texture(photo, at).rgb;
  if (lit > 0.5) {
    float size = float(textureSize(spot, 0).x);
    float weight = texture(spot, rgb * ((size - 1.0) / size) + 0.5 / size).r;
    vec3 shown = view == 1 ? rgb : graded(rgb).rgb;
    colour = vec4(mix(vec3(0.16 + 0.3 * dot(rgb, LIGHT)), shown, weight), 1.0);
    return;
  }
  if (view == 7) {
    colour = vec4(clipped(rgb), 1.0);
    return;
  }
  if (view == 1 || across < divide) {
    colour = vec4(rgb, 1.0);
    return;
  }
  vec4 result = graded(rgb);
  if (view == 0) {
    colour = vec4(result.rgb, 1.0);
  } else if (view == 6) {
    colour = vec4(clipped(result.rgb), 1.0);
  } else if (view == 4 || view == 5) {
    // The two plates: what they give multiplies back to the photo.
    // They are plates of what the screen shows, in whole 8-bit steps.
    vec3 shown = floor(result.rgb * 255.0 + 0.5) / 255.0;
    float tone = max(max(shown.r, shown.g), shown.b);
    colour = vec4(view == 4 ? vec3(tone) : tone > 0.0 ? shown / tone : vec3(1.0), 1.0);
  } else if (view == 3) {
    colour = vec4(vec3(result.a), 1.0);
  } else {
    // Outside the reach: the photo in a flattened grey, so that what is caught stands out even where it is grey itself.
    float grey = 0.32 + 0.36 * dot(rgb, LIGHT);
    colour = vec4(mix(vec3(grey), result.rgb, result.a), 1.0);
  }
}`;
