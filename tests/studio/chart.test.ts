import { describe, expect, it } from 'vitest';
import { nextCorner, told, withCorner, type Laying } from '../../studio/src/features/panels/chart/corners';

describe('a chart that is laid over the photo', () => {
  it('asks for four corners, one after another, and then for none', () => {
    let laying: Laying = { reference: 'CGATS.17', name: 'chart.txt', corners: [], why: '' };
    const asked: (string | null)[] = [];
    for (const at of [[0.1, 0.1], [0.9, 0.1], [0.9, 0.8], [0.1, 0.8]] as [number, number][]) {
      asked.push(nextCorner(laying));
      laying = withCorner(laying, at);
    }
    expect(asked[0]).toBe('the corner of the chart at its first patch');
    expect(new Set(asked).size).toBe(4);
    expect(nextCorner(laying)).toBeNull();
    expect(laying.corners).toEqual([[0.1, 0.1], [0.9, 0.1], [0.9, 0.8], [0.1, 0.8]]);
  });

  it('tells differences with one digit', () => {
    expect([told(0.04), told(9.46)]).toEqual(['0.0', '9.5']);
  });
});
