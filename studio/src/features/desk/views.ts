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
  { mode: 'source', title: 'Source', help: 'The photo as imported. Hold B for a quick look' },
  { mode: 'split', title: 'Split', help: 'Source on the left, result on the right. Drag the divider' },
  { mode: 'beside', title: 'Side by side', help: 'Source and result next to each other, zoomed and moved together' },
  { mode: 'reached', title: 'Reached', help: 'What the selected move acts on, the rest in grey. Hold R for a quick look', needsMove: true },
  { mode: 'matte', title: 'Matte', help: 'How strongly the selected move acts: white is fully, black is not at all', needsMove: true },
  { mode: 'tone', title: 'Tone', help: 'Tone plate: the strongest channel alone, without colour' },
  { mode: 'colour', title: 'Colour', help: 'Colour plate: the photo without its light and shade' },
  { mode: 'clipped', title: 'Clipped', help: 'Clipped channels: bright at 255, dim at 0. Hold B for the original' },
];

/** What is shown when a view is chosen and keys are held. */
export function shownView(chosen: ViewMode, held: { before: boolean; reached: boolean }, hasMove: boolean): ViewMode {
  if (held.before) return chosen === 'clipped' ? 'source-clipped' : 'source';
  if (held.reached && hasMove) return 'reached';
  return !hasMove && VIEWS.find(({ mode }) => mode === chosen)?.needsMove ? 'result' : chosen;
}
