import { describe, expect, it } from 'vitest';
import { AreaDrawing } from '../../studio/src/features/area/drawing';
import { handlesOf, outlineOf, withHandle } from '../../studio/src/features/area/handles';
import { numbersOf } from '../../studio/src/features/area/numbers';
import { areaWords, moved, shapeFrom, withoutShape, withShape, type Settings, type Shape, type ShapeOf } from '../../studio/src/features/area/shapes';
import { simplified } from '../../studio/src/features/area/simplified';
import { graded } from '../../studio/src/features/photo/cubePicture';
import { savedLook } from '../../studio/src/features/gallery/savedLook';
import { planesIn, PlaneStore, type Plane } from '../../studio/src/gl/planes';
import type { Place } from '../../studio/src/features/photo/tools';
import { look, shift, turns } from './looks';

const PHOTO = { width: 3000, height: 2000 };
const PLAIN: Settings = { subtract: false, radius: 0.03, softness: 0.5, keeps: false };
const ellipse: ShapeOf<'ellipse'> = { shape: 'ellipse', centre: [0.5, 0.5], radii: [0.2, 0.3], turn: 0, feather: 0.05 };

describe('shapes drawn by hand', () => {
  it('makes of a drag what the kind says', () => {
    const drag: Place[] = [[0.4, 0.4], [0.5, 0.5], [0.6, 0.7]];
    expect(shapeFrom('gradient', drag, PLAIN, PHOTO)).toMatchObject({ from: [0.4, 0.4], to: [0.6, 0.7] });
    const drawn = shapeFrom('ellipse', drag, { ...PLAIN, subtract: true }, PHOTO) as ShapeOf<'ellipse'>;
    expect(drawn).toMatchObject({ centre: [0.4, 0.4], subtract: true });
    expect(drawn.radii[0]).toBeCloseTo(0.2);
    expect(drawn.radii[1]).toBeCloseTo(0.3);
    expect(shapeFrom('brush', drag, { ...PLAIN, radius: 0.01 }, PHOTO)).toMatchObject({ shape: 'brush', radius: 0.01, softness: 0.5 });
  });

  it('makes nothing of a slip of the hand, but a dab of the brush', () => {
    const slip: Place[] = [[0.4, 0.4], [0.401, 0.401]];
    for (const kind of ['gradient', 'ellipse', 'polygon'] as const) expect(shapeFrom(kind, slip, PLAIN, PHOTO)).toBeNull();
    expect(shapeFrom('brush', [[0.4, 0.4]], PLAIN, PHOTO)).toMatchObject({ points: [[0.4, 0.4]] });
  });

  it('keeps few points of a way, and stays near it', () => {
    const circle: Place[] = Array.from({ length: 400 }, (_, i) => [0.5 + 0.2 * Math.cos((i / 400) * 2 * Math.PI), 0.5 + 0.3 * Math.sin((i / 400) * 2 * Math.PI)]);
    const few = simplified(circle, PHOTO, 0.004, 120);
    expect(few.length).toBeLessThan(40);
    expect(few.length).toBeGreaterThan(8);
    expect(few[0]).toEqual(circle[0]);
    expect(simplified(circle, PHOTO, 0, 30).length).toBeLessThanOrEqual(30);
  });

  it('draws a polygon corner by corner and closes it on its first', () => {
    const made: Shape[] = [];
    const drawing = new AreaDrawing(PHOTO, (shape) => made.push(shape));
    drawing.choose('polygon');
    for (const corner of [[0.2, 0.2], [0.8, 0.2]] as Place[]) drawing.stroke([corner]);
    drawing.close();
    expect(made).toEqual([]);
    drawing.stroke([[0.5, 0.8]]);
    expect(drawing.preview([[0.3, 0.3]])).toMatchObject({ points: [[0.2, 0.2], [0.8, 0.2], [0.5, 0.8], [0.3, 0.3]] });
    drawing.stroke([[0.203, 0.201]]);
    expect(made).toMatchObject([{ shape: 'polygon', points: [[0.2, 0.2], [0.8, 0.2], [0.5, 0.8]] }]);
    expect(drawing.state.corners).toEqual([]);
  });

  it('gives up a polygon that was begun', () => {
    const drawing = new AreaDrawing(PHOTO, () => undefined);
    drawing.choose('polygon');
    drawing.stroke([[0.2, 0.2]]);
    drawing.giveUp();
    expect(drawing.state.corners).toEqual([]);
    drawing.stroke([[0.2, 0.2]]);
    drawing.choose('brush');
    expect(drawing.state.corners).toEqual([]);
  });

  it('asks for colours only for a brush that is to stay on them', () => {
    const asked: boolean[] = [];
    const drawing = new AreaDrawing(PHOTO, (_, keeps) => asked.push(keeps));
    drawing.change({ keeps: true });
    drawing.stroke([[0.2, 0.2], [0.5, 0.5]]);
    drawing.choose('brush');
    drawing.stroke([[0.2, 0.2], [0.5, 0.5]]);
    expect(asked).toEqual([false, true]);
  });
});

describe('handles', () => {
  const at = (shape: Shape, id: string) => handlesOf(shape, PHOTO).find((handle) => handle.id === id)?.at ?? [NaN, NaN];
  it('lets an ellipse be moved, stretched and turned', () => {
    expect(withHandle(ellipse, 'middle', [0.6, 0.4], PHOTO)).toMatchObject({ centre: [0.6, 0.4], radii: [0.2, 0.3] });
    const wide = withHandle(ellipse, 'width', [0.9, 0.5], PHOTO) as ShapeOf<'ellipse'>;
    expect(wide.radii[0]).toBeCloseTo(0.4);
    expect(wide.radii[1]).toBe(0.3);
    const [x, y] = at(ellipse, 'turn');
    // From above its middle to the right of it.
    const turned = withHandle(ellipse, 'turn', [0.5 + ((0.5 - y) * 2000) / 3000, 0.5], PHOTO) as ShapeOf<'ellipse'>;
    expect(x).toBeCloseTo(0.5);
    expect(turned.turn).toBeCloseTo(90);
    expect(at(turned, 'turn')[1]).toBeCloseTo(0.5);
  });

  it('has every handle of every shape where it was put', () => {
    const shapes: Shape[] = [ellipse, { ...ellipse, turn: 35 }, { shape: 'gradient', from: [0.1, 0.2], to: [0.7, 0.6] }, { shape: 'polygon', points: [[0.1, 0.1], [0.5, 0.1], [0.3, 0.6]] }, { shape: 'brush', points: [[0.2, 0.2], [0.4, 0.4], [0.6, 0.4]] }];
    for (const shape of shapes) {
      for (const { id } of handlesOf(shape, PHOTO)) {
        if (shape.shape === 'ellipse' && id !== 'middle') continue;
        const after = withHandle(shape, id, [0.45, 0.55], PHOTO);
        expect(at(after, id)[0]).toBeCloseTo(0.45);
        expect(at(after, id)[1]).toBeCloseTo(0.55);
      }
      expect(outlineOf(shape, PHOTO).every(({ points }) => points.length > 1)).toBe(true);
    }
  });

  it('moves a shape whole', () => {
    expect(moved({ shape: 'polygon', points: [[0.1, 0.1], [0.2, 0.1], [0.2, 0.3]] }, 0.1, 0.2)).toMatchObject({ points: [[0.2, expect.closeTo(0.3)], [expect.closeTo(0.3), expect.closeTo(0.3)], [expect.closeTo(0.3), 0.5]] });
  });

  it('gives every number of a shape, and takes it back', () => {
    for (const one of numbersOf(ellipse)) {
      const next = one.with(one.value + one.step);
      expect(next).not.toEqual(ellipse);
      expect(numbersOf(next).find(({ label }) => label === one.label)?.value).toBeCloseTo(one.value + one.step);
      expect(one.value).toBeGreaterThanOrEqual(one.min);
    }
  });
});

describe('areas of a grade', () => {
  it('are said in a few words', () => {
    const area = withShape(withShape(withShape(null, ellipse), { shape: 'brush', points: [[0, 0]] }), { shape: 'brush', points: [[1, 1]] });
    expect(areaWords(null)).toBe('the whole photo');
    expect(areaWords(area)).toBe('ellipse, brush × 2');
    expect(areaWords({ ...area, invert: true })).toMatch(/^all but/);
    expect(withoutShape(withShape(null, ellipse), 0)).toBeNull();
  });

  it('go into a saved look only when asked to', () => {
    const graded = look(shift('a', 10, { area: withShape(null, ellipse), soften: 3 }));
    const ids = new Set(['a']);
    expect(savedLook(graded, 'x', ids, true).moves[0]).toMatchObject({ area: null, soften: 3 });
    expect(savedLook(graded, 'x', ids, true, true).moves[0]?.area).toEqual(withShape(null, ellipse));
  });
});

describe('planes on the screen', () => {
  const bytes = (list: unknown, words: number[]) => {
    const json = JSON.stringify(list).padEnd(Math.ceil(JSON.stringify(list).length / 2) * 2);
    const buffer = new ArrayBuffer(4 + json.length + 2 * words.length);
    new DataView(buffer).setUint32(0, json.length, true);
    new Uint8Array(buffer, 4).set(new TextEncoder().encode(json));
    new Uint16Array(buffer, 4 + json.length).set(words);
    return buffer;
  };

  it('are read as the server writes them', () => {
    const soft = { width: 4, height: 2, radius: 1, epsilon: 0.004 };
    const planes = planesIn(bytes([{ key: 'a', area: { width: 2, height: 1 }, soft: null }, { key: 'b', area: null, soft }, { key: 'c', area: { width: 1, height: 2 }, soft: null }], [1, 2, 3, 4]));
    expect(planes.map(({ key, area }) => [key, area && [...area.words]])).toEqual([['a', [1, 2]], ['b', null], ['c', [3, 4]]]);
    expect(planes[1]?.soft).toEqual(soft);
  });

  it('are asked for once, and again only where they were too coarse', async () => {
    const plane = (key: string): Plane => ({ key, area: { width: 1, height: 1, words: new Uint16Array([1]) }, soft: null });
    const asked: number[] = [];
    const store = new PlaneStore();
    const of = (keys: string[], points: number) => store.of(keys.map((key) => ({ key, levels: 2, watched: false })), points, (most) => { asked.push(most); return Promise.resolve(keys.map(plane)); });
    await of(['a'], 256);
    await of(['a'], 256);
    await of(['a'], 2048);
    await of(['a'], 256);
    await of(['a', 'b'], 256);
    await turns();
    expect(asked).toEqual([256, 2048, 256]);
  });

  it('are gone between in small pictures as in large ones', () => {
    // Two cubes of two nodes: all black, all white; the plane lets a third through on the left, all on the right.
    const black = Array.from({ length: 8 }, () => [0, 0, 0, 1]).flat();
    const white = Array.from({ length: 8 }, () => [1, 1, 1, 1]).flat();
    const picture = { data: new Uint8ClampedArray([90, 90, 90, 255, 90, 90, 90, 255]), width: 2, height: 1 };
    const area = { width: 2, height: 1, words: new Uint16Array([21845, 65535]) };
    const { data } = graded(picture, new Float32Array([...black, ...white]), 2, [{ key: 'a', levels: 2, watched: false, area, soft: null }]);
    expect([...data]).toEqual([85, 85, 85, 255, 255, 255, 255, 255]);
  });
});
