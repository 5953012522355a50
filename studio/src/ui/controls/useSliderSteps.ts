import { useCallback, useEffect, useRef, useState, type SyntheticEvent } from 'react';
import { beginDrag, endDrag } from '../drag/activeDrag';

/** A click may be the first half of a double click: it is kept when it was not. */
const DOUBLE_CLICK_MS = 280;

/**
 * When a slider's value is only shown and when it is kept: a drag once it ends, unless Escape gave it up; a held key once
 * it is let go; a click once it is no double click. Each of them is one step of undo.
 */
export function useSliderSteps(kept: number, onChange: (value: number, keep: boolean) => void) {
  const [live, setLive] = useState<number | null>(null);
  const pending = useRef<{ value: number; by: 'key' | 'click' } | null>(null);
  const timer = useRef<number | undefined>(undefined);
  const moves = useRef(0);
  const abandoned = useRef(false);
  const change = useRef(onChange);
  useEffect(() => {
    change.current = onChange;
  });

  const keepPending = useCallback(() => {
    window.clearTimeout(timer.current);
    const now = pending.current;
    pending.current = null;
    setLive(null);
    if (now) change.current(now.value, true);
  }, []);

  // Whatever is done next finds the last click kept.
  useEffect(() => {
    const next = () => {
      if (pending.current?.by === 'click') keepPending();
    };
    window.addEventListener('keydown', next, true);
    return () => {
      window.removeEventListener('keydown', next, true);
      keepPending();
    };
  }, [keepPending]);

  const show = (value: number, event: Event) => {
    if (abandoned.current) return;
    if (event.type !== 'keydown' && event.type !== 'change') {
      moves.current += 1;
      if (moves.current === 1) {
        beginDrag(() => {
          abandoned.current = true;
          setLive(null);
          change.current(kept, false);
        });
      }
    }
    setLive(value);
    onChange(value, false);
  };
  const commit = (value: number, event: Event | SyntheticEvent) => {
    const wasAbandoned = abandoned.current;
    const moved = moves.current;
    abandoned.current = false;
    moves.current = 0;
    endDrag();
    if (wasAbandoned) return;
    if (event.type === 'keydown' || event.type === 'change') pending.current = { value, by: 'key' };
    else if (moved <= 1) {
      pending.current = { value, by: 'click' };
      window.clearTimeout(timer.current);
      timer.current = window.setTimeout(keepPending, DOUBLE_CLICK_MS);
    } else {
      setLive(null);
      onChange(value, true);
    }
  };
  return {
    value: live ?? kept,
    show,
    commit,
    /** For the slider's onKeyUp and onBlur. */
    letGo: keepPending,
    /** Nothing of what is being dragged is to remain. */
    abandon: () => {
      if (moves.current === 0) return;
      moves.current = 0;
      abandoned.current = false;
      endDrag();
      setLive(null);
      change.current(kept, false);
    },
    /** Puts another value in the place of a click that is not kept yet. */
    instead: (value: number) => {
      window.clearTimeout(timer.current);
      pending.current = null;
      setLive(null);
      onChange(value, true);
    },
  };
}
