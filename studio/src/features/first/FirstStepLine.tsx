import CloseIcon from '@mui/icons-material/Close';
import { Button, IconButton, Typography } from '@mui/material';

/** What to do first on a photo to which nothing has been done yet. */
export function FirstStepLine({ onChoose, onAway }: { onChoose: () => void; onAway: () => void }) {
  return (
    <>
      <Typography variant="body2" role="status" sx={{ minWidth: 0 }}>
        To begin, draw over a colour you want to change, or click it on the left.
      </Typography>
      <Button variant="outlined" onClick={onChoose}>
        Choose a colour
      </Button>
      <IconButton aria-label="Close this hint" onClick={onAway} sx={{ p: 0.25 }}>
        <CloseIcon sx={{ fontSize: 15 }} />
      </IconButton>
    </>
  );
}
