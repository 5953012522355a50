import { useEffect, useMemo, useRef, useSyncExternalStore, type FocusEvent, type KeyboardEvent } from 'react';
import { PhotoCursor, type CursorActions } from './photoCursor';
import type { Tool } from './tools';
import { placeOf, type Size, type Viewport } from '../../gl/viewport';

interface Stage extends CursorActions {
  photo: Size;
  pane: Size;
  viewport: Viewport;
  tool: Tool;
}

/** The cursor that the keyboard moves over the photo while the photo has the focus and a tool acts on places. */
export function usePhotoCursor(stage: Stage) {
  const now = useRef(stage);
  useEffect(() => {
    now.current = stage;
  });
  const cursor = useMemo(() => new PhotoCursor(() => now.current), []);
  const state = useSyncExternalStore(cursor.subscribe, () => cursor.state);
  /** A press gives the focus too: it has a place of its own. */
  const pressed = useRef(false);
  const { tool } = stage;
  useEffect(() => {
    if (tool === 'look') cursor.hide();
  }, [cursor, tool]);
  const begin = () => {
    const { photo, pane, viewport } = now.current;
    const place = placeOf(viewport, photo, pane);
    const middle = (all: number, at: number, length: number) => Math.min(0.99, Math.max(0.01, (all / 2 - at) / length));
    cursor.show([middle(pane.width, place.left, place.width), middle(pane.height, place.top, place.height)]);
  };
  return {
    cursor: state,
    listeners: {
      onKeyDown: (event: KeyboardEvent) => {
        if (event.target !== event.currentTarget || event.ctrlKey || event.metaKey || event.altKey || now.current.tool === 'look') return;
        const { photo, pane, viewport } = now.current;
        const place = placeOf(viewport, photo, pane);
        const keys = /^(Arrow|Enter$| $)/.test(event.key);
        if (!cursor.state.at && keys) begin();
        else if (!cursor.key(event.key, event.shiftKey, now.current.tool, [pane.width / place.width, pane.height / place.height])) return;
        event.preventDefault();
        event.stopPropagation();
      },
      onFocus: (event: FocusEvent) => {
        // Only for those who came with the keyboard.
        if (!pressed.current && event.target === event.currentTarget && now.current.tool !== 'look' && event.currentTarget.matches(':focus-visible')) begin();
      },
      onBlur: (event: FocusEvent) => {
        if (event.target === event.currentTarget) cursor.hide();
      },
      onPointerDownCapture: () => {
        pressed.current = true;
        cursor.hide();
      },
      onPointerUpCapture: () => {
        pressed.current = false;
      },
    },
  };
}
