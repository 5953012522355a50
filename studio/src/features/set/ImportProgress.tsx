import CloseIcon from '@mui/icons-material/Close';
import { Box, Button, IconButton, LinearProgress, Typography } from '@mui/material';
import { greys } from '../../theme';
import type { ImportState } from './useImport';

/** How far importing is: the file under way, and how many are still to come. Of one width whatever it says. */
export function ImportProgress({ photos }: { photos: ImportState }) {
  const [now, ...waiting] = photos.underWay;
  if (!now) return null;
  const sent = now.share < 1;
  return (
    <Box role="status" sx={{ flex: 'none', width: 190, bgcolor: greys.raised, borderRadius: 0.5, px: 0.75, py: 0.25, display: 'flex', alignItems: 'center', gap: 0.5 }}>
      <Box sx={{ flex: 1, minWidth: 0 }}>
        <Typography variant="caption" noWrap component="div" title={now.name} sx={{ color: greys.text, lineHeight: 1.2 }}>
          {now.name}
        </Typography>
        <LinearProgress variant={sent ? 'determinate' : 'indeterminate'} value={now.share * 100} aria-label={`Importing ${now.name}`} sx={{ my: 0.25 }} />
        <Typography variant="caption" noWrap component="div" sx={{ lineHeight: 1, fontSize: '0.68rem' }}>
          {sent ? `sending ${String(Math.round(now.share * 100))} %` : 'reading'}
          {waiting.length > 0 && ` · ${String(waiting.length)} more`}
        </Typography>
      </Box>
      {waiting.length > 0 && (
        <Button onClick={photos.stopAll} sx={{ minWidth: 0, px: 0.5, py: 0, fontSize: '0.7rem', whiteSpace: 'nowrap' }}>
          Stop all
        </Button>
      )}
      <IconButton aria-label={`Stop importing ${now.name}`} sx={{ p: 0.25 }} onClick={() => { photos.stop(now.key); }}>
        <CloseIcon sx={{ fontSize: 16 }} />
      </IconButton>
    </Box>
  );
}
