import CloseIcon from '@mui/icons-material/Close';
import { Box, IconButton, LinearProgress, Typography } from '@mui/material';
import { greys } from '../../theme';
import type { Incoming } from './bringing';

/** A file on its way into the set, or why it could not come. */
export function IncomingFile({ file, onStop }: { file: Incoming; onStop: (key: number) => void }) {
  return (
    <Box sx={{ flex: 'none', width: file.error === null ? 110 : 260, bgcolor: greys.raised, borderRadius: 0.5, p: 0.75, position: 'relative', overflow: 'hidden', py: 0.25 }} role="status">
      {file.error === null ? (
        <>
          <Typography variant="caption" noWrap component="div" sx={{ pr: 2, color: greys.text, lineHeight: 1.2 }}>
            {file.name}
          </Typography>
          <LinearProgress variant={file.share < 1 ? 'determinate' : 'indeterminate'} value={file.share * 100} sx={{ my: 0.25 }} />
          <Typography variant="caption" component="div" sx={{ lineHeight: 1 }}>
            {file.share < 1 ? `sending ${String(Math.round(file.share * 100))} %` : 'decoding'}
          </Typography>
        </>
      ) : (
        <Typography variant="caption" component="div" sx={{ lineHeight: 1.15, whiteSpace: 'normal', maxHeight: 30, overflowY: 'auto', pr: 2 }}>
          {file.error}
        </Typography>
      )}
      <IconButton
        aria-label={file.error === null ? `Stop importing ${file.name}` : `Dismiss the message about ${file.name}`}
        sx={{ position: 'absolute', right: 0, top: 0, p: 0.25 }}
        onClick={() => {
          onStop(file.key);
        }}
      >
        <CloseIcon sx={{ fontSize: 16 }} />
      </IconButton>
    </Box>
  );
}
