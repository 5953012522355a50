import UnfoldIcon from '@mui/icons-material/FullscreenExitOutlined';
import FoldIcon from '@mui/icons-material/FullscreenOutlined';
import { IconButton, Tooltip } from '@mui/material';

/** Gives the photo the window, at the right end of the strip above it. */
export function FoldPanels({ folded, onFold }: { folded: boolean; onFold: () => void }) {
  const title = folded ? 'Show the panels (F)' : 'Hide the panels (F)';
  return (
    <Tooltip title={title}>
      <IconButton aria-label={title} onClick={onFold} sx={{ p: 0.5 }}>
        {folded ? <UnfoldIcon fontSize="small" /> : <FoldIcon fontSize="small" />}
      </IconButton>
    </Tooltip>
  );
}
