import { AreaOverlay } from '../area/AreaOverlay';
import { FirstStepLine } from '../first/FirstStepLine';
import { PhotoStage } from '../photo/PhotoStage';
import { ToolStrip } from '../photo/StageTools';
import { CompareStage } from '../versions/CompareStage';
import { ToolWords } from './ToolWords';
import type { Desk } from './useDesk';
import { chooses } from './useTools';

/** The photo with the strip of tools above it; or, for a while, several states of it. */
export function DeskStage({ desk }: { desk: Desk }) {
  const { photo, comparing, tool, setTool, picking, choosing, fit, stage, probes } = desk;
  // While an answer is pointed at, what it would change; else what is asked about; else, for a moment, what the last stroke changed.
  const considered = desk.choosingState.considered;
  const lit = considered ? considered.change : (fit?.ask ?? fit?.change ?? null);
  if (comparing.panes.length > 1) return <CompareStage photo={photo} panes={comparing.panes} onTake={comparing.take} onDone={comparing.done} />;
  return (
    <>
      <ToolStrip tool={tool} onTool={setTool}>
        <ToolWords
          tool={tool}
          view={desk.view}
          move={desk.move}
          stale={desk.stale}
          onRetry={desk.retry}
          picking={picking}
          onStopPicking={desk.stopPicking}
          judged={desk.judged}
          onShowAll={() => {
            desk.setJudged(null);
          }}
          choosing={choosing}
          choosingState={desk.choosingState}
          fit={fit}
          pullBar={desk.pullBar}
          areas={desk.areas}
          idle={desk.first.wanted ? <FirstStepLine onChoose={() => { setTool('choose'); }} onAway={desk.first.away} /> : null}
        />
      </ToolStrip>
      <PhotoStage
        photo={photo}
        look={desk.shown}
        onPreview={desk.onPreview}
        watch={desk.watch}
        view={desk.viewNow}
        viewport={stage.viewport}
        onViewport={stage.setViewport}
        size={stage.size}
        panes={stage.panes}
        frame={stage.frame}
        pointerAt={stage.pointerAt}
        tool={picking !== null ? 'probe' : tool}
        onStroke={desk.onStroke}
        onPullStart={desk.startPull}
        onPull={(dx, dy, done) => {
          desk.pulling.to(dx, dy, done);
        }}
        onPullAbandoned={() => {
          desk.pulling.abandon();
        }}
        onPoint={desk.point}
        onTurn={chooses(tool) ? desk.turn : undefined}
        pins={desk.pins}
        pinsCatch={picking === null && (tool === 'look' || tool === 'probe')}
        onPin={desk.movePin}
        onUnpin={(index) => {
          desk.setProbes(probes.filter((_, i) => i !== index));
        }}
        marks={desk.marks}
        shows={desk.areas.shows}
        over={tool === 'area' && picking === null && desk.move ? (place, stroke) => <AreaOverlay areas={desk.areas} photo={photo} place={place} stroke={stroke} /> : undefined}
        spot={desk.families.lit}
        asked={chooses(tool) && picking === null ? lit : null}
        briefly={!considered && !fit?.ask}
        divide={desk.divide}
        onDivide={desk.setDivide}
        attempt={desk.attempt}
        onRetry={desk.retry}
        onStale={desk.setStale}
      />
    </>
  );
}
