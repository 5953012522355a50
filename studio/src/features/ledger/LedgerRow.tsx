import { Box, Typography } from '@mui/material';
import type { MoveSummary } from '../../api/client';
import { WorseLine } from '../checks/WorseLine';
import type { Finding } from '../../model/findings';
import { SwatchPair } from '../../ui/controls/SwatchPair';
import { moveWords } from '../panels';
import { greys } from '../../theme';
import { amountOf, isOn, kindTitle, plain, type Move } from '../../model/looks';
import { areaWords } from '../area/shapes';
import { LedgerLine, type LineActions, type LineState } from './LedgerLine';
import { reachWords } from './ReachEditor';

interface Props extends LineState, LineActions {
  move: Move;
  number: number;
  summary: MoveSummary | undefined;
  worse: Finding | null;
  onChecks: (finding: Finding) => void;
}

/** One move of the grade, in plain words. */
export function LedgerRow({ move, number, summary, worse, onChecks, ...line }: Props) {
  const { selected, lit } = line;
  const on = isOn(move);
  const amount = amountOf(move);
  const details = [moveWords(move), move.reach ? `on ${reachWords(move.reach)}` : '', move.area ? `in ${areaWords(move.area)}` : '', (move.soften ?? 0) > 0 ? 'softened' : '', amount < 100 ? `at ${plain(amount)} %` : ''].filter((part) => part !== '').join(' · ');
  return (
    <LedgerLine
      {...line}
      of="move"
      what={`Move ${String(number)}`}
      name={move.label ? move.label : kindTitle(move.kind)}
      details={details}
      on={on}
      place={number}
      before={
        <Typography variant="caption" component="span" sx={{ width: 14, textAlign: 'right', flex: 'none', color: selected ? greys.text : greys.quiet }}>
          {number}
        </Typography>
      }
      swatch={<SwatchPair before={summary?.before} after={summary?.after} />}
      below={
        // Of the move at hand always of one height, so that nothing below moves while its values are changed.
        <Box sx={{ gridColumn: '1 / -1', pl: '20px', pr: 0.5, fontSize: '0.72rem', lineHeight: 1.25, ...(selected ? { height: '2.5em', overflow: 'hidden' } : {}) }}>
          {worse ? (
            <WorseLine finding={worse} onChecks={onChecks} />
          ) : (
            <Typography variant="caption" component="div" title={details} sx={{ fontSize: 'inherit', lineHeight: 'inherit', pointerEvents: 'none', color: selected ? greys.text : greys.quiet, overflowWrap: 'anywhere', ...(selected ? { display: '-webkit-box', WebkitLineClamp: 2, WebkitBoxOrient: 'vertical', overflow: 'hidden' } : {}) }}>
              {details}
              {on ? (lit ? '' : ' · its group is off') : ' · off'}
            </Typography>
          )}
        </Box>
      }
    />
  );
}
