import KeyboardIcon from '@mui/icons-material/KeyboardOutlined';
import MoreIcon from '@mui/icons-material/MoreHoriz';
import RedoIcon from '@mui/icons-material/Redo';
import UndoIcon from '@mui/icons-material/Undo';
import { Box, Button, CircularProgress, Dialog, DialogActions, DialogContent, DialogContentText, DialogTitle, IconButton, Menu, MenuItem, ToggleButton, ToggleButtonGroup, Tooltip, Typography } from '@mui/material';
import { keepPreviousData, useQuery, useQueryClient } from '@tanstack/react-query';
import { useCallback, useEffect, useRef, useState } from 'react';
import { api, type Photo } from '../api/client';
import { DeliverDialog } from '../deliver/DeliverDialog';
import { Ledger } from '../grade/Ledger';
import { replaceMove, type Look } from '../grade/looks';
import { MoveControls } from '../grade/MoveControls';
import { useGrade } from '../grade/useGrade';
import type { ViewMode } from '../photo/PhotoRenderer';
import { PhotoStage } from '../photo/PhotoStage';
import { FIT, fitZoom, type Viewport } from '../photo/viewport';
import { Filmstrip } from '../set/Filmstrip';
import { useBringIn } from '../set/useBringIn';
import { greys } from '../theme';
import { SetMenu } from './SetMenu';
import { ShortcutsDialog } from './ShortcutsDialog';
import { useKeys } from './useKeys';
import type { Route } from './useRoute';

interface Props {
  setId: number;
  photoId: number | null;
  go: (route: Route, replace?: boolean) => void;
  onOpenSet: (setId: number) => void;
  onFailure: (reason: unknown) => void;
}

const VIEWS: { mode: ViewMode; title: string; help: string }[] = [
  { mode: 'result', title: 'Result', help: 'The photo as graded' },
  { mode: 'source', title: 'Source', help: 'The photo as it came; hold B for a quick look' },
  { mode: 'reached', title: 'Reached', help: 'What the chosen move reaches, the rest in grey' },
  { mode: 'matte', title: 'Matte', help: 'The reach itself: white is fully moved, black is left alone' },
];

/** One set on the screen: its photos below, one of them large, its grade on the right. */
export function Workspace({ setId, photoId, go, onOpenSet, onFailure }: Props) {
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
  const arrived = useCallback(
    (arrivedPhoto: Photo) => {
      openPhoto(arrivedPhoto.id);
    },
    [openPhoto],
  );
  const { incoming, add, stop } = useBringIn(setId, arrived);

  useEffect(() => {
    if (set.data && !photo && firstId !== null) go({ setId, photoId: firstId }, true);
  }, [set.data, photo, firstId, go, setId]);

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
        <PhotoDesk photo={photo} photos={photos} set={set.data} onOpenPhoto={openPhoto} onOpenSet={onOpenSet} onFailure={onFailure} />
      ) : (
        <Box sx={{ flex: 1, display: 'flex', flexDirection: 'column', minHeight: 0 }}>
          <Box component="header" sx={{ display: 'flex', alignItems: 'center', px: 1, height: 44, bgcolor: greys.panel, borderBottom: `1px solid ${greys.line}` }}>
            <SetMenu current={set.data ?? null} onOpen={onOpenSet} onFailure={onFailure} />
          </Box>
          <Box sx={{ flex: 1, display: 'grid', placeItems: 'center', p: 4 }}>
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
      <Filmstrip photos={photos} current={photo?.id ?? null} incoming={incoming} onOpen={openPhoto} onFiles={add} onStop={stop} />
      {dropping && (
        <Box sx={{ position: 'absolute', inset: 8, border: '2px dashed #f0f0f0', borderRadius: 1, bgcolor: 'rgb(40 40 40 / 78%)', display: 'grid', placeItems: 'center', pointerEvents: 'none', zIndex: 10 }}>
          <Typography>Drop to bring these photos into the set</Typography>
        </Box>
      )}
    </Box>
  );
}

interface DeskProps {
  photo: Photo;
  photos: Photo[];
  set: { id: number; name: string };
  onOpenPhoto: (id: number) => void;
  onOpenSet: (setId: number) => void;
  onFailure: (reason: unknown) => void;
}

function PhotoDesk({ photo, photos, set, onOpenPhoto, onOpenSet, onFailure }: DeskProps) {
  const queries = useQueryClient();
  const { grade, look, loadError, edit, onPreview, undo, redo, settled } = useGrade(photo.id, onFailure);
  const [choice, setChoice] = useState<Record<number, number>>({});
  const [view, setView] = useState<ViewMode>('result');
  const [before, setBefore] = useState(false);
  const [viewport, setViewport] = useState<Viewport>(FIT);
  const [delivering, setDelivering] = useState(false);
  const [help, setHelp] = useState(false);
  const [photoMenu, setPhotoMenu] = useState<HTMLElement | null>(null);
  const [removing, setRemoving] = useState(false);
  const stageArea = useRef<HTMLDivElement>(null);

  const moves = look?.moves ?? [];
  // The move at hand is remembered per photo, and outlives a reload.
  const memory = `move-of-${String(photo.id)}`;
  const selected = Math.max(0, Math.min(choice[photo.id] ?? Number(window.sessionStorage.getItem(memory) ?? 0), moves.length - 1));
  const move = moves[selected];
  const setChosen = (index: number) => {
    window.sessionStorage.setItem(memory, String(index));
    setChoice((now) => ({ ...now, [photo.id]: index }));
  };

  useEffect(() => {
    setViewport(FIT);
  }, [photo.id]);

  const keptLook = grade?.look;
  const summary = useQuery({
    queryKey: ['summary', photo.id, JSON.stringify(keptLook)],
    queryFn: () => api.summary(photo.id, keptLook as Look),
    enabled: keptLook !== undefined && keptLook.moves.length > 0,
    placeholderData: keepPreviousData,
  }).data;

  // The dot on the thumbnail follows the first change without a reload.
  const graded = (grade?.revision ?? 0) > 0;
  useEffect(() => {
    if (graded !== photo.graded && grade) void queries.invalidateQueries({ queryKey: ['set', set.id] });
  }, [graded, photo.graded, grade, queries, set.id]);

  const changeViewport = useCallback((change: (now: Viewport) => Viewport) => {
    setViewport(change);
  }, []);
  const toggleZoom = useCallback(() => {
    setViewport((now) => (now.fit ? { fit: false, zoom: 1, x: 0, y: 0 } : FIT));
  }, []);

  useKeys({
    undo,
    redo,
    toggleZoom,
    nextPhoto: (step) => {
      const at = photos.findIndex((one) => one.id === photo.id);
      const next = photos[at + step];
      if (next) onOpenPhoto(next.id);
    },
    before: setBefore,
    reached: () => {
      setView((now) => (now === 'reached' ? 'result' : 'reached'));
    },
    help: () => {
      setHelp(true);
    },
  });

  const remove = async () => {
    setRemoving(false);
    try {
      await api.removePhoto(photo.id);
      await queries.invalidateQueries({ queryKey: ['set', set.id] });
    } catch (reason) {
      onFailure(reason);
    }
  };

  const area = stageArea.current;
  const shownZoom = viewport.fit && area ? fitZoom(photo, { width: area.clientWidth * window.devicePixelRatio, height: area.clientHeight * window.devicePixelRatio }) : viewport.zoom;

  return (
    <>
      <Box component="header" sx={{ display: 'flex', alignItems: 'center', gap: 1, px: 1, height: 44, flex: 'none', bgcolor: greys.panel, borderBottom: `1px solid ${greys.line}` }}>
        <SetMenu current={set} onOpen={onOpenSet} onFailure={onFailure} />
        <Typography variant="body2" noWrap sx={{ fontWeight: 600, minWidth: 0 }}>
          {photo.name}
        </Typography>
        <Tooltip title="This photo">
          <IconButton
            aria-label="More for this photo"
            onClick={(event) => {
              setPhotoMenu(event.currentTarget);
            }}
          >
            <MoreIcon fontSize="small" />
          </IconButton>
        </Tooltip>
        <Box sx={{ flex: 1 }} />
        <ToggleButtonGroup
          exclusive
          size="small"
          value={before ? 'source' : view}
          aria-label="View"
          onChange={(_, next: ViewMode | null) => {
            if (next) setView(next);
          }}
        >
          {VIEWS.map(({ mode, title, help: words }) => (
            <ToggleButton key={mode} value={mode} title={words} disabled={(mode === 'reached' || mode === 'matte') && !move}>
              {title}
            </ToggleButton>
          ))}
        </ToggleButtonGroup>
        <Box sx={{ flex: 1 }} />
        <Tooltip title="Whole photo ↔ 100 % (Z)">
          <Button onClick={toggleZoom} sx={{ minWidth: 64, fontVariantNumeric: 'tabular-nums' }} aria-label="Zoom">
            {Math.round(shownZoom * 100)} %
          </Button>
        </Tooltip>
        <Tooltip title="Undo (Ctrl+Z)">
          <span>
            <IconButton aria-label="Undo" disabled={!grade?.canUndo} onClick={undo}>
              <UndoIcon fontSize="small" />
            </IconButton>
          </span>
        </Tooltip>
        <Tooltip title="Redo (Ctrl+Shift+Z)">
          <span>
            <IconButton aria-label="Redo" disabled={!grade?.canRedo} onClick={redo}>
              <RedoIcon fontSize="small" />
            </IconButton>
          </span>
        </Tooltip>
        <Tooltip title="Keys (?)">
          <IconButton aria-label="Keys" onClick={() => { setHelp(true); }}>
            <KeyboardIcon fontSize="small" />
          </IconButton>
        </Tooltip>
        <Button variant="contained" onClick={() => { setDelivering(true); }}>
          Deliver
        </Button>
      </Box>
      <Box sx={{ flex: 1, display: 'flex', minHeight: 0 }}>
        <Box ref={stageArea} component="main" sx={{ flex: 1, display: 'flex', minWidth: 0, position: 'relative' }}>
          <PhotoStage
            photo={photo}
            look={look}
            onPreview={onPreview}
            watch={move ? selected : null}
            view={before ? 'source' : view}
            viewport={viewport}
            onViewport={changeViewport}
          />
        </Box>
        <Box component="aside" sx={{ width: 324, flex: 'none', display: 'flex', flexDirection: 'column', bgcolor: greys.panel, borderLeft: `1px solid ${greys.line}`, minHeight: 0 }}>
          {look ? (
            <>
              <Box sx={{ maxHeight: '38%', display: 'flex', flexDirection: 'column', flex: 'none' }}>
                <Ledger
                  look={look}
                  selected={selected}
                  summary={summary?.length === moves.length ? summary : undefined}
                  onSelect={setChosen}
                  onChange={(next, select) => {
                    edit(next, true);
                    if (select !== undefined) setChosen(select);
                  }}
                />
              </Box>
              {move && (
                <MoveControls
                  key={`${String(photo.id)} ${String(selected)} ${move.kind}`}
                  move={move}
                  summary={summary?.length === moves.length ? summary[selected] : undefined}
                  onChange={(next, keep) => {
                    edit(replaceMove(look, selected, next), keep);
                  }}
                />
              )}
            </>
          ) : (
            <Box sx={{ p: 2, textAlign: 'center' }}>
              {loadError ? <Typography variant="body2">{loadError instanceof Error ? loadError.message : 'The grade cannot be loaded.'}</Typography> : <CircularProgress size={22} aria-label="Loading the grade" />}
            </Box>
          )}
        </Box>
      </Box>
      <DeliverDialog photo={photo} open={delivering} settled={settled} onClose={() => { setDelivering(false); }} />
      <ShortcutsDialog open={help} onClose={() => { setHelp(false); }} />
      <Menu anchorEl={photoMenu} open={photoMenu !== null} onClose={() => { setPhotoMenu(null); }}>
        <MenuItem disabled>
          {photo.width} × {photo.height} pixels
        </MenuItem>
        <MenuItem
          onClick={() => {
            setPhotoMenu(null);
            setRemoving(true);
          }}
        >
          Remove from the set …
        </MenuItem>
      </Menu>
      <Dialog open={removing} onClose={() => { setRemoving(false); }}>
        <DialogTitle>Remove {photo.name}?</DialogTitle>
        <DialogContent>
          <DialogContentText>Tovrin’s copy of the photo and its grade go. The file you brought in stays where it is.</DialogContentText>
        </DialogContent>
        <DialogActions>
          <Button onClick={() => { setRemoving(false); }}>Keep it</Button>
          <Button variant="contained" onClick={() => { void remove(); }}>
            Remove
          </Button>
        </DialogActions>
      </Dialog>
    </>
  );
}
