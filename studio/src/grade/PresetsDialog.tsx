import { Dialog, DialogContent, DialogContentText, DialogTitle, List, ListItemButton, ListItemText, ListSubheader } from '@mui/material';
import { useQuery } from '@tanstack/react-query';
import { api, type Preset } from '../api/client';
import { moveWords } from '../panels';
import { kindTitle } from './looks';

interface Props {
  open: boolean;
  onClose: () => void;
  onTake: (preset: Preset) => void;
}

/** Looks to begin with; the moves of the one chosen are added to the grade. */
export function PresetsDialog({ open, onClose, onTake }: Props) {
  const presets = useQuery({ queryKey: ['presets'], queryFn: api.presets, enabled: open, staleTime: Infinity });
  const groups = [...new Set((presets.data ?? []).map((one) => one.group))];
  return (
    <Dialog open={open} onClose={onClose} fullWidth maxWidth="xs">
      <DialogTitle>Begin with a look</DialogTitle>
      <DialogContent>
        <DialogContentText variant="body2">Its moves are added below yours, to be adapted to this photo. One undo takes them out again.</DialogContentText>
        {presets.isError && <DialogContentText>{presets.error.message}</DialogContentText>}
        <List dense>
          {groups.map((group) => (
            <li key={group}>
              <ul style={{ padding: 0 }}>
                <ListSubheader sx={{ bgcolor: 'background.paper', lineHeight: 2.2 }}>{group}</ListSubheader>
                {(presets.data ?? [])
                  .filter((one) => one.group === group)
                  .map((one) => (
                    <ListItemButton
                      key={one.look.name}
                      onClick={() => {
                        onTake(one);
                      }}
                    >
                      <ListItemText primary={one.look.name} secondary={one.look.moves.map((move) => `${kindTitle(move.kind)}: ${move.label ? move.label : moveWords({ ...move, id: '' })}`).join('; ')} />
                    </ListItemButton>
                  ))}
              </ul>
            </li>
          ))}
        </List>
      </DialogContent>
    </Dialog>
  );
}
