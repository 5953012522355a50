import { Box, Button, CircularProgress, Typography } from '@mui/material';
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useEffect, useRef } from 'react';
import { api, type Photo, type Preset } from '../../api/client';
import { AddMovePanel } from '../gallery/AddMovePanel';
import { LooksPanel } from '../gallery/LooksPanel';
import { Ledger } from '../ledger/Ledger';
import type { Finding } from '../../model/findings';
import { added, begunWith } from '../../model/ledgerEdits';
import { GroupControls } from '../ledger/GroupControls';
import { MoveControls } from '../ledger/MoveControls';
import { useOpened } from '../../ui/place/useOpened';
import { withField, withMove, type Look, type Move, type MoveKind } from '../../model/looks';
import type { Group } from '../../model/moveTree';
import { panelOfKind } from '../panels';
import type { Surroundings } from '../panels/panel';
import type { GradeSession } from '../../model/gradeSession';
import type { Say } from '../shell/say';
import type { SessionState } from '../../model/grading';
import type { Judged } from './useJudging';

interface Props {
  photo: Photo;
  grading: SessionState;
  session: GradeSession;
  move: Move | undefined;
  /** The group at hand, where there is no move at hand. */
  group: Group | undefined;
  onSelect: (id: string) => void;
  /** Changes a move: what differs from the one given. */
  onMove: (given: Move, next: Move, keep: boolean) => void;
  judged: Judged | null;
  onJudge: (judged: Judged | null) => void;
  aspect: string | null;
  onAspect: (aspect: string) => void;
  surroundings: Surroundings;
  /** What the last change made clearly worse. */
  worse: Finding | null;
  onChecks: (finding: Finding) => void;
  onPointPot: (pot: number | null) => void;
  onSay: Say;
  onFailure: (reason: unknown) => void;
}

/** On the right: the grade, move by move, and the controls of the one at hand; or, for a while, what can be added to it. */
export function MovesPanel({ photo, grading, session, move, group, onSelect, onMove, judged, onJudge, aspect, onAspect, surroundings, worse, onChecks, onPointPot, onSay, onFailure }: Props) {
  const [side, setSide] = useOpened('side');
  const cameFrom = usePrevious(side);
  const kept = grading.kept?.look;
  const summary = useQuery({
    queryKey: ['summary', photo.id, JSON.stringify(kept)],
    queryFn: () => (kept ? api.summary(photo.id, kept) : Promise.resolve([])),
    enabled: kept !== undefined && kept.moves.length > 0,
    placeholderData: keepPreviousData,
  }).data;
  const { look } = grading;
  if (!look) return <Waiting grading={grading} onRetry={session.retry} />;
  const back = () => {
    setSide(null);
  };
  const put = ({ edit, id }: { edit: (look: Look) => Look; id: string | null }) => {
    session.edit(edit);
    if (id !== null) onSelect(id);
    back();
  };
  const begin = (kind: MoveKind) => {
    const made = added(look, move?.id ?? null, kind);
    const { begin: beginning, beginOn } = panelOfKind(kind);
    const params = beginning?.(photo.id);
    // Made of the move at hand, on what that reaches.
    const colour = made.id === move?.id ? surroundings.readings?.reachedColour : null;
    if (!params && beginOn && colour) put({ id: made.id, edit: (newest) => withMove(made.edit(newest), made.id, (one) => withField(one, { params: { ...one.params, ...beginOn(colour) } } as Partial<Move>)) });
    else if (!params) put(made);
    else {
      params.then((begun) => {
        put({ id: made.id, edit: (newest) => withMove(made.edit(newest), made.id, (one) => withField(one, { params: begun })) });
      }, onFailure);
    }
  };
  if (side === 'add') return <AddMovePanel photo={photo} source={surroundings.source} look={look} onBack={back} onKind={begin} />;
  if (side === 'looks') {
    return (
      <LooksPanel
        photo={photo}
        look={look}
        onSay={onSay}
        onFailure={onFailure}
        onBack={back}
        onTake={(preset: Preset) => { put(begunWith(preset.look)); }}
        onTry={(preset) => {
          session.preview(preset && begunWith(preset.look).edit);
        }}
      />
    );
  }
  return (
    <>
      <Box sx={{ maxHeight: '40%', display: 'flex', flexDirection: 'column', flex: 'none' }}>
        <Ledger
          look={look}
          selected={group?.id ?? move?.id ?? null}
          summary={summary ?? []}
          worse={worse}
          onChecks={onChecks}
          onSelect={onSelect}
          onSay={onSay}
          onEdit={session.edit}
          solo={judged?.solo ? judged.id : null}
          onSolo={(id) => {
            onJudge(id === null ? null : { id, solo: true, part: null });
          }}
          cameFrom={cameFrom === 'add' ? 'move' : cameFrom === 'looks' ? 'look' : null}
          onAdd={() => {
            setSide('add');
          }}
          onLooks={() => {
            setSide('looks');
          }}
        />
      </Box>
      {group && <GroupControls key={group.id} group={group} onEdit={session.edit} onPreview={session.preview} />}
      {move && (
        <MoveControls
          key={`${move.id} ${move.kind}`}
          move={move}
          {...surroundings}
          aspect={aspect}
          onAspect={onAspect}
          part={judged?.part ?? null}
          onPart={(part) => {
            onJudge(part === null && !judged?.solo ? null : { id: move.id, solo: judged?.solo ?? false, part });
          }}
          onChange={(next, keep) => {
            onMove(move, next, keep);
          }}
          onPointPot={onPointPot}
        />
      )}
    </>
  );
}

/** What something was when it was last drawn. */
function usePrevious(value: string | null): string | null {
  const last = useRef(value);
  useEffect(() => {
    last.current = value;
  }, [value]);
  return last.current;
}

function Waiting({ grading, onRetry }: { grading: SessionState; onRetry: () => void }) {
  return (
    <Box sx={{ p: 2, textAlign: 'center' }}>
      {grading.phase === 'failed' ? (
        <>
          <Typography variant="body2" sx={{ mb: 1 }}>
            {grading.failure}
          </Typography>
          <Button variant="outlined" onClick={onRetry}>
            Try again
          </Button>
        </>
      ) : (
        <CircularProgress size={22} aria-label="Loading the grade" />
      )}
    </Box>
  );
}
