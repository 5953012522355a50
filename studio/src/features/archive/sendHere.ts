import { Upload } from 'tus-js-client';
import { isArchive, SendingSets, type Send } from './setImports';

/** Small enough to be sent again without pain when the connection is lost. */
const PIECE = 16 * 1024 * 1024;
const RETRY_MS = [500, 2000, 5000, 10_000, 20_000];

/** In pieces by the open protocol tus: a file that was sent in part, also before a reload, goes on where it stopped. */
const send: Send = (file, on) => {
  const upload = new Upload(file, {
    endpoint: '/api/set-imports',
    chunkSize: PIECE,
    retryDelays: RETRY_MS,
    removeFingerprintOnSuccess: true,
    metadata: { filename: file.name },
    onProgress: (sent, all) => { on.progress(all === 0 ? 0 : sent / all); },
    onSuccess: on.sent,
    onError: (error) => { on.failed(said(error)); },
  });
  upload
    .findPreviousUploads()
    .then(([before]) => {
      if (before) upload.resumeFromPreviousUpload(before);
      upload.start();
    })
    .catch(() => { upload.start(); });
  return { stop: () => { void upload.abort(); } };
};

/** What the server says is wrong, in its own words. */
function said(error: Error): string {
  const body = 'originalResponse' in error ? (error.originalResponse as { getBody: () => string } | null)?.getBody() : undefined;
  try {
    const read = JSON.parse(body ?? '') as unknown;
    if (typeof read === 'object' && read !== null && 'error' in read && typeof read.error === 'string') return read.error;
  } catch {
    // Then it is the connection.
  }
  return 'The connection was lost. What has come is kept: try again to go on.';
}

/** One for the page. */
export const sendingSets = new SendingSets(send);

/** Sends the archives among files that were dropped or chosen together, and gives back the others. */
export function takeArchives(files: File[]): File[] {
  sendingSets.add(files.filter(isArchive));
  return files.filter((file) => !isArchive(file));
}
