import { useRef, useState, type PointerEvent, type RefObject } from 'react';
import { frameOf, inFrame, type Grid, type Rect } from './grid';
import type { Held, Selection } from './selection';

/** A frame drawn from between the photos selects those it touches. */
export function useFrame(scroller: RefObject<HTMLDivElement | null>, grid: Grid, count: number, selection: Selection, onFrame: (from: Selection, inside: number[], held: Held) => void) {
  const begun = useRef<{ at: [number, number]; from: Selection } | null>(null);
  const [shown, setShown] = useState<Rect | null>(null);
  const place = (event: PointerEvent): [number, number] => {
    const box = scroller.current?.getBoundingClientRect();
    return [event.clientX - (box?.left ?? 0), event.clientY - (box?.top ?? 0) + (scroller.current?.scrollTop ?? 0)];
  };
  const end = () => {
    begun.current = null;
    setShown(null);
  };
  return {
    shown,
    listeners: {
      onPointerDown: (event: PointerEvent) => {
        if (event.button !== 0 || (event.target as Element).closest('[data-photo]')) return;
        // The bar at the side is not between the photos.
        if (event.clientX > (scroller.current?.getBoundingClientRect().left ?? 0) + (scroller.current?.clientWidth ?? 0)) return;
        begun.current = { at: place(event), from: selection };
        event.currentTarget.setPointerCapture(event.pointerId);
      },
      onPointerMove: (event: PointerEvent) => {
        if (!begun.current) return;
        const frame = frameOf(begun.current.at, place(event));
        setShown(frame);
        onFrame(begun.current.from, inFrame(grid, count, frame), { shift: event.shiftKey, ctrl: event.ctrlKey || event.metaKey });
      },
      onPointerUp: (event: PointerEvent) => {
        // A click beside the photos selects none.
        if (begun.current && shown === null) onFrame(begun.current.from, [], { shift: event.shiftKey, ctrl: event.ctrlKey || event.metaKey });
        end();
      },
      onPointerCancel: end,
    },
  };
}
