import { describe, expect, it } from 'vitest';
import { asked, catches, carriedLook, hasPlaces, inParts, toggled } from '../../studio/src/features/carry/carrying';
import { newMove, type Look, type Move } from '../../studio/src/model/looks';

const look: Look = { tovrinLook: 1, name: '', moves: [newMove('shift'), { ...newMove('neutralise'), params: { probes: [{ colour: '#808080', at: [0.2, 0.3] }] } } as Move] };

describe('carrying over', () => {
  it('takes all moves along at first, and leaves out what is unticked', () => {
    const all = asked(look);
    expect(carriedLook(look, all).moves).toHaveLength(2);
    const fewer = { ...all, moves: toggled(all.moves, look.moves[0]?.id ?? '') };
    expect(carriedLook(look, fewer).moves.map(({ kind }) => kind)).toEqual(['neutralise']);
    expect(toggled(toggled(all.photos, 7), 7).size).toBe(0);
  });

  it('offers to read probes again only where it is known where they were read', () => {
    expect(hasPlaces(look.moves)).toBe(true);
    expect(hasPlaces(look.moves.slice(0, 1))).toBe(false);
    expect(hasPlaces([{ ...newMove('neutralise'), params: { probes: [{ colour: '#808080' }] } } as Move])).toBe(false);
  });

  it('asks about a few photos at a time', () => {
    expect(inParts([])).toEqual([]);
    const parts = inParts(Array.from({ length: 20 }, (_, i) => i));
    expect(parts.flat()).toHaveLength(20);
    expect(Math.max(...parts.map((part) => part.length))).toBeLessThan(10);
  });

  it('says what each reach would catch', () => {
    const [first, second] = look.moves;
    if (!first || !second) throw new Error('The look has two moves.');
    const reach = { hue: null, chroma: null, light: null, invert: false, held: [] };
    expect(catches([{ ...first, reach }, second, { ...second, reach }] as Move[], [0.113, 1, 0.004])).toBe('Catches 11 %, under 1 %');
    expect(catches([second], [1])).toBe('');
  });
});
