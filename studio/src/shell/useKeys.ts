import { useEffect, useRef } from 'react';

import { TOOLS, type Tool } from '../photo/tools';

export interface KeyActions {
  undo: () => void;
  redo: () => void;
  toggleZoom: () => void;
  /** In steps, above 0 closer. */
  zoomBy: (steps: number) => void;
  /** In steps to the right and down. */
  pan: (right: number, down: number) => void;
  nextPhoto: (step: number) => void;
  before: (held: boolean) => void;
  reached: (held: boolean) => void;
  tool: (tool: Tool) => void;
  fold: () => void;
  /** The whole set at once. */
  sheet: () => void;
  /** Keeps the state as a version. */
  keep: () => void;
  /** Flashes what the target or band at hand holds. */
  flash: (held: boolean) => void;
  escape: () => void;
  help: () => void;
}

const ARROWS: Record<string, [number, number]> = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] };

const HAS_ARROWS = 'input, textarea, select, [role=slider], [role=separator], [role=radio], [role=menuitem], [data-move], [aria-roledescription=pin]';

/** Arrow keys move the photo only while nothing else has them. */
function onPhoto(): boolean {
  return document.activeElement?.closest(HAS_ARROWS) == null;
}

/** Keys that work anywhere, except while a text is typed. Shown to the user by ShortcutsDialog. */
export function useKeys(actions: KeyActions): void {
  const now = useRef(actions);
  useEffect(() => {
    now.current = actions;
  });
  useEffect(() => {
    const typing = (event: KeyboardEvent) => event.target instanceof HTMLInputElement && event.target.type !== 'range' && event.target.type !== 'checkbox' && event.target.type !== 'radio';
    const down = (event: KeyboardEvent) => {
      const key = event.key.toLowerCase();
      if ((event.ctrlKey || event.metaKey) && (key === 'z' || key === 'y') && !typing(event)) {
        event.preventDefault();
        if (key === 'y' || event.shiftKey) now.current.redo();
        else now.current.undo();
        return;
      }
      if (event.ctrlKey || event.metaKey || event.altKey || typing(event) || event.defaultPrevented) return;
      // While a menu, a list or a dialogue is open, letters are its own.
      if (document.querySelector('.MuiModal-root')) return;
      const arrow = onPhoto() ? ARROWS[event.key] : undefined;
      if (arrow) {
        now.current.pan(...arrow);
        event.preventDefault();
        return;
      }
      const tool = TOOLS.find((one) => one.key.toLowerCase() === key);
      if (tool) now.current.tool(tool.tool);
      else if (key === 'b') {
        if (!event.repeat) now.current.before(true);
      } else if (key === 'z') now.current.toggleZoom();
      else if (key === '+' || key === '=') now.current.zoomBy(1);
      else if (key === '-') now.current.zoomBy(-1);
      else if (key === 'r') {
        if (!event.repeat) now.current.reached(true);
      } else if (key === 'q') {
        if (!event.repeat) now.current.flash(true);
      } else if (key === 'f') now.current.fold();
      else if (key === 's') now.current.sheet();
      else if (key === 'k') now.current.keep();
      else if (event.key === 'Escape') now.current.escape();
      else if (event.key === '?') now.current.help();
      else if (event.key === 'PageDown') now.current.nextPhoto(1);
      else if (event.key === 'PageUp') now.current.nextPhoto(-1);
      else return;
      event.preventDefault();
    };
    const up = (event: KeyboardEvent) => {
      if (event.key.toLowerCase() === 'b') now.current.before(false);
      if (event.key.toLowerCase() === 'r') now.current.reached(false);
      if (event.key.toLowerCase() === 'q') now.current.flash(false);
    };
    const left = () => {
      now.current.before(false);
      now.current.reached(false);
      now.current.flash(false);
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
