import { describe, expect, it } from 'vitest';
import { barOf, cellAt, dragged, folded, stepped, typedValue, type MixColumn, type MixRow } from '../../studio/src/features/mix/mixing';

const ink: MixColumn = { id: 'cyan', title: 'cyan', less: 'red', help: '', min: -100, max: 100, unit: '%' };
const hue: MixColumn = { ...ink, id: 'hue', min: -60, max: 60, unit: '°' };
const row = (id: string, share: number | null, marked = 0): MixRow => ({ id, title: id, swatch: '#888', share, marked });

describe('a cell of a mix table', () => {
  it('goes its whole range in a drag of 200 pixels, a fifth as far with Shift, and never beyond', () => {
    expect(dragged(ink, 0, 30, false)).toBe(30);
    expect(dragged(hue, 0, 100, false)).toBe(60);
    expect(dragged(ink, 10, 100, true)).toBe(30);
    expect(dragged(ink, 90, 50, false)).toBe(100);
    expect(dragged(hue, -50, -400, false)).toBe(-60);
  });

  it('steps by one, keeping within the range', () => {
    expect(stepped(ink, 99, 1)).toBe(100);
    expect(stepped(ink, 100, 1)).toBe(100);
    expect(stepped(ink, 0.4, -10)).toBe(-10);
  });

  it('takes a number as people type it', () => {
    expect(typedValue(ink, '-35')).toBe(-35);
    expect(typedValue(ink, '−12,46 %')).toBe(-12.5);
    expect(typedValue(hue, '400°')).toBe(60);
    expect(typedValue(ink, '-')).toBeNull();
  });

  it('draws its value as a bar from the middle', () => {
    expect(barOf(ink, -50)).toEqual({ left: 25, width: 25 });
    expect(barOf(hue, 30)).toEqual({ left: 50, width: 25 });
    expect(barOf(ink, 0).width).toBe(0);
  });
});

describe('the rows of a mix table', () => {
  const rows = [row('reds', 0.2), row('cyans', 0.001), row('blues', 0), row('whites', 0.004)];

  it('are folded to a line where the photo hardly has them', () => {
    expect(folded(rows, () => false).shown.map(({ id }) => id)).toEqual(['reds']);
    expect(folded(rows, () => false).away.map(({ id }) => id)).toEqual(['cyans', 'blues', 'whites']);
  });

  it('stay while something is set in them, or the pointer is on such a colour', () => {
    expect(folded(rows, (id) => id === 'blues').away.map(({ id }) => id)).toEqual(['cyans', 'whites']);
    expect(folded([row('reds', 0.2), row('cyans', 0, 0.3), row('blues', 0), row('magentas', 0)], () => false).away.map(({ id }) => id)).toEqual(['blues', 'magentas']);
  });

  it('are all shown while shares are not known, and when folding would save nothing', () => {
    expect(folded([row('reds', null), row('cyans', null)], () => false).away).toEqual([]);
    expect(folded([row('reds', 0.3), row('cyans', 0)], () => false).away).toEqual([]);
  });

  it('are walked with the arrow keys, and left with none', () => {
    const at = (key: string, r: string, c: string) => cellAt(key, { row: r, column: c }, ['a', 'b', 'c'], ['x', 'y']);
    expect(at('ArrowDown', 'a', 'y')).toEqual({ row: 'b', column: 'y' });
    expect(at('ArrowUp', 'a', 'y')).toBeNull();
    expect(at('ArrowDown', 'c', 'x')).toBeNull();
    expect(at('End', 'b', 'x')).toEqual({ row: 'b', column: 'y' });
    expect(at('Home', 'b', 'y')).toEqual({ row: 'b', column: 'x' });
    expect(at('ArrowLeft', 'b', 'y')).toBeNull();
  });
});
