import { Box, Button, CircularProgress, Typography } from '@mui/material';
import { useQuery } from '@tanstack/react-query';
import { useCallback, useEffect } from 'react';
import { api } from './api/client';
import { listenForAbandoning } from './ui/drag/activeDrag';
import { goTo } from './ui/place/useOpened';
import { startSessions } from './features/ledger/sessions';
import { messages } from './features/shell/messages';
import { LastPlace } from './features/shell/route';
import { useRoute } from './features/shell/useRoute';
import { Welcome } from './features/shell/Welcome';
import { Workspace } from './features/shell/Workspace';

export function App() {
  const [route, go] = useRoute();
  const sets = useQuery({ queryKey: ['sets'], queryFn: api.sets });
  useEffect(() => startSessions(messages.say), []);
  useEffect(listenForAbandoning, []);

  const begin = sets.data ? new LastPlace(window.localStorage).among(sets.data) : null;
  useEffect(() => {
    if (route.setId === null && begin !== null) goTo(begin, true);
  }, [route.setId, begin]);

  const openSet = useCallback(
    (setId: number | null) => {
      go({ setId, photoId: null });
    },
    [go],
  );

  if (route.setId !== null) return <Workspace key={route.setId} setId={route.setId} photoId={route.photoId} sheet={route.sheet ?? false} go={go} onOpenSet={openSet} onFailure={messages.fail} onSay={messages.say} />;
  if (sets.data && begin === null) return <Welcome onOpen={openSet} onFailure={messages.fail} />;
  return (
    <Box sx={{ height: '100%', display: 'grid', placeItems: 'center' }}>
      {sets.isError ? (
        <Box sx={{ textAlign: 'center', maxWidth: 460 }}>
          <Typography sx={{ mb: 1.5 }}>{sets.error.message}</Typography>
          <Button variant="outlined" onClick={() => { void sets.refetch(); }}>
            Try again
          </Button>
        </Box>
      ) : (
        <CircularProgress size={28} aria-label="Loading" />
      )}
    </Box>
  );
}
