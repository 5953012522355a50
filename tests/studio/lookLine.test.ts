import { describe, expect, it } from 'vitest';
import { LookLine } from '../../studio/src/model/lookLine';
import type { Look } from '../../studio/src/model/looks';

/** Looks as they come: what is at rest is not in them. */
const look = (params: object, more: object = {}): Look => ({ tovrinLook: 1, name: '', moves: [{ id: 'm1', kind: 'shift', params, ...more }] }) as unknown as Look;

describe('LookLine', () => {
  it('goes along one number, also one that was at rest', () => {
    const line = LookLine.through(look({}), look({ hue: 12 }));
    expect(line?.steps).toEqual([{ path: '/moves/0/params/hue', by: 1 }]);
    expect(line?.placeOf(look({ hue: 20 }))).toBe(8);
    expect(line?.placeOf(look({ hue: 12 }))).toBe(0);
  });

  it('finds a number in a group of settings that was not there before', () => {
    const line = LookLine.through(look({}), look({ yellows: { cyan: 4 } }));
    expect(line?.steps).toEqual([{ path: '/moves/0/params/yellows/cyan', by: 1 }]);
  });

  it('goes along several numbers in their proportion, and nowhere beside', () => {
    const line = LookLine.through(look({ from: 10, to: 20 }), look({ from: 15, to: 30 }));
    expect(line?.placeOf(look({ from: 25, to: 50 }))).toBe(2);
    expect(line?.placeOf(look({ from: 25, to: 45 }))).toBeNull();
  });

  it('does not mind that they are rounded, and does not go by what rounding hides', () => {
    expect(LookLine.through(look({}), look({ reds: { cyan: 0.2 }, yellows: { cyan: 0.1 } }))).toBeNull();
    // Two of three parts, and one.
    const line = LookLine.through(look({}), look({ reds: { cyan: 6.7 }, yellows: { cyan: 3.3 } }));
    expect(line?.placeOf(look({ reds: { cyan: 40 }, yellows: { cyan: 20 } }))).toBeCloseTo(5, 1);
    expect(line?.placeOf(look({ reds: { cyan: 40 }, yellows: { cyan: 23 } }))).toBeNull();
  });

  it('moves what goes together at once, however small its numbers are', () => {
    const line = LookLine.through(look({ from: 0.1, to: 0.3 }), look({ from: 0.11, to: 0.31 }));
    expect(line?.placeOf(look({ from: 0.15, to: 0.35 }))).toBeCloseTo(4, 6);
    expect(line?.placeOf(look({ from: 0.15, to: 0.36 }))).toBeNull();
  });

  it('is none where more than numbers changes', () => {
    expect(LookLine.through(look({ hue: 1 }), look({ hue: 1 }))).toBeNull();
    expect(LookLine.through(look({ hue: 1 }), look({ hue: 2 }, { on: false }))).toBeNull();
    expect(LookLine.through(look({ target: '#aa0000' }), look({ target: '#ab0000' }))).toBeNull();
    expect(LookLine.through(look({ points: [[0, 0]] }), look({ points: [[0, 0], [5, 5]] }))).toBeNull();
  });

  it('knows that a look differs in another number too, or in something else', () => {
    const line = LookLine.through(look({ hue: 1, saturation: 5 }), look({ hue: 2, saturation: 5 }));
    expect(line?.placeOf(look({ hue: 3, saturation: 6 }))).toBeNull();
    expect(line?.placeOf(look({ hue: 3, saturation: 5 }, { label: 'Sky' }))).toBeNull();
    expect(line?.placeOf(look({ saturation: 5 }))).toBeNull();
  });

  it('writes names with slashes as pointers do', () => {
    expect(LookLine.through(look({}), look({ 'a/b~c': 1 }))?.steps[0]?.path).toBe('/moves/0/params/a~1b~0c');
  });
});
