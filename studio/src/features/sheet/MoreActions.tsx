import MoreIcon from '@mui/icons-material/MoreHoriz';
import { Divider, IconButton, ListItemText, Menu, MenuItem, Tooltip } from '@mui/material';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { api, type PhotoSet } from '../../api/client';
import { NameDialog } from '../../ui/controls/NameDialog';
import type { SetWork } from './useSetWork';

interface Props {
  set: PhotoSet;
  /** The selected photos. */
  chosen: number[];
  work: SetWork;
  onRename: () => void;
  onRemove: () => void;
}

/** What else can be done to the selected photos. */
export function MoreActions({ set, chosen, work, onRename, onRemove }: Props) {
  const [at, setAt] = useState<HTMLElement | null>(null);
  const [naming, setNaming] = useState(false);
  const sets = useQuery({ queryKey: ['sets'], queryFn: api.sets }).data ?? [];
  const act = (what: () => void) => () => {
    setAt(null);
    what();
  };
  return (
    <>
      <Tooltip title="Rename, move to another set, remove">
        <span>
          <IconButton aria-label="More for the selected photos" disabled={chosen.length === 0} onClick={(event) => { setAt(event.currentTarget); }}>
            <MoreIcon fontSize="small" />
          </IconButton>
        </span>
      </Tooltip>
      <Menu anchorEl={at} open={at !== null} onClose={() => { setAt(null); }}>
        <MenuItem onClick={act(onRename)}>
          <ListItemText primary={chosen.length > 1 ? 'Rename the first …' : 'Rename …'} secondary="F2" />
        </MenuItem>
        <MenuItem onClick={act(onRemove)}>
          <ListItemText primary="Remove from set" secondary="Delete" />
        </MenuItem>
        <Divider />
        {sets
          .filter(({ id }) => id !== set.id)
          .map((other) => (
            <MenuItem key={other.id} onClick={act(() => { void work.moveTo(chosen, other); })}>
              Move to “{other.name}”
            </MenuItem>
          ))}
        <MenuItem onClick={act(() => { setNaming(true); })}>Move to a new set …</MenuItem>
      </Menu>
      {naming && <NameDialog title="Move to a new set" label="Name of the set" name="" action="Move" onName={(name) => { void work.moveToNew(chosen, name); }} onClose={() => { setNaming(false); }} />}
    </>
  );
}
