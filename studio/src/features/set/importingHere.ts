import { api, importPhoto } from '../../api/client';
import { Importing, type Source } from './importing';

/** One for the page: what is under way goes on while another set is open. */
export const importing = new Importing((photo) => api.removePhotos([photo.id]));

/** Files of the user's, as something to import. */
export function sourcesOf(files: File[]): Source[] {
  return files.map((file) => ({ name: file.name, send: (setId, progress, signal) => importPhoto(setId, file, progress, signal) }));
}

/** Photos of the sample set, which the server has. */
export function sampleSources(files: readonly string[]): Source[] {
  return files.map((name) => ({
    name,
    send: (setId, progress) => {
      progress(1);
      return api.addSample(setId, name);
    },
  }));
}
