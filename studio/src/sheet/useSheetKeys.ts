import { useEffect, useRef } from 'react';

export interface SheetKeys {
  /** To the photo so many places on. */
  move: (by: number, shift: boolean) => void;
  columns: number;
  count: number;
  open: () => void;
  all: () => void;
  none: () => void;
  before: (held: boolean) => void;
  rename: () => void;
  remove: () => void;
  size: (by: number) => void;
  back: () => void;
  undo: () => void;
}

/** Keys of the sheet; they rest while a text is typed or a menu or dialogue is open. */
export function useSheetKeys(keys: SheetKeys): void {
  const now = useRef(keys);
  useEffect(() => {
    now.current = keys;
  });
  useEffect(() => {
    const elsewhere = (event: KeyboardEvent) =>
      (event.target instanceof HTMLElement && event.target.closest('input, textarea, [role=slider], [role=combobox], button, [role=dialog]') !== null) || document.querySelector('.MuiModal-root') !== null;
    const down = (event: KeyboardEvent) => {
      const { move, columns, count } = now.current;
      const key = event.key.toLowerCase();
      const command = event.ctrlKey || event.metaKey;
      // Holding the photos as they came works from anywhere but a text.
      if (key === 'b' && !command && !(event.target instanceof HTMLInputElement) && document.querySelector('.MuiModal-root') === null) {
        if (!event.repeat) now.current.before(true);
        return;
      }
      if (elsewhere(event) || event.defaultPrevented || event.altKey) return;
      const steps: Record<string, number> = { ArrowLeft: -1, ArrowRight: 1, ArrowUp: -columns, ArrowDown: columns, PageUp: -3 * columns, PageDown: 3 * columns, Home: -count, End: count };
      const by = steps[event.key];
      if (by !== undefined) move(by, event.shiftKey);
      else if (command && key === 'a') now.current.all();
      else if (command && key === 'z' && !event.shiftKey) now.current.undo();
      else if (command) return;
      else if (event.key === 'Escape') now.current.none();
      else if (event.key === 'Enter') now.current.open();
      else if (key === 'f2') now.current.rename();
      else if (event.key === 'Delete') now.current.remove();
      else if (key === '+' || key === '=') now.current.size(1);
      else if (key === '-') now.current.size(-1);
      else if (key === 's') now.current.back();
      else return;
      event.preventDefault();
    };
    const up = (event: KeyboardEvent) => {
      if (event.key.toLowerCase() === 'b') now.current.before(false);
    };
    const left = () => {
      now.current.before(false);
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
