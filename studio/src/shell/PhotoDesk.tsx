import KeyboardIcon from '@mui/icons-material/KeyboardOutlined';
import MoreIcon from '@mui/icons-material/MoreHoriz';
import RedoIcon from '@mui/icons-material/Redo';
import UndoIcon from '@mui/icons-material/Undo';
import { Box, Button, CircularProgress, Dialog, DialogActions, DialogContent, DialogContentText, DialogTitle, IconButton, Menu, MenuItem, ToggleButton, ToggleButtonGroup, Tooltip, Typography } from '@mui/material';
import { keepPreviousData, useQuery, useQueryClient } from '@tanstack/react-query';
import { useCallback, useEffect, useMemo, useRef, useState, type ComponentType, type ReactNode } from 'react';
import { api, type FamilyKind, type Photo, type ProbePoint, type ProbeReading } from '../api/client';
import { Bench } from '../bench/Bench';
import type { PlaneName } from '../bench/axes';
import { useChoosing } from '../choose/useChoosing';
import { DeliverDialog } from '../deliver/DeliverDialog';
import { Ledger } from '../grade/Ledger';
import { newMove, replaceMove, withField, type Look, type Move, type MoveKind } from '../grade/looks';
import { MoveControls } from '../grade/MoveControls';
import { useGrade, type PreviewListener } from '../grade/useGrade';
import { panelOf } from '../panels';
import type { MovePanel, PanelProps, Pull, Surroundings } from '../panels/panel';
import type { ViewMode } from '../photo/PhotoRenderer';
import { PhotoStage } from '../photo/PhotoStage';
import { FitBar, PullBar, StageNote, ToolBar } from '../photo/StageTools';
import type { Place, StrokeShape, Tool } from '../photo/tools';
import { FIT, fitZoom, type Viewport } from '../photo/viewport';
import { PotsPanel } from '../pots/PotsPanel';
import { ReadingsDrawer } from '../read/ReadingsDrawer';
import { usePointed, useProbeReadings, useProbes, useReadings, useSource } from '../read/useColours';
import { greys } from '../theme';
import { SetMenu } from './SetMenu';
import { ShortcutsDialog } from './ShortcutsDialog';
import { useKeys } from './useKeys';

const VIEWS: { mode: ViewMode; title: string; help: string; needsMove?: boolean }[] = [
  { mode: 'result', title: 'Result', help: 'The photo as graded' },
  { mode: 'source', title: 'Source', help: 'The photo as it came; hold B for a quick look' },
  { mode: 'split', title: 'Split', help: 'Source on the left, result on the right; drag the divider' },
  { mode: 'reached', title: 'Reached', help: 'What the chosen move reaches, the rest in grey; hold R for a quick look', needsMove: true },
  { mode: 'matte', title: 'Matte', help: 'The reach itself: white is fully moved, black is left alone', needsMove: true },
  { mode: 'tone', title: 'Tone', help: 'Tone plate: the strongest channel alone. Tone plate times colour plate is the photo' },
  { mode: 'colour', title: 'Colour', help: 'Colour plate: the photo divided by its tone plate' },
  { mode: 'clipped', title: 'Clipped', help: 'Channels that have run into an end: bright where full, dim where empty. Hold B for the source’s' },
];

/** Side of the square that a picked colour is the mean of, in pixels of the preview. */
const PICKED = 11;

interface Props {
  photo: Photo;
  photos: Photo[];
  set: { id: number; name: string };
  /** The set's photos, small. */
  strip: ReactNode;
  onOpenPhoto: (id: number) => void;
  onOpenSet: (setId: number) => void;
  onFailure: (reason: unknown) => void;
}

/** One photo with everything to work on it: its colours, the photo, the grade, the bench. */
export function PhotoDesk({ photo, photos, set, strip, onOpenPhoto, onOpenSet, onFailure }: Props) {
  const queries = useQueryClient();
  const { grade, look, loadError, edit, onPreview, undo, redo, settled } = useGrade(photo.id, onFailure);
  const [choice, setChoice] = useState<Record<number, number>>({});
  const [view, setView] = useState<ViewMode>('result');
  const [before, setBefore] = useState(false);
  const [reachedHeld, setReachedHeld] = useState(false);
  const [tool, setToolNow] = useState<Tool>('look');
  const [viewport, setViewport] = useState<Viewport>(FIT);
  const [divide, setDivide] = useState(0.5);
  const [folded, setFolded] = useState(false);
  const [readingsOpen, setReadingsOpen] = useState(false);
  const [plane, setPlane] = useState<PlaneName>('hue-chroma');
  const [pot, setPot] = useState<number | null>(null);
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
  const watch = move ? selected : null;
  const select = useCallback(
    (index: number) => {
      window.sessionStorage.setItem(memory, String(index));
      setChoice((now) => ({ ...now, [photo.id]: index }));
    },
    [memory, photo.id],
  );

  useEffect(() => {
    setViewport(FIT);
    setPot(null);
  }, [photo.id]);

  const keptLook = grade?.look;
  const summary = useQuery({
    queryKey: ['summary', photo.id, JSON.stringify(keptLook)],
    queryFn: () => api.summary(photo.id, keptLook as Look),
    enabled: keptLook !== undefined && keptLook.moves.length > 0,
    placeholderData: keepPreviousData,
  }).data;
  const source = useSource(photo.id);
  const readings = useReadings(photo.id, keptLook, keptLook && selected < keptLook.moves.length ? watch : null);
  const [pointed, point] = usePointed(photo.id, look, watch);
  const [probes, setProbes] = useProbes(photo.id);
  const [movingProbes, setMovingProbes] = useState<ProbePoint[] | null>(null);
  const probeReadings = useProbeReadings(photo.id, keptLook, probes);
  const spot = useQuery({ queryKey: ['spot', photo.id, pot], queryFn: () => api.spot(photo.id, pot as number), enabled: pot !== null, staleTime: Infinity }).data;
  const choosing = useChoosing({ photoId: photo.id, look, selected, edit, select, onFailure });

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
  const setTool = (next: Tool) => {
    // Choosing shows what is caught; leaving it shows the photo again.
    if (next !== 'choose' && next !== 'hold' && (tool === 'choose' || tool === 'hold') && view === 'reached') setView('result');
    // A move that does something already is not widened by a stray click: choosing begins a new one.
    if (next === 'choose' && tool !== 'choose' && tool !== 'hold') choosing.setFresh(Object.keys(move?.params ?? {}).length > 0);
    setToolNow(next);
    if (next === 'probe') setReadingsOpen(true);
  };

  // Which target, band, channel or curve of a kind is at hand.
  const [aspects, setAspects] = useState<Partial<Record<MoveKind, string>>>({});
  const aspect = move ? (aspects[move.kind] ?? null) : null;

  // Judging: only this move, or only a part of it, is shown; the grade itself stays as it is.
  const judgedKey = `${String(photo.id)} ${String(selected)}`;
  const [judged, setJudged] = useState<{ key: string; solo: boolean; part: string | null }>({ key: '', solo: false, part: null });
  const solo = judged.key === judgedKey && judged.solo;
  const part = judged.key === judgedKey ? judged.part : null;
  const onlyJudged = useCallback(
    (whole: Look): Look => ({
      ...whole,
      moves: whole.moves.map((one, i) => {
        if (i !== selected) return solo ? { ...one, on: false } : one;
        const parts = (panelOf(one) as { parts?: { title: string; only: (move: Move) => Move }[] }).parts;
        return parts?.find(({ title }) => title === part)?.only(one) ?? one;
      }),
    }),
    [selected, solo, part],
  );
  const onJudgedPreview = useCallback((listener: PreviewListener) => onPreview((whole, at) => { listener(onlyJudged(whole), at); }), [onPreview, onlyJudged]);

  // Picking: a panel has asked for a colour of the photo.
  const [picking, setPicking] = useState<{ what: string; done: (colour: string) => void } | null>(null);
  const [flashing, setFlashing] = useState(false);
  const family = move ? (panelOf(move) as MovePanel<MoveKind>).family?.(move as never, aspect) : undefined;
  const flash = useQuery({
    queryKey: ['family', move?.kind, family],
    // Only kinds that the server knows families of have any on their panel.
    queryFn: () => api.family(move?.kind as FamilyKind, family ?? ''),
    enabled: flashing && family !== undefined,
    staleTime: Infinity,
  }).data;

  useKeys({
    undo,
    redo,
    toggleZoom,
    nextPhoto: (step) => {
      const index = photos.findIndex((one) => one.id === photo.id);
      const next = photos[(index + step + photos.length) % photos.length];
      if (next) onOpenPhoto(next.id);
    },
    before: setBefore,
    reached: setReachedHeld,
    tool: setTool,
    flash: setFlashing,
    escape: () => {
      setPicking(null);
    },
    fold: () => {
      setFolded((now) => !now);
    },
    help: () => {
      setHelp(true);
    },
  });

  const onStroke = (shape: StrokeShape, points: Place[]) => {
    if (picking && look) {
      const [x, y] = points.at(-1) ?? [0, 0];
      const { done } = picking;
      setPicking(null);
      // The colour as it comes to this move: after the moves above it.
      api
        .probes(photo.id, { ...look, moves: look.moves.slice(0, selected) }, null, [{ x, y, size: PICKED }])
        .then(([reading]) => {
          if (reading) done(reading.after.hex);
          else onFailure('That place lies beside the photo. Click on the photo.');
        })
        .catch(onFailure);
      return;
    }
    if (tool === 'probe') {
      const at = points.at(-1);
      if (at && at[0] >= 0 && at[0] < 1 && at[1] >= 0 && at[1] < 1) setProbes([...probes, { x: at[0], y: at[1], size: 5 }]);
      else onFailure('That place lies beside the photo. Click on the photo to pin a probe.');
      return;
    }
    setView('reached');
    void choosing.sample(tool === 'hold' ? 'held' : 'wanted', shape, points);
  };

  // A pull begins on a colour: which bands hold it is asked first, and the drag acts once that is known.
  const pulling = useRef<{ move: Move; reading: ProbeReading | null; last: [number, number, boolean] | null } | null>(null);
  const [mode, setMode] = useState('');
  const [nearestOnly, setNearestOnly] = useState(false);
  const pull = move ? (panelOf(move) as { pull?: Pull<MoveKind> }).pull : undefined;
  const modeNow = pull?.modes.some(({ id }) => id === mode) ? mode : (pull?.modes[0]?.id ?? '');
  const applyPull = (dx: number, dy: number, done: boolean) => {
    const at = pulling.current;
    if (!at || !look || !pull) return;
    at.last = [dx, dy, done];
    if (!at.reading) return;
    if (dx !== 0 || dy !== 0) edit(replaceMove(look, selected, pull.apply(at.move as never, at.reading, dx, -dy, modeNow, nearestOnly, aspect)), done);
    if (done) pulling.current = null;
  };
  const onPullStart = (at: Place) => {
    if (!move || !look || !pull) return;
    const begun: NonNullable<typeof pulling.current> = { move, reading: null, last: null };
    pulling.current = begun;
    api
      .probes(photo.id, look, watch, [{ x: at[0], y: at[1], size: 5 }])
      .then(([reading]) => {
        if (pulling.current !== begun) return;
        begun.reading = reading ?? null;
        if (!reading) pulling.current = null;
        else if (begun.last) applyPull(...begun.last);
      })
      .catch(onFailure);
  };

  const startOnPot = async (index: number) => {
    if (!look) return;
    setPot(null);
    try {
      const fit = await api.potReach(photo.id, index);
      const begun = withField(newMove('shift'), { reach: fit.reach, label: '' });
      edit({ ...look, moves: [...look.moves, begun] }, true);
      select(look.moves.length);
    } catch (reason) {
      onFailure(reason);
    }
  };

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
  const shownView: ViewMode = before ? (view === 'clipped' ? 'source-clipped' : 'source') : reachedHeld && move ? 'reached' : VIEWS.find((one) => one.mode === view)?.needsMove && !move ? 'result' : view;
  const summaryOfAll = summary?.length === moves.length ? summary : undefined;
  const pins = movingProbes ?? probes;
  const judgedText = look ? JSON.stringify(onlyJudged(look)) : null;
  const judgedLook = useMemo(() => (judgedText === null ? undefined : (JSON.parse(judgedText) as Look)), [judgedText]);
  const surroundings: Surroundings = {
    source,
    readings,
    pointed,
    pick: (what, done) => {
      setPicking((now) => (now?.what === what ? null : { what, done }));
    },
    picking: picking?.what ?? null,
    probeColours: (probeReadings ?? []).flatMap((one) => (one ? [one.after.hex] : [])),
    photos,
  };
  const onAspect = (next: string) => {
    if (move) setAspects((now) => ({ ...now, [move.kind]: next }));
  };
  const BenchOverlay = (move && plane !== 'light-chroma' ? panelOf(move).Bench : undefined) as ComponentType<PanelProps<MoveKind>> | undefined;

  return (
    <>
      <Box component="header" sx={{ display: 'flex', alignItems: 'center', gap: 0.75, px: 1, height: 38, flex: 'none', bgcolor: greys.panel, borderBottom: `1px solid ${greys.line}` }}>
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
          value={shownView === 'source-clipped' ? 'clipped' : shownView}
          aria-label="View"
          onChange={(_, next: ViewMode | null) => {
            if (next) setView(next);
          }}
          sx={{ flex: 'none', '& .MuiToggleButton-root': { px: 1 } }}
        >
          {VIEWS.map(({ mode: one, title, help: words, needsMove }) => (
            <ToggleButton key={one} value={one} title={words} disabled={needsMove === true && !move}>
              {title}
            </ToggleButton>
          ))}
        </ToggleButtonGroup>
        <Box sx={{ flex: 1 }} />
        <Tooltip title="Whole photo ↔ 100 % (Z)">
          <Button onClick={toggleZoom} sx={{ minWidth: 56, fontVariantNumeric: 'tabular-nums' }} aria-label="Zoom">
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
        {!folded && (
          <Box component="aside" aria-label="Colours" sx={{ width: 152, flex: 'none', display: 'flex', flexDirection: 'column', bgcolor: greys.panel, borderRight: `1px solid ${greys.line}`, minHeight: 0 }}>
            <PotsPanel source={source} readings={readings} onPoint={setPot} onChoose={(index) => { void startOnPot(index); }} />
          </Box>
        )}
        <Box ref={stageArea} component="main" sx={{ flex: 1, display: 'flex', minWidth: 0, position: 'relative' }}>
          <PhotoStage
            photo={photo}
            look={judgedLook}
            onPreview={onJudgedPreview}
            watch={watch}
            view={shownView}
            viewport={viewport}
            onViewport={changeViewport}
            tool={picking ? 'probe' : tool}
            onStroke={onStroke}
            onPullStart={onPullStart}
            onPull={applyPull}
            onPoint={point}
            pins={pins.map(({ x, y }): Place => [x, y])}
            onPin={(index, [x, y], done) => {
              const next = pins.map((p, i) => (i === index ? { ...p, x: Math.min(0.9999, Math.max(0, x)), y: Math.min(0.9999, Math.max(0, y)) } : p));
              setMovingProbes(done ? null : next);
              if (done) setProbes(next);
            }}
            spot={flashing ? (flash ?? null) : pot === null ? null : (spot ?? null)}
            divide={divide}
            onDivide={setDivide}
          >
            <ToolBar tool={tool} onTool={setTool} />
            {picking ? (
              <StageNote>
                <Typography variant="body2">Click {picking.what} on the photo.</Typography>
                <Button
                  onClick={() => {
                    setPicking(null);
                  }}
                >
                  Cancel
                </Button>
              </StageNote>
            ) : (
              (solo || part !== null) && (
                <StageNote>
                  <Typography variant="body2">{part === null ? 'Only this move is shown.' : `Only the ${part.toLowerCase()} of this move is shown.`}</Typography>
                  <Button
                    onClick={() => {
                      setJudged({ key: '', solo: false, part: null });
                    }}
                  >
                    Show everything
                  </Button>
                </StageNote>
              )
            )}
            {!picking && !solo && part === null && (tool === 'choose' || tool === 'hold') && (
              <FitBar
                fit={choosing.fit}
                busy={choosing.busy}
                hint={
                  tool === 'hold'
                    ? 'Click or drag over what must stay put.'
                    : move
                      ? 'Click or drag over the colours that this move is to reach.'
                      : 'Click a colour, or drag over it: a move begins there.'
                }
                canStartOver={move?.reach != null}
                onStartOver={choosing.startOver}
                fresh={choosing.fresh && tool === 'choose'}
                onFresh={choosing.setFresh}
                onDismiss={choosing.dismiss}
              />
            )}
            {!picking && !solo && part === null && tool === 'pull' && <PullBar modes={pull?.modes ?? []} mode={modeNow} onMode={setMode} shares={pull?.shares ?? false} nearestOnly={nearestOnly} onNearestOnly={setNearestOnly} />}
            {!picking && !solo && part === null && view === 'clipped' && tool === 'look' && (
              <StageNote>
                <Typography variant="body2">Bright: a channel is full. Dim: a channel is empty. Hold B for the source’s own.</Typography>
              </StageNote>
            )}
          </PhotoStage>
        </Box>
        {!folded && (
          <Box component="aside" aria-label="Moves" sx={{ width: 284, flex: 'none', display: 'flex', flexDirection: 'column', bgcolor: greys.panel, borderLeft: `1px solid ${greys.line}`, minHeight: 0 }}>
            {look ? (
              <>
                <Box sx={{ maxHeight: '38%', display: 'flex', flexDirection: 'column', flex: 'none' }}>
                  <Ledger
                    look={look}
                    selected={selected}
                    summary={summaryOfAll}
                    onSelect={select}
                    onChange={(next, to) => {
                      edit(next, true);
                      if (to !== undefined) select(to);
                    }}
                    solo={solo}
                    onSolo={(on) => {
                      setJudged({ key: judgedKey, solo: on, part: null });
                    }}
                  />
                </Box>
                {move && (
                  <MoveControls
                    key={`${String(photo.id)} ${String(selected)} ${move.kind}`}
                    move={move}
                    {...surroundings}
                    aspect={aspect}
                    onAspect={onAspect}
                    part={part}
                    onPart={(title) => {
                      setJudged({ key: judgedKey, solo, part: title });
                    }}
                    onChange={(next, keep) => {
                      edit(replaceMove(look, selected, next), keep);
                    }}
                    onPointPot={setPot}
                    onFailure={onFailure}
                  />
                )}
              </>
            ) : (
              <Box sx={{ p: 2, textAlign: 'center' }}>
                {loadError ? <Typography variant="body2">{loadError instanceof Error ? loadError.message : 'The grade cannot be loaded.'}</Typography> : <CircularProgress size={22} aria-label="Loading the grade" />}
              </Box>
            )}
          </Box>
        )}
      </Box>
      {!folded && !readingsOpen && (
        <Bench
          source={source}
          plane={plane}
          onPlane={setPlane}
          reach={move?.reach ?? null}
          shaping={move !== undefined}
          onReach={(reach, keep) => {
            if (look && move) edit(replaceMove(look, selected, withField(move, { reach })), keep);
          }}
          pointed={pointed?.before.oklch ?? null}
          height={108}
          overlay={
            BenchOverlay && move ? (
              <BenchOverlay
                key={judgedKey}
                move={move as never}
                onChange={(next: Move, keep: boolean) => {
                  if (look) edit(replaceMove(look, selected, next), keep);
                }}
                {...surroundings}
                aspect={aspect}
                onAspect={onAspect}
              />
            ) : undefined
          }
        />
      )}
      {readingsOpen && <ReadingsDrawer source={source?.scopes} result={readings?.scopes} probes={probes} readings={probeReadings} onProbes={setProbes} />}
      <Box component="footer" sx={{ display: 'flex', alignItems: 'center', flex: 'none', height: 44, bgcolor: greys.panel, borderTop: `1px solid ${greys.line}` }}>
        {strip}
        <Typography variant="caption" noWrap component="div" aria-label="Under the pointer" sx={{ flex: 'none', maxWidth: 420, textAlign: 'right', fontVariantNumeric: 'tabular-nums', color: greys.text }}>
          {pointed ? pointedWords(pointed) : ''}
        </Typography>
        <Button
          aria-expanded={readingsOpen}
          onClick={() => {
            setReadingsOpen(!readingsOpen);
          }}
          sx={{ mx: 1, flex: 'none' }}
        >
          Readings{probes.length > 0 ? ` (${String(probes.length)})` : ''}
        </Button>
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

/** The running reading, short: the colour now, its name, and where the grade takes it. */
function pointedWords({ before, after, deltaE }: ProbeReading): string {
  const rgb = (r: typeof before) => r.rgb.join(' ');
  return deltaE < 0.5 ? `${rgb(before)} · ${before.name} · L ${(before.lab[0] ?? 0).toFixed(0)}` : `${rgb(before)} · ${before.name} → ${rgb(after)} · ${after.name} · ΔE ${deltaE.toFixed(1)}`;
}
