import { useCallback, useSyncExternalStore } from 'react';
import { withOpen, type Part } from './address';

const CHANGED = 'tovrin-place';

/** Tells everything that shows a part of the address that it is another one now. */
export function goTo(address: string, replace: boolean): void {
  window.history[replace ? 'replaceState' : 'pushState'](null, '', address);
  window.dispatchEvent(new Event(CHANGED));
}

export function listenToPlace(listener: () => void): () => void {
  window.addEventListener('popstate', listener);
  window.addEventListener(CHANGED, listener);
  return () => {
    window.removeEventListener('popstate', listener);
    window.removeEventListener(CHANGED, listener);
  };
}

/** What is open in one part of the screen; null for nothing. */
export function opened(part: Part): string | null {
  return new URLSearchParams(window.location.search).get(part);
}

/** Opens something in a part of the screen, or closes what is open there. A reload comes back to it; the way back leads past it. */
export function open(part: Part, value: string | null): void {
  if (opened(part) !== value) goTo(window.location.pathname + withOpen(window.location.search, part, value), true);
}

/** What is open in a part of the screen, kept in the address. */
export function useOpened(part: Part): [string | null, (value: string | null) => void] {
  const value = useSyncExternalStore(listenToPlace, () => opened(part));
  const set = useCallback((next: string | null) => { open(part, next); }, [part]);
  return [value, set];
}
