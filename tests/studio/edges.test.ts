import { describe, expect, it } from 'vitest';
import { edgesIn, edgesKey, quadsOf, TILE } from '../../studio/src/gl/edges';
import { applyPatch, isEmpty, patchBetween } from '../../studio/src/model/lookPatch';
import { withField } from '../../studio/src/model/looks';
import { look, shift } from './looks';

const warm = { hue: { from: 10, to: 60 } };
const reached = (hue: number) => shift('a', hue, { reach: warm });

describe('edges of the server', () => {
  it('come as tiles of two pictures', () => {
    const size = 4 * TILE * TILE;
    const bytes = new Uint8Array(12 + 4 + 2 * size);
    // 20 × 9 pixels are three tiles across and two down; the fifth is the middle one of the second row.
    new Uint32Array(bytes.buffer, 0, 4).set([20, 9, 1, 4]);
    bytes[16] = 200;
    bytes[16 + size] = 100;
    const { width, height, tiles } = edgesIn(bytes.buffer);
    expect([width, height, tiles.length]).toEqual([20, 9, 1]);
    expect([tiles[0]?.left, tiles[0]?.top]).toEqual([TILE, TILE]);
    expect([tiles[0]?.inside[0], tiles[0]?.outside[0], tiles[0]?.outside.length]).toEqual([200, 100, size]);
  });
});

describe('where edges are drawn', () => {
  const tile = (left: number, top: number) => ({ left, top, inside: new Uint8Array(), outside: new Uint8Array() });

  it('is one quad for tiles side by side, half a pixel larger all round, and never beyond the photo', () => {
    // Given out of order: two neighbours at the top left, one below that stands alone.
    const quads = quadsOf({ width: 32, height: 16, tiles: [tile(TILE, 0), tile(2 * TILE, TILE), tile(0, 0)] });
    expect(quads.length).toBe(2 * 12);
    const box = (at: number) => {
      const corners = [...quads.slice(at, at + 12)];
      const [x, y] = [corners.filter((_, i) => i % 2 === 0), corners.filter((_, i) => i % 2 === 1)];
      return [Math.min(...x) * 32, Math.min(...y) * 16, Math.max(...x) * 32, Math.max(...y) * 16];
    };
    expect(box(0)).toEqual([0, 0, 16.5, 8.5]);
    expect(box(12)).toEqual([15.5, 7.5, 24.5, 16]);
  });
});

describe('where edges lie', () => {
  const unmixed = (...moves: Parameters<typeof look>) => ({ ...look(...moves), edges: 'unmixed' as const });

  it('is a matter of what is reached, not of what a slider does', () => {
    expect(edgesKey(unmixed(reached(10)))).toBe(edgesKey(unmixed(reached(40))));
    expect(edgesKey(unmixed(reached(10)))).not.toBe(edgesKey(unmixed(shift('a', 10, { reach: { hue: { from: 10, to: 80 } } }))));
  });

  it('is a matter of the moves above where a reach is read from what these make of the photo', () => {
    const running = (hue: number) => unmixed(shift('x', hue), withField(reached(0), { reads: 'running' }));
    expect(edgesKey(running(10))).not.toBe(edgesKey(running(40)));
  });

  it('is a matter of the families of colours that a palette changes, not of what to', () => {
    const palette = (...to: (number | null)[]) =>
      unmixed({ id: 'p', kind: 'palette', params: { components: [[1], [2]], pots: to.map((hue, i) => ({ name: 'ochre', components: [i], middle: { lightness: 0.5, chroma: 0.1, hue: 60 }, to: hue === null ? null : { lightness: 0.5, chroma: 0.1, hue } })) } });
    expect(edgesKey(palette(null, null))).toBeNull();
    expect(edgesKey(palette(20, null))).toBe(edgesKey(palette(200, null)));
    expect(edgesKey(palette(20, null))).not.toBe(edgesKey(palette(20, 40)));
  });

  it('is a matter of the photo alone where a move acts by hue on all of it', () => {
    const mix = (green: number, fields = {}) => unmixed(withField({ id: 'b', kind: 'band-mix', params: { green: { hue: green } } }, fields));
    expect(edgesKey(mix(0))).not.toBeNull();
    expect(edgesKey(mix(0))).toBe(edgesKey(mix(40)));
    expect(edgesKey(mix(40, { on: false }))).toBeNull();
    expect(edgesKey(mix(40, { reach: { hue: { from: 10, to: 80 } } }))).not.toBe(edgesKey(mix(40)));
  });

  it('is nowhere while they are left mixed, where nothing is reached, and where that move is off', () => {
    expect(edgesKey(look(reached(10)))).toBeNull();
    expect(edgesKey(unmixed(shift('a', 10)))).toBeNull();
    expect(edgesKey(unmixed(withField(reached(10), { on: false })))).toBeNull();
  });
});

describe('the switch of the edges', () => {
  it('is a change like any other, which goes on top of what another window did', () => {
    const before = look(reached(10));
    const patch = patchBetween(before, { ...before, edges: 'unmixed' });
    expect(isEmpty(patch)).toBe(false);
    expect(applyPatch(look(reached(30)), patch).look).toEqual({ ...look(reached(30)), edges: 'unmixed' });
    expect(isEmpty(patchBetween(before, { ...before, edges: 'mixed' }))).toBe(true);
  });
});
