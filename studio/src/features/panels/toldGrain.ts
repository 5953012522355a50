import { api } from '../../api/client';

/** How noisy the photo is, as a setting of a new move; a move can do without it. */
export async function toldGrain(photoId: number): Promise<{ grain?: number[] }> {
  try {
    const { grain } = await api.grain(photoId);
    return { grain };
  } catch {
    return {};
  }
}
