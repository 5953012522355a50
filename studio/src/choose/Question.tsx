import { Button, Typography } from '@mui/material';
import type { Fit, Sample } from '../api/client';
import { percent } from '../pots/percent';

export type Ask = NonNullable<Fit['ask']>;

/** The sample that answers: places in what was asked about. */
export function answerTo(ask: Ask, as: Sample['as']): Sample {
  return { as, shape: 'spots', points: ask.points };
}

interface Props {
  ask: Ask;
  onAnswer: (as: Sample['as']) => void;
}

/** Something is caught that nobody marked: a part of it, or to be held? It is lit up on the photo meanwhile. */
export function Question({ ask, onAnswer }: Props) {
  return (
    <>
      <Typography variant="body2" role="status" sx={{ flex: 1, minWidth: 0 }}>
        Also caught: {ask.name}, {percent(ask.share)} of the photo. Part of it, or hold it?
      </Typography>
      <Button
        variant="outlined"
        onClick={() => {
          onAnswer('wanted');
        }}
      >
        Part of it
      </Button>
      <Button
        variant="outlined"
        onClick={() => {
          onAnswer('held');
        }}
      >
        Hold it
      </Button>
    </>
  );
}
