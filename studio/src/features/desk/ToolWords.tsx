import { Button, Typography } from '@mui/material';
import type { ReactNode } from 'react';
import type { Fit } from '../../api/client';
import { WeightShown } from '../area/WeightShown';
import { AreaStrip } from '../area/AreaStrip';
import type { Areas } from '../area/useAreas';
import { ChoosingWords } from '../choose/ChoosingWords';
import type { Choosing, ChoosingState } from '../choose/choosing';
import { answerTo, Question } from '../choose/Question';
import type { Move } from '../../model/looks';
import type { ViewMode } from '../../gl/PhotoRenderer';
import { PullSettings } from '../photo/PullSettings';
import type { Tool } from '../photo/tools';
import type { Judged } from './useJudging';

interface Props {
  tool: Tool;
  view: ViewMode;
  move: Move | undefined;
  /** Why the photo does not show the last change; null when it does. */
  stale: string | null;
  onRetry: () => void;
  picking: string | null;
  onStopPicking: () => void;
  judged: Judged | null;
  onShowAll: () => void;
  choosing: Choosing;
  choosingState: ChoosingState;
  fit: Fit | null;
  /** The photo's colours are not known yet. */
  reading: boolean;
  /** Said while there is nothing else to say; null for nothing. */
  idle: ReactNode;
  pullBar: Parameters<typeof PullSettings>[0];
  areas: Areas;
}

/** What the strip says: what the tool at hand is waiting for, or what is shown. */
export function ToolWords({ tool, view, move, stale, onRetry, picking, onStopPicking, judged, onShowAll, choosing, choosingState, fit, reading, idle, pullBar, areas }: Props) {
  if (stale !== null) {
    return (
      <>
        <Typography variant="body2" role="alert">
          The photo does not show the last change. {stale}
        </Typography>
        <Button onClick={onRetry}>Try again</Button>
      </>
    );
  }
  if (picking !== null) {
    return (
      <>
        <Typography variant="body2">Click {picking} on the photo.</Typography>
        <Button onClick={onStopPicking}>Cancel</Button>
      </>
    );
  }
  if (judged) {
    return (
      <>
        <Typography variant="body2">{judged.part === null ? 'Only this move is shown.' : `Only the ${judged.part.toLowerCase()} of this move is shown.`}</Typography>
        <Button onClick={onShowAll}>Show everything</Button>
      </>
    );
  }
  if (tool === 'choose' || tool === 'hold') {
    const anew = move !== undefined && choosingState.anew === move.id;
    return (
      <ChoosingWords
        fit={fit}
        busy={choosingState.busy > 0}
        reading={reading}
        hint={
          anew
            ? 'The next stroke replaces what this move reaches.'
            : tool === 'hold'
              ? 'Click or drag over what must not change.'
              : move
                ? move.reach?.invert
                  ? 'This move is inverted: click or drag over what it should leave alone.'
                  : move.reach?.learned
                    ? 'Drag over more of it, or turn the wheel: tighter or broader. Ctrl + wheel zooms.'
                    : 'Click or drag over the colours this move should change.'
                : 'Click or drag over a colour to start a move.'
        }
        canStartOver={move?.reach != null}
        startsOver={anew}
        onStartOver={() => {
          if (move) choosing.startOver(move.id);
        }}
        fresh={choosingState.fresh && tool === 'choose'}
        onFresh={choosing.setFresh}
        onDismiss={choosing.dismiss}
        question={
          fit?.ask &&
          choosingState.busy === 0 && (
            <Question
              ask={fit.ask}
              considered={choosingState.considered}
              onConsider={(as) => {
                if (fit.ask && move) void choosing.consider(as && answerTo(fit.ask, as), move.id);
              }}
              onAnswer={(as) => {
                if (fit.ask && move) void choosing.stroke(answerTo(fit.ask, as), move.id);
              }}
            />
          )
        }
      />
    );
  }
  if (tool === 'pull') return <PullSettings {...pullBar} />;
  const weighed = view === 'reached' || view === 'matte';
  const limited = (areas.area !== null || (move?.soften ?? 0) > 0) && weighed;
  if (tool === 'area') return <AreaStrip areas={areas} move={move} weighed={limited} />;
  if (tool === 'look' && limited) return <WeightShown areas={areas} />;
  if (view === 'clipped' && tool === 'look') {
    return (
      <>
        <Typography variant="body2">Bright: clipped at 255. Dim: clipped at 0. Hold B to see the original.</Typography>
      </>
    );
  }
  return idle;
}
