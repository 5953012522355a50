import { describe, expect, it } from 'vitest';
import { newMove, type MoveOf } from '../../studio/src/model/looks';
import { takesPart, threeAmounts, withLike, withReference, withTaking } from '../../studio/src/features/panels/match/match';
import { castWords, marksOf, probesOf, withoutProbe, withProbes } from '../../studio/src/features/panels/neutralise/probes';
import { dragged, keyed, paletteWords, placeOf, potsOf, tidy, together, tornPassages, withTarget } from '../../studio/src/features/panels/palette/targets';

const ochre = { lightness: 0.6, chroma: 0.1, hue: 70 };
const palette = {
  ...newMove('palette'),
  params: { pots: [{ name: 'plaster', components: [0], middle: { lightness: 0.8, chroma: 0.01, hue: 80 } }, { name: 'ochre', components: [1], middle: ochre }] },
} as MoveOf<'palette'>;

describe('a pot of a palette', () => {
  it('lies where its colour is on each plane, and at the edge when it is beyond it', () => {
    expect(placeOf(ochre, 'hue-chroma', 0.2)).toEqual({ x: 70 / 360, y: 0.5 });
    expect(placeOf(ochre, 'light-chroma', 0.2)).toEqual({ x: 0.6, y: 0.5 });
    expect(placeOf({ ...ochre, chroma: 0.3 }, 'hue-light', 0.2)).toEqual({ x: 70 / 360, y: 0.6 });
    expect(placeOf({ ...ochre, chroma: 0.3 }, 'hue-chroma', 0.2).y).toBe(1);
  });

  it('takes on the colour it is dragged to; what the plane does not show stays', () => {
    expect(dragged(ochre, -0.1, 0.25, 'hue-chroma', 0.2, false)).toEqual({ lightness: 0.6, chroma: 0.15, hue: 34 });
    expect(dragged(ochre, 0.1, -0.2, 'light-chroma', 0.2, false)).toEqual({ lightness: 0.7, chroma: 0.06, hue: 70 });
    expect(dragged(ochre, 0.5, 0.1, 'hue-chroma', 0.2, true)).toEqual({ lightness: 0.7, chroma: 0.1, hue: 70 });
    // Round the circle, and never below grey or beyond white.
    expect(dragged(ochre, -0.3, -2, 'hue-chroma', 0.2, false)).toEqual({ lightness: 0.6, chroma: 0, hue: 322 });
    expect(tidy({ lightness: 1.4, chroma: 2, hue: -10 })).toEqual({ lightness: 1, chroma: 0.4, hue: 350 });
  });

  it('goes by arrow keys, far with Shift, in lightness with Alt', () => {
    expect(keyed(ochre, 'ArrowLeft', 'hue-chroma', false, false)?.hue).toBe(68);
    expect(keyed(ochre, 'ArrowUp', 'hue-chroma', false, true)?.chroma).toBe(0.12);
    expect(keyed(ochre, 'ArrowUp', 'hue-chroma', true, false)).toEqual({ ...ochre, lightness: 0.61 });
    expect(keyed(ochre, 'Enter', 'hue-chroma', false, false)).toBeNull();
  });

  it('offers to move along what leads into a pot that is moved, and nothing where both go alike', () => {
    const rim = { ...ochre, lightness: 0.7, hue: 50 };
    const two = { ...palette, params: { ...palette.params, pots: [{ name: 'red', components: [0], middle: ochre }, { name: 'rim', components: [1], middle: rim }, { name: 'leaf', components: [2], middle: { ...ochre, hue: 140 } }] } } as typeof palette;
    const passages = [['red', 'rim'], ['red', 'gone']];
    expect(tornPassages(two, passages)).toEqual([]);
    const moved = withTarget(two, 0, { lightness: 0.5, chroma: 0.05, hue: 250 });
    expect(tornPassages(moved, passages)).toEqual([[0, 1]]);
    const along = together(moved, 0, 1);
    expect(potsOf(along)[1]?.to).toEqual({ lightness: 0.6, chroma: 0.05, hue: 230 });
    expect(tornPassages(along, passages)).toEqual([]);
    expect(potsOf(along)[2]?.to).toBeUndefined();
  });

  it('is moved alone and turned back, and the ledger says so', () => {
    const moved = withTarget(palette, 1, { ...ochre, hue: 35 });
    expect(potsOf(moved)[0]).toEqual(potsOf(palette)[0]);
    expect(potsOf(moved)[1]?.to?.hue).toBe(35);
    expect(paletteWords(moved)).toBe('ochre moved');
    expect(paletteWords(withTarget(moved, 1, null))).toBe('no colour changed yet');
  });
});

describe('a match', () => {
  const moments = { mean: [0.5, 0, 0], covariance: [0.01, 0, 0, 0.001, 0, 0.001] };
  const fresh = { moments, reference: { name: 'New', moments, pots: [] }, pots: [{ name: 'plaster', components: [0], middle: ochre, like: 0 }] };

  it('keeps what was set by hand when another photo is chosen, and not before', () => {
    const first = withReference({ ...newMove('match'), params: {} } as MoveOf<'match'>, { params: { ...fresh, hue: 0, saturation: 0 }, strength: 55 });
    expect(first.strength).toBe(55);
    expect(first.params).toMatchObject({ hue: 0, saturation: 0 });
    const set = { ...first, params: { ...first.params, by: 'pots' as const, hue: 40 } };
    const next = withReference(set, { params: fresh });
    expect(next.params).toMatchObject({ by: 'pots', hue: 40, reference: { name: 'New' } });
  });

  it('pairs pots anew one by one', () => {
    const move = { ...newMove('match'), params: fresh } as MoveOf<'match'>;
    expect(withLike(move, 0, null).params?.pots?.[0]?.like).toBeNull();
    // As a whole a pot match unless it is left out; files that say nothing go by what it is like.
    expect([takesPart({ like: 0 }), takesPart({ like: null }), takesPart({ like: null, takes: true })]).toEqual([true, false, true]);
    expect(takesPart(withTaking(move, 0, false).params?.pots?.[0] ?? {})).toBe(false);
    expect([threeAmounts(100), threeAmounts(40), threeAmounts(10)]).toEqual([[30, 60, 100], [20, 40, 100], [5, 10, 100]]);
  });
});

describe('places that ought to be neutral', () => {
  const empty = { ...newMove('neutralise'), params: {} } as MoveOf<'neutralise'>;
  const place = (i: number) => ({ colour: `#80808${String(i)}`, at: [0.1 * i, 0.5] as [number, number] });

  it('say how much of the photo none of them speaks for', () => {
    expect(castWords(0.274, 'orange cast, chroma 23.3')).toBe('27 % of the photo looks grey and is still tinted orange: no place is in that light. If it should be grey, add one there.');
    expect(castWords(0.09, 'neutral')).toContain('still tinted: no place');
  });

  it('are at most eight, none of them twice', () => {
    const one = withProbes(empty, [place(1), place(2)]);
    expect(probesOf(withProbes(one, [place(1), place(3)]))).toHaveLength(3);
    expect(probesOf(withProbes(one, [3, 4, 5, 6, 7, 8, 9].map(place)))).toHaveLength(8);
    expect(probesOf(withoutProbe(one, 0))).toEqual([place(2)]);
  });

  it('are marked on the photo by letters, proposed ones after those that were taken', () => {
    expect(marksOf([place(1), { colour: '#777777' }], [{ at: [0.4, 0.4] }])).toEqual([
      { at: [0.1, 0.5], label: 'a', proposed: false },
      { at: [0.4, 0.4], label: 'c', proposed: true },
    ]);
  });
});
