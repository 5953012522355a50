import { AreaOverlay } from '../area/AreaOverlay';
import { Typography } from '@mui/material';
import { useEffect } from 'react';
import { watchOfCheck } from '../../model/findings';
import { FirstStepLine } from '../first/FirstStepLine';
import { PhotoStage } from '../photo/PhotoStage';
import { ToolStrip } from '../photo/StageTools';
import { FoldPanels } from './FoldPanels';
import { ToolWords } from './ToolWords';
import type { Desk } from './useDesk';
import { chooses } from './useTools';
import { lazily } from '../../ui/lazily';

const CompareStage = lazily(() => import('../versions/CompareStage').then((module) => module.CompareStage));

/** The photo with the strip of tools above it; or, for a while, several states of it. */
export function DeskStage({ desk, whole, onShown }: { desk: Desk; whole: boolean; onShown: () => void }) {
  const { photo, comparing, stage, readings, choice, pull, picture, judging, areas, families, atHand } = desk;
  const { tool, setTool } = desk.tools;
  const { choosing, fit } = choice;
  const { picking } = desk.picking;
  // While an answer is pointed at, what it would change; else what is asked about; else, for a moment, what the last stroke changed.
  const considered = choice.considered;
  const lit = considered ? considered.change : (fit?.ask ?? fit?.change ?? null);
  const several = comparing.panes.length > 1;
  useEffect(() => {
    if (several) onShown();
  }, [several, onShown]);
  if (several) return <CompareStage photo={photo} panes={comparing.panes} onTake={comparing.take} onDone={comparing.done} />;
  return (
    <>
      <ToolStrip tool={tool} onTool={setTool} end={<FoldPanels folded={desk.panels.folded} onFold={desk.panels.fold} />}>
        <ToolWords
          tool={tool}
          view={desk.tools.view}
          move={atHand.move}
          stale={picture.stale}
          onRetry={picture.retry}
          picking={picking}
          onStopPicking={desk.picking.stop}
          judged={judging.judged}
          onShowAll={() => {
            judging.setJudged(null);
          }}
          choosing={choosing}
          choosingState={choice}
          fit={fit}
          reading={readings.source === undefined}
          pullBar={pull.bar}
          areas={areas}
          idle={desk.checks.chosen ? <Typography variant="body2">In colour: {desk.checks.chosen.words}. The rest is grey.</Typography> : desk.first.wanted ? <FirstStepLine onChoose={() => { setTool('choose'); }} onAway={desk.first.away} /> : null}
        />
      </ToolStrip>
      <PhotoStage
        photo={photo}
        look={judging.shown}
        onPreview={judging.onPreview}
        watch={desk.checks.chosen ? watchOfCheck(desk.checks.chosen.trouble) : atHand.watch}
        view={desk.tools.viewNow}
        viewport={stage.viewport}
        onViewport={stage.setViewport}
        size={stage.size}
        panes={stage.panes}
        frame={stage.frame}
        pointerAt={stage.pointerAt}
        tool={picking !== null ? 'probe' : tool}
        onStroke={desk.onStroke}
        onPullStart={pull.start}
        onPull={(dx, dy, done) => {
          pull.pulling.to(dx, dy, done);
        }}
        onPullAbandoned={() => {
          pull.pulling.abandon();
        }}
        onPoint={readings.point}
        onTurn={chooses(tool) ? choice.turn : undefined}
        pins={readings.pins}
        pinsCatch={picking === null && (tool === 'look' || tool === 'probe')}
        onPin={readings.movePin}
        onUnpin={(index) => {
          readings.setProbes(readings.probes.filter((_, i) => i !== index));
        }}
        marks={picture.marks}
        shows={areas.shows}
        over={tool === 'area' && picking === null && atHand.move ? (place, stroke) => <AreaOverlay areas={areas} photo={photo} place={place} stroke={stroke} /> : undefined}
        spot={families.lit}
        asked={chooses(tool) && picking === null ? lit : null}
        briefly={!considered && !fit?.ask}
        divide={picture.divide}
        onDivide={picture.setDivide}
        attempt={picture.attempt}
        onRetry={picture.retry}
        onStale={picture.setStale}
        whole={whole}
        onShown={onShown}
      />
    </>
  );
}
