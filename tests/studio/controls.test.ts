import { describe, expect, it } from 'vitest';
import { readColour, readTyped } from '../../studio/src/ui/controls/typed';
import { abandonDrag, abandons, beginDrag, endDrag } from '../../studio/src/ui/drag/activeDrag';

describe('a typed number', () => {
  it('is read with its unit, a decimal comma, a true minus sign and spaces', () => {
    for (const [text, value] of [['5', 5], ['5°', 5], ['5 %', 5], ['−12,5', -12.5], [' +3 ', 3], ['.5', 0.5], ['1 000', 1000]] as const) {
      expect(readTyped(text, -2000, 2000), text).toEqual({ value, clamped: false });
    }
  });

  it('is brought to the nearest end when it is beyond, and that is told', () => {
    expect(readTyped('500', -180, 180)).toEqual({ value: 180, clamped: true });
    expect(readTyped('−500°', -180, 180)).toEqual({ value: -180, clamped: true });
    expect(readTyped('180', -180, 180)).toEqual({ value: 180, clamped: false });
  });

  it('is none when it is none', () => {
    for (const text of ['', '  ', 'red', '5x', '1.2.3', '--4', '°', '1e5', 'NaN']) expect(readTyped(text, 0, 10), text).toBeNull();
  });
});

describe('a typed colour', () => {
  it('is read with and without #, with space around, in either case', () => {
    for (const text of ['#c8922e', ' #C8922E', 'c8922e\n']) expect(readColour(text)).toBe('#c8922e');
    for (const text of ['', '#c8922', 'c8922ee', 'ochre', '#c892 2e']) expect(readColour(text), text).toBeNull();
  });
});

describe('giving up a drag', () => {
  it('is done once, by the one that is under way', () => {
    let given = 0;
    expect(abandonDrag()).toBe(false);
    beginDrag(() => given++);
    expect([abandonDrag(), abandonDrag(), given]).toEqual([true, false, 1]);
    beginDrag(() => given++);
    endDrag();
    expect([abandonDrag(), given]).toEqual([false, 1]);
  });

  it('is what Escape and undo mean then', () => {
    const key = (name: string, ctrl = false) => abandons({ key: name, ctrlKey: ctrl, metaKey: false });
    expect([key('Escape'), key('z', true), key('Z', true), key('z'), key('y', true)]).toEqual([true, true, true, false, false]);
  });
});
