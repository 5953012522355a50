import { useEffect, useRef } from 'react';

interface WindowKeys {
  down: (event: KeyboardEvent) => void;
  up: (event: KeyboardEvent) => void;
  /** The window is left: whatever is held is let go. */
  left: () => void;
}

/** Keys wherever they are pressed in the window; what is to be done may change at every turn. */
export function useWindowKeys(keys: WindowKeys): void {
  const now = useRef(keys);
  useEffect(() => {
    now.current = keys;
  });
  useEffect(() => {
    const down = (event: KeyboardEvent) => {
      now.current.down(event);
    };
    const up = (event: KeyboardEvent) => {
      now.current.up(event);
    };
    const left = () => {
      now.current.left();
    };
    window.addEventListener('keydown', down);
    window.addEventListener('keyup', up);
    window.addEventListener('blur', left);
    return () => {
      window.removeEventListener('keydown', down);
      window.removeEventListener('keyup', up);
      window.removeEventListener('blur', left);
    };
  }, []);
}
