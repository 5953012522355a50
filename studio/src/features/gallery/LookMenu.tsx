import MoreIcon from '@mui/icons-material/MoreHoriz';
import { IconButton, Menu, MenuItem, TextField } from '@mui/material';
import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { api, type OwnLook } from '../../api/client';
import { NameDialog } from '../../ui/controls/NameDialog';
import type { Say } from '../shell/say';

interface Props {
  own: OwnLook;
  onSay: Say;
  onFailure: (reason: unknown) => void;
}

/** What can be done to a look of one's own. */
export function LookMenu({ own, onSay, onFailure }: Props) {
  const queries = useQueryClient();
  const [at, setAt] = useState<HTMLElement | null>(null);
  const [naming, setNaming] = useState(false);
  const [group, setGroup] = useState(own.group);
  const name = own.look.name ?? '';
  const refetch = () => queries.invalidateQueries({ queryKey: ['own looks'] });
  const does = (what: () => Promise<unknown>) => {
    what().then(refetch).catch(onFailure);
  };
  const act = (what: () => void) => () => {
    setAt(null);
    what();
  };
  const remove = () => {
    does(async () => {
      await api.removeLook(own.id);
      onSay(`“${name}” was removed.`, { title: 'Undo', run: () => { does(() => api.restoreLook(own.id)); } });
    });
  };
  return (
    <>
      <IconButton aria-label={`More for ${name}`} onClick={(event) => { setAt(event.currentTarget); }} sx={{ position: 'absolute', right: 6, top: 6, zIndex: 1, p: '1px', bgcolor: 'rgb(40 40 40 / 70%)' }}>
        <MoreIcon sx={{ fontSize: 16 }} />
      </IconButton>
      <Menu anchorEl={at} open={at !== null} onClose={() => { setAt(null); }}>
        <MenuItem onClick={act(() => { setNaming(true); })}>Rename, group …</MenuItem>
        <MenuItem component="a" href={own.fileUrl} download={`${name}.json`} onClick={() => { setAt(null); }}>
          Export as a file
        </MenuItem>
        <MenuItem onClick={act(remove)}>Remove</MenuItem>
      </Menu>
      {naming && (
        <NameDialog title={`Rename “${name}”`} label="Name of the look" name={name} action="Keep" onName={(next) => { does(() => api.changeLook(own.id, next, group)); }} onClose={() => { setNaming(false); }}>
          <TextField fullWidth size="small" margin="dense" label="Group (optional)" value={group} slotProps={{ htmlInput: { maxLength: 200 } }} onChange={(event) => { setGroup(event.target.value); }} />
        </NameDialog>
      )}
    </>
  );
}
