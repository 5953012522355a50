import { quadsOf, TILE, type EdgeTiles } from './edges';
import { CORNER } from './programs';

const UNITS = { inside: 9, outside: 10 } as const;
const SIDES = ['inside', 'outside'] as const;
type Side = (typeof SIDES)[number];

/** The colours on either side of a grade's edges, as textures, and the quads that they lie in. */
export class EdgeTextures {
  private textures: Record<Side, WebGLTexture>;
  /** Their corners, apart from the unit square that all else is drawn with. */
  private readonly quads: WebGLBuffer;
  private readonly attributes: WebGLVertexArrayObject;
  private corners = 0;

  constructor(private readonly gl: WebGL2RenderingContext) {
    this.textures = { inside: this.made(1, 1), outside: this.made(1, 1) };
    this.quads = gl.createBuffer();
    this.attributes = gl.createVertexArray();
    gl.bindVertexArray(this.attributes);
    gl.bindBuffer(gl.ARRAY_BUFFER, this.quads);
    gl.enableVertexAttribArray(CORNER);
    gl.vertexAttribPointer(CORNER, 2, gl.FLOAT, false, 0, 0);
    gl.bindVertexArray(null);
  }

  /** Whether there are any. */
  get edged(): boolean {
    return this.corners > 0;
  }

  set(edges: EdgeTiles | null): void {
    const gl = this.gl;
    this.deleteTextures();
    const { width, height } = edges && edges.tiles.length > 0 ? edges : { width: 1, height: 1 };
    this.textures = { inside: this.made(width, height), outside: this.made(width, height) };
    const corners = edges ? quadsOf(edges) : new Float32Array();
    this.corners = corners.length / 2;
    if (!edges || !this.edged) return;
    gl.bindBuffer(gl.ARRAY_BUFFER, this.quads);
    gl.bufferData(gl.ARRAY_BUFFER, corners, gl.STATIC_DRAW);
    gl.pixelStorei(gl.UNPACK_ROW_LENGTH, TILE);
    for (const side of SIDES) {
      gl.activeTexture(gl.TEXTURE0);
      gl.bindTexture(gl.TEXTURE_2D, this.textures[side]);
      for (const tile of edges.tiles) gl.texSubImage2D(gl.TEXTURE_2D, 0, tile.left, tile.top, Math.min(TILE, width - tile.left), Math.min(TILE, height - tile.top), gl.RGBA, gl.UNSIGNED_BYTE, tile[side]);
    }
    gl.pixelStorei(gl.UNPACK_ROW_LENGTH, 0);
  }

  bind(at: Record<Side, WebGLUniformLocation | null>): void {
    for (const side of SIDES) {
      this.gl.activeTexture(this.gl.TEXTURE0 + UNITS[side]);
      this.gl.bindTexture(this.gl.TEXTURE_2D, this.textures[side]);
      this.gl.uniform1i(at[side], UNITS[side]);
    }
  }

  /** Draws where there are edges; corners are places on the photo, 0 to 1. */
  draw(): void {
    const gl = this.gl;
    gl.bindVertexArray(this.attributes);
    gl.drawArrays(gl.TRIANGLES, 0, this.corners);
    gl.bindVertexArray(null);
  }

  dispose(): void {
    this.deleteTextures();
    this.gl.deleteVertexArray(this.attributes);
    this.gl.deleteBuffer(this.quads);
  }

  private deleteTextures(): void {
    for (const side of SIDES) this.gl.deleteTexture(this.textures[side]);
  }

  /** Empty: nothing is sure anywhere. */
  private made(width: number, height: number): WebGLTexture {
    const gl = this.gl;
    const texture = gl.createTexture();
    gl.activeTexture(gl.TEXTURE0);
    gl.bindTexture(gl.TEXTURE_2D, texture);
    for (const name of [gl.TEXTURE_MIN_FILTER, gl.TEXTURE_MAG_FILTER]) gl.texParameteri(gl.TEXTURE_2D, name, gl.LINEAR);
    for (const side of [gl.TEXTURE_WRAP_S, gl.TEXTURE_WRAP_T]) gl.texParameteri(gl.TEXTURE_2D, side, gl.CLAMP_TO_EDGE);
    gl.texStorage2D(gl.TEXTURE_2D, 1, gl.RGBA8, width, height);
    return texture;
  }
}
