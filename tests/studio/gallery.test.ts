import { describe, expect, it } from 'vitest';
import { graded } from '../../studio/src/features/photo/cubePicture';
import { kindsFor, sampleMove, WISHES } from '../../studio/src/features/gallery/wishes';
import { KINDS } from '../../studio/src/features/panels';
import { pulledShares, withCells } from '../../studio/src/features/panels/mixed';
import { newMove, type MoveOf } from '../../studio/src/model/looks';
import type { Source } from '../../studio/src/api/client';

/** A cube of a function of a colour. */
function cube(size: number, of: (rgb: number[]) => number[]): Float32Array {
  const nodes: number[] = [];
  for (let b = 0; b < size; b++) for (let g = 0; g < size; g++) for (let r = 0; r < size; r++) nodes.push(...of([r, g, b].map((v) => v / (size - 1))), 1);
  return new Float32Array(nodes);
}

describe('a small picture', () => {
  const data = new Uint8ClampedArray([0, 0, 0, 255, 255, 255, 255, 255, 10, 120, 240, 255, 77, 33, 200, 255]);
  const pixels = { data, width: 2, height: 2 };

  it('is the photo itself where the grade changes nothing', () => {
    expect([...graded(pixels, cube(9, (rgb) => rgb), 9).data]).toEqual([...data]);
  });

  it('has the channels that the cube gives, between its nodes too', () => {
    const turned = graded(pixels, cube(5, ([r = 0, g = 0, b = 0]) => [b, r, 1 - g]), 5).data;
    expect([...turned]).toEqual([0, 0, 255, 255, 255, 255, 0, 255, 240, 10, 135, 255, 200, 77, 222, 255]);
  });
});

const source = {
  pots: [
    { name: 'grey', colour: '#b0aca8', share: 0.7, oklch: [0.74, 0.006, 60] },
    { name: 'teal', colour: '#1d5154', share: 0.2, oklch: [0.4, 0.06, 350] },
    { name: 'speck', colour: '#ff0000', share: 0.001, oklch: [0.6, 0.25, 29] },
  ],
} as unknown as Source;

describe('adding a move', () => {
  it('offers every kind once, under what one wants', () => {
    const offered = kindsFor('');
    expect(offered.map(({ title }) => title)).toEqual(WISHES.map(({ title }) => title));
    expect(offered.flatMap(({ kinds }) => kinds).sort()).toEqual([...KINDS].sort());
  });

  it('finds kinds by what one types, in any order of words', () => {
    expect(kindsFor('cast').flatMap(({ kinds }) => kinds)).toContain('neutralise');
    expect(kindsFor('COLOUR selective').flatMap(({ kinds }) => kinds)).toEqual(['selective-colour']);
    expect(kindsFor('xylophone')).toEqual([]);
  });

  it.each(KINDS)('has a sample of %s that does something, within its ranges, on the photo’s own colours', (kind) => {
    const move = sampleMove(kind, source);
    expect(Object.keys(move.params ?? {}).length).toBeGreaterThan(0);
    if (move.reach?.hue) expect([move.reach.hue.from, move.reach.hue.to]).toEqual([328, 12]);
    if (kind === 'neutralise') expect(move.params).toEqual({ all: '#b0aca8' });
    if (kind === 'hue-curves') expect((move as MoveOf<'hue-curves'>).params?.saturation?.map(([hue]) => hue)).toEqual([35, 305, 350]);
  });
});

describe('a pull on a mix table', () => {
  const value = (row: string) => (row === 'reds' ? 95 : 0);
  it('moves every row in proportion to what it holds of the colour, however weak that is, and no further than it can go', () => {
    expect(pulledShares({ reds: 0.1, yellows: 0.3, blues: 0 }, false, 20, 'cyan', [-100, 100], value)).toEqual([{ row: 'yellows', column: 'cyan', value: 15 }, { row: 'reds', column: 'cyan', value: 100 }]);
  });
  it('moves only the nearest if that is wanted, and nothing for a colour of no family', () => {
    expect(pulledShares({ reds: 0.1, yellows: 0.3 }, true, -20, 'cyan', [-100, 100], value)).toEqual([{ row: 'yellows', column: 'cyan', value: -20 }]);
    expect(pulledShares({ reds: 0 }, false, 20, 'cyan', [-100, 100], value)).toEqual([]);
  });
  it('changes the cells it is about and no others', () => {
    const move = { ...newMove('selective-colour'), params: { method: 'absolute', reds: { cyan: 5, black: 3 } } } as MoveOf<'selective-colour'>;
    expect(withCells(move, [{ row: 'reds', column: 'cyan', value: 9 }, { row: 'reds', column: 'yellow', value: 1 }, { row: 'blacks', column: 'black', value: -4 }]).params).toEqual({ method: 'absolute', reds: { cyan: 9, black: 3, yellow: 1 }, blacks: { black: -4 } });
  });
});
