import ArrowIcon from '@mui/icons-material/ArrowDropDown';
import { Button, Divider, ListItemText, Menu, MenuItem, Typography } from '@mui/material';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useRef, useState } from 'react';
import { api } from '../../api/client';
import { here } from '../../api/here';
import { NameDialog } from '../../ui/controls/NameDialog';
import { useOpened } from '../../ui/place/useOpened';
import { ExportSetDialog } from '../archive/ExportSetDialog';
import { sendingSets } from '../archive/sendHere';
import { ARCHIVES } from '../archive/setImports';
import { FilePicker } from '../../ui/controls/FilePicker';
import { StartingLookDialog } from '../set/StartingLookDialog';
import type { Say } from './say';
import { StorageDialog } from './StorageDialog';
import { WorkersDialog } from './WorkersDialog';

interface Props {
  current: { id: number; name: string; photoCount: number } | null;
  /** Null opens whichever is there. */
  onOpen: (setId: number | null) => void;
  onFailure: (reason: unknown) => void;
  onSay: Say;
  /** There is little room for its name. */
  narrow?: boolean;
}

/** Which set is open; switching to another, beginning, renaming, removing one. */
export function SetMenu({ current, onOpen, onFailure, onSay, narrow = false }: Props) {
  const queries = useQueryClient();
  const [at, setAt] = useState<HTMLElement | null>(null);
  const sets = useQuery({ queryKey: ['sets'], queryFn: api.sets }).data ?? [];
  const [naming, setNaming] = useState<{ what: 'new' | 'rename'; name: string } | null>(null);
  const [over, setOver] = useOpened('over');
  const picker = useRef<(() => void) | null>(null);
  const refetch = () => queries.invalidateQueries({ queryKey: ['sets'] });
  const keepName = async (what: 'new' | 'rename', name: string) => {
    try {
      const set = what === 'rename' && current ? await api.renameSet(current.id, name) : await api.createSet(name);
      await refetch();
      await queries.invalidateQueries({ queryKey: ['set', set.id] });
      if (what === 'new') onOpen(set.id);
    } catch (reason) {
      onFailure(reason);
    }
  };
  const remove = async (gone: { id: number; name: string }) => {
    try {
      await api.removeSet(gone.id);
      await refetch();
      onOpen(sets.find(({ id }) => id !== gone.id)?.id ?? null);
      onSay(`“${gone.name}” was removed with its photos.`, {
        title: 'Undo',
        run: () => {
          api
            .restoreSet(gone.id)
            .then(async (set) => {
              await refetch();
              onOpen(set.id);
            })
            .catch(onFailure);
        },
      });
    } catch (reason) {
      onFailure(reason);
    }
  };
  const act = (what: () => void) => () => {
    setAt(null);
    what();
  };
  return (
    <>
      <Button
        endIcon={<ArrowIcon />}
        sx={{ minWidth: 0 }}
        onClick={(event) => {
          setAt(event.currentTarget);
          // Photos may have come or gone since the list was read.
          void refetch();
        }}
      >
        <Typography variant="body2" noWrap sx={{ maxWidth: narrow ? { xs: 110, lg: 130, xl: 200 } : 260 }}>
          {current?.name ?? 'Choose a set'}
        </Typography>
      </Button>
      <Menu
        anchorEl={at}
        open={at !== null}
        onClose={() => {
          setAt(null);
        }}
      >
        {sets.map((set) => (
          <MenuItem key={set.id} selected={set.id === current?.id} onClick={act(() => { onOpen(set.id); })}>
            <ListItemText primary={set.name} secondary={set.photoCount === 1 ? '1 photo' : `${String(set.photoCount)} photos`} />
          </MenuItem>
        ))}
        <Divider />
        <MenuItem onClick={act(() => { setNaming({ what: 'new', name: '' }); })}>New set …</MenuItem>
        {current && <MenuItem onClick={act(() => { setNaming({ what: 'rename', name: current.name }); })}>Rename this set …</MenuItem>}
        {current && <MenuItem onClick={act(() => { void remove(current); })}>Remove this set</MenuItem>}
        {current && <MenuItem onClick={act(() => { setOver('start'); })}>Starting look …</MenuItem>}
        <Divider />
        {current && <MenuItem onClick={act(() => { setOver('export-set'); })}>Export this set …</MenuItem>}
        <MenuItem onClick={act(() => { picker.current?.(); })}>Import a set …</MenuItem>
        <Divider />
        <MenuItem onClick={act(() => { setOver('storage'); })}>Storage …</MenuItem>
        <MenuItem onClick={act(() => { setOver('workers'); })}>Workers …</MenuItem>
        <MenuItem onClick={act(() => { setOver('name'); })}>Your name …</MenuItem>
      </Menu>
      <span data-guide="parts/sets">
        <FilePicker label="Archive of a set" accept={ARCHIVES} onFiles={sendingSets.add}>
          {(ask) => {
            // The menu that asks for it is gone by then.
            picker.current = ask;
            return null;
          }}
        </FilePicker>
      </span>
      {over === 'export-set' && current && <ExportSetDialog set={current} onSay={onSay} onFailure={onFailure} onClose={() => { setOver(null); }} />}
      {over === 'start' && current && <StartingLookDialog set={current} onFailure={onFailure} onClose={() => { setOver(null); }} />}
      {over === 'name' && (
        <NameDialog
          title="Your name"
          label="Shown to others with what you change"
          name={here.name}
          action="Save"
          onName={(name) => { here.name = name; }}
          onClose={() => { setOver(null); }}
        />
      )}
      {over === 'storage' && <StorageDialog onClose={() => { setOver(null); }} />}
      {over === 'workers' && <WorkersDialog onClose={() => { setOver(null); }} />}
      {naming && (
        <NameDialog
          title={naming.what === 'rename' ? 'Rename this set' : 'New set'}
          label="Name, such as the job or the date"
          name={naming.name}
          action={naming.what === 'rename' ? 'Rename' : 'Create'}
          onName={(name) => { void keepName(naming.what, name); }}
          onClose={() => { setNaming(null); }}
        />
      )}
    </>
  );
}
