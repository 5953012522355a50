import CloseIcon from '@mui/icons-material/Close';
import { Button, CircularProgress, IconButton, Typography } from '@mui/material';
import type { ReactNode } from 'react';
import type { Fit } from '../../api/client';

interface Props {
  fit: Fit | null;
  busy: boolean;
  /** The photo's colours are not known yet. */
  reading: boolean;
  /** What to do next, while there is no fit to speak of. */
  hint: string;
  canStartOver: boolean;
  /** The next stroke will replace the reach. */
  startsOver: boolean;
  onStartOver: () => void;
  fresh: boolean;
  onFresh: (fresh: boolean) => void;
  onDismiss: () => void;
  /** What the question is about the last stroke, in the place of words. */
  question?: ReactNode;
}

const READING = 'This photo is still being read. What you mark shows as soon as that is done.';

/** How the last stroke did, in words, and where to go from there. */
export function ChoosingWords({ fit, busy, reading, hint, canStartOver, startsOver, onStartOver, fresh, onFresh, onDismiss, question }: Props) {
  return (
    <>
      {busy && <CircularProgress size={14} aria-label="Working" />}
      {(!fresh && question) || (
        <Typography variant="body2" role="status" sx={{ flex: 1, minWidth: 0 }}>
          {reading ? READING : fresh ? 'Click or drag over a colour to start a new move.' : fit ? fit.words.join(' ') : hint}
        </Typography>
      )}
      {fit && !question && (
        <IconButton aria-label="Dismiss" onClick={onDismiss} sx={{ p: 0.25 }}>
          <CloseIcon sx={{ fontSize: 15 }} />
        </IconButton>
      )}
      <Button
        onClick={() => {
          onFresh(!fresh);
        }}
      >
        {fresh ? 'Add to this move' : 'New move'}
      </Button>
      <Button disabled={!canStartOver} onClick={onStartOver}>
        {startsOver ? 'Keep what is chosen' : 'Start over'}
      </Button>
    </>
  );
}
