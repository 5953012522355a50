import { Box, Button, CircularProgress, Typography } from '@mui/material';
import { visuallyHidden } from '@mui/utils';
import { useQuery } from '@tanstack/react-query';
import { useCallback, useEffect, useMemo, useState } from 'react';
import { api } from '../../api/client';
import { Deliver } from '../deliver/Deliver';
import { PhotoDesk } from '../desk/PhotoDesk';
import { EmptySet } from '../set/EmptySet';
import { Filmstrip } from '../set/Filmstrip';
import { useImport } from '../set/useImport';
import { useRemovePhoto } from '../set/useRemovePhoto';
import { among, inOrder, ledBy, stepped } from '../sheet/selection';
import { useSelected } from '../sheet/useSelected';
import { useDrawn } from '../sheet/useDrawn';
import { greys } from '../../theme';
import { useLive } from '../live/useLive';
import { sessionOf } from '../ledger/sessions';
import { useGuideKey } from '../guide/useGuideKey';
import { takeArchives } from '../archive/sendHere';
import { DropFiles } from './DropFiles';
import { SetImportLine } from '../archive/SetImportLine';
import { JobLine } from '../jobs/JobLine';
import { MessageLine } from './MessageLine';
import type { Say } from './say';
import { SetMenu } from './SetMenu';
import type { Route } from './route';
import { lazily } from '../../ui/lazily';

const Sheet = lazily(() => import('../sheet/Sheet').then((module) => module.Sheet));

interface Props {
  setId: number;
  photoId: number | null;
  sheet: boolean;
  go: (route: Route, replace?: boolean) => void;
  onOpenSet: (setId: number | null) => void;
  onFailure: (reason: unknown) => void;
  onSay: Say;
}

/** One set on the screen: one of its photos large with its grade, or all of them as a sheet. */
export function Workspace({ setId, photoId, sheet, go, onOpenSet, onFailure, onSay }: Props) {
  const set = useQuery({ queryKey: ['set', setId], queryFn: () => api.set(setId) });
  useDrawn(set.data);
  useEffect(() => {
    // What the photo will be shown with is asked for while the set is.
    if (photoId !== null) sessionOf(photoId);
  }, [photoId]);
  useLive(photoId, onSay);
  const photos = useMemo(() => set.data?.photos ?? [], [set.data]);
  const ids = useMemo(() => photos.map(({ id }) => id), [photos]);
  const photo = photos.find((one) => one.id === photoId) ?? null;
  const firstId = ids[0] ?? null;
  const [picked, setSelection] = useSelected(setId);
  const selection = useMemo(() => (set.data ? among(picked, ids) : picked), [set.data, picked, ids]);
  /** The photo that was last at hand, while the sheet is on the screen. */
  const [lastId, setLastId] = useState<number | null>(null);

  const openPhoto = useCallback(
    (id: number) => {
      go({ setId, photoId: id });
    },
    [go, setId],
  );
  const arriving = useImport(setId);
  const remove = useRemovePhoto(setId, photos, go, onSay, onFailure);
  /** From the sheet one comes to the sheet of another set. */
  const openSet = (id: number | null) => {
    if (sheet && id !== null) go({ setId: id, photoId: null, sheet: true });
    else onOpenSet(id);
  };
  const openSheet = () => {
    setLastId(photoId);
    // On coming to it, the photo at hand is what others are to be like.
    setSelection((now) => (photoId === null ? now : now.chosen.has(photoId) ? ledBy(now, photoId) : { chosen: new Set([photoId]), lead: photoId, anchor: photoId }));
    go({ setId, photoId: null, sheet: true });
  };

  useEffect(() => {
    if (!sheet && set.data && !photo && firstId !== null) go({ setId, photoId: firstId }, true);
  }, [sheet, set.data, photo, firstId, go, setId]);

  const strip = <Filmstrip photos={sheet ? [] : photos} current={photo?.id ?? null} selected={selection.chosen} arriving={arriving} onOpen={openPhoto} />;
  const sets = <SetMenu narrow={!sheet} current={set.data ?? null} onOpen={openSet} onFailure={onFailure} onSay={onSay} />;
  useGuideKey();
  const whole = sheet && set.data;
  return (
    <DropFiles what="Drop to import these photos into the set" onFiles={(files) => { arriving.add(takeArchives(files)); }}>
      {whole ? (
        <Sheet set={whole} arriving={arriving} selection={selection} onSelect={setSelection} current={lastId} onOpen={openPhoto} onSay={onSay} onFailure={onFailure} sets={sets} strip={strip} />
      ) : photo && set.data ? (
        <PhotoDesk
          key={photo.id}
          photo={photo}
          photos={photos}
          onStep={(by) => {
            const next = stepped(selection, ids, photo.id, by);
            if (next !== undefined) openPhoto(next);
          }}
          onSheet={openSheet}
          selected={selection.chosen.has(photo.id) ? inOrder(selection, ids).filter((id) => id !== photo.id) : []}
          onRemove={(gone) => { void remove(gone); }}
          onFailure={onFailure}
          onSay={onSay}
          sets={sets}
          strip={strip}
          deliver={(one) => <Deliver photos={[one]} />}
        />
      ) : (
        <Box sx={{ flex: 1, display: 'flex', flexDirection: 'column', minHeight: 0 }}>
          <Box component="header" sx={{ display: 'flex', alignItems: 'center', px: 1, height: 44, bgcolor: greys.panel, borderBottom: `1px solid ${greys.line}` }}>
            {sets}
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
              <EmptySet set={set.data} arriving={arriving.underWay.length > 0} onFiles={arriving.add} onFailure={onFailure} />
            ) : (
              <CircularProgress size={28} aria-label="Loading the set" />
            )}
          </Box>
          <Box sx={{ display: 'flex', bgcolor: greys.panel, borderTop: `1px solid ${greys.line}` }}>{strip}<JobLine /><SetImportLine /><MessageLine /></Box>
        </Box>
      )}
    </DropFiles>
  );
}
