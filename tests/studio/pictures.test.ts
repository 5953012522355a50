import { describe, expect, it } from 'vitest';
import type { Photo } from '../../studio/src/api/client';
import { facts } from '../../studio/src/features/desk/facts';
import { around, pictureUrl, plainUrl, smallUrl } from '../../studio/src/api/pictures';
import { isBehind } from '../../studio/src/features/sheet/useDrawn';

const photo = (id: number, more: Partial<Photo> = {}): Photo => ({ id, setId: 1, name: `${String(id)}.jpg`, width: 30, height: 20, previewWidth: 30, previewHeight: 20, graded: false, key: 'abc', revision: 0, drawn: 0, takenAt: null, camera: '', format: 'JPEG', bits: 8, colours: 'sRGB', notes: [], troubles: [], ...more });

describe('what is known of a photo', () => {
  it('leaves out what its file does not say', () => {
    expect(facts(photo(1)).map(({ name }) => name)).toEqual(['Size', 'File', 'Colours']);
    const told = facts(photo(1, { width: 6000, height: 4000, bits: 16, format: 'TIFF', colours: 'ROMM RGB', camera: 'Quill 2', takenAt: '2026-03-01T10:11:12' }));
    expect(told.map(({ value }) => value)).toEqual(['6000 × 4000 pixels (24.0 megapixels)', 'TIFF, 16 bits a channel', 'ROMM RGB', '2026-03-01, 10:11:12', 'Quill 2']);
  });
});

describe('pictures of a photo', () => {
  it('are asked for by number and key, so that a browser may keep them', () => {
    expect(pictureUrl(photo(7), 'preview')).toBe('/api/photos/7/preview?v=abc');
    expect(plainUrl(photo(7, { drawn: 4 }))).toBe('/api/photos/7/small/0?v=abc');
    expect(smallUrl(photo(7, { drawn: 4 }))).toBe('/api/photos/7/small/4?v=abc');
    expect(smallUrl(photo(7, { drawn: null })), 'as it came, until it is drawn').toBe('/api/photos/7/small/0?v=abc');
  });

  it('are behind while another grade is in force', () => {
    expect(isBehind(photo(1, { revision: 3, drawn: 3 }))).toBe(false);
    expect(isBehind(photo(1, { revision: 3, drawn: 2 }))).toBe(true);
    expect(isBehind(photo(1, { revision: 3, drawn: null }))).toBe(true);
  });

  it('of the photos next to one are offered, not of thousands', () => {
    const photos = Array.from({ length: 1000 }, (_, i) => photo(i));
    const near = around(photos, 500);
    expect(near).toHaveLength(40);
    expect(near.map(({ id }) => id)).not.toContain(500);
    expect(near.map(({ id }) => id)).toContain(499);
    expect(around(photos, 999).at(-1)?.id).toBe(998);
    expect(around(photos.slice(0, 5), 2).map(({ id }) => id)).toEqual([0, 1, 3, 4]);
  });
});
