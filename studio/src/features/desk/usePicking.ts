import { useCallback, useState } from 'react';
import { api } from '../../api/client';
import type { Look } from '../../model/looks';
import type { Place } from '../photo/tools';

/** Side of the square that a picked colour is the mean of, in pixels of the preview. */
const PICKED = 11;
const BESIDE = 'That is outside the photo. Click on the photo.';

/** Picking: a panel has asked for a colour of the photo, as it comes to the move at hand. */
export function usePicking(photoId: number, onFailure: (reason: unknown) => void) {
  const [asked, setAsked] = useState<{ what: string; done: (colour: string, at: Place) => void; stays: boolean } | null>(null);
  const pick = useCallback((what: string, done: (colour: string, at: Place) => void, stays = false) => {
    setAsked((now) => (now?.what === what ? null : { what, done, stays }));
  }, []);
  const stop = useCallback(() => {
    setAsked(null);
  }, []);
  const take = (look: Look, move: string | null, [x, y]: Place) => {
    if (!asked) return;
    if (!asked.stays) setAsked(null);
    api
      .probes(photoId, look, [{ x, y, size: PICKED }], { before: move })
      .then(([reading]) => {
        if (reading) asked.done(reading.after.hex, [x, y]);
        else onFailure(BESIDE);
      })
      .catch(onFailure);
  };
  return { picking: asked?.what ?? null, pick, stop, take };
}
