import { CoarseFrame } from './CoarseFrame';
import { EdgeTextures } from './EdgeTextures';
import type { EdgeTiles } from './edges';
import { PlaneTextures } from './PlaneTextures';
import type { LevelledPlane } from './planes';
import { PhotoLayers } from './PhotoLayers';
import { begin, CORNER, finished, type Begun, type Program } from './programs';
import { common, type Rect } from './rects';
import type { Interpolation } from './lookup';
import type { Size } from './viewport';
import { fragmentShader, showsSource, vertexShader, type Drawn, type Shown } from './shaders';

export type ViewMode = Shown | 'split' | 'beside';

/** What is shown of a move's weight: all of it, its area alone, its reach alone. */
export type Shows = 'both' | 'area' | 'reach';
const SHOWS_NUMBER: Record<Shows, number> = { both: 0, area: 1, reach: 2 };

const UNIFORMS = ['rect', 'canvas', 'span', 'covers', 'photo', 'cube', 'spot', 'inside', 'outside', 'levels', 'parts', 'watched', 'shows', 'area0', 'area1', 'area2', 'soft0', 'soft1', 'soft2'] as const;
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

/** Draws one photo through a compiled grade with WebGL 2. Holds textures only; knows no grade. */
export class PhotoRenderer {
  private readonly gl: WebGL2RenderingContext;
  /** By what they draw; each is made when it is needed, or soon will be. */
  private readonly programs = new Map<string, Drawer>();
  private readonly begun = new Map<string, Begun>();
  private readonly interpolates: boolean;
  private readonly cube: WebGLTexture;
  private readonly spot: WebGLTexture;
  private lit = false;
  private compiled: Omit<Compiled, 'nodes' | 'planes'> = { size: 2, settled: true, watched: null };
  private readonly planes: PlaneTextures;
  private readonly edges: EdgeTextures;
  private shows: Shows = 'both';
  private readonly layers: PhotoLayers;
  private readonly unitSquare: WebGLBuffer;
  private readonly coarse: CoarseFrame;
  /** Pixels of what is drawn on. */
  private target: Size = { width: 0, height: 0 };

  constructor(canvas: HTMLCanvasElement) {
    const gl = canvas.getContext('webgl2', { alpha: false, antialias: false, depth: false, powerPreference: 'high-performance' });
    if (!gl) throw new Error('This browser cannot show photos: WebGL 2 is missing or turned off.');
    this.gl = gl;
    this.interpolates = gl.getExtension('OES_texture_float_linear') !== null;
    this.unitSquare = gl.createBuffer();
    gl.bindBuffer(gl.ARRAY_BUFFER, this.unitSquare);
    gl.bufferData(gl.ARRAY_BUFFER, new Float32Array([0, 0, 1, 0, 0, 1, 1, 1]), gl.STATIC_DRAW);
    gl.enableVertexAttribArray(CORNER);
    gl.vertexAttribPointer(CORNER, 2, gl.FLOAT, false, 0, 0);
    this.cube = gl.createTexture();
    this.spot = gl.createTexture();
    this.layers = new PhotoLayers(gl);
    this.planes = new PlaneTextures(gl);
    this.edges = new EdgeTextures(gl);
    this.coarse = new CoarseFrame(gl);
    this.setCube({ nodes: identityCube(), size: 2, settled: true, planes: [], watched: null });
    this.setSpot(null);
    this.prepare();
  }

  get maxTextureSide(): number {
    return Math.min(8192, this.gl.getParameter(this.gl.MAX_TEXTURE_SIZE) as number);
  }

  /** The photo itself; replaces whatever was shown. */
  setPhoto(picture: ImageBitmap): void {
    this.layers.setPhoto(picture);
    this.planes.forgetSoftened();
    this.soften();
  }

  /** A part of the photo at full resolution, drawn over the preview; null takes it away. */
  setDetail(picture: ImageBitmap | null, covers: Rect): void {
    this.layers.setDetail(picture, covers);
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
    gl.texImage3D(gl.TEXTURE_3D, 0, gl.RGBA32F, size, size, size * cubes, 0, gl.RGBA, gl.FLOAT, nodes);
    this.soften();
    if (compiled.settled) this.prepare();
  }

  /** Where pixels are two colours at once, which are graded apart; null takes all as they are. */
  setEdges(edges: EdgeTiles | null): void {
    this.edges.set(edges);
    this.prepare();
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
   * A frame: all of it is drawn by draw().
   *
   * @param target pixels that it has; with fewer than the canvas it is stretched over that
   */
  frame(target: Size, drawn: () => void): void {
    const { width, height } = this.gl.canvas;
    this.target = target;
    const whole = target.width === width && target.height === height;
    if (!whole) this.coarse.begin(target);
    drawn();
    if (!whole) this.coarse.end();
  }

  /**
   * @param place  where the whole photo lies, in pixels of the frame
   * @param divide share of the frame left of which the source is shown; null for none
   * @param within the part of the frame that may be drawn on, from its top left; null for all of it
   */
  draw(place: Rect, view: Shown, divide: number | null, surround: number, within: Rect | null = null): void {
    const gl = this.gl;
    const frame = { left: 0, top: 0, ...this.target };
    const all = within ? common(within, frame) : frame;
    if (!all) return;
    gl.viewport(0, 0, frame.width, frame.height);
    this.only(all);
    gl.clearColor(surround, surround, surround, 1);
    gl.clear(gl.COLOR_BUFFER_BIT);
    const from = divide === null ? 0 : Math.ceil(divide * frame.width - 0.5);
    const [left, right] = [common(all, { ...frame, width: from }), common(all, { ...frame, left: from, width: frame.width - from })];
    if (left) this.drawPart(place, 'source', left);
    if (right) this.drawPart(place, view, right);
    if (this.layers.preview && this.compiled.settled) this.prepare('trilinear');
  }

  /** One view of the photo, on a part of the frame. */
  private drawPart(place: Rect, shown: Shown, within: Rect): void {
    const gl = this.gl;
    const drawn = this.drawnFor(shown);
    for (const { texture, covers, on } of this.layers.seen(place, within)) {
      this.only(on);
      const at = this.use(drawn, place, texture, covers);
      gl.uniform4f(at.span, covers.left, covers.top, covers.width, covers.height);
      gl.drawArrays(gl.TRIANGLE_STRIP, 0, 4);
      if (!this.edges.edged || showsSource(shown)) continue;
      const edged = this.use({ ...drawn, edged: true }, place, texture, covers);
      gl.uniform4f(edged.span, 0, 0, 1, 1);
      this.edges.bind(edged);
      this.edges.draw();
    }
  }

  /** The fewest different shaders: the source is the same whatever the grade, and what is lit up is lit up on one of two. */
  private drawnFor(shown: Shown): Drawn {
    const ofSource = showsSource(shown);
    // For drafts the texture unit interpolates by itself, where it can do so with floats.
    const quick = !ofSource && !this.compiled.settled && this.interpolates;
    return { shown: !this.lit ? shown : ofSource ? 'source' : 'result', how: quick ? 'trilinear' : 'tetrahedral', planes: ofSource ? 0 : this.planes.count, edged: false, lit: this.lit };
  }

  private only({ left, top, width, height }: Rect): void {
    this.gl.enable(this.gl.SCISSOR_TEST);
    this.gl.scissor(left, this.target.height - top - height, width, height);
  }

  /** Makes a program the one that draws, and tells it all but what span it draws. */
  private use(drawn: Drawn, place: Rect, texture: WebGLTexture, covers: Rect): Drawer['at'] {
    const gl = this.gl;
    const { program, at } = this.drawer(drawn);
    gl.useProgram(program);
    gl.uniform2f(at.canvas, this.target.width, this.target.height);
    gl.uniform4f(at.rect, place.left, place.top, place.width, place.height);
    gl.uniform4f(at.covers, covers.left, covers.top, covers.width, covers.height);
    if (drawn.planes > 0) {
      gl.uniform3i(at.levels, ...this.planes.levels);
      gl.uniform3i(at.parts, ...(drawn.edged ? this.planes.partsAtEdges : this.planes.parts));
      gl.uniform1i(at.watched, this.planes.indexOf(this.compiled.watched));
      gl.uniform1i(at.shows, SHOWS_NUMBER[this.shows]);
      this.planes.bind(at);
    }
    for (const [unit, target, held, name] of [
      [2, gl.TEXTURE_3D, this.spot, 'spot'],
      [1, gl.TEXTURE_3D, this.cube, 'cube'],
      [0, gl.TEXTURE_2D, texture, 'photo'],
    ] as const) {
      gl.activeTexture(gl.TEXTURE0 + unit);
      gl.bindTexture(target, held);
      gl.uniform1i(at[name], unit);
    }
    return at;
  }

  dispose(): void {
    this.layers.dispose();
    this.coarse.dispose();
    this.gl.deleteBuffer(this.unitSquare);
    this.gl.deleteTexture(this.cube);
    this.gl.deleteTexture(this.spot);
    this.planes.dispose();
    this.edges.dispose();
    for (const { program } of [...this.programs.values(), ...this.begun.values()]) this.gl.deleteProgram(program);
  }

  /** Has made what will be drawn next, so that nothing has to wait for it then: first what rests, and once that is drawn what is dragged. */
  private prepare(how: Interpolation = 'tetrahedral'): void {
    if (how === 'trilinear' && !this.interpolates) return;
    // Grades begin with their edges unmixed.
    for (const edged of [false, true]) this.begin({ shown: 'result', how, planes: this.planes.count, edged, lit: false });
  }

  private begin(drawn: Drawn): Begun | null {
    const name = JSON.stringify(drawn);
    if (this.programs.has(name)) return null;
    const begun = this.begun.get(name) ?? begin(this.gl, vertexShader, fragmentShader(drawn));
    this.begun.set(name, begun);
    return begun;
  }

  private drawer(drawn: Drawn): Drawer {
    const name = JSON.stringify(drawn);
    const known = this.programs.get(name);
    if (known) return known;
    const drawer = finished(this.gl, this.begin(drawn) as Begun, UNIFORMS);
    this.programs.set(name, drawer);
    this.begun.delete(name);
    return drawer;
  }

  private soften(): void {
    const { preview, wide } = this.layers;
    if (preview && this.planes.areSoftened) this.planes.soften(preview, wide, this.cube, this.compiled.size);
  }
}

function identityCube(): Float32Array {
  const nodes: number[] = [];
  for (let b = 0; b < 2; b++) for (let g = 0; g < 2; g++) for (let r = 0; r < 2; r++) nodes.push(r, g, b, 1);
  return new Float32Array(nodes);
}
