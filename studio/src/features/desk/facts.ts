import type { Photo } from '../../api/client';

/** What is known of a photo, in the order it is told; what its file does not say is left out. */
export function facts(photo: Photo): { name: string; value: string }[] {
  const megapixels = (photo.width * photo.height) / 1e6;
  const size = `${String(photo.width)} × ${String(photo.height)} pixels${megapixels >= 1 ? ` (${megapixels.toFixed(1)} megapixels)` : ''}`;
  const all = [
    { name: 'Size', value: size },
    { name: 'File', value: photo.format === '' ? '' : `${photo.format}, ${String(photo.bits)} bits a channel` },
    { name: 'Colours', value: photo.colours },
    { name: 'Taken', value: photo.takenAt === null ? '' : photo.takenAt.replace('T', ', ') },
    { name: 'Camera', value: photo.camera },
  ];
  return all.filter(({ value }) => value !== '');
}
