import { Box, Popover, Typography } from '@mui/material';
import type { Photo } from '../../api/client';
import { greys } from '../../theme';
import { facts } from './facts';

/** What the photo's file said, and what was made of it. */
export function AboutPhoto({ photo, anchor, onClose }: { photo: Photo; anchor: HTMLElement | null; onClose: () => void }) {
  return (
      <Popover open={anchor !== null} anchorEl={anchor} onClose={onClose} anchorOrigin={{ vertical: 'bottom', horizontal: 'left' }} slotProps={{ paper: { role: 'dialog', 'aria-label': `About ${photo.name}`, sx: { p: 2, maxWidth: 360 } } }}>
        <Typography variant="body2" component="h2" sx={{ fontWeight: 600, mb: 1, overflowWrap: 'anywhere' }}>
          {photo.name}
        </Typography>
        <Box component="dl" sx={{ display: 'grid', gridTemplateColumns: 'auto 1fr', columnGap: 2, rowGap: 0.5, m: 0 }}>
          {facts(photo).map(({ name, value }) => (
            <Box key={name} sx={{ display: 'contents' }}>
              <Typography variant="caption" component="dt">
                {name}
              </Typography>
              <Typography variant="caption" component="dd" sx={{ m: 0, color: greys.text, overflowWrap: 'anywhere' }}>
                {value}
              </Typography>
            </Box>
          ))}
        </Box>
        {photo.notes.map((note) => (
          <Typography key={note} variant="caption" component="p" sx={{ m: 0, mt: 1 }}>
            {note}
          </Typography>
        ))}
      </Popover>
  );
}
