import { useQueryClient } from '@tanstack/react-query';
import { useEffect, useRef } from 'react';
import type { Job, Photo, PhotoSet } from '../../api/client';
import { here } from '../../api/here';
import { refreshSession, refreshSessions } from '../ledger/sessions';
import type { Say } from '../shell/say';
import { Throttle, withJob, type Change } from './changes';
import { listen } from './listen';

/** Sets may be large, and photos come in by the hundred. */
const SOON_MS = 150;
const APART_MS = 1500;

/** Takes up what other windows, colleagues and the server itself have changed, as it happens. */
export function useLive(photoId: number | null, onSay: Say): void {
  const queries = useQueryClient();
  const now = useRef({ photoId, onSay });
  useEffect(() => {
    now.current = { photoId, onSay };
  });
  useEffect(() => {
    const sets = new Throttle(() => { void Promise.all([queries.invalidateQueries({ queryKey: ['set'] }), queries.invalidateQueries({ queryKey: ['sets'] })]); }, SOON_MS, APART_MS);
    const ofPhoto = (set: number, id: number, change: Partial<Photo>) => {
      queries.setQueryData<PhotoSet>(['set', set], (known) => known && { ...known, photos: known.photos.map((photo) => (photo.id === id ? { ...photo, ...change } : photo)) });
    };
    const take = async (change: Change) => {
      switch (change.what) {
        case 'grade': {
          ofPhoto(change.set, change.photo, { revision: change.revision, graded: change.graded });
          if (change.window === here.window) return;
          const changed = await refreshSession(change.photo);
          if (changed && change.photo === now.current.photoId) now.current.onSay(`${change.by === '' ? 'Another window' : change.by} changed this photo.`);
          return;
        }
        case 'drawn':
          ofPhoto(change.set, change.photo, { drawn: change.drawn, troubles: change.troubles });
          return;
        case 'job':
          queries.setQueryData<Job[]>(['jobs'], (jobs) => withJob(jobs, change.of));
          // What there is to say of single photos is asked for once it is done.
          if (change.of.waiting === 0) await queries.invalidateQueries({ queryKey: ['jobs'] });
          return;
        case 'versions':
          await queries.invalidateQueries({ queryKey: ['versions', change.photo] });
          return;
        case 'looks':
          await queries.invalidateQueries({ queryKey: ['own looks'] });
          return;
        case 'presets':
          await queries.invalidateQueries({ queryKey: ['delivery presets'] });
          return;
        case 'imports':
          await queries.invalidateQueries({ queryKey: ['set imports'] });
          return;
        default:
          sets.ask();
      }
    };
    const stop = listen({
      onChanges: (changes) => {
        for (const change of changes) void take(change);
      },
      onAgain: () => {
        refreshSessions();
        sets.ask();
        void queries.invalidateQueries({ queryKey: ['jobs'] });
      },
    });
    return () => {
      stop();
      sets.stop();
    };
  }, [queries]);
}
