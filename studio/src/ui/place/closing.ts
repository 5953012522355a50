import { open, opened } from './useOpened';

/** Closes what lies over the rest, the topmost first; false when nothing does. */
export function closeTopmost(): boolean {
  const part = (['over', 'side', 'guide'] as const).find((one) => opened(one) !== null);
  if (!part) return false;
  open(part, null);
  return true;
}
