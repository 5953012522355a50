import { describe, expect, it } from 'vitest';
import { clippingWords } from '../../studio/src/features/read/clipping';
import { findingWords, shareWords, toldKey, watchOfCheck, watchParts, worsened, type Finding } from '../../studio/src/model/findings';
import { mendedWith } from '../../studio/src/model/ledgerEdits';
import { look, shift } from './looks';

const found = (trouble: string, share: number, move = 'a'): Finding => ({ trouble, words: 'red at 255', share, x: 0, y: 0, colour: '#aa3322', move, way: null, left: null, look: null });

describe('what goes wrong', () => {
  it('counts where a change has made it clearly worse, the worst first', () => {
    const after = [found('torn', 0.3), found('red-full', 0.07)];
    const worse = (before: Finding[], now = after) => worsened(before, now).map(({ trouble }) => trouble);
    expect(worse([])).toEqual(['torn', 'red-full']);
    expect(worse([found('torn', 0.295)])).toEqual(['red-full']);
    expect(worse(after, [found('torn', 0.305)])).toEqual([]);
    expect(toldKey(found('torn', 0.3, 'b'))).not.toBe(toldKey(found('torn', 0.3)));
  });

  it('reads as one would say it', () => {
    expect(findingWords(found('red-full', 0.0132))).toBe('Red at 255 in 1.3 % of the photo');
    expect([shareWords(0.004), shareWords(0.0999), shareWords(0.474)]).toEqual(['0.4 %', '10.0 %', '47 %']);
    expect(clippingWords({ clipped: { red: { low: 0, high: 0.013 }, green: { low: 0, high: 0 }, blue: { low: 0.132, high: 0.0001 } } })).toBe('Red at 255 in 1.3 %, blue at 0 in 13.2 %.');
    expect(clippingWords({ clipped: {} })).toBe('Nothing is clipped.');
  });

  it('is lit in place of what a move reaches', () => {
    expect(watchParts(watchOfCheck('torn'))).toEqual({ watch: null, check: 'torn' });
    expect(watchParts('m1')).toEqual({ watch: 'm1', check: null });
    expect(watchParts(null)).toEqual({ watch: null, check: null });
  });

  it('is mended in the moves that were checked; those made since stay', () => {
    const mended = mendedWith(look(shift('a', 10, { strength: 40 })))(look(shift('a', 10), shift('new', 5)));
    expect(mended.moves.map(({ id, strength }) => [id, strength])).toEqual([['a', 40], ['new', 100]]);
  });
});
