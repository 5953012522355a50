import { Box, Button, CircularProgress, Snackbar, Typography } from '@mui/material';
import { useQuery } from '@tanstack/react-query';
import { useCallback, useEffect, useState } from 'react';
import { api } from './api/client';
import { listenForAbandoning } from './ui/drag/activeDrag';
import { startSessions } from './features/ledger/sessions';
import type { Say } from './features/shell/say';
import { SetMenu } from './features/shell/SetMenu';
import { useRoute } from './features/shell/useRoute';
import { Workspace } from './features/shell/Workspace';

export function App() {
  const [route, go] = useRoute();
  const [message, setMessage] = useState<{ text: string; action?: Parameters<Say>[1] } | null>(null);
  const sets = useQuery({ queryKey: ['sets'], queryFn: api.sets });
  const onFailure = useCallback((reason: unknown) => {
    setMessage({ text: reason instanceof Error ? reason.message : String(reason) });
  }, []);
  const onSay = useCallback<Say>((text, action) => {
    setMessage({ text, action });
  }, []);
  useEffect(() => startSessions(onSay), [onSay]);
  useEffect(listenForAbandoning, []);

  const first = sets.data?.[0]?.id ?? null;
  useEffect(() => {
    if (route.setId === null && first !== null) go({ setId: first, photoId: null }, true);
  }, [route.setId, first, go]);

  const openSet = useCallback(
    (setId: number | null) => {
      go({ setId, photoId: null });
    },
    [go],
  );

  return (
    <>
      {route.setId !== null ? (
        <Workspace key={route.setId} setId={route.setId} photoId={route.photoId} sheet={route.sheet ?? false} go={go} onOpenSet={openSet} onFailure={onFailure} onSay={onSay} />
      ) : (
        <Box sx={{ height: '100%', display: 'grid', placeItems: 'center' }}>
          {sets.isError ? (
            <Box sx={{ textAlign: 'center', maxWidth: 460 }}>
              <Typography sx={{ mb: 1.5 }}>{sets.error.message}</Typography>
              <Button variant="outlined" onClick={() => { void sets.refetch(); }}>
                Try again
              </Button>
            </Box>
          ) : sets.isPending || first !== null ? (
            <CircularProgress size={28} aria-label="Loading" />
          ) : (
            <Box sx={{ textAlign: 'center', maxWidth: 420 }}>
              <Typography variant="h6" component="h1">Tovrin</Typography>
              <Typography sx={{ mb: 1.5 }}>A set holds photos that are worked on together. Begin with one.</Typography>
              <SetMenu current={null} onOpen={openSet} onFailure={onFailure} onSay={onSay} />
            </Box>
          )}
        </Box>
      )}
      <Snackbar
        open={message !== null}
        message={message?.text}
        action={
          message?.action && (
            <Button
              onClick={() => {
                message.action?.run();
                setMessage(null);
              }}
            >
              {message.action.title}
            </Button>
          )
        }
        autoHideDuration={9000}
        anchorOrigin={{ vertical: 'bottom', horizontal: 'left' }}
        onClose={(_, why) => {
          if (why !== 'clickaway') setMessage(null);
        }}
      />
    </>
  );
}
