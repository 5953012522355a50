import { Box, Button, CircularProgress, Typography } from '@mui/material';
import { visuallyHidden } from '@mui/utils';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useCallback, useEffect, useState } from 'react';
import { api, type Photo } from '../api/client';
import { Deliver } from '../deliver/Deliver';
import { PhotoDesk } from '../desk/PhotoDesk';
import { forgetSession } from '../session/sessions';
import { Filmstrip } from '../set/Filmstrip';
import { useBringIn } from '../set/useBringIn';
import { greys } from '../theme';
import type { Say } from './say';
import { SetMenu } from './SetMenu';
import type { Route } from './useRoute';

interface Props {
  setId: number;
  photoId: number | null;
  go: (route: Route, replace?: boolean) => void;
  onOpenSet: (setId: number | null) => void;
  onFailure: (reason: unknown) => void;
  onSay: Say;
}

/** One set on the screen: its photos below, one of them large, its grade on the right. */
export function Workspace({ setId, photoId, go, onOpenSet, onFailure, onSay }: Props) {
  const set = useQuery({ queryKey: ['set', setId], queryFn: () => api.set(setId) });
  const photos = set.data?.photos ?? [];
  const photo = photos.find((one) => one.id === photoId) ?? null;
  const firstId = photos[0]?.id ?? null;
  const [dropping, setDropping] = useState(false);

  const openPhoto = useCallback(
    (id: number) => {
      go({ setId, photoId: id });
    },
    [go, setId],
  );
  const { incoming, add, stop } = useBringIn(setId);
  const queries = useQueryClient();
  const refetch = useCallback(async () => {
    await queries.invalidateQueries({ queryKey: ['set', setId] });
    await queries.invalidateQueries({ queryKey: ['sets'] });
  }, [queries, setId]);
  const remove = async (gone: Photo) => {
    try {
      await api.removePhoto(gone.id);
      // Its session ends with it: what was not kept could not be kept any more.
      forgetSession(gone.id);
      const index = photos.findIndex(({ id }) => id === gone.id);
      const next = photos[index + 1] ?? photos[index - 1];
      go({ setId, photoId: next?.id ?? null }, true);
      await refetch();
      onSay(`${gone.name} was taken out of the set.`, {
        title: 'Undo',
        run: () => {
          api
            .restorePhoto(gone.id)
            .then(async () => {
              // It can be opened once it is on the list again.
              await refetch();
              openPhoto(gone.id);
            })
            .catch(onFailure);
        },
      });
    } catch (reason) {
      onFailure(reason);
    }
  };

  useEffect(() => {
    if (set.data && !photo && firstId !== null) go({ setId, photoId: firstId }, true);
  }, [set.data, photo, firstId, go, setId]);

  const strip = <Filmstrip photos={photos} current={photo?.id ?? null} incoming={incoming} onOpen={openPhoto} onFiles={add} onStop={stop} />;

  return (
    <Box
      sx={{ height: '100%', display: 'flex', flexDirection: 'column', position: 'relative' }}
      onDragOver={(event) => {
        if (event.dataTransfer.types.includes('Files')) {
          event.preventDefault();
          setDropping(true);
        }
      }}
      onDragLeave={(event) => {
        if (event.currentTarget === event.target || !event.currentTarget.contains(event.relatedTarget as Node | null)) setDropping(false);
      }}
      onDrop={(event) => {
        event.preventDefault();
        setDropping(false);
        add([...event.dataTransfer.files]);
      }}
    >
      {photo && set.data ? (
        <PhotoDesk
          key={photo.id}
          photo={photo}
          photos={photos}
          onOpenPhoto={openPhoto}
          onRemove={(gone) => { void remove(gone); }}
          onFailure={onFailure}
          onSay={onSay}
          sets={<SetMenu current={set.data} onOpen={onOpenSet} onFailure={onFailure} onSay={onSay} />}
          strip={strip}
          deliver={(one) => <Deliver photo={one} />}
        />
      ) : (
        <Box sx={{ flex: 1, display: 'flex', flexDirection: 'column', minHeight: 0 }}>
          <Box component="header" sx={{ display: 'flex', alignItems: 'center', px: 1, height: 44, bgcolor: greys.panel, borderBottom: `1px solid ${greys.line}` }}>
            <SetMenu current={set.data ?? null} onOpen={onOpenSet} onFailure={onFailure} onSay={onSay} />
          </Box>
          <Box component="main" sx={{ flex: 1, display: 'grid', placeItems: 'center', p: 4 }}>
            <h1 style={visuallyHidden}>{set.data?.name ?? 'A set of photos'}</h1>
            {set.isError ? (
              <Box sx={{ textAlign: 'center' }}>
                <Typography sx={{ mb: 1.5 }}>{set.error.message}</Typography>
                <Button variant="outlined" onClick={() => { void set.refetch(); }}>
                  Try again
                </Button>
              </Box>
            ) : set.data && photos.length === 0 ? (
              <Typography sx={{ textAlign: 'center', maxWidth: 380 }}>
                This set is empty. Drop JPEG or PNG photos anywhere here, or choose them below.
              </Typography>
            ) : (
              <CircularProgress size={28} aria-label="Loading the set" />
            )}
          </Box>
        </Box>
      )}
      {!(photo && set.data) && <Box sx={{ display: 'flex', bgcolor: greys.panel, borderTop: `1px solid ${greys.line}` }}>{strip}</Box>}
      {dropping && (
        <Box sx={{ position: 'absolute', inset: 8, border: '2px dashed #f0f0f0', borderRadius: 1, bgcolor: 'rgb(40 40 40 / 78%)', display: 'grid', placeItems: 'center', pointerEvents: 'none', zIndex: 10 }}>
          <Typography>Drop to bring these photos into the set</Typography>
        </Box>
      )}
    </Box>
  );
}
