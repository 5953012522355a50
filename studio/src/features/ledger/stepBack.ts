import { api } from '../../api/client';

/** Takes the last step of several photos back, one after the other: each says which state it goes back from, and one that was changed since stays. */
export async function stepBack(photos: readonly { photoId: number; revision: number }[]): Promise<void> {
  for (const { photoId, revision } of photos) await api.step(photoId, 'undo', revision);
}
