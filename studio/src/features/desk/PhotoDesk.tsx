import type { ReactNode } from 'react';
import type { Photo } from '../../api/client';
import { CarryOver } from '../carry/CarryOver';
import { DeskPanels } from '../../ui/layout/DeskPanels';
import { ColoursPanel } from '../pots/ColoursPanel';
import { ReadingsDrawer } from '../read/ReadingsDrawer';
import { ShortcutsDialog } from '../shell/ShortcutsDialog';
import { DeskBench } from './DeskBench';
import { DeskFooter } from './DeskFooter';
import { DeskHeader } from './DeskHeader';
import { DeskSide } from './DeskSide';
import { DeskStage } from './DeskStage';
import { useDesk, type DeskActions } from './useDesk';

interface Props extends DeskActions {
  photo: Photo;
  photos: Photo[];
  sets: ReactNode;
  /** The set's photos, small. */
  strip: ReactNode;
  deliver: (photo: Photo) => ReactNode;
  /** Photos that carrying over begins with. */
  selected: readonly number[];
  onRemove: (photo: Photo) => void;
}

/** One photo with everything to work on it: its colours, the photo, the grade, the bench. Belongs to that photo alone. */
export function PhotoDesk({ photo, photos, sets, strip, deliver, selected, onRemove, ...actions }: Props) {
  const desk = useDesk(photo, photos, actions);
  const { session, stage, source, readings, keptLook, folded, probes, probeReadings, readingsOpen } = desk;
  const below = () => {
    if (readingsOpen) return { part: 'readings' as const, content: <ReadingsDrawer source={source?.scopes} result={readings?.scopes} probes={probes} readings={probeReadings} onProbes={desk.setProbes} /> };
    return folded ? null : { part: 'bench' as const, content: <DeskBench photoId={photo.id} kept={keptLook} move={desk.move} onMove={desk.onMove} surroundings={desk.surroundings} aspect={desk.aspect} onAspect={desk.onAspect} /> };
  };
  return (
    <>
      <DeskHeader
        photo={photo}
        grading={desk.grading}
        view={desk.viewNow}
        onView={desk.setView}
        hasMove={desk.move !== undefined}
        zoom={stage.zoom}
        onToggleZoom={stage.toggleZoom}
        folded={folded}
        onFold={() => {
          desk.setFolded(!folded);
        }}
        onUndo={session.undo}
        onRedo={session.redo}
        onRetry={session.retry}
        onRemove={() => {
          onRemove(photo);
        }}
        onSheet={actions.onSheet}
        versionsOpen={desk.comparing.open}
        onVersions={desk.comparing.toggle}
        onHelp={() => {
          desk.setHelp(true);
        }}
        sets={sets}
        carry={<CarryOver photo={photo} photos={photos} look={keptLook} to={selected} onSay={actions.onSay} onFailure={actions.onFailure} />}
        deliver={deliver(photo)}
      />
      <DeskPanels
        folded={folded}
        left={<ColoursPanel source={source} readings={readings} onPoint={desk.families.setPot} onChoose={(index) => { void desk.startOnPot(index); }} />}
        right={<DeskSide desk={desk} />}
        photo={<DeskStage desk={desk} />}
        below={below()}
      />
      <DeskFooter strip={strip} pointed={desk.pointed} probes={probes.length} open={readingsOpen} onOpen={desk.setReadingsOpen} />
      <ShortcutsDialog open={desk.help} onClose={() => { desk.setHelp(false); }} />
    </>
  );
}
