import { describe, expect, it } from 'vitest';
import { edgesKey } from '../../studio/src/gl/edges';
import { onlyJudged } from '../../studio/src/features/desk/useJudging';
import { dropped, grouped, shifted, ungrouped, withGroup } from '../../studio/src/model/groupEdits';
import { begunWith } from '../../studio/src/model/ledgerEdits';
import { copiedText, duplicatedAll, lookIn, pasted, without } from '../../studio/src/model/moveClipboard';
import { isGroup, linesOf, shareOf, tidied, treeOf, type Group, type TreeNode } from '../../studio/src/model/moveTree';
import { applyPatch, patchBetween } from '../../studio/src/model/lookPatch';
import { identified, type Look } from '../../studio/src/model/looks';
import { look, shift } from './looks';

/** A grade from an outline: `a(bc)d` is b and c in a group between a and d. Groups are named g1, g2 … as they begin. */
function outlined(text: string): Look {
  const groups: Group[] = [];
  const within: string[] = [];
  const moves: Look['moves'] = [];
  for (const sign of text) {
    const parent = within.at(-1);
    const inside = parent === undefined ? {} : { group: parent };
    if (sign === '(') {
      const id = `g${String(groups.length + 1)}`;
      groups.push({ id, label: '', on: true, strength: 100, ...inside });
      within.push(id);
    } else if (sign === ')') within.pop();
    else moves.push({ ...shift(sign), ...inside });
  }
  return { ...look(...moves), ...(groups.length > 0 ? { groups } : {}) };
}

function outline(of: Look): string {
  const written = (nodes: readonly TreeNode[]): string => nodes.map((node) => (isGroup(node) ? `(${written(node.nodes)})` : (node.move.label ?? '') || node.id)).join('');
  return written(treeOf(of));
}

const ids = (text: string) => new Set(text);

describe('groups of moves', () => {
  it('are made of what is selected, where the first of it stands', () => {
    const made = (from: string, what: string) => outline(grouped(ids(what), 'new')(outlined(from)));
    expect(made('abcd', 'bc')).toBe('a(bc)d');
    expect(made('abcd', 'ad')).toBe('(ad)bc');
    expect(made('abcd', 'b')).toBe('a(b)cd');
    // Whole groups go along as groups; within a group a group is made, once.
    expect(outline(grouped(new Set(['g1', 'c']), 'new')(outlined('(ab)cd')))).toBe('((ab)c)d');
    expect(made('(abc)d', 'ab')).toBe('((ab)c)d');
    expect(outline(grouped(new Set(['g1', 'd']), 'new')(outlined('((ab)c)d')))).toBe('((abc)d)');
    expect(made('((abc)d)', 'ab')).toBe('((ab)(c)d)');
    expect(made('(ab)(cd)', 'bc')).toBe('(bc)(a)(d)');
    expect(made('(ab)c', 'abc')).toBe('(abc)');
    expect(made('abcd', 'z')).toBe('abcd');
  });

  it('are dissolved where they stand', () => {
    expect(outline(ungrouped('g1')(outlined('a((bc)d)e')))).toBe('a(bc)de');
    expect(outline(ungrouped('g2')(outlined('a((bc)d)e')))).toBe('a(bcd)e');
  });

  it('go when nothing is left in them', () => {
    expect(without(ids('bc'))(outlined('a((bc))d'))).toEqual(outlined('ad'));
    expect(outline(without(new Set(['g1']))(outlined('a((bc)d)e')))).toBe('ae');
    expect(outline(without(ids('b'))(outlined('a(bc)d')))).toBe('a(c)d');
  });

  it('are entered and left step by step', () => {
    let now = outlined('a(b(cd))e');
    const down = ['(ab(cd))e', '(ba(cd))e', '(b(acd))e', '(b(cad))e', '(b(cda))e', '(b(cd)a)e', '(b(cd))ae', '(b(cd))ea', '(b(cd))ea'];
    for (const next of down) {
      now = shifted('a', 1)(now);
      expect(outline(now)).toBe(next);
    }
    for (const before of [...down].reverse().slice(2)) {
      now = shifted('a', -1)(now);
      expect(outline(now)).toBe(before);
    }
    expect(outline(shifted('g1', 1)(outlined('(ab)(cd)')))).toBe('(cd)(ab)');
    expect(outline(shifted('g1', -1)(outlined('a(bc)')))).toBe('(bc)a');
  });

  it('take what is dropped, several at once', () => {
    const at = (from: string, what: Set<string>, id: string | null, where: 'before' | 'after' | 'first' | 'last' = 'after') => outline(dropped(what, id === null ? null : { id, where })(outlined(from)));
    expect(at('ab(cd)e', ids('ae'), 'g1', 'first')).toBe('b(aecd)');
    expect(at('ab(cd)e', ids('a'), 'g1', 'last')).toBe('b(cda)e');
    expect(at('ab(cd)e', ids('e'), 'c', 'before')).toBe('ab(ecd)');
    expect(at('a(b)c', ids('b'), null)).toBe('acb');
    expect(at('(ab)(cd)', new Set(['g1']), 'g2', 'last')).toBe('(cd(ab))');
    // No third level: what lies in the group goes without it.
    expect(at('(ab)((cd)e)', new Set(['g1']), 'd')).toBe('((cdab)e)');
    expect(at('((ab)c)(d)', new Set(['g1']), 'g3', 'last')).toBe('(d(abc))');
    // Beside something that goes along it stays.
    expect(at('(ab)c', new Set(['g1']), 'a')).toBe('(ab)c');
  });

  it('are copied whole, and moves alone without them', () => {
    const from = outlined('a((bc)d)e');
    const read = (what: Set<string>) => {
      const found = lookIn(copiedText({ ...from, moves: from.moves.map((move) => ({ ...move, label: move.id })) }, what));
      if (!found) throw new Error('It cannot be read.');
      return found;
    };
    expect(outline(identified(read(ids('b'))))).toBe('b');
    expect(outline(identified(read(new Set(['g1']))))).toBe('((bc)d)');
    const put = pasted(read(new Set(['g2', 'a'])), 'b').edit(from);
    expect(outline(put)).toBe('a((babcc)d)e');
    expect(outline(pasted(read(new Set(['g2', 'a'])), 'e').edit(from))).toBe('a((bc)d)ea(bc)');
    const twice = duplicatedAll(from, new Set(['g1'])).edit(from);
    expect(new Set(twice.groups?.map(({ id }) => id)).size).toBe(4);
    expect(new Set(twice.moves.map(({ id }) => id)).size).toBe(8);
    expect(begunWith(from).edit(from).groups).toHaveLength(4);
  });

  it('are shown line by line, folded or not', () => {
    const lines = (folded: string[], of = outlined('a((bc)d)e')) => linesOf(of, new Set(folded)).map(({ node, depth, number, lit }) => `${isGroup(node) ? node.id : String(number)}${'.'.repeat(depth)}${lit ? '' : '-'}`).join(' ');
    expect(lines([])).toBe('1 g1 g2. 2.. 3.. 4. 5');
    expect(lines(['g2'])).toBe('1 g1 g2. 4. 5');
    expect(lines(['g1'])).toBe('1 g1 5');
    expect(lines([], withGroup('g2', { on: false })(outlined('a((bc)d)e')))).toBe('1 g1 g2. 2..- 3..- 4. 5');
  });

  it('weaken what lies in them', () => {
    const weak = withGroup('g2', { strength: 50 })(withGroup('g1', { strength: 40 })(outlined('a((b)c)')));
    expect(weak.moves.map((move) => shareOf(weak, move))).toEqual([1, 0.2, 0.4]);
    expect(shareOf(withGroup('g1', { on: false })(weak), { group: 'g2' })).toBe(0);
  });

  it('put together what another window tore apart', () => {
    const torn = { ...outlined('abcd'), groups: [{ id: 'g', group: 'gone' }], moves: ['g', undefined, 'g', 'unknown'].map((group, i) => ({ ...shift('abcd'.charAt(i)), ...(group === undefined ? {} : { group }) })) };
    expect(outline(tidied(torn))).toBe('(ac)bd');
    expect(tidied(torn).groups?.[0]).not.toHaveProperty('group');
  });

  it('are different in what a patch says', () => {
    const before = outlined('a(b(cd))e');
    for (const after of [outlined('abcde'), withGroup('g1', { label: 'Glaze', on: false })(before), grouped(ids('ae'), 'new')(before), shifted('a', 1)(before), without(ids('cd'))(before)]) {
      expect(applyPatch(before, patchBetween(before, after))).toEqual({ look: after, missing: [] });
    }
    // Weakened here while it was dissolved there: nothing to weaken any more.
    expect(applyPatch(ungrouped('g2')(before), patchBetween(before, withGroup('g2', { strength: 5 })(before))).missing).toEqual(['g2']);
    // Renamed there, weakened here: both.
    const both = applyPatch(withGroup('g1', { label: 'There' })(before), patchBetween(before, withGroup('g1', { strength: 5 })(before))).look;
    expect(both.groups?.[0]).toMatchObject({ label: 'There', strength: 5 });
  });

  it('are judged alone, and draw no edges while they are off', () => {
    expect(onlyJudged(outlined('a(bc)'), { id: 'g1', solo: true, part: null }).moves.map(({ on }) => on)).toEqual([false, true, true]);
    const reach = { hue: { from: 1, to: 2 } };
    const edged: Look = { ...outlined('(a)'), edges: 'unmixed', moves: [{ ...shift('a', 4, { reach }), group: 'g1' }] };
    expect(edgesKey(edged)).not.toBeNull();
    expect(edgesKey(withGroup('g1', { on: false })(edged))).toBeNull();
  });
});
