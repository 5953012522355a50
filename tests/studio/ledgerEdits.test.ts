import { describe, expect, it } from 'vitest';
import { onlyJudged } from '../../studio/src/features/desk/useJudging';
import { shownView } from '../../studio/src/features/desk/views';
import { dropped, shifted } from '../../studio/src/model/groupEdits';
import { added, atRest, begunWith, named, switched } from '../../studio/src/model/ledgerEdits';
import { isAtRest, newMove, withField } from '../../studio/src/model/looks';
import { look, shift } from './looks';

const three = look(shift('a', 1), shift('b', 2), shift('c', 3));
const ids = (of: ReturnType<typeof look>) => of.moves.map(({ id }) => id).join('');

describe('the list of moves', () => {
  it('is put in another order by id, twice in a row too', () => {
    expect(ids(shifted('c', -1)(three))).toBe('acb');
    expect(ids(shifted('c', -1)(shifted('c', -1)(three)))).toBe('cab');
    expect(ids(shifted('a', -1)(three))).toBe('abc');
    expect(ids(shifted('c', 1)(three))).toBe('abc');
    expect(ids(dropped(new Set(['a']), { id: 'c', where: 'after' })(three))).toBe('bca');
    expect(shifted('gone', 1)(three)).toBe(three);
  });

  it('names, switches and rests the move that is meant', () => {
    expect(named('b', `  ${'x'.repeat(300)} `)(three).moves[1]?.label).toHaveLength(200);
    expect(switched('c', false)(three).moves.map(({ on }) => on)).toEqual([true, true, false]);
    expect(atRest('b')(three).moves[1]?.params).toEqual({});
    expect(atRest('b')(three).moves[0]?.params).toEqual({ hue: 1 });
    // What a move was told of its photo, and how new ones of its kind begin, are not settings to be reset.
    const told = withField(newMove('band-mix'), { params: { grain: [0.003, 0.002, 0.001], red: { hue: 20 } } });
    const painted = withField(newMove('recolour'), { params: { method: 'tint', anchor: '#aa3322' } });
    const reset = atRest(painted.id)(atRest(told.id)(look(told, painted)));
    expect(reset.moves.map(({ params }) => params)).toEqual([{ grain: [0.003, 0.002, 0.001] }, { method: 'paint' }]);
    expect(reset.moves.every(isAtRest)).toBe(true);
  });

  it('gets a new kind in the place of a move whose reach is chosen and that does nothing yet', () => {
    const reach = { hue: { from: 1, to: 2 } };
    const resting = look(shift('a', 0, { reach, label: 'Bowl' }), shift('b', 2, { reach }));
    const taken = added(resting, 'a', 'recolour');
    expect(taken.id).toBe('a');
    expect(taken.edit(resting).moves).toMatchObject([{ id: 'a', kind: 'recolour', reach, label: 'Bowl' }, { id: 'b' }]);
    const beside = added(resting, 'b', 'warmth');
    expect(beside.edit(resting).moves.map(({ kind }) => kind)).toEqual(['shift', 'shift', 'warmth']);
    expect(beside.edit(resting).moves[2]?.id).toBe(beside.id);
  });

  it('takes on a look twice as two groups of moves', () => {
    const once = begunWith(three).edit(three);
    const twice = begunWith(three).edit(once);
    expect(new Set(twice.moves.map(({ id }) => id)).size).toBe(9);
  });
});

describe('judging alone', () => {
  it('leaves out the other moves, or the other parts, of the one that is meant', () => {
    expect(onlyJudged(three, null)).toBe(three);
    expect(onlyJudged(three, { id: 'b', solo: true, part: null }).moves.map(({ on }) => on)).toEqual([false, true, false]);
    const part = onlyJudged(look(shift('a', 5, { params: { hue: 5, saturation: -20 } })), { id: 'a', solo: false, part: 'Hue' });
    expect(part.moves[0]?.params).toMatchObject({ hue: 5, saturation: 0 });
    expect(onlyJudged(three, { id: 'gone', solo: true, part: null })).toBe(three);
  });
});

describe('what is shown', () => {
  it('follows the keys that are held, and needs a move where it shows one', () => {
    const none = { before: false, reached: false };
    expect(shownView('matte', none, true)).toBe('matte');
    expect(shownView('matte', none, false)).toBe('result');
    expect(shownView('result', { before: true, reached: true }, true)).toBe('source');
    expect(shownView('clipped', { before: true, reached: false }, true)).toBe('source-clipped');
    expect(shownView('result', { before: false, reached: true }, true)).toBe('reached');
    expect(shownView('result', { before: false, reached: true }, false)).toBe('result');
  });
});
