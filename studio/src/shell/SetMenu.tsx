import ArrowIcon from '@mui/icons-material/ArrowDropDown';
import { Button, Dialog, DialogActions, DialogContent, DialogTitle, Divider, ListItemText, Menu, MenuItem, TextField, Typography } from '@mui/material';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { api } from '../api/client';

interface Props {
  current: { id: number; name: string } | null;
  onOpen: (setId: number) => void;
  onFailure: (reason: unknown) => void;
}

/** Which set is open; switching to another or beginning a new one. */
export function SetMenu({ current, onOpen, onFailure }: Props) {
  const queries = useQueryClient();
  const sets = useQuery({ queryKey: ['sets'], queryFn: api.sets }).data ?? [];
  const [at, setAt] = useState<HTMLElement | null>(null);
  const [name, setName] = useState<string | null>(null);
  const create = async () => {
    if (name === null || name.trim() === '') return;
    try {
      const set = await api.createSet(name.trim());
      await queries.invalidateQueries({ queryKey: ['sets'] });
      setName(null);
      onOpen(set.id);
    } catch (reason) {
      onFailure(reason);
    }
  };
  return (
    <>
      <Button
        endIcon={<ArrowIcon />}
        sx={{ minWidth: 0 }}
        onClick={(event) => {
          setAt(event.currentTarget);
        }}
      >
        <Typography variant="body2" noWrap sx={{ maxWidth: 260 }}>
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
          <MenuItem
            key={set.id}
            selected={set.id === current?.id}
            onClick={() => {
              setAt(null);
              onOpen(set.id);
            }}
          >
            <ListItemText primary={set.name} secondary={set.photoCount === 1 ? '1 photo' : `${String(set.photoCount)} photos`} />
          </MenuItem>
        ))}
        <Divider />
        <MenuItem
          onClick={() => {
            setAt(null);
            setName('');
          }}
        >
          New set …
        </MenuItem>
      </Menu>
      <Dialog
        open={name !== null}
        onClose={() => {
          setName(null);
        }}
        maxWidth="xs"
        fullWidth
      >
        <DialogTitle>New set</DialogTitle>
        <DialogContent>
          <TextField
            autoFocus
            fullWidth
            size="small"
            margin="dense"
            label="Name, for example the job or the day"
            value={name ?? ''}
            slotProps={{ htmlInput: { maxLength: 200 } }}
            onChange={(event) => {
              setName(event.target.value);
            }}
            onKeyDown={(event) => {
              if (event.key === 'Enter') void create();
            }}
          />
        </DialogContent>
        <DialogActions>
          <Button
            onClick={() => {
              setName(null);
            }}
          >
            Not now
          </Button>
          <Button variant="contained" disabled={(name ?? '').trim() === ''} onClick={() => { void create(); }}>
            Make it
          </Button>
        </DialogActions>
      </Dialog>
    </>
  );
}
