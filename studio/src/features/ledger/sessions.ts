import { api } from '../../api/client';
import { GradeSession } from '../../model/gradeSession';
import type { Later } from '../../model/grading';
import type { Patch } from '../../model/lookPatch';

const SHELF = 'unkept-of-';
const sessions = new Map<number, GradeSession>();
let say: (message: string) => void = () => undefined;

const later: Later = (ms, run) => {
  const timer = window.setTimeout(run, ms);
  return () => {
    window.clearTimeout(timer);
  };
};

function shelved(photoId: number): Patch[] {
  try {
    return JSON.parse(window.sessionStorage.getItem(`${SHELF}${String(photoId)}`) ?? '[]') as Patch[];
  } catch {
    return [];
  }
}

/** The session of a photo. It outlives the desk: what is under way goes on while another photo is looked at. */
export function sessionOf(photoId: number): GradeSession {
  const known = sessions.get(photoId);
  if (known) return known;
  const session = new GradeSession(
    { load: () => api.grade(photoId), keep: (look, basedOn) => api.keepGrade(photoId, look, basedOn), step: (which, basedOn) => api.step(photoId, which, basedOn), goTo: (number, basedOn) => api.goTo(photoId, number, basedOn) },
    {
      read: () => shelved(photoId),
      write: (edits) => {
        if (edits.length === 0) window.sessionStorage.removeItem(`${SHELF}${String(photoId)}`);
        else window.sessionStorage.setItem(`${SHELF}${String(photoId)}`, JSON.stringify(edits));
      },
    },
    (message) => {
      say(message);
    },
    later,
  );
  sessions.set(photoId, session);
  return session;
}

/** The number of a photo's grade as the user sees it, once everything shown has been kept. */
export async function settledRevision(photo: { id: number; revision: number }): Promise<number> {
  const session = sessions.get(photo.id);
  await session?.settled();
  return session?.state.kept?.revision ?? photo.revision;
}

/** Takes up what was done to a photo elsewhere; tells whether anything was. */
export async function refreshSession(photoId: number): Promise<boolean> {
  return (await sessions.get(photoId)?.refresh()) ?? false;
}

/** Takes up what was done to photos by other ways than their sessions. */
export function refreshSessions(): void {
  for (const session of sessions.values()) void session.refresh();
}

/** Forgets a photo that was removed, so that bringing it back begins anew. */
export function forgetSession(photoId: number): void {
  sessions.delete(photoId);
}

/**
 * Starts what concerns all sessions: takes up edits that a reload interrupted, tries again when the network is back, looks
 * for other windows' changes on coming back to this one, and asks before leaving with changes that are not kept.
 */
export function startSessions(onSay: (message: string) => void): () => void {
  say = onSay;
  for (let i = 0; i < window.sessionStorage.length; i++) {
    const key = window.sessionStorage.key(i);
    if (key?.startsWith(SHELF)) sessionOf(Number(key.slice(SHELF.length)));
  }
  const online = () => {
    for (const session of sessions.values()) session.retry();
  };
  const leaving = (event: BeforeUnloadEvent) => {
    if ([...sessions.values()].some(({ state }) => state.unkept > 0)) event.preventDefault();
  };
  window.addEventListener('online', online);
  window.addEventListener('focus', refreshSessions);
  window.addEventListener('beforeunload', leaving);
  return () => {
    window.removeEventListener('online', online);
    window.removeEventListener('focus', refreshSessions);
    window.removeEventListener('beforeunload', leaving);
  };
}
