import { useEffect, useState, type RefObject } from 'react';
import { greys } from '../../theme';
import { PhotoRenderer } from '../../gl/PhotoRenderer';
import { RenderLoop } from '../../gl/renderLoop';
import { reasonOf } from '../../model/reason';

export interface Drawing {
  renderer: PhotoRenderer;
  loop: RenderLoop;
}

const SURROUND = parseInt(greys.surround.slice(1, 3), 16) / 255;

/** The renderer of a canvas; made anew when the graphics system took it away and gave it back. */
export function useRenderer(canvas: RefObject<HTMLCanvasElement | null>): { drawing: Drawing | null; failure: string | null } {
  const [drawing, setDrawing] = useState<Drawing | null>(null);
  const [failure, setFailure] = useState<string | null>(null);
  useEffect(() => {
    const element = canvas.current;
    if (!element) return;
    let now: Drawing | null = null;
    const begin = () => {
      try {
        const renderer = new PhotoRenderer(element);
        now = { renderer, loop: new RenderLoop(element, renderer, SURROUND) };
        setDrawing(now);
        setFailure(null);
      } catch (reason) {
        setFailure(reasonOf(reason));
      }
    };
    const end = () => {
      now?.loop.stop();
      now?.renderer.dispose();
      now = null;
      setDrawing(null);
    };
    const lost = (event: Event) => {
      // Without this the browser would not give it back.
      event.preventDefault();
      end();
      setFailure('The graphics system is busy. The photo comes back as soon as it is free.');
    };
    element.addEventListener('webglcontextlost', lost);
    element.addEventListener('webglcontextrestored', begin);
    begin();
    return () => {
      element.removeEventListener('webglcontextlost', lost);
      element.removeEventListener('webglcontextrestored', begin);
      end();
    };
  }, [canvas]);
  return { drawing, failure };
}
