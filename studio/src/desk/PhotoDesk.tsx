import { useCallback, useState, type ReactNode } from 'react';
import { api, type Photo } from '../api/client';
import { CarryOver } from '../carry/CarryOver';
import { strokesOf } from '../choose/choosing';
import { useBreadthWheel } from '../choose/useBreadthWheel';
import { sampleOf, useChoosing } from '../choose/useChoosing';
import { FirstStepLine } from '../first/FirstStepLine';
import { useFirstStep } from '../first/useFirstStep';
import { newMove, withField, type Move, type MoveKind } from '../grade/looks';
import { DeskPanels } from '../layout/DeskPanels';
import type { Surroundings } from '../panels/panel';
import type { Mark } from '../photo/PlaceMarks';
import { PhotoStage } from '../photo/PhotoStage';
import { ToolStrip } from '../photo/StageTools';
import type { Place, StrokeShape } from '../photo/tools';
import { ColoursPanel } from '../pots/ColoursPanel';
import { ReadingsDrawer } from '../read/ReadingsDrawer';
import { usePointed, useProbeReadings, useReadings, useSource } from '../read/useColours';
import { applyPatch, patchOfMove } from '../session/lookPatch';
import { useGradeSession } from '../session/useGradeSession';
import { ShortcutsDialog } from '../shell/ShortcutsDialog';
import type { Say } from '../shell/say';
import { useKeys } from '../shell/useKeys';
import { CompareStage } from '../versions/CompareStage';
import { panesOf, type Compared } from '../versions/comparing';
import { useVersions } from '../versions/useVersions';
import { VersionsPanel } from '../versions/VersionsPanel';
import { DeskBench } from './DeskBench';
import { DeskFooter } from './DeskFooter';
import { DeskHeader } from './DeskHeader';
import { MovesPanel } from './MovesPanel';
import { ToolWords } from './ToolWords';
import { useFamilies } from './useFamilies';
import { useGradedDot } from './useGradedDot';
import { useJudging } from './useJudging';
import { usePicking } from './usePicking';
import { usePins } from './usePins';
import { usePulling } from './usePulling';
import { useSelection } from './useSelection';
import { useStage } from './useStage';
import { chooses, useTools } from './useTools';
import { shownView } from './views';

interface Props {
  photo: Photo;
  photos: Photo[];
  sets: ReactNode;
  /** The set's photos, small. */
  strip: ReactNode;
  deliver: (photo: Photo) => ReactNode;
  /** To the photo so many places on. */
  onStep: (by: number) => void;
  onSheet: () => void;
  /** Photos that carrying over begins with. */
  selected: readonly number[];
  onRemove: (photo: Photo) => void;
  onFailure: (reason: unknown) => void;
  onSay: Say;
}

const BESIDE = 'That place lies beside the photo. Click on the photo to pin a probe.';

/** One photo with everything to work on it: its colours, the photo, the grade, the bench. Belongs to that photo alone. */
export function PhotoDesk({ photo, photos, sets, strip, deliver, onStep, onSheet, selected, onRemove, onFailure, onSay }: Props) {
  const grading = useGradeSession(photo.id);
  const { session, look } = grading;
  const { move, select } = useSelection(photo.id, look);
  const watch = move?.id ?? null;
  const [divide, setDivide] = useState(0.5);
  const [folded, setFolded] = useState(false);
  const [readingsOpen, setReadingsOpen] = useState(false);
  const [marks, setMarks] = useState<Mark[]>([]);
  const [help, setHelp] = useState(false);
  const [attempt, setAttempt] = useState(0);
  const [stale, setStale] = useState<string | null>(null);
  /** Which row, channel or curve of a kind is at hand. */
  const [aspects, setAspects] = useState<Partial<Record<MoveKind, string>>>({});
  const aspect = move ? (aspects[move.kind] ?? null) : null;
  useGradedDot(photo.setId, photo.id, grading.kept?.look.moves.length, grading.kept?.revision);
  const versions = useVersions(photo, session, onSay, onFailure);
  const [versionsOpen, setVersionsOpen] = useState(false);
  const [compared, setCompared] = useState<Compared[]>([]);
  const panes = look && versionsOpen ? panesOf(compared, look, versions.list) : [];
  const comparing = panes.length > 1;

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
  const families = useFamilies(photo.id, move, aspect);
  const { tool, setTool, view, setView, held, holdBefore, holdReached } = useTools(choosing, move, () => {
    setReadingsOpen(true);
  });
  const viewNow = shownView(view, held, move !== undefined);
  const stage = useStage(photo, viewNow === 'beside' ? 2 : 1, !comparing);
  const toPhoto = () => {
    stage.frame.current?.focus({ preventScroll: true });
  };
  const first = useFirstStep(keptLook?.moves.length);
  useKeys({
    undo: session.undo,
    redo: session.redo,
    toggleZoom: stage.toggleZoom,
    zoomBy: stage.zoomBy,
    pan: (right, down) => {
      // With a tool that acts on places the arrow keys move a cursor over the photo.
      if (tool === 'look' && picking === null) stage.pan(right, down);
      else toPhoto();
    },
    nextPhoto: onStep,
    sheet: onSheet,
    keep: versions.keep,
    before: holdBefore,
    reached: holdReached,
    tool: setTool,
    flash: families.setFlashing,
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
    families.setPot(null);
    try {
      const { reach } = await api.potReach(photo.id, index);
      const begun = withField(newMove('shift'), { reach: reach ?? null });
      session.edit((newest) => ({ ...newest, moves: [...newest.moves, begun] }));
      select(begun.id);
    } catch (reason) {
      onFailure(reason);
    }
  };
  const retry = () => {
    setAttempt(attempt + 1);
  };

  const surroundings: Surroundings = {
    photoKey: photo.key,
    photoId: photo.id,
    look,
    onFailure,
    onMarks: setMarks,
    pick: (what, done) => {
      pick(what, done);
      // Whoever asked for it by keyboard goes on by keyboard.
      if (document.activeElement?.matches(':focus-visible')) toPhoto();
    },
    onUnstroke: (index) => {
      if (move) void choosing.unstroke(move.id, index);
    },
    onInverted: () => {
      if (move && strokesOf(move.reach, photo.key).some(({ as }) => as === 'held')) void choosing.again(move.id);
    },
    source, readings, pointed, picking, probeColours: (probeReadings ?? []).flatMap((one) => (one ? [one.after.hex] : [])),
    families: families.shares,
    onLight: families.setFamily,
    photos,
  };
  const onAspect = (next: string) => {
    if (move) setAspects((now) => ({ ...now, [move.kind]: next }));
  };

  return (
    <>
      <DeskHeader
        photo={photo}
        grading={grading}
        view={viewNow}
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
        onSheet={onSheet}
        versionsOpen={versionsOpen}
        onVersions={() => {
          setVersionsOpen(!versionsOpen);
        }}
        onHelp={() => {
          setHelp(true);
        }}
        sets={sets}
        carry={<CarryOver photo={photo} photos={photos} look={keptLook} to={selected} onSay={onSay} onFailure={onFailure} />}
        deliver={deliver(photo)}
      />
      <DeskPanels
        folded={folded}
        left={<ColoursPanel source={source} readings={readings} onPoint={families.setPot} onChoose={(index) => { void startOnPot(index); }} />}
        right={
          versionsOpen && look ? (
            <VersionsPanel
              photo={photo}
              look={look}
              versions={versions}
              compared={compared}
              onCompare={setCompared}
              onTry={(tried) => {
                session.preview(tried && (() => tried));
              }}
              revision={grading.kept?.revision}
              onGoTo={session.goTo}
              onBack={() => {
                setVersionsOpen(false);
              }}
            />
          ) : (
          <MovesPanel photo={photo} grading={grading} session={session} move={move} onSelect={select} onMove={onMove} judged={judged} onJudge={setJudged} aspect={aspect} onAspect={onAspect} surroundings={surroundings} onPointPot={families.setPot} onSay={onSay} onFailure={onFailure} />
          )
        }
        photo={
          comparing ? (
            <CompareStage
              photo={photo}
              panes={panes}
              onTake={(what) => {
                const version = versions.list.find(({ id }) => id === what);
                if (version) versions.take(version);
                setCompared([]);
              }}
              onDone={() => {
                setCompared([]);
              }}
            />
          ) : (
          <>
            <ToolStrip tool={tool} onTool={setTool}>
              <ToolWords
                tool={tool}
                view={view}
                move={move}
                stale={stale}
                onRetry={retry}
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
                idle={first.wanted ? <FirstStepLine onChoose={() => { setTool('choose'); }} onAway={first.away} /> : null}
              />
            </ToolStrip>
            <PhotoStage
              photo={photo}
              look={shown}
              onPreview={onPreview}
              watch={watch}
              view={viewNow}
              viewport={stage.viewport}
              onViewport={stage.setViewport}
              size={stage.size}
              panes={stage.panes}
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
              onTurn={chooses(tool) ? turn : undefined}
              pins={pins}
              pinsCatch={picking === null && (tool === 'look' || tool === 'probe')}
              onPin={movePin}
              onUnpin={(index) => {
                setProbes(probes.filter((_, i) => i !== index));
              }}
              marks={marks}
              spot={families.lit}
              asked={chooses(tool) && picking === null ? (fit?.ask ?? null) : null}
              divide={divide}
              onDivide={setDivide}
              attempt={attempt}
              onRetry={retry}
              onStale={setStale}
            />
          </>
          )
        }
        below={
          readingsOpen
            ? { part: 'readings', content: <ReadingsDrawer source={source?.scopes} result={readings?.scopes} probes={probes} readings={probeReadings} onProbes={setProbes} /> }
            : folded
              ? null
              : { part: 'bench', content: <DeskBench photoId={photo.id} kept={keptLook} move={move} onMove={onMove} surroundings={surroundings} aspect={aspect} onAspect={onAspect} /> }
        }
      />
      <DeskFooter strip={strip} pointed={pointed} probes={probes.length} open={readingsOpen} onOpen={setReadingsOpen} />
      <ShortcutsDialog open={help} onClose={() => { setHelp(false); }} />
    </>
  );
}
