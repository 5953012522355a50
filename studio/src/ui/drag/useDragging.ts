import { useDrag } from '@use-gesture/react';
import type { HTMLAttributes } from 'react';
import { beginDrag, endDrag } from './activeDrag';

/** Where a drag is, in CSS pixels of the window. */
export interface Drag {
  /** Where it began. */
  from: { x: number; y: number };
  at: { x: number; y: number };
  /** From where it began to where it is. */
  by: { x: number; y: number };
  shift: boolean;
  button: number;
  target: EventTarget | null;
}

export interface DragHandlers<H> {
  /** False lets this press go by. */
  onStart?: (drag: Drag, handle: H) => boolean;
  onMove: (drag: Drag, handle: H) => void;
  onEnd: (drag: Drag, handle: H) => void;
  /** It was given up: by Escape, by undo, or because the system took the pointer. Nothing is to remain of it. */
  onAbandon: (handle: H) => void;
}

/** The library counts these as an end like any other. */
const TAKEN_AWAY = ['pointercancel', 'lostpointercapture'];

/**
 * Every drag in the studio: captures the pointer, keeps what it began on, and can be given up at any time. Gives the
 * properties for an element, by the handle that it is.
 */
export function useDragging<H = undefined>({ onStart, onMove, onEnd, onAbandon }: DragHandlers<H>, buttons: number[] = [1]): (handle: H) => HTMLAttributes<HTMLElement> {
  const bind = useDrag<PointerEvent>(
    ({ first, last, canceled, event, xy: [x, y], initial: [x0, y0], args, cancel, memo, target }) => {
      const handle = (args as [H])[0];
      const begun = memo as { button: number; target: EventTarget | null } | undefined;
      const drag: Drag = { from: { x: x0, y: y0 }, at: { x, y }, by: { x: x - x0, y: y - y0 }, shift: event.shiftKey, button: begun?.button ?? event.button, target: begun?.target ?? event.target ?? target };
      const kept = { button: drag.button, target: drag.target };
      if (first) {
        if (onStart && !onStart(drag, handle)) {
          cancel();
          return { ...kept, ignored: true };
        }
        beginDrag(cancel);
        return kept;
      }
      if ((memo as { ignored?: boolean } | undefined)?.ignored) return memo as object;
      if (!last) onMove(drag, handle);
      else {
        endDrag();
        if (canceled || TAKEN_AWAY.includes(event.type)) onAbandon(handle);
        else onEnd(drag, handle);
      }
      return kept;
    },
    { pointer: { buttons, capture: true, keys: false }, eventOptions: { passive: false }, preventDefault: false, triggerAllEvents: false },
  );
  return (handle) => bind(handle) as HTMLAttributes<HTMLElement>;
}
