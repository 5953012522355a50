import { place, rangeOf, type Shape } from './shapes';

/** A number of a shape as it is typed. */
export interface ShapeNumber {
  label: string;
  value: number;
  min: number;
  max: number;
  step: number;
  unit: string;
  rest?: number;
  with: (value: number) => Shape;
}

const HUNDRED = 100;
const WAYS = [
  [0, 'from the left'],
  [1, 'from the top'],
] as const;

function pair(label: string, of: readonly number[], put: (pair: [number, number]) => Shape, words: readonly (readonly [0 | 1, string])[] = WAYS, [min, max]: [number, number] = [-200, 300]): ShapeNumber[] {
  const now = place(of);
  return words.map(([axis, word]) => ({
    label: `${label} ${word}`,
    value: now[axis] * HUNDRED,
    min,
    max,
    step: 0.5,
    unit: '%',
    with: (value) => put(axis === 0 ? [value / HUNDRED, now[1]] : [now[0], value / HUNDRED]),
  }));
}

/** A share of the longer side, in per cent. */
function share<S extends Shape>(shape: S, name: keyof S & string, label: string, step = 0.1): ShapeNumber {
  const { min, max, rest } = rangeOf(shape.shape, name);
  const value = typeof shape[name] === 'number' ? shape[name] : rest;
  return { label, value: value * HUNDRED, min: min * HUNDRED, max: max * HUNDRED, step, unit: '%', rest: rest * HUNDRED, with: (next) => ({ ...shape, [name]: next / HUNDRED }) };
}

/** Everything of a shape that is a number, but the points of strokes and outlines. */
export function numbersOf(shape: Shape): ShapeNumber[] {
  switch (shape.shape) {
    case 'gradient':
      return [...pair('Begins', shape.from, (from) => ({ ...shape, from })), ...pair('Full', shape.to, (to) => ({ ...shape, to }))];
    case 'ellipse': {
      const turn = rangeOf('ellipse', 'turn');
      return [
        ...pair('Middle', shape.centre, (centre) => ({ ...shape, centre })),
        ...pair('Half', shape.radii, (radii) => ({ ...shape, radii }), [[0, 'width'], [1, 'height']], [0.2, 300]),
        { label: 'Turn', value: shape.turn ?? 0, min: turn.min, max: turn.max, step: 1, unit: '°', rest: 0, with: (value) => ({ ...shape, turn: value }) },
        share(shape, 'feather', 'Feather'),
      ];
    }
    case 'polygon':
      return [share(shape, 'feather', 'Feather')];
    case 'mask':
      return [];
    case 'brush':
      return [share(shape, 'radius', 'Size'), share(shape, 'softness', 'Softness', 1), ...(shape.colours ? [share(shape, 'tolerance', 'Colour tolerance', 0.5)] : [])];
  }
}
