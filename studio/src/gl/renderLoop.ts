import type { PhotoRenderer, ViewMode } from './PhotoRenderer';
import { lastPaneLeft, paneOf, placeOf, type Size, type Viewport } from './viewport';

/** What is drawn, besides the cube and the textures that the renderer holds. */
export interface Scene {
  photo: Size;
  size: Size;
  viewport: Viewport;
  view: ViewMode;
  /** Share of the stage left of which a split view shows the source. */
  divide: number;
}

/** A frame that takes longer than this keeps the photo behind the hand. */
const SLOW_FRAME_MS = 28;
const SLOW_FRAMES = 3;
/** Frames further apart than this are not in one movement. */
const PAUSE_MS = 200;

/**
 * Draws at most once a frame, whatever asks for it. Without a graphics card a frame takes long: while a control is held,
 * such a machine draws half as many pixels each way; at rest always all of them.
 */
export class RenderLoop {
  private scheduled = 0;
  private answering = 0;
  private following = false;
  private last = 0;
  private slow = 0;
  private scale = 1;
  private scene: Scene | null = null;

  constructor(
    private readonly canvas: HTMLCanvasElement,
    private readonly renderer: PhotoRenderer,
    private readonly surround: number,
  ) {}

  show(scene: Scene): void {
    this.scene = scene;
    this.ask();
  }

  /** A cube has come: whether it is a draft, and which input event it answers. */
  cubeCame(settled: boolean, askedAt: number | null): void {
    this.following = !settled;
    if (askedAt !== null) this.answering = askedAt;
    this.ask();
  }

  ask(): void {
    if (this.scheduled === 0) this.scheduled = requestAnimationFrame(this.draw);
  }

  stop(): void {
    cancelAnimationFrame(this.scheduled);
  }

  private readonly draw = () => {
    this.scheduled = 0;
    const { scene, canvas } = this;
    if (!scene || scene.size.width === 0) return;
    const { width, height } = scene.size;
    if (canvas.width !== width || canvas.height !== height) {
      canvas.width = width;
      canvas.height = height;
    }
    const scale = this.following ? this.scale : 1;
    const frame = { width: Math.round(width * scale), height: Math.round(height * scale) };
    this.renderer.frame(frame, () => {
      // Each way by what rounding left, so that nothing moves when the hand comes to rest.
      this.drawScene(scene, frame.width / width, frame.height / height);
    });
    if (this.following) this.keepPace();
    if (this.answering > 0) {
      // User Timing: from the input event to its frame, for bench/ and for whoever profiles the page.
      performance.measure('tovrin:input-to-frame', { start: this.answering, end: performance.now() });
      this.answering = 0;
    }
  };

  private drawScene(scene: Scene, across: number, down: number): void {
    const { view } = scene;
    const beside = view === 'beside';
    const shown = view === 'split' || beside ? 'result' : view;
    const pane = paneOf(scene.size, beside ? 2 : 1);
    const place = placeOf(scene.viewport, scene.photo, pane);
    const at = (left: number) => ({ left: (left + place.left) * across, top: place.top * down, width: place.width * across, height: place.height * down });
    this.renderer.draw(at(0), beside ? 'source' : shown, view === 'split' ? scene.divide : null, this.surround);
    if (!beside) return;
    const left = lastPaneLeft(scene.size, 2);
    this.renderer.draw(at(left), shown, null, this.surround, { left: Math.round(left * across) - 4, top: 0, width: scene.size.width, height: scene.size.height });
  }

  private keepPace(): void {
    const now = performance.now();
    const took = now - this.last;
    this.last = now;
    if (took > PAUSE_MS) return;
    this.slow = took > SLOW_FRAME_MS ? this.slow + 1 : Math.max(0, this.slow - 1);
    if (this.slow >= SLOW_FRAMES) this.scale = 0.5;
  }
}
