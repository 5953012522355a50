import { useEffect, useRef, useState } from 'react';
import type { Photo } from '../../api/client';
import { pictureUrl } from '../../api/pictures';
import type { Drawing } from './useRenderer';
import { placeOf, zoomOf, type Size, type Viewport } from '../../gl/viewport';
import { reasonOf } from '../../model/reason';

type Loading = 'loading' | 'ready' | { error: string };

/** Pixels around what is in the window that are taken along, so that a small step needs nothing new. */
const AROUND = 64;
const RESTS_AFTER_MS = 120;

async function bitmapOf(url: string, signal: AbortSignal): Promise<ImageBitmap> {
  const response = await fetch(url, { signal });
  if (!response.ok) throw new Error('The photo cannot be loaded. Reload the page. If that does not help, import the photo again.');
  return createImageBitmap(await response.blob(), { colorSpaceConversion: 'none', premultiplyAlpha: 'none' });
}

/** Gives the renderer the photo: its preview, and every pixel of what is in the window once one looks that close. */
export function usePhotoTextures(drawing: Drawing | null, photo: Photo, viewport: Viewport, size: Size, attempt: number): Loading {
  const [state, setState] = useState<Loading>('loading');
  const [preview, whole] = [pictureUrl(photo, 'preview'), pictureUrl(photo, 'full')];
  useEffect(() => {
    if (!drawing) return;
    const abort = new AbortController();
    setState('loading');
    bitmapOf(preview, abort.signal)
      .then((picture) => {
        if (!abort.signal.aborted) {
          drawing.renderer.setPhoto(picture);
          setState('ready');
          drawing.loop.ask();
        }
        picture.close();
      })
      .catch((reason: unknown) => {
        if (!abort.signal.aborted) setState({ error: reasonOf(reason) });
      });
    return () => {
      abort.abort();
    };
  }, [drawing, preview, attempt]);

  const full = useRef<{ picture: Promise<ImageBitmap>; abort: AbortController } | null>(null);
  useEffect(
    () => () => {
      // A large picture is some hundred megabytes: it goes with the desk it was loaded for.
      const { current } = full;
      full.current = null;
      current?.abort.abort();
      current?.picture.then(
        (picture) => {
          picture.close();
        },
        () => undefined,
      );
    },
    [whole],
  );

  // At 100 % every pixel is that of a delivered file; the preview has been through JPEG once more, even at full size.
  const zoom = zoomOf(viewport, photo, size);
  const needed = size.width > 0 && state === 'ready' && (zoom > photo.previewWidth / photo.width + 0.01 || zoom >= 1);
  useEffect(() => {
    if (!drawing) return;
    if (!needed) {
      drawing.renderer.setDetail(null, { left: 0, top: 0, width: 1, height: 1 });
      drawing.loop.ask();
      return;
    }
    let gone = false;
    const timer = window.setTimeout(() => {
      if (!full.current) {
        const abort = new AbortController();
        full.current = { picture: bitmapOf(whole, abort.signal), abort };
      }
      full.current.picture
        .then(async (picture) => {
          if (gone) return;
          const part = inWindow(viewport, photo, size, picture, drawing.renderer.maxTextureSide);
          if (!part) return;
          const pixels = await createImageBitmap(picture, part.left, part.top, part.width, part.height, { colorSpaceConversion: 'none', premultiplyAlpha: 'none' });
          if (!gone) {
            drawing.renderer.setDetail(pixels, { left: part.left / picture.width, top: part.top / picture.height, width: part.width / picture.width, height: part.height / picture.height });
            drawing.loop.ask();
          }
          pixels.close();
        })
        .catch(() => {
          // The preview stays; the next look closer tries again.
          full.current = null;
        });
    }, RESTS_AFTER_MS);
    return () => {
      gone = true;
      window.clearTimeout(timer);
    };
  }, [drawing, needed, viewport, size, photo, whole]);
  return state;
}

/** Which part of the picture is in the window, in its pixels; null for none. */
function inWindow(viewport: Viewport, photo: Size, size: Size, picture: Size, limit: number) {
  const place = placeOf(viewport, photo, size);
  const scale = place.width / picture.width;
  const left = Math.max(0, Math.floor(-place.left / scale) - AROUND);
  const top = Math.max(0, Math.floor(-place.top / scale) - AROUND);
  const width = Math.min(limit, picture.width - left, Math.ceil(size.width / scale) + 2 * AROUND);
  const height = Math.min(limit, picture.height - top, Math.ceil(size.height / scale) + 2 * AROUND);
  return width > 0 && height > 0 ? { left, top, width, height } : null;
}
