import { describe, expect, it } from 'vitest';
import { answerTo } from '../../studio/src/features/choose/Question';
import { cellsOf } from '../../studio/src/features/photo/AskedPatch';

describe('what is asked about', () => {
  it('is a bit for each cell, row by row, the first in the highest bit', () => {
    // 1000 0001 1010 0000
    const mask = btoa(String.fromCharCode(0b10000001, 0b10100000));
    expect(cellsOf({ columns: 4, rows: 3, mask }).map(Number)).toEqual([1, 0, 0, 0, 0, 0, 0, 1, 1, 0, 1, 0]);
  });

  it('is answered by a sample of its places', () => {
    const ask = { pot: 2, name: 'dull brown', share: 0.1, points: [[0.1, 0.2], [0.3, 0.4]] as [[number, number], ...[number, number][]], columns: 1, rows: 1, mask: '' };
    expect(answerTo(ask, 'held')).toEqual({ as: 'held', shape: 'spots', points: [[0.1, 0.2], [0.3, 0.4]] });
  });
});
