import CloseIcon from '@mui/icons-material/Close';
import { Box, Button, IconButton, LinearProgress, Typography } from '@mui/material';
import type { ReactNode } from 'react';

interface Props {
  /** What kind of work it is, for those who do not see it. */
  label: string;
  /** What the bar measures. */
  name: string;
  text: string;
  /** Share done; null where nothing is under way. */
  share: number | null;
  actions: { title: string; run: () => void }[];
  /** Takes the line away; missing while it has to stay. */
  onClose?: (() => void) | undefined;
  children?: ReactNode;
}

/** In the line at the foot: how far long work is, what came of it, and what can be done about it. */
export function WorkLine({ label, name, text, share, actions, onClose, children }: Props) {
  return (
    <Box role="status" aria-label={label} sx={{ flex: '0 1 auto', minWidth: 0, maxWidth: 620, display: 'flex', alignItems: 'center', gap: 0.25, bgcolor: '#4a4a4a', borderRadius: 1, pl: 1, my: 0.5, mr: 0.5 }}>
      <Box sx={{ minWidth: 60 }}>
        <Typography variant="caption" component="div" title={text} sx={{ color: '#f2f2f2', lineHeight: 1.2, maxHeight: 30, overflow: 'hidden' }}>
          {text}
        </Typography>
        {share !== null && <LinearProgress variant="determinate" value={share * 100} aria-label={name} sx={{ mt: '3px', minWidth: 140 }} />}
      </Box>
      {actions.map(({ title, run }) => (
        <Button key={title} onClick={run} sx={{ flex: 'none', minWidth: 0, px: 0.75, py: 0, whiteSpace: 'nowrap' }}>
          {title}
        </Button>
      ))}
      {onClose && (
        <IconButton aria-label="Close this message" onClick={onClose} sx={{ p: 0.5 }}>
          <CloseIcon sx={{ fontSize: 16 }} />
        </IconButton>
      )}
      {children}
    </Box>
  );
}
