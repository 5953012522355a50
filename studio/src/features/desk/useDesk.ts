import { useCallback, useState } from 'react';
import { api, type Photo } from '../../api/client';
import { useAreas } from '../area/useAreas';
import { strokesOf } from '../choose/choosing';
import { useBreadthWheel } from '../choose/useBreadthWheel';
import { sampleOf, useChoosing } from '../choose/useChoosing';
import { useFirstStep } from '../first/useFirstStep';
import { newMove, withField, type Move, type MoveKind } from '../../model/looks';
import type { Surroundings } from '../panels/panel';
import type { Mark } from '../photo/PlaceMarks';
import type { Place, StrokeShape } from '../photo/tools';
import { usePointed, useProbeReadings, useReadings, useSource } from '../read/useColours';
import { applyPatch, patchOfMove } from '../../model/lookPatch';
import { useGradeSession } from '../ledger/useGradeSession';
import type { Say } from '../shell/say';
import { useKeys } from '../shell/useKeys';
import { useComparing } from '../versions/useComparing';
import { useVersions } from '../versions/useVersions';
import { useFamilies } from './useFamilies';
import { useGradedDot } from './useGradedDot';
import { useJudging } from './useJudging';
import { usePicking } from './usePicking';
import { usePins } from './usePins';
import { usePulling } from './usePulling';
import { useSelection } from './useSelection';
import { useStage } from './useStage';
import { useTools } from './useTools';
import { shownView } from './views';

export interface DeskActions {
  /** To the photo so many places on. */
  onStep: (by: number) => void;
  onSheet: () => void;
  onFailure: (reason: unknown) => void;
  onSay: Say;
}

export type Desk = ReturnType<typeof useDesk>;

const BESIDE = 'That place lies beside the photo. Click on the photo to pin a probe.';

/** Everything that is at hand while one photo is worked on; what is drawn of it is PhotoDesk's. */
export function useDesk(photo: Photo, photos: Photo[], { onStep, onSheet, onFailure, onSay }: DeskActions) {
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
  const comparing = useComparing(look, versions);

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
  const stage = useStage(photo, viewNow === 'beside' ? 2 : 1, comparing.panes.length < 2);
  const toPhoto = () => {
    stage.frame.current?.focus({ preventScroll: true });
  };
  const onMove = useCallback(
    (given: Move, next: Move, keep: boolean) => {
      const patch = patchOfMove(given, next);
      const change = (newest: Parameters<typeof applyPatch>[0]) => applyPatch(newest, patch).look;
      if (keep) session.edit(change);
      else session.preview(change);
    },
    [session],
  );
  const areas = useAreas(photo, session, move, onMove, onFailure);
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
    escape: () => {
      stopPicking();
      areas.drawing.giveUp();
    },
    fold: () => {
      setFolded((now) => !now);
    },
    help: () => {
      setHelp(true);
    },
  });

  const fit = choosing.fitOf(watch, move?.reach ?? null);
  const turn = useBreadthWheel(move, onMove);
  const onStroke = (shape: StrokeShape, points: Place[]) => {
    const at = points.at(-1);
    if (!look || !at) return;
    if (picking !== null) takePicked(look, watch, at);
    else if (tool === 'area') areas.drawing.stroke(points);
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
    areas,
    drawsArea: tool === 'area',
    onDrawArea: () => {
      setTool('area');
    },
    photos,
  };
  const onAspect = (next: string) => {
    if (move) setAspects((now) => ({ ...now, [move.kind]: next }));
  };

  return {
    photo, grading, session, look, keptLook, move, select, watch, onMove, aspect, onAspect, surroundings, onFailure, onSay,
    divide, setDivide, folded, setFolded, readingsOpen, setReadingsOpen, marks, help, setHelp, attempt, retry, stale, setStale,
    versions, comparing, source, readings, pointed, point, probes, setProbes, probeReadings, pins, movePin,
    choosing, choosingState, fit, turn, picking, stopPicking, pulling, startPull, pullBar, judged, setJudged, shown, onPreview,
    families, areas, tool, setTool, view, viewNow, setView, stage, first, onStroke, startOnPot,
  };
}
