import { common, partOf, pixelsIn, type Rect } from './rects';

interface Layer {
  texture: WebGLTexture;
  /** The part of the photo that the texture holds, 0 to 1. */
  covers: Rect;
}

const ALL: Rect = { left: 0, top: 0, width: 1, height: 1 };

/** The photo as textures: its preview, and a part of it at full resolution. */
export class PhotoLayers {
  private layers: Layer[] = [];
  /** Pixels across of the preview. */
  wide = 1;

  constructor(private readonly gl: WebGL2RenderingContext) {}

  get preview(): WebGLTexture | null {
    return this.layers[0]?.texture ?? null;
  }

  setPhoto(picture: ImageBitmap): void {
    this.dispose();
    this.layers = [{ texture: this.upload(picture, true), covers: ALL }];
    this.wide = picture.width;
  }

  setDetail(picture: ImageBitmap | null, covers: Rect): void {
    for (const layer of this.layers.slice(1)) this.gl.deleteTexture(layer.texture);
    this.layers.length = Math.min(this.layers.length, 1);
    if (picture && this.layers.length === 1) this.layers.push({ texture: this.upload(picture, false), covers });
  }

  /**
   * Those that are seen, each with the pixels of the canvas that it is drawn on: none that lies under another one altogether.
   *
   * @param place where the whole photo lies
   */
  seen(place: Rect, within: Rect): (Layer & { on: Rect })[] {
    const drawn = this.layers.flatMap((layer) => {
      const on = common(pixelsIn(partOf(place, layer.covers)), within);
      return on ? [{ ...layer, on }] : [];
    });
    const last = drawn.at(-1);
    return drawn.filter(({ on }) => on === last?.on || !isWithin(on, last?.on));
  }

  dispose(): void {
    for (const layer of this.layers) this.gl.deleteTexture(layer.texture);
    this.layers = [];
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

function isWithin(inner: Rect, outer: Rect | undefined): boolean {
  const shared = outer && common(inner, outer);
  return shared?.width === inner.width && shared.height === inner.height;
}
