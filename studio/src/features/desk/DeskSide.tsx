import { VersionsPanel } from '../versions/VersionsPanel';
import { MovesPanel } from './MovesPanel';
import type { Desk } from './useDesk';

/** On the right: the grade and the controls of the move at hand; or, for a while, its versions. */
export function DeskSide({ desk }: { desk: Desk }) {
  const { photo, look, session, comparing, versions, families } = desk;
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
        revision={desk.grading.kept?.revision}
        onGoTo={session.goTo}
        onBack={comparing.toggle}
      />
    );
  }
  return (
    <MovesPanel
      photo={photo}
      grading={desk.grading}
      session={session}
      move={desk.move}
      onSelect={desk.select}
      onMove={desk.onMove}
      judged={desk.judged}
      onJudge={desk.setJudged}
      aspect={desk.aspect}
      onAspect={desk.onAspect}
      surroundings={desk.surroundings}
      onPointPot={families.setPot}
      onSay={desk.onSay}
      onFailure={desk.onFailure}
    />
  );
}
