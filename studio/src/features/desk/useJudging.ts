import { useCallback, useMemo, useState } from 'react';
import type { Look, Move } from '../../model/looks';
import { moveIds } from '../../model/moveTree';
import { panelOf } from '../panels';
import type { GradeSession } from '../../model/gradeSession';
import type { PreviewListener } from '../../model/grading';

/** What is judged alone: a move, a part of one, or a group. */
export interface Judged {
  id: string;
  /** The other moves are left out. */
  solo: boolean;
  /** Title of the only part that is left in; null for all of it. */
  part: string | null;
}

/** A look with only what is judged in it. The grade itself stays as it is. */
export function onlyJudged(look: Look, judged: Judged | null): Look {
  const meant = judged ? moveIds(look, new Set([judged.id])) : null;
  if (!judged || !meant || meant.size === 0) return look;
  return { ...look, moves: look.moves.map((move) => (meant.has(move.id) ? onlyPart(move, judged.part) : judged.solo ? { ...move, on: false } : move)) };
}

function onlyPart(move: Move, title: string | null): Move {
  const parts = (panelOf(move) as { parts?: { title: string; only: (move: Move) => Move }[] }).parts;
  return parts?.find((part) => part.title === title)?.only(move) ?? move;
}

/** Judging a move or a part of one alone, for as long as that move is at hand. */
export function useJudging(session: GradeSession, look: Look | null, selected: string | null) {
  const [asked, setJudged] = useState<Judged | null>(null);
  const judged = asked && asked.id === selected ? asked : null;
  const shown = useMemo(() => (look ? onlyJudged(look, judged) : undefined), [look, judged]);
  const onPreview = useCallback(
    (listener: PreviewListener) =>
      session.onPreview((whole, at) => listener(whole && onlyJudged(whole, judged), at)),
    [session, judged],
  );
  return { judged, setJudged, shown, onPreview };
}
