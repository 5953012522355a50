import { lookup, type Interpolation } from './lookup';

/** Places what is drawn on the canvas: a part of the photo → device pixels → clip space. */
export const vertexShader = `#version 300 es
in vec2 corner;         // within the span, 0 to 1
uniform vec4 rect;      // where the whole photo lies: left, top, width, height in device pixels
uniform vec2 canvas;    // size in device pixels
uniform vec4 span;      // the part of the photo that is drawn: left, top, width, height, 0 to 1
uniform vec4 covers;    // the part of the photo that the texture holds
out vec2 at;            // on the texture, 0 to 1
out vec2 place;         // on the photo, 0 to 1
void main() {
  place = span.xy + corner * span.zw;
  at = (place - covers.xy) / covers.zw;
  vec2 p = (rect.xy + place * rect.zw) / canvas;
  gl_Position = vec4(p.x * 2.0 - 1.0, 1.0 - p.y * 2.0, 0.0, 1.0);
}`;

// The planes of a pixel, and the grade between the cubes of their levels.
const planes = (count: number): string => `
float between(sampler2D soft, vec2 place, float luma) {
  ivec2 size = textureSize(soft, 0);
  vec2 at = clamp(place * vec2(size) - 0.5, vec2(0.0), vec2(size - 1));
  ivec2 base = min(ivec2(at), max(size - 2, ivec2(0)));
  ivec2 next = min(base + 1, size - 1);
  vec2 f = at - vec2(base);
  vec2 ab = mix(
    mix(texelFetch(soft, base, 0).xy, texelFetch(soft, ivec2(next.x, base.y), 0).xy, f.x),
    mix(texelFetch(soft, ivec2(base.x, next.y), 0).xy, texelFetch(soft, next, 0).xy, f.x), f.y);
  return clamp(ab.x * luma + ab.y, 0.0, 1.0);
}

// How surely what is graded is the colour on one side of an edge: such a colour is reached as it is, and has nothing to be softened.
float sure = 1.0;

// From what the parts are 1 and what they are looked up: the area, the softened matte, the matte as it is.
vec2 plane(int parts, sampler2D area, sampler2D soft, vec3 rgb, int channel) {
  float matte = 1.0;
  WHEN((parts & 2) != 0) matte = between(soft, place, dot(rgb, LIGHT));
  WHEN((parts & 4) != 0) matte = mix(matte, inLayer(rgb, levels.x * levels.y * levels.z)[channel], (parts & 2) != 0 ? sure : 1.0);
  return vec2((parts & 1) != 0 ? texture(area, place).r : 1.0, matte);
}

vec4 graded(vec3 rgb, vec3 p) {
  vec3 at = clamp(p, 0.0, 1.0) * vec3(levels - 1);
  ivec3 low = max(min(ivec3(at), levels - 2), ivec3(0));
  vec3 f = at - vec3(low);
  vec4 sum = vec4(0.0);
  for (int corner = 0; corner < ${String(2 ** count)}; corner++) {
    ivec3 bit = ivec3(corner & 1, (corner >> 1) & 1, (corner >> 2) & 1);
    vec3 share = mix(1.0 - f, f, vec3(bit));
    float weight = share.x * share.y * share.z;
    ivec3 level = low + bit;
    WHEN(weight > 0.0) sum += weight * inLayer(rgb, level.x + levels.x * (level.y + levels.y * level.z));
  }
  return sum;
}`;

const watchedPlanes = (count: number): string => `
// The finished colour, and how much the watched move acts.
vec4 graded(vec3 rgb) {
  vec3 areas = vec3(1.0);
  vec3 mattes = vec3(1.0);
  vec2 both;
${['x', 'y', 'z']
  .slice(0, count)
  .map((axis, i) => `  both = plane(parts.${axis}, area${String(i)}, soft${String(i)}, rgb, ${String(i)}); areas.${axis} = both.x; mattes.${axis} = both.y;`)
  .join('\n')}
  vec4 result = graded(rgb, areas * mattes);
  if (watched >= 0 && shows == 1) result.a = areas[watched];
  WHEN(watched >= 0 && shows == 2) {
    areas[watched] = 1.0;
    result.a = graded(rgb, areas * mattes).a;
  }
  return result;
}`;

// Where a channel has run into an end: its own colour at full for the high end, at half for the low one.
const clipped = `
vec3 clipped(vec3 rgb) {
  vec3 high = step(vec3(254.5 / 255.0), rgb);
  vec3 low = step(rgb, vec3(0.5 / 255.0));
  if (high.r + high.g + high.b > 0.0) return high;
  if (low.r + low.g + low.b > 0.0) return low * 0.5;
  return vec3(0.3 + 0.3 * dot(rgb, LIGHT));
}`;

const lit = `
vec3 lit(vec3 rgb, vec3 shown) {
  float size = float(textureSize(spot, 0).x);
  float weight = texture(spot, rgb * ((size - 1.0) / size) + 0.5 / size).r;
  return mix(vec3(0.16 + 0.3 * dot(rgb, LIGHT)), shown, weight);
}`;

// A pixel that is two colours at once: both are graded, and mixed again as they were; see MixedPixels of the server.
const mixed = (planes: number): string => `
uniform sampler2D inside, outside; // the colours on either side of an edge, and how surely they can be told apart
vec3 linear(vec3 c) {
  return mix(c / 12.92, pow((c + 0.055) / 1.055, vec3(2.4)), step(0.04045, c));
}
vec3 encoded(vec3 c) {
  c = clamp(c, 0.0, 1.0);
  return mix(c * 12.92, 1.055 * pow(c, vec3(1.0 / 2.4)) - 0.055, step(0.0031308, c));
}
vec4 mixed(vec3 rgb) {
  vec4 one = texture(inside, place);
  if (one.a <= 0.0) discard;
  vec3 light = linear(rgb);
  vec3 other = linear(texture(outside, place).rgb);
  vec3 way = linear(one.rgb) - other;
  // Of what is light or dark alike in all channels counts less.
  vec3 told = way - 0.7 / 3.0 * (way.r + way.g + way.b);
  float share = dot(light - other, told) / (dot(told, way) + 1e-6);
  // Each part of the pixel has half of every channel of its side: less is a colour that is nowhere in the photo.
  vec3 most = mix(vec3(1.0), (light - 0.5 * other) / max(way, 1e-6), step(1e-6, way));
  vec3 least = mix(vec3(0.0), 1.0 - (light - 0.5 * (other + way)) / max(-way, 1e-6), step(1e-6, -way));
  share = clamp(max(min(share, min(most.r, min(most.g, most.b))), max(least.r, max(least.g, least.b))), 0.0, 1.0);
  way *= one.a;
  ${planes > 0 ? 'sure = one.a;' : ''}
  vec4 within = graded(encoded(light + (1.0 - share) * way));
  vec4 beyond = graded(encoded(light - share * way));
  return vec4(encoded(mix(linear(beyond.rgb), linear(within.rgb), share)), mix(beyond.a, within.a, share));
}`;

/** What comes of a pixel: of the photo's own colour (rgb) and, but for the first two, of its graded one (result). */
const SHOWN = {
  source: 'rgb',
  'source-clipped': 'clipped(rgb)',
  result: 'result.rgb',
  clipped: 'clipped(result.rgb)',
  matte: 'vec3(result.a)',
  // Outside the reach: the photo in a flattened grey, so that what is caught stands out even where it is grey itself.
  reached: 'mix(vec3(0.32 + 0.36 * dot(rgb, LIGHT)), result.rgb, result.a)',
  // The two plates are plates of what the screen shows, in whole 8-bit steps: what they give multiplies back to it.
  tone: 'vec3(most(inBytes(result.rgb)))',
  colour: 'most(inBytes(result.rgb)) > 0.0 ? inBytes(result.rgb) / most(inBytes(result.rgb)) : vec3(1.0)',
} as const;
export type Shown = keyof typeof SHOWN;

/** Whether a view shows the photo as it came, whatever the grade. */
export const showsSource = (shown: Shown): boolean => shown === 'source' || shown === 'source-clipped';

/** What a shader is made for. */
export interface Drawn {
  shown: Shown;
  how: Interpolation;
  /** Planes of the grade. */
  planes: number;
  /** Whether only pixels that are two colours at once are drawn. */
  edged: boolean;
  /** Whether some colours are lit up, and the rest dimmed. */
  lit: boolean;
}

/**
 * Looks each pixel up in the compiled grade. No colour is computed here. Made for what is drawn and no more: without a graphics
 * card, what is not needed at a pixel takes as long as what is.
 */
export const fragmentShader = ({ shown, how, planes: count, edged, lit: isLit }: Drawn): string => `#version 300 es
precision highp float;
precision highp int;
precision highp sampler3D;
precision highp sampler2D;
uniform sampler2D photo;
uniform sampler3D cube;
uniform sampler3D spot; // weight of what is lit up
uniform ivec3 levels;   // of each plane; 1 where there is none
uniform ivec3 parts;    // what each plane is made of, see PARTS in PlaneTextures
uniform sampler2D area0, area1, area2, soft0, soft1, soft2;
uniform int watched;    // the plane of the move whose weight is shown; below 0 for none
uniform int shows;      // of its weight: 0 all, 1 the area alone, 2 the reach alone
in vec2 at;
in vec2 place;
out vec4 colour;
const vec3 LIGHT = vec3(0.2126, 0.7152, 0.0722);
// What stands in for a graphics card may work through both sides of a branch at every pixel, but leaves a loop that no pixel is in:
// so what costs time and is not for all pixels stands in a loop of one round.
#define WHEN(condition) for (int round = (condition) ? 0 : 1; round < 1; round++)
${showsSource(shown) ? '' : lookup(how) + (count > 0 ? planes(count) + watchedPlanes(count) : 'vec4 graded(vec3 rgb) { return inLayer(rgb, 0); }')}
${edged ? mixed(count) : ''}
${isLit ? lit : ''}
${clipped}
vec3 inBytes(vec3 c) { return floor(c * 255.0 + 0.5) / 255.0; }
float most(vec3 c) { return max(max(c.r, c.g), c.b); }

void main() {
  vec3 rgb = texture(photo, at).rgb;
  ${showsSource(shown) ? '' : `vec4 result = ${edged ? 'mixed' : 'graded'}(rgb);`}
  colour = vec4(${isLit ? `lit(rgb, ${SHOWN[shown]})` : SHOWN[shown]}, 1.0);
}`;
