import { Box, Typography } from '@mui/material';
import { visuallyHidden } from '@mui/utils';
import { useState, type ReactNode } from 'react';
import type { PhotoSet } from '../../api/client';
import { EmptySet } from '../set/EmptySet';
import type { ImportState } from '../set/useImport';
import { SetImportLine } from '../archive/SetImportLine';
import { JobLine } from '../jobs/JobLine';
import { MessageLine } from '../shell/MessageLine';
import { GuidePanel } from '../guide/GuidePanel';
import type { Say } from '../shell/say';
import { ShortcutsDialog } from '../shell/ShortcutsDialog';
import { greys } from '../../theme';
import { NameDialog } from '../../ui/controls/NameDialog';
import { closeTopmost } from '../../ui/place/closing';
import { useOpened } from '../../ui/place/useOpened';
import { all, ledBy, moved, NOTHING, inOrder, type Selection } from './selection';
import { SheetGrid } from './SheetGrid';
import { SheetHeader } from './SheetHeader';
import { SIZES, usualSize } from './sizes';
import { useSetWork } from './useSetWork';
import { useSheetKeys } from './useSheetKeys';

interface Props {
  set: PhotoSet;
  selection: Selection;
  onSelect: (selection: Selection) => void;
  /** The photo that was last at hand. */
  current: number | null;
  onOpen: (id: number) => void;
  onSay: Say;
  onFailure: (reason: unknown) => void;
  /** Photos on their way into the set. */
  arriving: ImportState;
  sets: ReactNode;
  strip: ReactNode;
}

const SIZE = 'sheet-size';

/** The whole set at once, each photo as graded: to judge them together, and to do something to several. */
export function Sheet({ set, selection, onSelect, current, onOpen, onSay, onFailure, arriving, sets, strip }: Props) {
  const { photos } = set;
  const ids = photos.map(({ id }) => id);
  const [size, setSize] = useState(() => Number(window.localStorage.getItem(SIZE)) || usualSize(window.innerWidth));
  const [before, setBefore] = useState(false);
  const [here, setHere] = useState<number | null>(current);
  const [columns, setColumns] = useState(1);
  const [renaming, setRenaming] = useState<number | null>(null);
  const [over, setOver] = useOpened('over');
  const [guide] = useOpened('guide');
  const work = useSetWork(set, onSay, onFailure);
  const resize = (next: number) => {
    const kept = Math.round(Math.max(SIZES.least, Math.min(SIZES.most, next)));
    setSize(kept);
    window.localStorage.setItem(SIZE, String(kept));
  };
  const chosen = inOrder(selection, ids);
  const remove = () => {
    if (chosen.length > 0) {
      void work.remove(chosen);
      onSelect(NOTHING);
    }
  };
  const open = (id: number | null) => {
    if (id === null) return;
    if (selection.chosen.size > 1) onSelect(ledBy(selection, id));
    onOpen(id);
  };
  useSheetKeys({
    move: (by, shift) => {
      const next = moved(selection, ids, here, by, shift);
      onSelect(next.selection);
      setHere(next.at);
    },
    columns,
    count: photos.length,
    open: () => { open(here ?? selection.lead ?? current); },
    all: () => { onSelect(all(selection, ids)); },
    none: () => { if (!closeTopmost()) onSelect(NOTHING); },
    before: setBefore,
    rename: () => { setRenaming(selection.lead); },
    remove,
    size: (by) => { resize(size * 1.2 ** by); },
    back: () => { open(current ?? ids[0] ?? null); },
    undo: work.undo,
    help: () => { setOver('keys'); },
  });
  const renamed = photos.find(({ id }) => id === renaming);
  return (
    <>
      <SheetHeader
        set={set}
        selection={selection}
        sets={sets}
        size={size}
        onSize={resize}
        onBefore={setBefore}
        work={work}
        onAll={() => { onSelect(all(selection, ids)); }}
        onRename={() => { setRenaming(selection.lead); }}
        onRemove={remove}
        onBack={() => { open(current ?? ids[0] ?? null); }}
        onFailure={onFailure}
      />
      <Box sx={{ flex: 1, minHeight: 0, display: 'flex' }}>
        {guide !== null && <Box component="section" aria-label="Guide" sx={{ width: 360, flex: 'none', bgcolor: greys.panel, borderRight: `1px solid ${greys.line}` }}><GuidePanel atHand={null} /></Box>}
        <Box component="main" data-guide="parts/sheet" sx={{ flex: 1, minWidth: 0, minHeight: 0, display: 'flex', flexDirection: 'column' }}>
          <h1 style={visuallyHidden}>{set.name}, all photos</h1>
          {photos.length === 0 ? (
            <Box sx={{ m: 'auto' }}>
              <EmptySet set={set} arriving={arriving.underWay.length > 0} onFiles={arriving.add} onFailure={onFailure} />
            </Box>
          ) : (
            <SheetGrid photos={photos} selection={selection} onSelect={onSelect} here={here} onHere={setHere} size={size} before={before} onOpen={open} onArrange={(next) => { void work.arrange(next); }} onColumns={setColumns} />
          )}
        </Box>
      </Box>
      <Box component="footer" sx={{ display: 'flex', alignItems: 'center', flex: 'none', height: 44, bgcolor: greys.panel, borderTop: `1px solid ${greys.line}` }}>
        {strip}
        <JobLine />
        <SetImportLine />
        <MessageLine />
        <Typography variant="caption" role="note" sx={{ flex: 'none', mr: 2 }}>
          {before ? 'As imported' : 'Double-click or Enter opens a photo · hold B to see all as imported'}
        </Typography>
      </Box>
      {renamed && (
        <NameDialog
          title={`Rename ${renamed.name}`}
          label="Name of the photo"
          name={renamed.name}
          action="Rename"
          onName={(name) => { void work.rename(renamed, name); }}
          onClose={() => { setRenaming(null); }}
        />
      )}
      <ShortcutsDialog open={over === 'keys'} onClose={() => { setOver(null); }} />
    </>
  );
}
