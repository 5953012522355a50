import { useLayoutEffect, useRef } from 'react';
import type { Rect } from '../../gl/rects';

/** A part of the photo: a bit for each cell of a coarse grid, row by row, the first in the highest bit; base64. */
export interface Patch {
  columns: number;
  rows: number;
  mask: string;
}

/** Lights up a part of the photo that is spoken of: until that is over, or for a moment. */
export function AskedPatch({ patch, place, briefly }: { patch: Patch; place: Rect; briefly: boolean }) {
  const canvas = useRef<HTMLCanvasElement>(null);
  useLayoutEffect(() => {
    const pen = canvas.current?.getContext('2d');
    if (!pen) return;
    const image = pen.createImageData(patch.columns, patch.rows);
    cellsOf(patch).forEach((on, i) => {
      image.data.set([255, 255, 255, on ? 255 : 0], 4 * i);
    });
    pen.putImageData(image, 0, 0);
  }, [patch]);
  return (
    <canvas
      ref={canvas}
      width={patch.columns}
      height={patch.rows}
      role="img"
      key={patch.mask}
      aria-label={briefly ? 'What has changed' : 'What the question is about'}
      style={{ position: 'absolute', left: place.left, top: place.top, width: place.width, height: place.height, pointerEvents: 'none', opacity: briefly ? 0 : 0.5, animation: `asked 1.6s ease-in-out ${briefly ? '3' : 'infinite'}` }}
    />
  );
}

export function cellsOf({ columns, rows, mask }: Patch): boolean[] {
  const bytes = atob(mask);
  return Array.from({ length: columns * rows }, (_, i) => ((bytes.charCodeAt(i >> 3) >> (7 - (i & 7))) & 1) === 1);
}
