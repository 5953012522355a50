import type { Move, MoveKind, MoveOf } from '../grade/looks';
import { bandMixPanel } from './bandMix';
import type { MovePanel } from './panel';
import { selectiveColourPanel } from './selectiveColour';
import { shiftPanel } from './shift';

/** The list of panels, in the order they are offered. A new kind of move adds its own here. */
const PANELS: { [K in MoveKind]: MovePanel<K> } = {
  'selective-colour': selectiveColourPanel,
  'band-mix': bandMixPanel,
  shift: shiftPanel,
};

export const KINDS = Object.keys(PANELS) as MoveKind[];

export function panelOf<K extends MoveKind>(move: MoveOf<K>): MovePanel<K> {
  return PANELS[move.kind as K] as MovePanel<K>;
}

/** What a move does, in one line. */
export function moveWords(move: Move): string {
  return (panelOf(move) as MovePanel<MoveKind>).words(move as never);
}
