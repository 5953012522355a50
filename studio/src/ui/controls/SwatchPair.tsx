import { Box } from '@mui/material';

/** A colour before → after a move. Empty when there is nothing to tell. */
export function SwatchPair({ before, after }: { before: string | null | undefined; after: string | null | undefined }) {
  return (
    <Box
      role="img"
      aria-label={before && after ? `${before} becomes ${after}` : 'no change yet'}
      sx={{ display: 'flex', width: 40, height: 22, borderRadius: 0.5, overflow: 'hidden', flex: 'none', border: '1px solid #222' }}
    >
      <Box sx={{ flex: 1, bgcolor: before ?? '#555' }} />
      <Box sx={{ flex: 1, bgcolor: after ?? '#555' }} />
    </Box>
  );
}
