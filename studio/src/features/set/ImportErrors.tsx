import { Box, Button, Paper, Popper, Typography } from '@mui/material';
import type { ImportState } from './useImport';

/** Files that could not be imported, each with all that is to be said of it, in one list above the strip of photos; closed at once. */
export function ImportErrors({ photos, anchor }: { photos: ImportState; anchor: HTMLElement | null }) {
  const { failed } = photos;
  return (
    <Popper role={undefined} open={failed.length > 0 && anchor !== null} anchorEl={anchor} placement="top-start" modifiers={[{ name: 'offset', options: { offset: [0, 8] } }]} style={{ zIndex: 1150 }}>
      <Paper role="region" aria-label="Files that were not imported" elevation={8} sx={{ width: 440, maxWidth: '60vw', p: 1.25 }}>
        <Box sx={{ display: 'flex', alignItems: 'center', mb: 0.5 }}>
          <Typography variant="subtitle2" component="h2" sx={{ flex: 1 }}>
            {failed.length === 1 ? 'One file was not imported' : `${String(failed.length)} files were not imported`}
          </Typography>
          <Button onClick={photos.closeErrors}>Close</Button>
        </Box>
        <Box component="ul" role="alert" sx={{ m: 0, pl: 2, maxHeight: '40vh', overflowY: 'auto' }} tabIndex={0} data-inset>
          {failed.map(({ key, name, error }) => (
            <Typography key={key} component="li" variant="body2" sx={{ py: 0.25 }}>
              {error?.includes(name) ? error : `${name}: ${String(error)}`}
            </Typography>
          ))}
        </Box>
      </Paper>
    </Popper>
  );
}
