import { useCallback, useState } from 'react';
import { api, type Photo } from '../../api/client';
import { useAreas } from '../area/useAreas';
import { useChecks } from '../checks/useChecks';
import { strokesOf } from '../choose/choosing';
import { useBreadthWheel } from '../choose/useBreadthWheel';
import { sampleOf, useChoosing } from '../choose/useChoosing';
import { useFirstStep } from '../first/useFirstStep';
import type { ViewMode } from '../../gl/PhotoRenderer';
import { newMove, withField, type Move } from '../../model/looks';
import type { Surroundings } from '../panels/panel';
import type { Mark } from '../photo/PlaceMarks';
import type { Place, StrokeShape } from '../photo/tools';
import { closeTopmost } from '../../ui/place/closing';
import { applyPatch, patchOfMove } from '../../model/lookPatch';
import { useGradeSession } from '../ledger/useGradeSession';
import type { Say } from '../shell/say';
import { useKeys } from '../shell/useKeys';
import { useComparing } from '../versions/useComparing';
import { useVersions } from '../versions/useVersions';
import { useAspect } from './useAspect';
import { useDeskReadings } from './useDeskReadings';
import { useFamilies } from './useFamilies';
import { useGradedDot } from './useGradedDot';
import { useJudging } from './useJudging';
import { usePicking } from './usePicking';
import { usePanels } from './usePanels';
import { usePicture } from './usePicture';
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

const BESIDE = 'That is outside the photo. Click on the photo to pin a probe.';

/** Everything that is at hand while one photo is worked on; what is drawn of it is PhotoDesk's. */
export function useDesk(photo: Photo, photos: Photo[], { onStep, onSheet, onFailure, onSay }: DeskActions) {
  const grading = useGradeSession(photo.id);
  const { session, look } = grading;
  const { move, group, select } = useSelection(photo.id, look);
  const watch = move?.id ?? null;
  const panels = usePanels();
  const picture = usePicture();
  const [marks, setMarks] = useState<Mark[]>([]);
  const [aspect, onAspect] = useAspect(move);
  useGradedDot(photo.setId, photo.id, grading.kept?.look.moves.length, grading.kept?.revision);
  const versions = useVersions(photo, grading.kept, session, onSay, onFailure);
  const comparing = useComparing(look, versions);

  const keptLook = grading.kept?.look;
  const readings = useDeskReadings(photo.id, look, keptLook, watch);
  const { choosing, ...choosingState } = useChoosing(photo, session, select, onFailure);
  const { pick, ...picking } = usePicking(photo.id, onFailure);
  const pull = usePulling(photo.id, session, move, aspect, onFailure);
  const judging = useJudging(session, look, group?.id ?? watch);
  const families = useFamilies(photo.id, move, aspect);
  const { held, holdBefore, holdReached, ...tools } = useTools(choosing, move, () => {
    panels.setDrawer('readings');
  });
  const checks = useChecks(photo.id, keptLook, panels.drawer === 'checks');
  const viewNow = checks.chosen && !held.before ? 'reached' : shownView(tools.view, held, move !== undefined);
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
      if (tools.tool === 'look' && picking.picking === null) stage.pan(right, down);
      else toPhoto();
    },
    nextPhoto: onStep,
    sheet: onSheet,
    keep: versions.keep,
    before: holdBefore,
    reached: holdReached,
    tool: tools.setTool,
    flash: families.setFlashing,
    escape: () => {
      const busy = picking.picking !== null || areas.drawing.underWay();
      picking.stop();
      areas.drawing.giveUp();
      // One thing at a time: what was begun on the photo first, then what lies over it.
      if (!busy) closeTopmost();
    },
    fold: panels.fold,
    help: () => {
      panels.setHelpOpen(true);
    },
  });

  const fit = choosing.fitOf(watch, move?.reach ?? null);
  const turn = useBreadthWheel(move, onMove);
  const onStroke = (shape: StrokeShape, points: Place[]) => {
    const at = points.at(-1);
    if (!look || !at) return;
    if (picking.picking !== null) picking.take(look, watch, at);
    else if (tools.tool === 'area') areas.drawing.stroke(points);
    else if (tools.tool === 'probe') {
      if (!readings.pin(at)) onFailure(BESIDE);
    } else {
      void choosing.stroke(sampleOf(tools.tool === 'hold' ? 'held' : 'wanted', shape, points), watch);
      tools.setView('reached');
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
  const surroundings: Surroundings = {
    photoKey: photo.key,
    photoId: photo.id,
    look,
    onFailure,
    onMarks: setMarks,
    pick: (what, done, stays) => {
      pick(what, done, stays);
      // Whoever asked for it by keyboard goes on by keyboard.
      if (document.activeElement?.matches(':focus-visible')) toPhoto();
    },
    onUnstroke: (index) => {
      if (move) void choosing.unstroke(move.id, index);
    },
    onInverted: () => {
      if (move && strokesOf(move.reach, photo.key).some(({ as }) => as === 'held')) void choosing.again(move.id);
    },
    source: readings.source,
    readings: readings.result,
    pointed: readings.pointed,
    picking: picking.picking,
    probeColours: (readings.ofProbes ?? []).flatMap((one) => (one ? [one.after.hex] : [])),
    families: families.shares,
    onLight: families.setFamily,
    areas,
    drawsArea: tools.tool === 'area',
    onDrawArea: () => {
      tools.setTool('area');
    },
    photos,
  };
  return {
    photo, onFailure, onSay, grading, checks, versions, comparing, readings, panels, families, areas, stage, first, surroundings, onStroke, startOnPot,
    atHand: { move, group, select, watch, onMove, aspect, onAspect },
    choice: { choosing, fit, turn, ...choosingState },
    picking, pull, judging,
    tools: {
      ...tools,
      setView: (view: ViewMode) => {
        checks.choose(null);
        tools.setView(view);
      },
      viewNow,
    },
    picture: { ...picture, marks },
  };
}
