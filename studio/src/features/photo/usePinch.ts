import { usePinch as useTwoFingers } from '@use-gesture/react';
import { useEffect, useRef, type RefObject } from 'react';
import { abandonDrag } from '../../ui/drag/activeDrag';
import { inPane, paneOf, pinched, type Size, type Viewport } from '../../gl/viewport';

interface Stage {
  frame: RefObject<HTMLElement | null>;
  photo: Size;
  size: Size;
  panes: 1 | 2;
  onViewport: (change: (now: Viewport) => Viewport) => void;
}

/** Two fingers on the photo zoom and move it, whatever the tool. What the first of them had begun does not count. */
export function usePinch(stage: Stage): void {
  const now = useRef(stage);
  useEffect(() => {
    now.current = stage;
  });
  useTwoFingers<TouchEvent>(
    ({ first, last, origin: [x, y], movement: [spread], memo }) => {
      if (first) abandonDrag();
      const before = first ? { x, y, spread: 1 } : (memo as { x: number; y: number; spread: number });
      const { frame, photo, size, panes, onViewport } = now.current;
      const box = frame.current?.getBoundingClientRect();
      if (box && !last) {
        const ratio = window.devicePixelRatio;
        const at = (place: { x: number; y: number }) => ({ x: inPane((place.x - box.left) * ratio, size, panes), y: (place.y - box.top) * ratio });
        onViewport((view) => pinched(view, photo, paneOf(size, panes), at(before), at({ x, y }), spread / before.spread));
      }
      return { x, y, spread };
    },
    { target: stage.frame as RefObject<HTMLElement>, pointer: { touch: true }, pinchOnWheel: false, eventOptions: { passive: false } },
  );
}
