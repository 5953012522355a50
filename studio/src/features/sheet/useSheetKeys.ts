import { useWindowKeys } from '../shell/useWindowKeys';

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
  help: () => void;
  undo: () => void;
}

/** Keys of the sheet; they rest while a text is typed or a menu or dialogue is open. */
export function useSheetKeys(keys: SheetKeys): void {
  const elsewhere = (event: KeyboardEvent) =>
    (event.target instanceof HTMLElement && event.target.closest('input, textarea, [role=slider], [role=combobox], [role=dialog]') !== null) || document.querySelector('.MuiModal-root') !== null;
  const down = (event: KeyboardEvent) => {
    const { move, columns, count } = keys;
    const key = event.key.toLowerCase();
    const command = event.ctrlKey || event.metaKey;
    // Holding the photos as they came works from anywhere but a text.
    if (key === 'b' && !command && !(event.target instanceof HTMLInputElement) && document.querySelector('.MuiModal-root') === null) {
      if (!event.repeat) keys.before(true);
      return;
    }
    if (elsewhere(event) || event.defaultPrevented || event.altKey) return;
    // Enter presses a button that has the focus.
    if (event.key === 'Enter' && event.target instanceof HTMLElement && event.target.closest('button, a') !== null) return;
    const steps: Record<string, number> = { ArrowLeft: -1, ArrowRight: 1, ArrowUp: -columns, ArrowDown: columns, PageUp: -3 * columns, PageDown: 3 * columns, Home: -count, End: count };
    const by = steps[event.key];
    if (by !== undefined) move(by, event.shiftKey);
    else if (command && key === 'a') keys.all();
    else if (command && key === 'z' && !event.shiftKey) keys.undo();
    else if (command) return;
    else if (event.key === 'Escape') keys.none();
    else if (event.key === 'Enter') keys.open();
    else if (key === 'f2') keys.rename();
    else if (event.key === 'Delete') keys.remove();
    else if (key === '+' || key === '=') keys.size(1);
    else if (key === '-') keys.size(-1);
    else if (key === 's') keys.back();
    else if (event.key === '?') keys.help();
    else return;
    event.preventDefault();
  };
  const up = (event: KeyboardEvent) => {
    if (event.key.toLowerCase() === 'b') keys.before(false);
  };
  const left = () => {
    keys.before(false);
  };
  useWindowKeys({ down, up, left });
}
