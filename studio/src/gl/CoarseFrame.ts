import type { Size } from './viewport';

/** A frame with fewer pixels than the canvas, stretched over it. Changing the canvas itself would have its buffers made anew, which takes longer than many a frame. */
export class CoarseFrame {
  private readonly frame: WebGLFramebuffer;
  private readonly pixels: WebGLRenderbuffer;
  private size: Size = { width: 0, height: 0 };

  constructor(private readonly gl: WebGL2RenderingContext) {
    this.frame = gl.createFramebuffer();
    this.pixels = gl.createRenderbuffer();
  }

  /** What is drawn from now on goes into it. */
  begin(size: Size): void {
    const gl = this.gl;
    gl.bindFramebuffer(gl.FRAMEBUFFER, this.frame);
    if (size.width === this.size.width && size.height === this.size.height) return;
    this.size = size;
    gl.bindRenderbuffer(gl.RENDERBUFFER, this.pixels);
    gl.renderbufferStorage(gl.RENDERBUFFER, gl.RGBA8, size.width, size.height);
    gl.framebufferRenderbuffer(gl.FRAMEBUFFER, gl.COLOR_ATTACHMENT0, gl.RENDERBUFFER, this.pixels);
  }

  /** Puts it on the canvas, where what is drawn goes again. */
  end(): void {
    const gl = this.gl;
    const { width, height } = gl.canvas;
    gl.bindFramebuffer(gl.DRAW_FRAMEBUFFER, null);
    gl.disable(gl.SCISSOR_TEST);
    gl.blitFramebuffer(0, 0, this.size.width, this.size.height, 0, 0, width, height, gl.COLOR_BUFFER_BIT, gl.LINEAR);
    gl.bindFramebuffer(gl.READ_FRAMEBUFFER, null);
  }

  dispose(): void {
    this.gl.deleteFramebuffer(this.frame);
    this.gl.deleteRenderbuffer(this.pixels);
  }
}
