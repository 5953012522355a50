import { axesOf, type AxisName, type PlaneName } from '../../bench/axes';
import type { MoveOf } from '../../../model/looks';
import { withParams } from '../settings';

type Move = MoveOf<'palette'>;
export type Pot = NonNullable<NonNullable<Move['params']>['pots']>[number];
export type Colour = Pot['middle'];

/** The most that a target may have; screens show far less of most hues. */
const MOST_CHROMA = 0.4;
const PROPERTY: Record<AxisName, keyof Colour> = { hue: 'hue', chroma: 'chroma', light: 'lightness' };

export const potsOf = (move: Move): Pot[] => move.params?.pots ?? [];

export const css = ({ lightness, chroma, hue }: Colour): string => `oklch(${String(lightness)} ${String(chroma)} ${String(hue)})`;

/** The move with one pot's target changed; null leaves the pot as it is. */
export function withTarget(move: Move, index: number, to: Colour | null): Move {
  return withParams(move, { pots: potsOf(move).map((pot, i) => (i === index ? { ...pot, to } : pot)) });
}

const wrapped = (hue: number) => ((hue % 360) + 360) % 360;
const between = (value: number, most: number) => Math.min(most, Math.max(0, value));

/** A colour within what a target may be, to the digits that files keep. */
export function tidy({ lightness, chroma, hue }: Colour): Colour {
  return { lightness: Number(between(lightness, 1).toFixed(4)), chroma: Number(between(chroma, MOST_CHROMA).toFixed(4)), hue: Number(wrapped(hue).toFixed(1)) };
}

/** Where a colour lies on a plane of the bench, in shares across and up; what lies beyond it is at its edge. */
export function placeOf(colour: Colour, plane: PlaneName, chromaTop: number): { x: number; y: number } {
  const { across, up } = axesOf(plane, chromaTop);
  const share = (axis: typeof across) => between((axis.circular ? wrapped(colour[PROPERTY[axis.name]]) : colour[PROPERTY[axis.name]]) / axis.max, 1);
  return { x: share(across), y: share(up) };
}

/** The colour after a drag of so many shares across and up; with `light` up and down is lightness, whatever the plane. */
export function dragged(from: Colour, across: number, up: number, plane: PlaneName, chromaTop: number, light: boolean): Colour {
  const axes = axesOf(plane, chromaTop);
  if (light) return tidy({ ...from, lightness: from.lightness + up });
  const colour = { ...from };
  colour[PROPERTY[axes.across.name]] += across * axes.across.max;
  colour[PROPERTY[axes.up.name]] += up * axes.up.max;
  return tidy(colour);
}

const STEPS: Record<AxisName, number> = { hue: 2, chroma: 0.004, light: 0.01 };
const WAYS: Record<string, [number, number]> = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, 1], ArrowDown: [0, -1] };

/** The colour after an arrow key; null for another key. */
export function keyed(from: Colour, key: string, plane: PlaneName, light: boolean, far: boolean): Colour | null {
  const way = WAYS[key];
  if (!way) return null;
  const by = far ? 5 : 1;
  if (light) return tidy({ ...from, lightness: from.lightness + (way[0] + way[1]) * STEPS.light * by });
  const { across, up } = axesOf(plane);
  const colour = { ...from };
  colour[PROPERTY[across.name]] += way[0] * STEPS[across.name] * by;
  colour[PROPERTY[up.name]] += way[1] * STEPS[up.name] * by;
  return tidy(colour);
}

/** How far apart two pots have to go, in OKLab, before what leads from the one to the other shows it. */
const APART = 0.06;

const lab = ({ lightness, chroma, hue }: Colour): [number, number, number] => [lightness, chroma * Math.cos((hue * Math.PI) / 180), chroma * Math.sin((hue * Math.PI) / 180)];
const way = ({ middle, to }: Pot): [number, number, number] => {
  const [from, there] = [lab(middle), lab(to ?? middle)];
  return [there[0] - from[0], there[1] - from[1], there[2] - from[2]];
};

/** Pairs of pots that lead into each other in the photo and are moved apart: the one that goes farther, and the one that should go along. */
export function tornPassages(move: Move, passages: readonly (readonly string[])[]): [moved: number, left: number][] {
  const pots = potsOf(move);
  return passages.flatMap((names) => {
    const [one, other] = names.map((name) => pots.findIndex((pot) => pot.name === name));
    const [p, q] = [pots[one ?? -1], pots[other ?? -1]];
    if (!p || !q || one === undefined || other === undefined) return [];
    const [v, w] = [way(p), way(q)];
    if (Math.hypot(v[0] - w[0], v[1] - w[1], v[2] - w[2]) < APART) return [];
    return [Math.hypot(...v) >= Math.hypot(...w) ? [one, other] : [other, one]] as [number, number][];
  });
}

/** The palette with one pot going as another one does: turned, strengthened and lightened alike. */
export function together(move: Move, moved: number, left: number): Move {
  const [leads, follows] = [potsOf(move)[moved], potsOf(move)[left]];
  if (!leads?.to || !follows) return move;
  const { middle, to } = leads;
  const stronger = middle.chroma > 0.005 ? to.chroma / middle.chroma : 1;
  return withTarget(move, left, tidy({ lightness: follows.middle.lightness + to.lightness - middle.lightness, chroma: follows.middle.chroma * stronger, hue: follows.middle.hue + to.hue - middle.hue }));
}

/** What the palette does, in one line. */
export function paletteWords(move: Move): string {
  const moved = potsOf(move).filter(({ to }) => to != null);
  if (moved.length === 0) return 'no colour changed yet';
  return `${moved.map(({ name }) => name).join(', ')} moved`;
}
