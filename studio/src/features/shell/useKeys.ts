import { TOOLS, type Tool } from '../photo/tools';
import { useWindowKeys } from './useWindowKeys';

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

const HAS_ARROWS = 'input, textarea, select, [role=slider], [role=separator], [role=radio], [role=menuitem], [data-move], [aria-roledescription=pin], [aria-roledescription=handle]';

/** Arrow keys move the photo only while nothing else has them. */
function onPhoto(): boolean {
  return document.activeElement?.closest(HAS_ARROWS) == null;
}

/** Keys that work anywhere, except while a text is typed. Shown to the user by ShortcutsDialog. */
export function useKeys(actions: KeyActions): void {
  const typing = (event: KeyboardEvent) => event.target instanceof HTMLInputElement && event.target.type !== 'range' && event.target.type !== 'checkbox' && event.target.type !== 'radio';
  const down = (event: KeyboardEvent) => {
    const key = event.key.toLowerCase();
    if ((event.ctrlKey || event.metaKey) && (key === 'z' || key === 'y') && !typing(event)) {
      event.preventDefault();
      if (key === 'y' || event.shiftKey) actions.redo();
      else actions.undo();
      return;
    }
    if (event.ctrlKey || event.metaKey || event.altKey || typing(event) || event.defaultPrevented) return;
    // While a menu, a list or a dialogue is open, letters are its own.
    if (document.querySelector('.MuiModal-root')) return;
    const arrow = onPhoto() ? ARROWS[event.key] : undefined;
    if (arrow) {
      actions.pan(...arrow);
      event.preventDefault();
      return;
    }
    const tool = TOOLS.find((one) => one.key.toLowerCase() === key);
    if (tool) actions.tool(tool.tool);
    else if (key === 'b') {
      if (!event.repeat) actions.before(true);
    } else if (key === 'z') actions.toggleZoom();
    else if (key === '+' || key === '=') actions.zoomBy(1);
    else if (key === '-') actions.zoomBy(-1);
    else if (key === 'r') {
      if (!event.repeat) actions.reached(true);
    } else if (key === 'q') {
      if (!event.repeat) actions.flash(true);
    } else if (key === 'f') actions.fold();
    else if (key === 's') actions.sheet();
    else if (key === 'k') actions.keep();
    else if (event.key === 'Escape') actions.escape();
    else if (event.key === '?') actions.help();
    else if (event.key === 'PageDown') actions.nextPhoto(1);
    else if (event.key === 'PageUp') actions.nextPhoto(-1);
    else return;
    event.preventDefault();
  };
  const up = (event: KeyboardEvent) => {
    if (event.key.toLowerCase() === 'b') actions.before(false);
    if (event.key.toLowerCase() === 'r') actions.reached(false);
    if (event.key.toLowerCase() === 'q') actions.flash(false);
  };
  const left = () => {
    actions.before(false);
    actions.reached(false);
    actions.flash(false);
  };
  useWindowKeys({ down, up, left });
}
