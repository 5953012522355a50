import UnfoldIcon from '@mui/icons-material/FullscreenExitOutlined';
import FoldIcon from '@mui/icons-material/FullscreenOutlined';
import { Button, IconButton, Tooltip } from '@mui/material';

interface Props {
  zoom: number;
  onToggleZoom: () => void;
  folded: boolean;
  onFold: () => void;
}

/** How large the photo is shown, at the right end of the strip above it. */
export function PhotoSize({ zoom, onToggleZoom, folded, onFold }: Props) {
  const percent = `${String(Math.round(zoom * 100))} %`;
  const fold = folded ? 'Show the panels (F)' : 'Hide the panels (F)';
  return (
    <>
      <Tooltip title="Fit to window ↔ 100 % (Z)">
        <Button onClick={onToggleZoom} sx={{ minWidth: 56, py: 0, fontVariantNumeric: 'tabular-nums' }} aria-label={`Zoom: ${percent}`}>
          {percent}
        </Button>
      </Tooltip>
      <Tooltip title={fold}>
        <IconButton aria-label={fold} onClick={onFold} sx={{ p: 0.5 }}>
          {folded ? <UnfoldIcon fontSize="small" /> : <FoldIcon fontSize="small" />}
        </IconButton>
      </Tooltip>
    </>
  );
}
