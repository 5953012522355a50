import { MovesPanel } from './MovesPanel';
import { lazily } from '../../ui/lazily';
import type { Desk } from './useDesk';

const VersionsPanel = lazily(() => import('../versions/VersionsPanel').then((module) => module.VersionsPanel));

/** On the right: the grade and the controls of the move at hand; or, for a while, its versions. */
export function DeskSide({ desk }: { desk: Desk }) {
  const { photo, comparing, versions, families, grading, atHand, judging } = desk;
  const { session, look } = grading;
  if (comparing.open && look) {
    return (
      <VersionsPanel
        photo={photo}
        look={look}
        versions={versions}
        compared={comparing.compared}
        onCompare={comparing.setCompared}
        onTry={(tried) => {
          session.preview(tried && (() => tried));
        }}
        revision={grading.kept?.revision}
        onGoTo={session.goTo}
        onBack={comparing.toggle}
      />
    );
  }
  return (
    <MovesPanel
      photo={photo}
      grading={grading}
      session={session}
      move={atHand.move}
      group={atHand.group}
      onSelect={atHand.select}
      onMove={atHand.onMove}
      judged={judging.judged}
      onJudge={judging.setJudged}
      aspect={atHand.aspect}
      onAspect={atHand.onAspect}
      surroundings={desk.surroundings}
      worse={desk.checks.worse}
      onChecks={(finding) => {
        desk.panels.setDrawer('checks');
        desk.checks.choose(finding);
      }}
      onPointPot={families.setPot}
      onSay={desk.onSay}
      onFailure={desk.onFailure}
    />
  );
}
