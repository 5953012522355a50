import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { PhotoRenderer } from '../../studio/src/gl/PhotoRenderer';
import { RenderLoop, type Scene } from '../../studio/src/gl/renderLoop';
import { FIT, panned, placeOf, toggled, zoomOf } from '../../studio/src/gl/viewport';

const photo = { width: 3000, height: 2000 };
const size = { width: 900, height: 600 };
const scene: Scene = { photo, size, viewport: FIT, view: 'result', divide: 0.5 };

let frames: (() => void)[];
let time: number;
let canvas: HTMLCanvasElement;
/** Widths of the frames. */
let widths: number[];
let drawn: { width: number; view: string; divide: number | null }[];
let loop: RenderLoop;

/** Lets a frame come after so many milliseconds. */
function frame(ms: number): void {
  time += ms;
  for (const run of frames.splice(0)) run();
}

beforeEach(() => {
  frames = [];
  time = 1000;
  drawn = [];
  widths = [];
  vi.stubGlobal('requestAnimationFrame', (run: () => void) => frames.push(run));
  vi.stubGlobal('cancelAnimationFrame', () => {
    frames = [];
  });
  vi.spyOn(performance, 'now').mockImplementation(() => time);
  vi.spyOn(performance, 'measure').mockImplementation(() => ({}) as PerformanceMeasure);
  canvas = { width: 0, height: 0 } as HTMLCanvasElement;
  const renderer = {
    frame: ({ width }: { width: number }, draw: () => void) => {
      widths.push(width);
      draw();
    },
    draw: (place: { width: number }, view: string, divide: number | null) => drawn.push({ width: place.width, view, divide }),
  };
  loop = new RenderLoop(canvas, renderer as unknown as PhotoRenderer, 0.3);
});
afterEach(() => {
  vi.unstubAllGlobals();
  vi.restoreAllMocks();
});

describe('drawing the photo', () => {
  it('happens once a frame, however often it is asked for, with the newest scene', () => {
    loop.show(scene);
    loop.ask();
    loop.show({ ...scene, view: 'split' });
    expect(frames).toHaveLength(1);
    frame(16);
    expect(drawn).toEqual([{ width: placeOf(FIT, photo, size).width, view: 'result', divide: 0.5 }]);
    expect([canvas.width, canvas.height]).toEqual([900, 600]);
  });

  it('waits until it is known how large the stage is', () => {
    loop.show({ ...scene, size: { width: 0, height: 0 } });
    frame(16);
    expect(drawn).toEqual([]);
  });

  it('draws fewer pixels while a slow machine follows the hand, and all of them at rest', () => {
    loop.show(scene);
    frame(16);
    for (let i = 0; i < 5; i++) {
      loop.cubeCame(false, null);
      frame(60);
    }
    expect(widths.at(-1)).toBe(450);
    expect(drawn.at(-1)?.width).toBe(placeOf(FIT, photo, size).width / 2);
    loop.cubeCame(true, null);
    frame(60);
    expect(widths.at(-1)).toBe(900);
    expect(canvas.width, 'whose buffers would be made anew').toBe(900);
  });

  it('keeps all pixels where frames are quick', () => {
    loop.show(scene);
    for (let i = 0; i < 20; i++) {
      loop.cubeCame(false, null);
      frame(16);
    }
    expect(widths.at(-1)).toBe(900);
  });

  it('measures from the input event to the frame that answers it, once', () => {
    loop.show(scene);
    loop.cubeCame(true, 990);
    frame(16);
    loop.ask();
    frame(16);
    expect(performance.measure).toHaveBeenCalledTimes(1);
    expect(performance.measure).toHaveBeenCalledWith('tovrin:input-to-frame', { start: 990, end: 1016 });
  });
});

describe('the photo in the window', () => {
  it('goes to 100 % with what is under the pointer staying there, and back to the whole', () => {
    const before = placeOf(FIT, photo, size);
    const [px, py] = [700, 150];
    const close = toggled(FIT, photo, size, px, py);
    const now = placeOf(close, photo, size);
    expect(zoomOf(close, photo, size)).toBe(1);
    expect(Math.abs((px - now.left) / now.width - (px - before.left) / before.width)).toBeLessThan(0.001);
    expect(toggled(close, photo, size, px, py)).toBe(FIT);
  });

  it('is moved while it is larger than the window, and stays where it is as a whole', () => {
    expect(panned(FIT, photo, size, 50, 50)).toBe(FIT);
    const close = toggled(FIT, photo, size, 450, 300);
    const moved = panned(close, photo, size, 40, -30);
    expect([moved.x - close.x, moved.y - close.y]).toEqual([40, -30]);
    const far = placeOf(panned(close, photo, size, 1e6, 0), photo, size);
    expect(far.left).toBeLessThan(size.width);
  });
});
