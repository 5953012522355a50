import { startTransition, useCallback, useEffect, useState, type ReactNode } from 'react';
import type { Photo } from '../../api/client';
import { CarryOver } from '../carry/CarryOver';
import { DeskPanels } from '../../ui/layout/DeskPanels';
import { mendedWith } from '../../model/ledgerEdits';
import { ColoursPanel } from '../pots/ColoursPanel';
import { GuidePanel } from '../guide/GuidePanel';
import { newId } from '../../model/looks';
import { ShortcutsDialog } from '../shell/ShortcutsDialog';
import { DeskBench } from './DeskBench';
import { DeskFooter } from './DeskFooter';
import { DeskHeader } from './DeskHeader';
import { DeskSide } from './DeskSide';
import { DeskStage } from './DeskStage';
import { useDesk, type DeskActions } from './useDesk';
import { lazily } from '../../ui/lazily';

const ChecksDrawer = lazily(() => import('../checks/ChecksDrawer').then((module) => module.ChecksDrawer));
const CloudDrawer = lazily(() => import('../cloud/CloudDrawer').then((module) => module.CloudDrawer));
const ReadingsDrawer = lazily(() => import('../read/ReadingsDrawer').then((module) => module.ReadingsDrawer));

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

/** Whether a photo has been shown since the page was loaded. */
let anyShown = false;
/** A photo that takes longer does not keep the rest waiting. */
const PHOTO_FIRST_MS = 3000;

/** One photo with everything to work on it: its colours, the photo, the grade, the bench. Belongs to that photo alone. */
export function PhotoDesk({ photo, photos, sets, strip, deliver, selected, onRemove, ...actions }: Props) {
  const desk = useDesk(photo, photos, actions);
  const { stage, readings, atHand, panels } = desk;
  const { session, kept } = desk.grading;
  // On loading the page the photo comes first, and what stands around it right after.
  const [begun, setBegun] = useState(anyShown);
  const whole = begun || desk.grading.phase === 'failed';
  const onShown = useCallback(() => {
    anyShown = true;
    startTransition(() => {
      setBegun(true);
    });
  }, []);
  useEffect(() => {
    if (begun) return;
    const timer = window.setTimeout(onShown, PHOTO_FIRST_MS);
    return () => {
      window.clearTimeout(timer);
    };
  }, [begun, onShown]);
  const guide = (
    <GuidePanel
      atHand={{
        photo,
        surroundings: desk.surroundings,
        onTake: (taken) => {
          const added = { ...taken, id: newId() };
          session.edit((newest) => ({ ...newest, moves: [...newest.moves, added] }));
          atHand.select(added.id);
        },
      }}
    />
  );
  const below = () => {
    if (panels.drawer === 'checks') return { part: 'checks' as const, content: <ChecksDrawer checks={desk.checks} look={desk.grading.look} onMend={(mended) => { session.edit(mendedWith(mended)); }} onMove={atHand.select} /> };
    if (panels.drawer === 'cloud') return { part: 'cloud' as const, content: <CloudDrawer photoId={photo.id} kept={kept?.look} watch={atHand.watch} /> };
    if (panels.drawer === 'readings') return { part: 'readings' as const, content: <ReadingsDrawer source={readings.source?.scopes} result={readings.result?.scopes} probes={readings.probes} readings={readings.ofProbes} onProbes={readings.setProbes} /> };
    return !panels.benchShown ? null : { part: 'bench' as const, content: whole && <DeskBench photoId={photo.id} kept={kept?.look} move={atHand.move} onMove={atHand.onMove} surroundings={desk.surroundings} aspect={atHand.aspect} onAspect={atHand.onAspect} /> };
  };
  return (
    <>
      <DeskHeader
        photo={photo}
        grading={desk.grading}
        view={desk.tools.viewNow}
        onView={desk.tools.setView}
        hasMove={atHand.move !== undefined}
        zoom={stage.zoom}
        onToggleZoom={stage.toggleZoom}
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
          panels.setHelpOpen(true);
        }}
        sets={sets}
        carry={<CarryOver photo={photo} photos={photos} look={kept?.look} to={selected} onFailure={actions.onFailure} />}
        deliver={deliver(photo)}
      />
      <DeskPanels
        withLeft={panels.guideShown || panels.coloursShown}
        withRight={panels.gradeShown}
        left={panels.guideShown ? { part: 'guide', content: guide } : { part: 'left', content: whole && <ColoursPanel source={readings.source} readings={readings.result} onPoint={desk.families.setPot} onChoose={(index) => { void desk.startOnPot(index); }} /> }}
        right={whole && <DeskSide desk={desk} />}
        photo={<DeskStage desk={desk} whole={whole} onShown={onShown} />}
        below={below()}
      />
      <DeskFooter strip={strip} pointed={readings.pointed} probes={readings.probes.length} found={desk.checks.findings?.length ?? 0} panels={panels} />
      <ShortcutsDialog open={panels.helpOpen} onClose={() => { panels.setHelpOpen(false); }} />
    </>
  );
}
