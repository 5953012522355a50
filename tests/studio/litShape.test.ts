import { describe, expect, it } from 'vitest';
import { spread } from '../../studio/src/features/bench/LitShape';

describe('a reach on the bench', () => {
  it('fills the holes between occupied cells from their neighbours, and nothing far from them', () => {
    const plane = spread([[10, 5, 1], [12, 5, 1], [30, 5, 0]], 40, 12);
    const at = (column: number, row: number) => plane[row * 40 + column];
    expect(at(11, 5)).toBe(1);
    expect(at(10, 6)).toBe(1);
    expect(at(30, 5)).toBe(0);
    expect(at(20, 5)).toBe(0);
    expect(at(11, 9)).toBe(0);
  });

  it('lies between where reached and left cells meet', () => {
    const plane = spread([[10, 5, 1], [11, 5, 0]], 40, 12);
    expect(plane[5 * 40 + 10]).toBeGreaterThan(0.5);
    expect(plane[5 * 40 + 11]).toBeLessThan(0.5);
  });
});
