import { useSyncExternalStore } from 'react';
import type { GradeSession } from '../../model/gradeSession';
import type { SessionState } from '../../model/grading';
import { sessionOf } from './sessions';

/** The grade of a photo now, and the session that changes it. */
export function useGradeSession(photoId: number): SessionState & { session: GradeSession } {
  const session = sessionOf(photoId);
  const state = useSyncExternalStore(session.subscribe, () => session.state);
  return { ...state, session };
}
