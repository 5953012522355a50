import { EdgeTextures } from './EdgeTextures';
import type { EdgeTiles } from './edges';
import { PlaneTextures } from './PlaneTextures';
import type { LevelledPlane } from './planes';
import { build, CORNER, type Program } from './programs';
import { fragmentShader, vertexShader } from './shaders';

export type ViewMode = 'result' | 'source' | 'split' | 'beside' | 'reached' | 'matte' | 'tone' | 'colour' | 'clipped' | 'source-clipped';
const VIEW_NUMBER: Record<ViewMode, number> = { result: 0, split: 0, beside: 0, source: 1, reached: 2, matte: 3, tone: 4, colour: 5, clipped: 6, 'source-clipped': 7 };

/** A rectangle in device pixels of the canvas, or in pixels of the photo, as its owner says. */
export interface Rect {
  left: number;
  top: number;
  width: number;
  height: number;
}

/** What is shown of a move's weight: all of it, its area alone, its reach alone. */
export type Shows = 'both' | 'area' | 'reach';
const SHOWS_NUMBER: Record<Shows, number> = { both: 0, area: 1, reach: 2 };

const UNIFORMS = ['rect', 'canvas', 'part', 'covers', 'photo', 'cube', 'view', 'divide', 'spot', 'lit', 'edged', 'inside', 'outside', 'levels', 'parts', 'watched', 'shows', 'area0', 'area1', 'area2', 'soft0', 'soft1', 'soft2'] as const;
type Drawer = Program<(typeof UNIFORMS)[number]>;

/** A compiled grade: one cube or several, each size³ × (red, green, blue, weight), red fastest. */
export interface Compiled {
  nodes: Float32Array;
  size: number;
  settled: boolean;
  planes: LevelledPlane[];
  /** Which of the planes belongs to the move whose weight is in the fourth channel. */
  watched: string | null;
}

interface Layer {
  texture: WebGLTexture;
  /** The part of the photo the texture holds, 0 to 1. */
  covers: Rect;
}

/** Draws one photo through a compiled grade with WebGL 2. Holds textures only; knows no grade. */
export class PhotoRenderer {
  private readonly gl: WebGL2RenderingContext;
  /** By how they look colours up, and with how many planes; each is made when it is first needed. */
  private readonly programs = new Map<string, Drawer>();
  private readonly interpolates: boolean;
  private readonly cube: WebGLTexture;
  private readonly spot: WebGLTexture;
  private lit = false;
  private compiled: Omit<Compiled, 'nodes' | 'planes'> = { size: 2, settled: true, watched: null };
  private readonly planes: PlaneTextures;
  private readonly edges: EdgeTextures;
  private shows: Shows = 'both';
  private layers: Layer[] = [];
  /** Pixels across of the preview. */
  private wide = 1;

  constructor(canvas: HTMLCanvasElement) {
    const gl = canvas.getContext('webgl2', { alpha: false, antialias: false, depth: false, powerPreference: 'high-performance' });
    if (!gl) throw new Error('This browser cannot show photos here: WebGL 2 is missing or switched off.');
    this.gl = gl;
    this.interpolates = gl.getExtension('OES_texture_float_linear') !== null;
    gl.bindBuffer(gl.ARRAY_BUFFER, gl.createBuffer());
    gl.bufferData(gl.ARRAY_BUFFER, new Float32Array([0, 0, 1, 0, 0, 1, 1, 1]), gl.STATIC_DRAW);
    gl.enableVertexAttribArray(CORNER);
    gl.vertexAttribPointer(CORNER, 2, gl.FLOAT, false, 0, 0);
    this.cube = gl.createTexture();
    this.spot = gl.createTexture();
    this.planes = new PlaneTextures(gl);
    this.edges = new EdgeTextures(gl);
    this.setCube({ nodes: identityCube(), size: 2, settled: true, planes: [], watched: null });
    this.setSpot(null);
  }

  get maxTextureSide(): number {
    return Math.min(8192, this.gl.getParameter(this.gl.MAX_TEXTURE_SIZE) as number);
  }

  /** The photo itself; replaces whatever was shown. */
  setPhoto(picture: ImageBitmap): void {
    for (const layer of this.layers) this.gl.deleteTexture(layer.texture);
    this.layers = [{ texture: this.upload(picture, true), covers: { left: 0, top: 0, width: 1, height: 1 } }];
    this.wide = picture.width;
    this.planes.forgetSoftened();
    this.soften();
  }

  /** A part of the photo at full resolution, drawn over the preview; null takes it away. */
  setDetail(picture: ImageBitmap | null, covers: Rect): void {
    for (const layer of this.layers.slice(1)) this.gl.deleteTexture(layer.texture);
    this.layers.length = Math.min(this.layers.length, 1);
    if (picture && this.layers.length === 1) this.layers.push({ texture: this.upload(picture, false), covers });
  }

  setCube({ nodes, planes, ...compiled }: Compiled): void {
    const gl = this.gl;
    const { size } = compiled;
    this.compiled = compiled;
    this.planes.set(planes);
    const cubes = this.planes.layers + (this.planes.areSoftened ? 1 : 0);
    const filter = this.interpolates ? gl.LINEAR : gl.NEAREST;
    gl.activeTexture(gl.TEXTURE1);
    gl.bindTexture(gl.TEXTURE_3D, this.cube);
    gl.texParameteri(gl.TEXTURE_3D, gl.TEXTURE_MIN_FILTER, filter);
    gl.texParameteri(gl.TEXTURE_3D, gl.TEXTURE_MAG_FILTER, filter);
    for (const side of [gl.TEXTURE_WRAP_S, gl.TEXTURE_WRAP_T, gl.TEXTURE_WRAP_R]) gl.texParameteri(gl.TEXTURE_3D, side, gl.CLAMP_TO_EDGE);
    gl.pixelStorei(gl.UNPACK_FLIP_Y_WEBGL, false);
    gl.texImage3D(gl.TEXTURE_3D, 0, gl.RGBA32F, size, size, size * cubes, 0, gl.RGBA, gl.FLOAT, nodes);
    this.soften();
  }

  /** Where pixels are two colours at once, which are graded apart; null takes all as they are. */
  setEdges(edges: EdgeTiles | null): void {
    this.edges.set(edges);
  }

  /** Of the watched move's weight, in the views that show it. */
  show(shows: Shows): void {
    this.shows = shows;
  }

  /** Lights up the colours of a lattice of 8-bit weights and dims the rest; null lights up nothing. */
  setSpot(weights: Uint8Array | null): void {
    const gl = this.gl;
    this.lit = weights !== null;
    const bytes = weights ?? new Uint8Array(8);
    const size = Math.round(Math.cbrt(bytes.length));
    gl.activeTexture(gl.TEXTURE2);
    gl.bindTexture(gl.TEXTURE_3D, this.spot);
    for (const name of [gl.TEXTURE_MIN_FILTER, gl.TEXTURE_MAG_FILTER]) gl.texParameteri(gl.TEXTURE_3D, name, gl.LINEAR);
    for (const side of [gl.TEXTURE_WRAP_S, gl.TEXTURE_WRAP_T, gl.TEXTURE_WRAP_R]) gl.texParameteri(gl.TEXTURE_3D, side, gl.CLAMP_TO_EDGE);
    gl.pixelStorei(gl.UNPACK_ALIGNMENT, 1);
    gl.texImage3D(gl.TEXTURE_3D, 0, gl.R8, size, size, size, 0, gl.RED, gl.UNSIGNED_BYTE, bytes);
    gl.pixelStorei(gl.UNPACK_ALIGNMENT, 4);
  }

  /**
   * @param place  where the whole photo lies, in device pixels of the canvas
   * @param divide share of the canvas left of which the source is shown; null for none
   * @param within the part of the canvas that may be drawn on, from its top left; null for all of it
   */
  draw(place: Rect, view: ViewMode, divide: number | null, surround: number, within: Rect | null = null): void {
    const gl = this.gl;
    const { width, height } = gl.canvas;
    gl.viewport(0, 0, width, height);
    if (within) {
      gl.enable(gl.SCISSOR_TEST);
      gl.scissor(within.left, height - within.top - within.height, within.width, within.height);
    } else gl.disable(gl.SCISSOR_TEST);
    gl.clearColor(surround, surround, surround, 1);
    gl.clear(gl.COLOR_BUFFER_BIT);
    const { program, at: uniforms } = this.drawer();
    gl.useProgram(program);
    gl.uniform2f(uniforms.canvas, width, height);
    gl.uniform1i(uniforms.photo, 0);
    gl.uniform1i(uniforms.cube, 1);
    gl.uniform1i(uniforms.spot, 2);
    gl.uniform1f(uniforms.lit, this.lit ? 1 : 0);
    gl.uniform1i(uniforms.view, VIEW_NUMBER[view]);
    gl.uniform1f(uniforms.divide, divide ?? -1);
    gl.uniform4f(uniforms.part, 0, 0, 1, 1);
    gl.uniform1i(uniforms.edged, this.edges.edged ? 1 : 0);
    this.edges.bind(uniforms);
    if (this.planes.count > 0) {
      gl.uniform3i(uniforms.levels, ...this.planes.levels);
      gl.uniform3i(uniforms.parts, ...this.planes.parts);
      gl.uniform1i(uniforms.watched, this.planes.indexOf(this.compiled.watched));
      gl.uniform1i(uniforms.shows, SHOWS_NUMBER[this.shows]);
      this.planes.bind(uniforms);
    }
    gl.activeTexture(gl.TEXTURE2);
    gl.bindTexture(gl.TEXTURE_3D, this.spot);
    gl.activeTexture(gl.TEXTURE1);
    gl.bindTexture(gl.TEXTURE_3D, this.cube);
    gl.activeTexture(gl.TEXTURE0);
    for (const { texture, covers } of this.layers) {
      gl.bindTexture(gl.TEXTURE_2D, texture);
      gl.uniform4f(uniforms.covers, covers.left, covers.top, covers.width, covers.height);
      gl.uniform4f(
        uniforms.rect,
        place.left + covers.left * place.width,
        place.top + covers.top * place.height,
        covers.width * place.width,
        covers.height * place.height,
      );
      gl.drawArrays(gl.TRIANGLE_STRIP, 0, 4);
    }
  }

  dispose(): void {
    for (const layer of this.layers) this.gl.deleteTexture(layer.texture);
    this.layers = [];
    this.gl.deleteTexture(this.cube);
    this.gl.deleteTexture(this.spot);
    this.planes.dispose();
    this.edges.dispose();
    for (const { program } of this.programs.values()) this.gl.deleteProgram(program);
  }

  private drawer(): Drawer {
    // For drafts the texture unit interpolates by itself, where it can do so with floats.
    const how = this.compiled.settled || !this.interpolates ? 'tetrahedral' : 'trilinear';
    const name = `${how} ${String(this.planes.count)}`;
    const drawer = this.programs.get(name) ?? build(this.gl, vertexShader, fragmentShader(how, this.planes.count), UNIFORMS);
    this.programs.set(name, drawer);
    return drawer;
  }

  private soften(): void {
    const [preview] = this.layers;
    if (preview && this.planes.areSoftened) this.planes.soften(preview.texture, this.wide, this.cube, this.compiled.size);
  }

  private upload(picture: ImageBitmap, reduces: boolean): WebGLTexture {
    const gl = this.gl;
    const texture = gl.createTexture();
    gl.activeTexture(gl.TEXTURE0);
    gl.bindTexture(gl.TEXTURE_2D, texture);
    gl.texParameteri(gl.TEXTURE_2D, gl.TEXTURE_WRAP_S, gl.CLAMP_TO_EDGE);
    gl.texParameteri(gl.TEXTURE_2D, gl.TEXTURE_WRAP_T, gl.CLAMP_TO_EDGE);
    gl.texParameteri(gl.TEXTURE_2D, gl.TEXTURE_MIN_FILTER, reduces ? gl.LINEAR_MIPMAP_LINEAR : gl.LINEAR);
    // Enlarged, the photo shows its pixels as they are: that is what one zooms in for.
    gl.texParameteri(gl.TEXTURE_2D, gl.TEXTURE_MAG_FILTER, gl.NEAREST);
    gl.pixelStorei(gl.UNPACK_COLORSPACE_CONVERSION_WEBGL, gl.NONE);
    gl.texImage2D(gl.TEXTURE_2D, 0, gl.RGBA8, gl.RGBA, gl.UNSIGNED_BYTE, picture);
    if (reduces) gl.generateMipmap(gl.TEXTURE_2D);
    return texture;
  }
}

function identityCube(): Float32Array {
  const nodes: number[] = [];
  for (let b = 0; b < 2; b++) for (let g = 0; g < 2; g++) for (let r = 0; r < 2; r++) nodes.push(r, g, b, 1);
  return new Float32Array(nodes);
}
