import { build, type Program } from '../../gl/programs';

const VERTEX = `#version 300 es
in vec3 before; in vec3 after; in vec3 beforeColour; in vec3 afterColour; in float reached;
uniform mat4 projection; uniform float share; uniform float lit; uniform float size;
out vec3 colour;
void main() {
  // Sixteen-bit integers of 1/32000.
  vec3 place = mix(before, after, share) * (32767.0 / 32000.0);
  gl_Position = projection * vec4(place, 1.0);
  gl_PointSize = size;
  vec3 own = mix(beforeColour, afterColour, share);
  colour = mix(own, mix(vec3(0.33), own, reached), lit);
}`;
const FRAGMENT = `#version 300 es
precision mediump float;
in vec3 colour; out vec4 drawn;
void main() { drawn = vec4(colour, 1.0); }`;
const LINE_VERTEX = `#version 300 es
in vec3 corner; uniform mat4 projection;
void main() { gl_Position = projection * vec4(corner, 1.0); }`;
const LINE_FRAGMENT = `#version 300 es
precision mediump float;
out vec4 drawn;
void main() { drawn = vec4(0.45, 0.45, 0.45, 1.0); }`;

/** Bytes of a point: its places, before all others'; its colours and how much it is reached, after these. */
const PLACE = 12;
const COLOUR = 7;
/** Chroma of the ring that the hues are named around. */
export const RING = 0.17;
const SEGMENTS = 72;

export interface CloudLook {
  projection: Float32Array;
  /** 0 as the photo is, 1 as the grade has it. */
  share: number;
  /** What is not reached is grey. */
  lit: boolean;
  /** How many points at most. */
  most: number;
}

/** Draws a photo's colours as points. */
export class CloudRenderer {
  private readonly points: Program<'projection' | 'share' | 'lit' | 'size'>;
  private readonly lines: Program<'projection'>;
  private readonly cloud: WebGLVertexArrayObject;
  private readonly frame: WebGLVertexArrayObject;
  private readonly buffer: WebGLBuffer;
  private count = 0;

  constructor(private readonly gl: WebGL2RenderingContext) {
    this.points = build(gl, VERTEX, FRAGMENT, ['projection', 'share', 'lit', 'size']);
    this.lines = build(gl, LINE_VERTEX, LINE_FRAGMENT, ['projection']);
    this.cloud = gl.createVertexArray();
    this.buffer = gl.createBuffer();
    this.frame = gl.createVertexArray();
    gl.bindVertexArray(this.frame);
    gl.bindBuffer(gl.ARRAY_BUFFER, gl.createBuffer());
    const ring = Array.from({ length: SEGMENTS + 1 }, (_, i) => (2 * Math.PI * i) / SEGMENTS).flatMap((angle) => [0.5, RING * Math.cos(angle), RING * Math.sin(angle)]);
    gl.bufferData(gl.ARRAY_BUFFER, new Float32Array([0, 0, 0, 1, 0, 0, ...ring]), gl.STATIC_DRAW);
    const corner = gl.getAttribLocation(this.lines.program, 'corner');
    gl.enableVertexAttribArray(corner);
    gl.vertexAttribPointer(corner, 3, gl.FLOAT, false, 0, 0);
    gl.enable(gl.DEPTH_TEST);
  }

  /** As the server sends them. */
  setPoints(bytes: ArrayBuffer): void {
    const { gl } = this;
    this.count = Math.floor(bytes.byteLength / (PLACE + COLOUR));
    gl.bindVertexArray(this.cloud);
    gl.bindBuffer(gl.ARRAY_BUFFER, this.buffer);
    gl.bufferData(gl.ARRAY_BUFFER, bytes, gl.STATIC_DRAW);
    const colours = this.count * PLACE;
    const attribute = (name: string, size: number, type: number, stride: number, at: number) => {
      const location = gl.getAttribLocation(this.points.program, name);
      gl.enableVertexAttribArray(location);
      gl.vertexAttribPointer(location, size, type, true, stride, at);
    };
    attribute('before', 3, gl.SHORT, PLACE, 0);
    attribute('after', 3, gl.SHORT, PLACE, 6);
    attribute('beforeColour', 3, gl.UNSIGNED_BYTE, COLOUR, colours);
    attribute('afterColour', 3, gl.UNSIGNED_BYTE, COLOUR, colours + 3);
    attribute('reached', 1, gl.UNSIGNED_BYTE, COLOUR, colours + 6);
  }

  draw({ projection, share, lit, most }: CloudLook): void {
    const { gl } = this;
    gl.viewport(0, 0, gl.drawingBufferWidth, gl.drawingBufferHeight);
    gl.clearColor(0.149, 0.149, 0.149, 1);
    gl.clear(gl.COLOR_BUFFER_BIT | gl.DEPTH_BUFFER_BIT);
    gl.useProgram(this.lines.program);
    gl.uniformMatrix4fv(this.lines.at.projection, false, projection);
    gl.bindVertexArray(this.frame);
    gl.drawArrays(gl.LINES, 0, 2);
    gl.drawArrays(gl.LINE_STRIP, 2, SEGMENTS + 1);
    if (this.count === 0) return;
    gl.useProgram(this.points.program);
    gl.uniformMatrix4fv(this.points.at.projection, false, projection);
    gl.uniform1f(this.points.at.share, share);
    gl.uniform1f(this.points.at.lit, lit ? 1 : 0);
    gl.uniform1f(this.points.at.size, Math.max(1.5, gl.drawingBufferHeight / 140));
    gl.bindVertexArray(this.cloud);
    gl.drawArrays(gl.POINTS, 0, Math.min(most, this.count));
  }
}
