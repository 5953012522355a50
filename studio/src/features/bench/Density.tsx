import { useLayoutEffect, useRef } from 'react';
import type { Source } from '../../api/client';
import type { PlaneName } from './axes';
import { useSize } from '../../ui/layout/useSize';

/** Lightness and chroma that a cell has at least on a plane where its place does not tell its lightness: a dark colour is to be seen too. */
const READABLE: Record<PlaneName, { light: number; chroma: number }> = {
  'hue-chroma': { light: 0.74, chroma: 0.04 },
  'hue-light': { light: 0.42, chroma: 0.03 },
  'light-chroma': { light: 0.42, chroma: 0 },
};

/** The photo's colours as cells in their own hue, the more the denser; bright enough to read. */
export function Density({ source, plane }: { source: Source | undefined; plane: PlaneName }) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const size = useSize(canvas);
  useLayoutEffect(() => {
    const element = canvas.current;
    const pen = element?.getContext('2d');
    if (!element || !pen || !source || size.width === 0) return;
    const ratio = window.devicePixelRatio;
    element.width = Math.round(size.width * ratio);
    element.height = Math.round(size.height * ratio);
    const { columns, rows } = source.planes;
    const cells = source.planes.cells[plane] ?? [];
    const most = Math.max(1, ...cells.map(([, , count]) => count));
    const { light, chroma } = READABLE[plane];
    // One pixel a cell, then enlarged softly: a density, not a mosaic.
    const small = document.createElement('canvas');
    small.width = columns;
    small.height = rows;
    const dots = small.getContext('2d');
    if (!dots) return;
    for (const [column, row, count, colour] of cells) {
      // Rare colours stay visible beside common ones.
      dots.globalAlpha = 0.62 + 0.38 * Math.pow(count / most, 0.3);
      // A browser that cannot take a colour apart keeps the plain one.
      dots.fillStyle = colour;
      dots.fillStyle = `oklch(from ${colour} max(l, ${String(light)}) max(c, ${String(chroma)}) h)`;
      dots.fillRect(column, rows - 1 - row, 1, 1);
    }
    pen.imageSmoothingQuality = 'high';
    pen.drawImage(small, 0, 0, element.width, element.height);
  }, [source, plane, size]);
  return <canvas ref={canvas} role="img" aria-label="The photo’s colours" style={{ position: 'absolute', inset: 0, width: '100%', height: '100%', display: 'block' }} />;
}
