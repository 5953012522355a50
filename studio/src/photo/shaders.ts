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

/**
 * Looks each pixel up in the compiled grade, by tetrahedral interpolation as every other consumer
 * of the cube does. No colour is computed here.
 */
export const fragmentShader = `#version 300 es
precision highp float;
precision highp sampler3D;
uniform sampler2D photo;
uniform sampler3D cube;
uniform int view;       // 0 result, 1 source, 2 reached with the rest in grey, 3 reach as a matte
uniform float divide;   // left of this share of the canvas the source is shown; below 0 for none
in vec2 at;
in float across;
out vec4 colour;

vec4 graded(vec3 rgb) {
  int top = textureSize(cube, 0).x - 1;
  vec3 place = clamp(rgb, 0.0, 1.0) * float(top);
  ivec3 base = min(ivec3(place), ivec3(top - 1));
  vec3 f = place - vec3(base);
  ivec3 first;
  ivec3 second;
  vec3 s;               // remainders, largest first
  if (f.r >= f.g) {
    if (f.g >= f.b) { first = ivec3(1, 0, 0); second = ivec3(1, 1, 0); s = f.rgb; }
    else if (f.r >= f.b) { first = ivec3(1, 0, 0); second = ivec3(1, 0, 1); s = f.rbg; }
    else { first = ivec3(0, 0, 1); second = ivec3(1, 0, 1); s = f.brg; }
  } else {
    if (f.b >= f.g) { first = ivec3(0, 0, 1); second = ivec3(0, 1, 1); s = f.bgr; }
    else if (f.b >= f.r) { first = ivec3(0, 1, 0); second = ivec3(0, 1, 1); s = f.gbr; }
    else { first = ivec3(0, 1, 0); second = ivec3(1, 1, 0); s = f.grb; }
  }
  return (1.0 - s.x) * texelFetch(cube, base, 0)
    + (s.x - s.y) * texelFetch(cube, base + first, 0)
    + (s.y - s.z) * texelFetch(cube, base + second, 0)
    + s.z * texelFetch(cube, base + ivec3(1), 0);
}

void main() {
  vec3 rgb = texture(photo, at).rgb;
  if (view == 1 || across < divide) {
    colour = vec4(rgb, 1.0);
    return;
  }
  vec4 result = graded(rgb);
  if (view == 0) {
    colour = vec4(result.rgb, 1.0);
  } else if (view == 3) {
    colour = vec4(vec3(result.a), 1.0);
  } else {
    // Outside the reach: the photo in a flattened grey, so that what is caught stands out even where it is grey itself.
    float grey = 0.32 + 0.36 * dot(rgb, vec3(0.2126, 0.7152, 0.0722));
    colour = vec4(mix(vec3(grey), result.rgb, result.a), 1.0);
  }
}`;
