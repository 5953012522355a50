import { describe, expect, it } from 'vitest';
import type { Delivery } from '../../studio/src/api/client';
import { words } from '../../studio/src/features/deliver/DeliveryList';
import { inFormat, isCoarse, remembered, tableWords, usual } from '../../studio/src/features/deliver/outputs';
import { fetched } from '../../studio/src/features/deliver/useDeliveries';
import { savedLook } from '../../studio/src/features/gallery/savedLook';
import { MOST, panesOf, toggled, type Compared } from '../../studio/src/features/versions/comparing';
import { look, shift } from './looks';

const delivery: Delivery = { id: 1, name: '2 photos · JPEG', to: 'archive', folder: null, paused: false, stalled: false, count: 2, done: 0, failed: 0, stopped: 0, waiting: 2, running: 0, progress: 0, fileUrl: null, fileName: 'set.zip', files: [] };
const file = { id: 3, photoId: 1, format: 'jpeg', fileName: 'a.jpg', state: 'done' as const, stage: 'Done', progress: 1, error: null, fileUrl: '/api/exports/3/file', lattice: null, meanError: null, error99: null, troubles: [] as string[] };

describe('kinds of file', () => {
  it('keep what another format knows too', () => {
    const jpeg = { ...usual('jpeg', '{number}'), side: 2000, quality: 80 };
    expect(inFormat(jpeg, 'tiff')).toMatchObject({ name: '{number}', side: 2000, bits: null, lattice: null });
    expect(inFormat({ ...jpeg, format: 'tiff', bits: 16 }, 'png').bits).toBe(16);
    expect(inFormat(jpeg, 'cube')).toMatchObject({ side: null, lattice: null });
    expect(tableWords({ lattice: 33, meanError: 0.024, error99: 0.47 })).toBe('Grid 33: within ΔE 0.02 on average, 0.5 for 99 of 100 colours.');
    expect(tableWords({ lattice: 33, meanError: 0.2, error99: 3.31 })).toContain('3.3 for 99 of 100 colours. The grade is steep');
  });

  it('are told apart by whether their levels are fine enough', () => {
    expect(isCoarse({ ...usual('jpeg'), profile: 'prophoto-rgb' })).toBe(true);
    expect(isCoarse({ ...usual('tiff'), profile: 'prophoto-rgb', bits: 16 })).toBe(false);
    expect(isCoarse(usual('jpeg'))).toBe(false);
  });

  it('are remembered, unless that is none of ours', () => {
    expect(remembered(JSON.stringify([{ format: 'png', bits: 16 }]))).toMatchObject([{ format: 'png', bits: 16, quality: 92 }]);
    expect(remembered('[{"format":"jpeg","profile":"as-before","lattice":65}]')).toMatchObject([{ profile: 'source', lattice: null }]);
    for (const text of [null, '', '7', '[]', '[{"format":"bmp"}]', '{']) expect(remembered(text)).toEqual([usual('jpeg')]);
  });
});

describe('deliveries', () => {
  it('hand over the archive once, or each file, or nothing that lies in a folder', () => {
    expect(fetched(delivery)).toEqual([]);
    expect(fetched({ ...delivery, fileUrl: '/z', files: [file] })).toEqual([{ url: '/z', name: 'set.zip' }]);
    expect(fetched({ ...delivery, to: 'downloads', files: [file] })).toEqual([{ url: file.fileUrl, name: 'a.jpg' }]);
    expect(fetched({ ...delivery, to: 'folder', files: [{ ...file, fileUrl: null }] })).toEqual([]);
  });

  it('say how far they are', () => {
    expect(words(delivery)).toBe('0 of 2 done · waiting for a worker …');
    expect(words({ ...delivery, waiting: 1, running: 1, files: [{ ...file, state: 'running', stage: 'Colouring' }] })).toBe('0 of 2 done · Colouring …');
    expect(words({ ...delivery, stalled: true, done: 1, waiting: 1 })).toMatch(/^1 of 2 done\. No worker runs .* Nothing is lost\.$/);
    expect(words({ ...delivery, paused: true, done: 1, waiting: 1 })).toBe('Paused: 1 of 2 are done.');
    expect(words({ ...delivery, waiting: 0, done: 1, failed: 1 })).toBe('1 of 2 done, 1 failed.');
    expect(words({ ...delivery, waiting: 0, done: 2, to: 'folder', folder: '/out' })).toBe('Done: in /out.');
    const done = { ...delivery, waiting: 0, done: 2, files: [{ ...file, lattice: 33, meanError: 0.02, error99: 0.1 }, { ...file, lattice: 81, meanError: 0.046, error99: 0.3 }] };
    expect(words(done)).toBe('Done: the archive is in your downloads. Within ΔE 0.05 on average, 0.30 for 99 of 100 colours (81³ nodes).');
    expect(words({ ...done, files: [{ ...file, lattice: 0, meanError: 0, error99: 0 }, { ...file, lattice: 0, meanError: 0, error99: 0 }] })).toContain('Each pixel as it came.');
    expect(words({ ...done, files: [{ ...file, troubles: ['Red at 255 in 7.2 % of the photo', 'Noise'] }, file] })).toMatch(/ Check: Red at 255 in 7\.2 % of the photo\.$/);
    expect(words({ ...done, files: [{ ...file, troubles: ['a'] }, { ...file, troubles: ['b'] }] })).toMatch(/ Check 2 of them: /);
  });
});

describe('comparing versions', () => {
  it('holds up to four, the oldest makes room', () => {
    const four = [1, 2, 'now' as const, 3].reduce<Compared[]>((now, one) => toggled(now, one), []);
    expect(four).toHaveLength(MOST);
    expect(toggled(four, 'source')).toEqual([2, 'now', 3, 'source']);
    expect(toggled(four, 2)).toEqual([1, 'now', 3]);
  });

  it('shows what is still there', () => {
    const now = look(shift('a', 20));
    const panes = panesOf(['now', 7, 8, 'source'], now, [{ id: 8, photoId: 1, name: 'warmer', look: now, madeAt: '' }]);
    expect(panes.map(({ name }) => name)).toEqual(['Now', 'warmer', 'As imported']);
    expect(panes[2]?.look.moves).toEqual([]);
  });
});

describe('saving a look', () => {
  it('takes the chosen moves, with or without their reaches', () => {
    const first = shift('a', 20);
    const reach = { hue: null, chroma: null, light: null, invert: false, held: [] };
    const graded = look({ ...first, reach }, shift('b', 5));
    expect(savedLook(graded, ' Rust ', new Set(['a']), true)).toEqual({ tovrinLook: 1, name: 'Rust', moves: [{ ...first, reach }] });
    expect(savedLook(graded, 'Rust', new Set(['a']), false).moves[0]?.reach).toBeNull();
  });
});
