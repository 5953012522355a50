import CloseIcon from '@mui/icons-material/Close';
import { Box, Button, IconButton, Typography } from '@mui/material';
import { useSyncExternalStore } from 'react';
import { greys } from '../../theme';
import { messages } from './messages';

/** Where messages stand: in the line at the foot, so that they never cover what is being worked on. */
export function MessageLine() {
  const message = useSyncExternalStore(messages.subscribe, () => messages.current);
  return (
    <Box role="alert" sx={{ flex: '0 1 auto', minWidth: 0, maxWidth: 560, display: 'flex', alignItems: 'center' }} onMouseEnter={() => { messages.stay(true); }} onMouseLeave={() => { messages.stay(false); }} onFocus={() => { messages.stay(true); }} onBlur={() => { messages.stay(false); }}>
      {message && (
        <Box sx={{ display: 'flex', alignItems: 'center', gap: 0.5, minWidth: 0, bgcolor: '#ececec', borderRadius: 1, pl: 1, my: 0.5 }}>
          <Typography variant="caption" title={message.text} sx={{ color: '#1e1e1e', lineHeight: 1.2, maxHeight: 30, overflow: 'hidden', overflowWrap: 'anywhere' }}>
            {message.text}
          </Typography>
          {message.action && (
            <Button onClick={messages.act} sx={{ flex: 'none', minWidth: 0, py: 0, color: '#1e1e1e', textDecoration: 'underline', whiteSpace: 'nowrap' }}>
              {message.action.title}
            </Button>
          )}
          <IconButton aria-label="Close this message" onClick={messages.close} sx={{ p: 0.5, color: greys.panel }}>
            <CloseIcon sx={{ fontSize: 16 }} />
          </IconButton>
        </Box>
      )}
    </Box>
  );
}
