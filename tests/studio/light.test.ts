import { describe, expect, it } from 'vitest';
import { draggedBy, handlePlaces } from '../../studio/src/features/panels/light/lightHandles';
import { lightPanel } from '../../studio/src/features/panels/light/light';
import { newMove, withField, type MoveOf } from '../../studio/src/model/looks';

const straight = Array.from({ length: 256 }, (_, i) => i);
const move = (params: object) => withField(newMove('light'), { params } as never) as MoveOf<'light'>;

describe('the curve of light', () => {
  it('is held at its ends and at the pivot', () => {
    expect(handlePlaces(straight, 118)).toEqual({ black: { at: 0, height: 0 }, exposure: { at: 118, height: 118 }, white: { at: 255, height: 255 } });
    const cut = straight.map((i) => Math.max(0, Math.min(255, (i - 40) * 1.6)));
    expect(handlePlaces(cut, 118)).toMatchObject({ black: { at: 40, height: 0 }, white: { at: 200, height: 255 } });
    const faded = straight.map((i) => 30 + i * 0.7);
    expect(handlePlaces(faded, 118)).toMatchObject({ black: { at: 0, height: 30 }, white: { at: 255, height: 208.5 } });
  });

  it('stands where it can be taken hold of though nothing is drawn yet, or all of it is black', () => {
    expect(handlePlaces([], 118)).toEqual({ black: { at: 0, height: 0 }, exposure: { at: 118, height: 118 }, white: { at: 255, height: 255 } });
    expect(handlePlaces(straight.map(() => 0), 118).black).toEqual({ at: 0, height: 0 });
  });

  it('follows the hand: up is lighter, inwards cuts off, outwards fades', () => {
    const size = { width: 260, height: 150 };
    expect(draggedBy('exposure', 50, 26, size)).toBeCloseTo(1, 1);
    expect(draggedBy('black', 39, 0, size)).toBeCloseTo(50, 5);
    expect(draggedBy('black', 0, 22.5, size)).toBeCloseTo(-50, 5);
    expect(draggedBy('white', -39, 0, size)).toBeCloseTo(50, 5);
    expect(draggedBy('white', 0, -22.5, size)).toBeCloseTo(-50, 5);
  });

  it('says what is set, in stops', () => {
    expect(lightPanel.words(move({}))).toBe('no change');
    expect(lightPanel.words(move({ exposure: 1, contrast: -20 }))).toBe('+1 stop, contrast −20');
    expect(lightPanel.words(move({ exposure: -0.35, contrast: 10, pivot: 40, black: 5 }))).toBe('−0.35 stops, contrast +10, black point +5, pivot 40');
  });

  it('is pulled: up and down is exposure, across is contrast, within their ranges', () => {
    const pulled = lightPanel.pull?.apply(move({}), {} as never, 100, -50, 'both', false, null);
    expect(pulled?.params).toEqual({ exposure: -0.5, contrast: 30 });
    expect(lightPanel.pull?.apply(move({}), {} as never, 9000, 9000, 'both', false, null).params).toEqual({ exposure: 5, contrast: 100 });
  });
});
