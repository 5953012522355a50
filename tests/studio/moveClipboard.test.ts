import { describe, expect, it } from 'vitest';
import { copiedText, duplicatedAll, lookIn, marked, pasted, without } from '../../studio/src/model/moveClipboard';
import { look, shift } from './looks';

const four = look(shift('a', 1), shift('b', 2), shift('c', 3), shift('d', 4));
const ids = (of: ReturnType<typeof look>) => of.moves.map(({ id }) => id).join('');
const hues = (of: ReturnType<typeof look>) => of.moves.map(({ params }) => (params as { hue?: number }).hue);
const none = { ctrl: false, shift: false };

describe('moves on the clipboard', () => {
  it('are a look file in the order of the grade, without ids', () => {
    const text = copiedText(four, new Set(['c', 'a']));
    const read = lookIn(text);
    expect(read?.moves.map(({ params }) => (params as { hue: number }).hue)).toEqual([1, 3]);
    expect(text).toContain('"tovrinLook": 1');
    expect(text).not.toContain('"id"');
  });

  it('come from other texts not at all', () => {
    for (const text of ['', 'eggs, milk', '{"moves":[]}', '{"tovrinLook":1,"moves":[]}', '{"tovrinLook":2,"moves":[{"kind":"shift"}]}', '[1]', 'null']) expect(lookIn(text), text).toBeNull();
  });

  it('are put after a move, or at the end, under ids of their own', () => {
    const read = lookIn(copiedText(four, new Set(['a', 'b'])));
    if (!read) throw new Error('It cannot be read.');
    const { edit, ids: made } = pasted(read, 'c');
    expect(hues(edit(four))).toEqual([1, 2, 3, 1, 2, 4]);
    expect(edit(four).moves.slice(3, 5).map(({ id }) => id)).toEqual(made);
    expect(new Set(edit(four).moves.map(({ id }) => id)).size).toBe(6);
    expect(hues(pasted(read, 'gone').edit(four))).toEqual([1, 2, 3, 4, 1, 2]);
    expect(hues(pasted(read, null).edit(look()))).toEqual([1, 2]);
  });

  it('are removed and doubled together', () => {
    expect(ids(without(new Set(['b', 'd']))(four))).toBe('ac');
    expect(hues(duplicatedAll(four, new Set(['a', 'c'])).edit(four))).toEqual([1, 2, 3, 1, 3, 4]);
  });
});

describe('selecting moves', () => {
  const order = ['a', 'b', 'c', 'd'];

  it('is one alone, some one by one, or a row', () => {
    expect([...marked(new Set(['a', 'b']), order, 'a', 'c', none)]).toEqual(['c']);
    expect([...marked(new Set(['a']), order, 'a', 'c', { ctrl: true, shift: false })]).toEqual(['a', 'c']);
    expect([...marked(new Set(['a', 'c']), order, 'c', 'a', { ctrl: true, shift: false })]).toEqual(['c']);
    expect([...marked(new Set(['d']), order, 'd', 'b', { ctrl: false, shift: true })]).toEqual(['b', 'c', 'd']);
  });

  it('leaves one selected at least', () => {
    expect([...marked(new Set(['a']), order, 'a', 'a', { ctrl: true, shift: false })]).toEqual(['a']);
  });
});
