import { lookup } from './lookup';
import { build, type Program } from './programs';
import type { Softening } from './planes';

const vertex = `#version 300 es
in vec2 corner;
out vec2 at;
void main() {
  at = corner;
  gl_Position = vec4(corner * 2.0 - 1.0, 0.0, 1.0);
}`;

// The guide and the matte on few points, each the mean of what the photo has there, and their products.
const matte = `#version 300 es
precision highp float;
precision highp int;
precision highp sampler3D;
uniform sampler2D photo;
uniform sampler3D cube;
uniform int layer;
uniform int channel;
uniform ivec2 points;
uniform int taps;
in vec2 at;
out vec4 sums;
${lookup('tetrahedral')}
void main() {
  vec2 corner = floor(at * vec2(points)) / vec2(points);
  vec2 both = vec2(0.0);
  for (int y = 0; y < taps; y++) {
    for (int x = 0; x < taps; x++) {
      vec3 rgb = textureLod(photo, corner + (vec2(x, y) + 0.5) / float(taps) / vec2(points), 0.0).rgb;
      both += vec2(dot(rgb, vec3(0.2126, 0.7152, 0.0722)), inLayer(rgb, layer)[channel]);
    }
  }
  both /= float(taps * taps);
  sums = vec4(both, both.x * both.x, both.x * both.y);
}`;

// The mean over a radius, along one direction; along the second, what comes of the means: He, Sun and Tang (2013), equations 5 and 6.
const mean = `#version 300 es
precision highp float;
precision highp int;
uniform sampler2D from;
uniform ivec2 along;
uniform int radius;
uniform float epsilon;
uniform int finish;
in vec2 at;
out vec4 result;
void main() {
  ivec2 size = textureSize(from, 0);
  ivec2 here = ivec2(at * vec2(size));
  vec4 sum = vec4(0.0);
  for (int i = -radius; i <= radius; i++) sum += texelFetch(from, clamp(here + i * along, ivec2(0), size - 1), 0);
  sum /= float(2 * radius + 1);
  if (finish == 1) {
    float a = (sum.w - sum.x * sum.y) / (sum.z - sum.x * sum.x + epsilon);
    sum = vec4(a, sum.y - a * sum.x, 0.0, 0.0);
  }
  result = sum;
}`;

const MOST_TAPS = 4;

interface Target {
  texture: WebGLTexture;
  frame: WebGLFramebuffer | null;
}

/** Softens mattes by a guided filter in a few passes. Gives a and b of each point; a matte is a × luma + b. */
export class Softener {
  private readonly matte: Program<'photo' | 'cube' | 'layer' | 'channel' | 'points' | 'taps'>;
  private readonly mean: Program<'from' | 'along' | 'radius' | 'epsilon' | 'finish'>;

  private constructor(private readonly gl: WebGL2RenderingContext) {
    this.matte = build(gl, vertex, matte, ['photo', 'cube', 'layer', 'channel', 'points', 'taps']);
    this.mean = build(gl, vertex, mean, ['from', 'along', 'radius', 'epsilon', 'finish']);
  }

  /** Null where the graphics system cannot draw into floats. */
  static on(gl: WebGL2RenderingContext): Softener | null {
    return gl.getExtension('EXT_color_buffer_float') ? new Softener(gl) : null;
  }

  /**
   * @param photo   its preview
   * @param cube    the compiled grade
   * @param layer   which of its cubes has the weights
   * @param channel in which of its channels
   * @param wide    pixels across of the preview
   */
  soften(photo: WebGLTexture, cube: WebGLTexture, layer: number, channel: number, wide: number, soft: Softening): WebGLTexture {
    const gl = this.gl;
    const [one, other] = [this.target(soft), this.target(soft)];
    gl.disable(gl.SCISSOR_TEST);
    gl.viewport(0, 0, soft.width, soft.height);
    gl.activeTexture(gl.TEXTURE1);
    gl.bindTexture(gl.TEXTURE_3D, cube);
    gl.activeTexture(gl.TEXTURE0);
    gl.bindTexture(gl.TEXTURE_2D, photo);
    gl.useProgram(this.matte.program);
    gl.uniform1i(this.matte.at.photo, 0);
    gl.uniform1i(this.matte.at.cube, 1);
    gl.uniform1i(this.matte.at.layer, layer);
    gl.uniform1i(this.matte.at.channel, channel);
    gl.uniform2i(this.matte.at.points, soft.width, soft.height);
    gl.uniform1i(this.matte.at.taps, Math.min(MOST_TAPS, Math.max(1, Math.round(wide / soft.width))));
    this.into(one);
    gl.useProgram(this.mean.program);
    gl.uniform1i(this.mean.at.from, 0);
    gl.uniform1i(this.mean.at.radius, soft.radius);
    gl.uniform1f(this.mean.at.epsilon, soft.epsilon);
    for (const finish of [1, 0]) {
      this.along(one, other, 1, 0, 0);
      this.along(other, one, 0, 1, finish);
    }
    gl.bindFramebuffer(gl.FRAMEBUFFER, null);
    gl.deleteFramebuffer(one.frame);
    gl.deleteFramebuffer(other.frame);
    gl.deleteTexture(other.texture);
    return one.texture;
  }

  dispose(): void {
    this.gl.deleteProgram(this.matte.program);
    this.gl.deleteProgram(this.mean.program);
  }

  private along(from: Target, to: Target, x: number, y: number, finish: number): void {
    const gl = this.gl;
    gl.bindTexture(gl.TEXTURE_2D, from.texture);
    gl.uniform2i(this.mean.at.along, x, y);
    gl.uniform1i(this.mean.at.finish, finish);
    this.into(to);
  }

  private into(target: Target): void {
    this.gl.bindFramebuffer(this.gl.FRAMEBUFFER, target.frame);
    this.gl.drawArrays(this.gl.TRIANGLE_STRIP, 0, 4);
  }

  private target({ width, height }: Softening): Target {
    const gl = this.gl;
    const texture = gl.createTexture();
    gl.activeTexture(gl.TEXTURE0);
    gl.bindTexture(gl.TEXTURE_2D, texture);
    for (const name of [gl.TEXTURE_MIN_FILTER, gl.TEXTURE_MAG_FILTER]) gl.texParameteri(gl.TEXTURE_2D, name, gl.NEAREST);
    for (const side of [gl.TEXTURE_WRAP_S, gl.TEXTURE_WRAP_T]) gl.texParameteri(gl.TEXTURE_2D, side, gl.CLAMP_TO_EDGE);
    gl.texStorage2D(gl.TEXTURE_2D, 1, gl.RGBA32F, width, height);
    const frame = gl.createFramebuffer();
    gl.bindFramebuffer(gl.FRAMEBUFFER, frame);
    gl.framebufferTexture2D(gl.FRAMEBUFFER, gl.COLOR_ATTACHMENT0, gl.TEXTURE_2D, texture, 0);
    return { texture, frame };
  }
}
