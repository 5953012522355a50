import { describe, expect, it } from 'vitest';
import { applyPatch, isEmpty, patchBetween, patchOfMove } from '../../studio/src/model/lookPatch';
import { hueOf, look, shift } from './looks';

const ids = (of: ReturnType<typeof look>) => of.moves.map(({ id }) => id);
const window = (from: number, to: number) => ({ hue: { from, to, softFrom: 5, softTo: 5 } });

describe('what is different between two looks, put on a third', () => {
  it('gives back the second look when put on the first', () => {
    const before = look(shift('a', 10), shift('b', 20, { reach: window(10, 60) }), shift('c'));
    const afters = [
      look(shift('a', 11), shift('b', 20, { reach: window(10, 60) }), shift('c')),
      look(shift('b', 20, { reach: null }), shift('a', 10), shift('c')),
      look(shift('c'), shift('a', 10), shift('b', 20, { reach: window(10, 90) })),
      look(shift('a', 10), shift('n', 5), shift('b', 20, { reach: window(10, 60) })),
      look(),
      look(shift('x'), shift('a', 0), shift('y'), shift('c', 1)),
    ];
    for (const after of afters) expect(applyPatch(before, patchBetween(before, after))).toEqual({ look: after, missing: [] });
  });

  it('is empty between equal looks', () => {
    expect(isEmpty(patchBetween(look(shift('a', 1)), look(shift('a', 1))))).toBe(true);
    expect(isEmpty(patchBetween(look(shift('a', 1)), look(shift('a', 2))))).toBe(false);
  });

  it('leaves alone what somebody else changed meanwhile', () => {
    const before = look(shift('a', 10), shift('b', 20));
    const mine = patchBetween(before, look(shift('a', 10, { label: 'Bowl' }), shift('b', 25)));
    const theirs = look(shift('b', 20, { strength: 50 }), shift('new', 7), shift('a', 99));
    const { look: both, missing } = applyPatch(theirs, mine);
    expect(missing).toEqual([]);
    expect(ids(both)).toEqual(['b', 'new', 'a']);
    expect(both.moves[0]).toMatchObject({ params: { hue: 25 }, strength: 50 });
    expect(both.moves[2]).toMatchObject({ params: { hue: 99 }, label: 'Bowl' });
  });

  it('changes settings within one target and keeps those of its neighbours', () => {
    const inks = (reds: object) => ({ ...shift('a'), kind: 'selective-colour' as const, params: { reds } });
    const patch = patchOfMove(inks({ cyan: 5 }), inks({ cyan: 5, black: 9 }));
    expect(applyPatch(look(inks({ cyan: 40 })), patch).look.moves[0]).toMatchObject({ params: { reds: { cyan: 40, black: 9 } } });
  });

  it('takes a window as a whole: half of one and half of another is neither', () => {
    const patch = patchBetween(look(shift('a', 0, { reach: window(10, 60) })), look(shift('a', 0, { reach: window(10, 90) })));
    expect(applyPatch(look(shift('a', 0, { reach: window(200, 220) })), patch).look.moves[0]?.reach).toEqual(window(10, 90));
    expect(applyPatch(look(shift('a')), patch).look.moves[0]?.reach).toEqual(window(10, 90));
  });

  it('names the moves that are not there any more', () => {
    const before = look(shift('a', 10), shift('b'));
    expect(applyPatch(look(shift('b')), patchBetween(before, look(shift('a', 11), shift('b')))).missing).toEqual(['a']);
    expect(applyPatch(look(shift('b')), patchBetween(before, look(shift('b')))).missing).toEqual(['a']);
  });

  it('adds a move once, behind the one it was added behind', () => {
    const patch = patchBetween(look(shift('a')), look(shift('a'), shift('n', 3)));
    expect(ids(applyPatch(look(shift('x'), shift('a'), shift('y')), patch).look)).toEqual(['x', 'a', 'n', 'y']);
    expect(ids(applyPatch(look(shift('x')), patch).look)).toEqual(['x', 'n']);
    const twice = applyPatch(applyPatch(look(shift('a')), patch).look, patch).look;
    expect(hueOf(twice, 'n')).toBe(3);
    expect(ids(twice)).toEqual(['a', 'n']);
  });
});
