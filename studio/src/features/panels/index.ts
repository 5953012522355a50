import type { Move, MoveKind, MoveOf } from '../../model/looks';
import { bandMixPanel } from './bandMix';
import { chartPanel } from './chart/chart';
import { colourBalancePanel } from './colourBalance';
import { curvesPanel } from './curves';
import { evenOutPanel } from './evenOut';
import { hueCurvesPanel } from './hueCurves';
import { lightPanel } from './light/light';
import { matchPanel } from './match/match';
import { neutralisePanel } from './neutralise/neutralise';
import { palettePanel } from './palette/palette';
import type { MovePanel } from './panel';
import { recolourPanel } from './recolour';
import { saturationPanel } from './saturation';
import { selectiveColourPanel } from './selectiveColour';
import { shiftPanel } from './shift';
import { tablePanel } from './table';
import { hueReliefPanel, sideWarmthPanel, warmthPanel } from './simple';

/** The list of panels, in the order they are offered. A new kind of move adds its own here. */
const PANELS: { [K in MoveKind]: MovePanel<K> } = {
  recolour: recolourPanel,
  shift: shiftPanel,
  palette: palettePanel,
  'band-mix': bandMixPanel,
  'hue-curves': hueCurvesPanel,
  'selective-colour': selectiveColourPanel,
  'even-out': evenOutPanel,
  neutralise: neutralisePanel,
  chart: chartPanel,
  warmth: warmthPanel,
  'colour-balance': colourBalancePanel,
  light: lightPanel,
  curves: curvesPanel,
  saturation: saturationPanel,
  match: matchPanel,
  'side-warmth': sideWarmthPanel,
  'hue-relief': hueReliefPanel,
  table: tablePanel,
};

export const KINDS = Object.keys(PANELS) as MoveKind[];

export function panelOfKind(kind: MoveKind): MovePanel<MoveKind> {
  return PANELS[kind] as unknown as MovePanel<MoveKind>;
}

export function panelOf<K extends MoveKind>(move: MoveOf<K>): MovePanel<K> {
  return PANELS[move.kind as K] as MovePanel<K>;
}

/** What a move does, in one line. */
export function moveWords(move: Move): string {
  return (panelOf(move) as MovePanel<MoveKind>).words(move as never);
}
