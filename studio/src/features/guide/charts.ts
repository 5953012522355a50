import type { Pixels } from '../photo/cubePicture';

/** A drawn chart that shows what a move does to all hues, all tones, or both. Colours are named in CSS; the browser makes pixels of them. */
export interface Chart {
  id: 'wheel' | 'ramp' | 'patches';
  title: string;
  width: number;
  height: number;
  draw: (pen: CanvasRenderingContext2D) => void;
}

const WHEEL = 140;
const RINGS = 34;
const STEP = 3;

function drawWheel(pen: CanvasRenderingContext2D): void {
  const middle = WHEEL / 2;
  pen.fillStyle = '#2b2b2b';
  pen.fillRect(0, 0, WHEEL, WHEEL);
  for (let ring = RINGS; ring >= 1; ring--) {
    for (let hue = 0; hue < 360; hue += STEP) {
      pen.fillStyle = `oklch(0.68 ${String((0.13 * ring) / RINGS)} ${String(hue)})`;
      pen.beginPath();
      pen.moveTo(middle, middle);
      // A little more than its step, so that no line is left between two.
      pen.arc(middle, middle, ((middle - 2) * ring) / RINGS, (-(hue + STEP + 1) * Math.PI) / 180, (-hue * Math.PI) / 180);
      pen.fill();
    }
  }
}

const RAMP = { width: 140, height: 34 };

function drawRamp(pen: CanvasRenderingContext2D): void {
  const steps = pen.createLinearGradient(0, 0, RAMP.width, 0);
  steps.addColorStop(0, '#000');
  steps.addColorStop(1, '#fff');
  pen.fillStyle = steps;
  pen.fillRect(0, 0, RAMP.width, RAMP.height);
}

const PATCH = 14;
const HUES = 10;
const TONES = 7;

function drawPatches(pen: CanvasRenderingContext2D): void {
  for (let row = 0; row < TONES; row++) {
    for (let column = 0; column < HUES; column++) {
      pen.fillStyle = `oklch(${String(0.9 - (row * 0.7) / (TONES - 1))} 0.09 ${String((column * 360) / HUES + 20)})`;
      pen.fillRect(column * PATCH, row * PATCH, PATCH, PATCH);
    }
  }
}

export const CHARTS: readonly Chart[] = [
  { id: 'wheel', title: 'all hues, grey in the middle', width: WHEEL, height: WHEEL, draw: drawWheel },
  { id: 'patches', title: 'hues from light to dark', width: HUES * PATCH, height: TONES * PATCH, draw: drawPatches },
  { id: 'ramp', title: 'tones from black to white', width: RAMP.width, height: RAMP.height, draw: drawRamp },
];

/** The pixels of a chart, before any move. */
export function pixelsOf({ width, height, draw }: Chart): Pixels {
  const canvas = document.createElement('canvas');
  canvas.width = width;
  canvas.height = height;
  const pen = canvas.getContext('2d', { willReadFrequently: true });
  if (!pen) throw new Error('This browser cannot draw the charts.');
  draw(pen);
  return pen.getImageData(0, 0, width, height);
}
