import type { Photo } from './client';

type Pictured = Pick<Photo, 'id' | 'key'>;
/** Photos that are offered at once where one is chosen out of a set. */
const OFFERED = 40;

/** Where a picture of a photo is: its preview, its thumbnail, or every pixel of it, all as it came. */
export function pictureUrl({ id, key }: Pictured, picture: 'preview' | 'thumb' | 'full'): string {
  return `/api/photos/${String(id)}/${picture}?v=${key}`;
}

/** The photos that stand nearest to one in its set, without it. */
export function around(photos: readonly Photo[], id: number | null): Photo[] {
  const at = Math.max(0, photos.findIndex((one) => one.id === id));
  const from = Math.max(0, Math.min(at - OFFERED / 2, photos.length - OFFERED - 1));
  return photos.slice(from, from + OFFERED + 1).filter((one) => one.id !== id);
}

/** Its small picture as it came. */
export function plainUrl({ id, key }: Pictured): string {
  return `/api/photos/${String(id)}/small/0?v=${key}`;
}

/** Its small picture as graded, as far as it has been drawn. */
export function smallUrl({ id, key, drawn }: Pictured & Pick<Photo, 'drawn'>): string {
  return `/api/photos/${String(id)}/small/${String(drawn ?? 0)}?v=${key}`;
}
