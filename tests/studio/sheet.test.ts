import { describe, expect, it } from 'vitest';
import { arranged, cellAt, frameOf, GAP, gridOf, inFrame, MARGIN } from '../../studio/src/features/sheet/grid';
import { all, among, clicked, framed, inOrder, ledBy, moved, NOTHING, stepped } from '../../studio/src/features/sheet/selection';

const ids = [10, 11, 12, 13, 14, 15];
const plain = { shift: false, ctrl: false };
const shift = { shift: true, ctrl: false };
const ctrl = { shift: false, ctrl: true };

describe('selecting on the sheet', () => {
  it('takes one, adds and takes away with Ctrl, and a row with Shift', () => {
    const one = clicked(NOTHING, ids, 12, plain);
    expect([...one.chosen]).toEqual([12]);
    const two = clicked(one, ids, 14, ctrl);
    expect(inOrder(two, ids)).toEqual([12, 14]);
    expect(two.lead, 'the first one leads').toBe(12);
    expect(inOrder(clicked(two, ids, 14, ctrl), ids)).toEqual([12]);
    expect(inOrder(clicked(two, ids, 11, shift), ids), 'from the last one clicked').toEqual([11, 12, 13, 14]);
    expect(inOrder(clicked(clicked(one, ids, 15, shift), ids, 10, shift), ids), 'the row turns around where it began').toEqual([10, 11, 12]);
    expect(inOrder(clicked(one, ids, 11, plain), ids)).toEqual([11]);
  });

  it('hands the lead on when the lead is taken away', () => {
    const three = framed(NOTHING, ids, [11, 12, 13], plain);
    expect(three.lead).toBe(11);
    expect(clicked(three, ids, 11, ctrl).lead).toBe(12);
    expect(ledBy(three, 13).lead).toBe(13);
    expect(ledBy(three, 15), 'one that is not selected cannot lead').toBe(three);
    expect(among(three, [10, 13, 14])).toEqual({ chosen: new Set([13]), lead: 13, anchor: null });
    expect(among(three, ids)).toBe(three);
  });

  it('follows the keys and stops at the ends', () => {
    expect(moved(NOTHING, ids, null, 1, false).at).toBe(10);
    expect(moved(NOTHING, ids, null, ids.length, false).at, 'End').toBe(15);
    expect(moved(NOTHING, ids, 11, 3, false).at).toBe(14);
    expect(moved(NOTHING, ids, 14, 3, false).at).toBe(15);
    const from = clicked(NOTHING, ids, 12, plain);
    const to = moved(from, ids, 12, 2, true);
    expect(inOrder(to.selection, ids)).toEqual([12, 13, 14]);
    expect(inOrder(moved(to.selection, ids, to.at, -3, true).selection, ids)).toEqual([11, 12]);
    expect(moved(NOTHING, [], null, 1, false).at).toBeNull();
  });

  it('adds what a frame holds to what was there only when asked to', () => {
    const before = clicked(NOTHING, ids, 15, plain);
    expect(inOrder(framed(before, ids, [10, 11], plain), ids)).toEqual([10, 11]);
    expect(inOrder(framed(before, ids, [10, 11], ctrl), ids)).toEqual([10, 11, 15]);
    expect(framed(before, ids, [], plain).lead).toBeNull();
  });

  it('steps through the selected photos, or through all while only one is', () => {
    const some = framed(NOTHING, ids, [11, 13, 15], plain);
    expect(stepped(some, ids, 13, 1)).toBe(15);
    expect(stepped(some, ids, 15, 1)).toBe(11);
    expect(stepped(some, ids, 12, 1), 'from beside the selection').toBe(13);
    expect(stepped(clicked(NOTHING, ids, 13, plain), ids, 13, 1)).toBe(14);
    expect(all(NOTHING, ids).chosen.size).toBe(6);
  });
});

describe('the grid', () => {
  it('has as many columns of about the wished size as fit, and fills the width', () => {
    const grid = gridOf(1000, 230, 10);
    expect([grid.columns, grid.rows]).toEqual([4, 3]);
    const last = cellAt(grid, 3);
    expect(last.left + last.width).toBeCloseTo(1000 - MARGIN);
    expect(cellAt(grid, 4).top - cellAt(grid, 0).top).toBe(grid.row);
    expect(gridOf(100, 230, 3).columns, 'never none').toBe(1);
  });

  it('finds what a frame touches, however it was drawn', () => {
    const grid = gridOf(1000, 230, 10);
    const middle = (index: number): [number, number] => {
      const { left, top, width, height } = cellAt(grid, index);
      return [left + width / 2, top + height / 2];
    };
    expect(inFrame(grid, 10, frameOf(middle(6), middle(1)))).toEqual([1, 2, 5, 6]);
    const between = cellAt(grid, 0);
    expect(inFrame(grid, 10, frameOf([between.left + between.width + 1, 20], [between.left + between.width + GAP - 1, 30])), 'the gap holds none').toEqual([]);
    expect(inFrame(grid, 10, frameOf([0, 0], [5000, 5000]))).toHaveLength(10);
  });

  it('puts dragged photos before or behind another, in their order', () => {
    expect(arranged(ids, new Set([14, 11]), 12, false)).toEqual([10, 11, 14, 12, 13, 15]);
    expect(arranged(ids, new Set([10]), 15, true)).toEqual([11, 12, 13, 14, 15, 10]);
    expect(arranged(ids, new Set([10, 12]), 12, true), 'onto one of themselves').toEqual(ids);
  });
});
