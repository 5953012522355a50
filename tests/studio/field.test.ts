import { describe, expect, it } from 'vitest';
import { Field } from '../../studio/src/gl/Field';
import type { Draft } from '../../studio/src/gl/Track';
import { LookField } from '../../studio/src/model/lookField';
import type { Look } from '../../studio/src/model/looks';

const draft = (place: number, aside: number, level: number, size = 2): Draft => ({ place, aside, size, words: new Uint16Array(4 * size ** 3).fill(Math.round(level * 65535)) });
const look = (params: object): Look => ({ tovrinLook: 1, name: '', moves: [{ id: 'm1', kind: 'curves', params }] }) as unknown as Look;

describe('Field', () => {
  it('mixes the drafts around a place', () => {
    const field = new Field();
    for (const one of [draft(0, 0, 0), draft(10, 0, 0.2), draft(0, -4, 0.4), draft(10, -4, 1)]) field.add(one);
    // Bilinear: 0.75 · (0.5 · 0 + 0.5 · 0.2) + 0.25 · (0.5 · 0.4 + 0.5 · 1).
    expect(field.at([5, -1])).toMatchObject({ exact: true, size: 2 });
    expect(field.at([5, -1])?.nodes[0]).toBeCloseTo(0.25, 4);
    expect(field.at([10, -4])?.nodes[31]).toBeCloseTo(1, 4);
  });

  it('takes a wider cell while a corner of the closest is missing, and the nearest where there is none', () => {
    const field = new Field();
    expect(field.at([1, 1])).toBeNull();
    for (const one of [draft(0, 0, 0), draft(8, 0, 0.8), draft(0, 8, 0), draft(8, 8, 0.8), draft(2, 0, 1)]) field.add(one);
    expect(field.at([1, 1])?.nodes[0]).toBeCloseTo(0.1, 4);
    field.add(draft(2, 8, 1));
    expect(field.at([1, 1])?.nodes[0]).toBeCloseTo(0.5, 4);
    expect(field.at([9, 9])?.exact).toBe(false);
    expect(field.at([9, 9])?.nodes[0]).toBeCloseTo(0.8, 4);
  });

  it('goes by finer drafts as soon as they enclose the place', () => {
    const field = new Field();
    for (const x of [0, 4]) for (const y of [0, 4]) field.add(draft(x, y, 0));
    field.add(draft(0, 0, 1, 3));
    expect(field.at([1, 1])?.size).toBe(2);
    for (const [x, y] of [[4, 0], [0, 4], [4, 4]] as const) field.add(draft(x, y, 1, 3));
    expect(field.at([1, 1])).toMatchObject({ size: 3, exact: true });
  });

  it('knows what is far from where it is close', () => {
    const field = new Field();
    expect(field.isFar([0, 0])).toBe(false);
    for (const x of [-80, 0, 40]) for (const y of [0, 20]) field.add(draft(x, y, 0));
    expect([field.isFar([-13, 0]), field.isFar([-14, 0]), field.isFar([6, 3]), field.isFar([0, 4])]).toEqual([false, true, false, true]);
    expect(field.isFar([0, -1]), 'where the field ends').toBe(true);
  });
});

describe('LookField', () => {
  const points = (x: number, y: number, more: object = {}) => look({ all: [[0, 0], [x, y], [255, 255]], ...more });

  it('is what two numbers span, each by itself', () => {
    const field = LookField.through(points(100, 120), points(103, 118));
    expect([field?.steps, field?.aside]).toEqual([[{ path: '/moves/0/params/all/1/0', by: 1 }], [{ path: '/moves/0/params/all/1/1', by: 1 }]]);
    expect(field?.placeOf(points(113, 148))).toEqual([10, 30]);
    expect(field?.placeOf(points(103, 148))).toEqual([0, 30]);
    expect(field?.placeOf(points(113, 148, { amount: 3 }))).toBeNull();
  });

  it('takes together what goes by as much', () => {
    const window = (from: number, to: number, low: number, high: number) => look({ hue: [from, to], light: [low, high] });
    const field = LookField.through(window(10, 50, 0.2, 0.6), window(14, 54, 0.1, 0.5));
    expect(field?.steps.map(({ path }) => path)).toEqual(['/moves/0/params/hue/0', '/moves/0/params/hue/1']);
    expect(field?.placeOf(window(20, 60, 0.3, 0.7))?.map((one) => one.toFixed(3))).toEqual(['6.000', '0.200']);
    expect(field?.placeOf(window(20, 61, 0.3, 0.7))).toBeNull();
  });

  it('is none where one thing alone changes, or three, or more than numbers', () => {
    expect(LookField.through(points(100, 120), points(103, 120))).toBeNull();
    expect(LookField.through(points(100, 120, { a: 1 }), points(103, 118, { a: 9 }))).toBeNull();
    expect(LookField.through(points(100, 120), points(103, 118, { name: 'x' }))).toBeNull();
  });
});
