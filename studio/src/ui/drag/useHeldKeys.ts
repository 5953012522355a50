import { useRef, type KeyboardEvent } from 'react';

/**
 * Arrow keys that repeat while they are held: each repeat shows the next value, and letting go keeps it, so that one key
 * held is one step of undo. `step` is told the value so far, or null at first, and gives the next one, or null for a key that is none.
 */
export function useHeldKeys<V>(step: (event: KeyboardEvent, so: V | null) => V | null, show: (value: V) => void, keep: (value: V) => void) {
  const held = useRef<V | null>(null);
  const letGo = () => {
    const value = held.current;
    held.current = null;
    if (value !== null) keep(value);
  };
  return {
    onKeyDown: (event: KeyboardEvent) => {
      const next = step(event, held.current);
      if (next === null) return;
      event.preventDefault();
      event.stopPropagation();
      held.current = next;
      show(next);
    },
    onKeyUp: letGo,
    onBlur: letGo,
  };
}
