import { Box } from '@mui/material';
import { useCallback, useState, type ReactNode } from 'react';
import { api, type Photo } from '../api/client';
import { strokesOf } from '../choose/choosing';
import { useBreadthWheel } from '../choose/useBreadthWheel';
import { sampleOf, useChoosing } from '../choose/useChoosing';
import { isAtRest, newMove, withField, type Move, type MoveKind } from '../grade/looks';
import type { Surroundings } from '../panels/panel';
import type { ViewMode } from '../photo/PhotoRenderer';
import { PhotoStage } from '../photo/PhotoStage';
import { ToolBar } from '../photo/StageTools';
import type { Place, StrokeShape, Tool } from '../photo/tools';
import { PotsPanel } from '../pots/PotsPanel';
import { ReadingsDrawer } from '../read/ReadingsDrawer';
import { usePointed, useProbeReadings, useReadings, useSource } from '../read/useColours';
import { applyPatch, patchOfMove } from '../session/lookPatch';
import { useGradeSession } from '../session/useGradeSession';
import { ShortcutsDialog } from '../shell/ShortcutsDialog';
import { useKeys } from '../shell/useKeys';
import { greys } from '../theme';
import { DeskBench } from './DeskBench';
import { DeskFooter } from './DeskFooter';
import { DeskHeader } from './DeskHeader';
import { MovesPanel } from './MovesPanel';
import { StageNotes } from './StageNotes';
import { useFlash } from './useFlash';
import { useGradedDot } from './useGradedDot';
import { useJudging } from './useJudging';
import { usePicking } from './usePicking';
import { usePins } from './usePins';
import { usePulling } from './usePulling';
import { useSelection } from './useSelection';
import { useStage } from './useStage';
import { shownView } from './views';

interface Props {
  photo: Photo;
  photos: Photo[];
  sets: ReactNode;
  /** The set's photos, small. */
  strip: ReactNode;
  deliver: (photo: Photo) => ReactNode;
  onOpenPhoto: (id: number) => void;
  onRemove: (photo: Photo) => void;
  onFailure: (reason: unknown) => void;
}

const BESIDE = 'That place lies beside the photo. Click on the photo to pin a probe.';

/** One photo with everything to work on it: its colours, the photo, the grade, the bench. Belongs to that photo alone. */
export function PhotoDesk({ photo, photos, sets, strip, deliver, onOpenPhoto, onRemove, onFailure }: Props) {
  const grading = useGradeSession(photo.id);
  const { session, look } = grading;
  const { move, select } = useSelection(photo.id, look);
  const watch = move?.id ?? null;
  const stage = useStage(photo);
  const [view, setView] = useState<ViewMode>('result');
  const [held, setHeld] = useState({ before: false, reached: false });
  const [tool, setToolNow] = useState<Tool>('look');
  const [divide, setDivide] = useState(0.5);
  const [folded, setFolded] = useState(false);
  const [readingsOpen, setReadingsOpen] = useState(false);
  const [help, setHelp] = useState(false);
  const [attempt, setAttempt] = useState(0);
  /** Which target, band, channel or curve of a kind is at hand. */
  const [aspects, setAspects] = useState<Partial<Record<MoveKind, string>>>({});
  const aspect = move ? (aspects[move.kind] ?? null) : null;
  useGradedDot(photo.setId, photo.id, grading.kept?.look.moves.length);

  const source = useSource(photo.id);
  const keptLook = grading.kept?.look;
  const readings = useReadings(photo.id, keptLook, keptLook?.moves.some(({ id }) => id === watch) ? watch : null);
  const [pointed, point] = usePointed(photo.id, look ?? undefined, watch);
  const { probes, setProbes, pins, pin, movePin } = usePins(photo.id);
  const probeReadings = useProbeReadings(photo.id, keptLook, probes);
  const { choosing, ...choosingState } = useChoosing(photo, session, select, onFailure);
  const { picking, pick, stop: stopPicking, take: takePicked } = usePicking(photo.id, onFailure);
  const { pulling, start: startPull, bar: pullBar } = usePulling(photo.id, session, move, aspect, onFailure);
  const { judged, setJudged, shown, onPreview } = useJudging(session, look, watch);
  const { lit, setFlashing, setPot } = useFlash(photo.id, move, aspect);

  const setTool = (next: Tool) => {
    const chooses = (one: Tool) => one === 'choose' || one === 'hold';
    // Choosing shows what is caught; leaving it shows the photo again.
    if (!chooses(next) && chooses(tool) && view === 'reached') setView('result');
    // A move that does something already is not widened by a stray click: choosing begins a new one.
    if (next === 'choose' && !chooses(tool)) choosing.setFresh(move !== undefined && !isAtRest(move));
    setToolNow(next);
    if (next === 'probe') setReadingsOpen(true);
  };
  useKeys({
    undo: session.undo,
    redo: session.redo,
    toggleZoom: stage.toggleZoom,
    zoomBy: stage.zoomBy,
    pan: stage.pan,
    nextPhoto: (step) => {
      const next = photos[(photos.findIndex(({ id }) => id === photo.id) + step + photos.length) % photos.length];
      if (next) onOpenPhoto(next.id);
    },
    before: (before) => {
      setHeld((now) => ({ ...now, before }));
    },
    reached: (reached) => {
      setHeld((now) => ({ ...now, reached }));
    },
    tool: setTool,
    flash: setFlashing,
    escape: stopPicking,
    fold: () => {
      setFolded((now) => !now);
    },
    help: () => {
      setHelp(true);
    },
  });

  const onMove = useCallback(
    (given: Move, next: Move, keep: boolean) => {
      const patch = patchOfMove(given, next);
      const change = (newest: Parameters<typeof applyPatch>[0]) => applyPatch(newest, patch).look;
      if (keep) session.edit(change);
      else session.preview(change);
    },
    [session],
  );
  const fit = choosing.fitOf(watch, move?.reach ?? null);
  const turn = useBreadthWheel(move, onMove);
  const onStroke = (shape: StrokeShape, points: Place[]) => {
    const at = points.at(-1);
    if (!look || !at) return;
    if (picking !== null) takePicked(look, watch, at);
    else if (tool === 'probe') {
      if (!pin(at)) onFailure(BESIDE);
    } else {
      void choosing.stroke(sampleOf(tool === 'hold' ? 'held' : 'wanted', shape, points), watch);
      setView('reached');
    }
  };
  const startOnPot = async (index: number) => {
    setPot(null);
    try {
      const { reach } = await api.potReach(photo.id, index);
      const begun = withField(newMove('shift'), { reach: reach ?? null });
      session.edit((newest) => ({ ...newest, moves: [...newest.moves, begun] }));
      select(begun.id);
    } catch (reason) {
      onFailure(reason);
    }
  };

  const surroundings: Surroundings = {
    photoKey: photo.key,
    onUnstroke: (index) => {
      if (move) void choosing.unstroke(move.id, index);
    },
    onInverted: () => {
      if (move && strokesOf(move.reach, photo.key).some(({ as }) => as === 'held')) void choosing.again(move.id);
    },
    source, readings, pointed, pick, picking, probeColours: (probeReadings ?? []).flatMap((one) => (one ? [one.after.hex] : [])),
    photos,
  };
  const onAspect = (next: string) => {
    if (move) setAspects((now) => ({ ...now, [move.kind]: next }));
  };
  const panel = (name: string, width: number, side: 'borderLeft' | 'borderRight', children: ReactNode) =>
    !folded && (
      <Box component="aside" aria-label={name} sx={{ width, flex: 'none', display: 'flex', flexDirection: 'column', bgcolor: greys.panel, [side]: `1px solid ${greys.line}`, minHeight: 0 }}>
        {children}
      </Box>
    );

  return (
    <>
      <DeskHeader
        photo={photo}
        grading={grading}
        view={shownView(view, held, move !== undefined)}
        onView={setView}
        hasMove={move !== undefined}
        zoom={stage.zoom}
        onToggleZoom={stage.toggleZoom}
        folded={folded}
        onFold={() => {
          setFolded(!folded);
        }}
        onUndo={session.undo}
        onRedo={session.redo}
        onRetry={session.retry}
        onRemove={() => {
          onRemove(photo);
        }}
        onHelp={() => {
          setHelp(true);
        }}
        sets={sets}
        deliver={deliver(photo)}
      />
      <Box sx={{ flex: 1, display: 'flex', minHeight: 0 }}>
        {panel('Colours', 152, 'borderRight', <PotsPanel source={source} readings={readings} onPoint={setPot} onChoose={(index) => { void startOnPot(index); }} />)}
        <Box component="main" sx={{ flex: 1, display: 'flex', minWidth: 0, position: 'relative' }}>
          <PhotoStage
            photo={photo}
            look={shown}
            onPreview={onPreview}
            watch={watch}
            view={shownView(view, held, move !== undefined)}
            viewport={stage.viewport}
            onViewport={stage.setViewport}
            size={stage.size}
            frame={stage.frame}
            pointerAt={stage.pointerAt}
            tool={picking !== null ? 'probe' : tool}
            onStroke={onStroke}
            onPullStart={startPull}
            onPull={(dx, dy, done) => {
              pulling.to(dx, dy, done);
            }}
            onPullAbandoned={() => {
              pulling.abandon();
            }}
            onPoint={point}
            onTurn={tool === 'choose' || tool === 'hold' ? turn : undefined}
            pins={pins}
            onPin={movePin}
            spot={lit}
            asked={(tool === 'choose' || tool === 'hold') && picking === null ? (fit?.ask ?? null) : null}
            divide={divide}
            onDivide={setDivide}
            attempt={attempt}
            onRetry={() => {
              setAttempt(attempt + 1);
            }}
          >
            <ToolBar tool={tool} onTool={setTool} />
            <StageNotes
              tool={tool}
              view={view}
              move={move}
              picking={picking}
              onStopPicking={stopPicking}
              judged={judged}
              onShowAll={() => {
                setJudged(null);
              }}
              choosing={choosing}
              choosingState={choosingState}
              fit={fit}
              pullBar={pullBar}
            />
          </PhotoStage>
        </Box>
        {panel(
          'Moves',
          284,
          'borderLeft',
          <MovesPanel photo={photo} grading={grading} session={session} move={move} onSelect={select} onMove={onMove} judged={judged} onJudge={setJudged} aspect={aspect} onAspect={onAspect} surroundings={surroundings} onPointPot={setPot} onFailure={onFailure} />,
        )}
      </Box>
      {!folded && !readingsOpen && (
        <DeskBench photoId={photo.id} kept={keptLook} move={move} onMove={onMove} surroundings={surroundings} aspect={aspect} onAspect={onAspect} />
      )}
      {readingsOpen && <ReadingsDrawer source={source?.scopes} result={readings?.scopes} probes={probes} readings={probeReadings} onProbes={setProbes} />}
      <DeskFooter strip={strip} pointed={pointed} probes={probes.length} open={readingsOpen} onOpen={setReadingsOpen} />
      <ShortcutsDialog open={help} onClose={() => { setHelp(false); }} />
    </>
  );
}
