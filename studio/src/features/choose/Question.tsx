import { Button, Typography } from '@mui/material';
import type { Fit, Sample } from '../../api/client';
import { percent } from '../pots/percent';
import type { ChoosingState } from './choosing';

export type Ask = NonNullable<Fit['ask']>;

/** The sample that answers: places in what was asked about. */
export function answerTo(ask: Ask, as: Sample['as']): Sample {
  return { as, shape: 'spots', points: ask.points };
}

interface Props {
  ask: Ask;
  /** What the answer that is pointed at would change. */
  considered: ChoosingState['considered'];
  /** Told which answer is pointed at; null for none any more. */
  onConsider: (as: Sample['as'] | null) => void;
  onAnswer: (as: Sample['as']) => void;
}

const ANSWERS = [['wanted', 'Include'], ['held', 'Protect']] as const;

/** What an answer would do, in words. */
function outcome(ask: Ask, { sample, change }: NonNullable<ChoosingState['considered']>): string {
  if (!change) return sample.as === 'wanted' ? 'This would catch nothing else.' : 'This would release hardly anything.';
  const what = `${change.mostly ? 'mostly ' : ''}${change.name}, ${percent(change.share)} of the photo`;
  if (change.added) return `This would also catch: ${what}.`;
  return sample.as === 'held' && change.name === ask.name ? `This would release: ${what}.` : `This would also release: ${what}.`;
}

/** Something is caught that nobody marked: a part of it, or to be held? It is lit up on the photo meanwhile; so is what an answer would change, while that is pointed at. */
export function Question({ ask, considered, onConsider, onAnswer }: Props) {
  return (
    <>
      <Typography variant="body2" role="status" sx={{ flex: 1, minWidth: 0 }}>
        {considered ? outcome(ask, considered) : `Also selected: ${ask.name}, ${percent(ask.share)} of the photo.`}
      </Typography>
      {ANSWERS.map(([as, label]) => (
        <Button
          key={as}
          variant="outlined"
          onPointerEnter={() => {
            onConsider(as);
          }}
          onPointerLeave={() => {
            onConsider(null);
          }}
          onFocus={() => {
            onConsider(as);
          }}
          onBlur={() => {
            onConsider(null);
          }}
          onClick={() => {
            onAnswer(as);
          }}
        >
          {label}
        </Button>
      ))}
    </>
  );
}
