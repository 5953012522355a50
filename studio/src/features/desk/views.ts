import type { ViewMode } from '../../gl/PhotoRenderer';

export interface ViewInfo {
  mode: ViewMode;
  title: string;
  help: string;
  needsMove?: boolean;
}

/** What the photo can be shown as, in the order they are offered. */
export const VIEWS: ViewInfo[] = [
  { mode: 'result', title: 'Result', help: 'The photo as graded' },
  { mode: 'source', title: 'Source', help: 'The photo as it came; hold B for a quick look' },
  { mode: 'split', title: 'Split', help: 'Source on the left, result on the right; drag the divider' },
  { mode: 'beside', title: 'Side by side', help: 'Source and result whole, next to each other; zoom and movement are linked' },
  { mode: 'reached', title: 'Reached', help: 'What the chosen move reaches, the rest in grey; hold R for a quick look', needsMove: true },
  { mode: 'matte', title: 'Matte', help: 'How much the chosen move acts: fully where it is white, not at all where it is black', needsMove: true },
  { mode: 'tone', title: 'Tone', help: 'Tone plate: the strongest channel alone. Tone plate times colour plate is the photo' },
  { mode: 'colour', title: 'Colour', help: 'Colour plate: the photo divided by its tone plate' },
  { mode: 'clipped', title: 'Clipped', help: 'Channels that have run into an end: bright where full, dim where empty. Hold B for the source’s' },
];

/** What is shown when a view is chosen and keys are held. */
export function shownView(chosen: ViewMode, held: { before: boolean; reached: boolean }, hasMove: boolean): ViewMode {
  if (held.before) return chosen === 'clipped' ? 'source-clipped' : 'source';
  if (held.reached && hasMove) return 'reached';
  return !hasMove && VIEWS.find(({ mode }) => mode === chosen)?.needsMove ? 'result' : chosen;
}
