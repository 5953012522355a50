/** The drag that is under way, if any: there is one pointer that matters, and Escape or undo gives up what it does. */
let abandonNow: (() => void) | null = null;

export function beginDrag(abandon: () => void): void {
  abandonNow = abandon;
}

export function endDrag(): void {
  abandonNow = null;
}

/** Gives the drag up, as if it had not begun. False when there is none. */
export function abandonDrag(): boolean {
  const abandon = abandonNow;
  abandonNow = null;
  abandon?.();
  return abandon !== null;
}

/** Whether a key means that the drag under way is not wanted. */
export function abandons(event: Pick<KeyboardEvent, 'key' | 'ctrlKey' | 'metaKey'>): boolean {
  return event.key === 'Escape' || ((event.ctrlKey || event.metaKey) && event.key.toLowerCase() === 'z');
}

/** Listens before everything else, so that Escape closes nothing and undo undoes nothing while something is dragged. */
export function listenForAbandoning(): () => void {
  const key = (event: KeyboardEvent) => {
    if (abandons(event) && abandonDrag()) {
      event.preventDefault();
      event.stopImmediatePropagation();
    }
  };
  window.addEventListener('keydown', key, true);
  return () => {
    window.removeEventListener('keydown', key, true);
  };
}
