import { useCallback, useEffect, useRef } from 'react';
import { withField, type Move } from '../../model/looks';
import { breadthOf, withBreadth } from './learned';

/** Per cent of tighter–broader for a hundred pixels of the wheel. */
const PER_PIXEL = 0.06;
/** A wheel at rest for this long is done turning: one step of undo. */
const RESTS_MS = 700;

/**
 * The wheel while choosing: tighter or broader, shown live, kept once it rests. Gives a handler that says whether it took the
 * wheel's turn.
 */
export function useBreadthWheel(move: Move | undefined, onMove: (given: Move, next: Move, keep: boolean) => void) {
  const now = useRef({ move, onMove });
  const turned = useRef<{ given: Move; breadth: number; timer: number } | null>(null);
  const keep = useCallback(() => {
    const done = turned.current;
    turned.current = null;
    if (!done?.given.reach) return;
    window.clearTimeout(done.timer);
    now.current.onMove(done.given, withField(done.given, { reach: withBreadth(done.given.reach, done.breadth) }), true);
  }, []);
  useEffect(() => {
    // Another move is at hand: what was turned belongs to the one before.
    if (turned.current && turned.current.given.id !== move?.id) keep();
    now.current = { move, onMove };
  });
  useEffect(() => keep, [keep]);
  return useCallback(
    (pixels: number): boolean => {
      const { move: at, onMove: tell } = now.current;
      if (!at?.reach?.learned) return false;
      const from = turned.current ?? { given: at, breadth: breadthOf(at.reach), timer: 0 };
      if (!from.given.reach) return false;
      window.clearTimeout(from.timer);
      const breadth = Math.max(-100, Math.min(100, from.breadth - pixels * PER_PIXEL));
      turned.current = { given: from.given, breadth, timer: window.setTimeout(keep, RESTS_MS) };
      tell(from.given, withField(from.given, { reach: withBreadth(from.given.reach, Math.round(breadth)) }), false);
      return true;
    },
    [keep],
  );
}
