import { TILE, type EdgeTiles } from './edges';

const UNITS = { inside: 9, outside: 10 } as const;
const SIDES = ['inside', 'outside'] as const;
type Side = (typeof SIDES)[number];

/** The colours on either side of a grade's edges, as textures. */
export class EdgeTextures {
  private textures: Record<Side, WebGLTexture>;
  /** Whether there are any. */
  edged = false;

  constructor(private readonly gl: WebGL2RenderingContext) {
    this.textures = { inside: this.made(1, 1), outside: this.made(1, 1) };
  }

  set(edges: EdgeTiles | null): void {
    const gl = this.gl;
    this.dispose();
    this.edged = edges !== null && edges.tiles.length > 0;
    const [width, height] = edges && this.edged ? [edges.width, edges.height] : [1, 1];
    this.textures = { inside: this.made(width, height), outside: this.made(width, height) };
    if (!edges || !this.edged) return;
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

  dispose(): void {
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
