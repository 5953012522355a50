import { Button, Dialog, DialogActions, DialogContent, DialogTitle, TextField } from '@mui/material';
import { useId, useState, type ReactNode } from 'react';

interface Props {
  title: string;
  label: string;
  name: string;
  action: string;
  onName: (name: string) => void;
  onClose: () => void;
  /** Further fields. */
  children?: ReactNode;
}

/** Asks for a name. */
export function NameDialog({ title, label, name, action, onName, onClose, children }: Props) {
  const [text, setText] = useState(name);
  const id = useId();
  const done = () => {
    if (text.trim() === '') return;
    onName(text.trim());
    onClose();
  };
  return (
    <Dialog open onClose={onClose} maxWidth="xs" fullWidth aria-labelledby={id}>
      <DialogTitle id={id}>{title}</DialogTitle>
      <DialogContent>
        <TextField
          autoFocus
          fullWidth
          size="small"
          margin="dense"
          label={label}
          value={text}
          slotProps={{ htmlInput: { maxLength: 200 } }}
          onFocus={(event) => {
            // The ending of a file's name usually stays.
            const dot = event.target.value.lastIndexOf('.');
            event.target.setSelectionRange(0, dot > 0 ? dot : event.target.value.length);
          }}
          onChange={(event) => { setText(event.target.value); }}
          onKeyDown={(event) => {
            if (event.key !== 'Enter') return;
            // The focus goes back to what opened this: the same key must not press that again.
            event.preventDefault();
            done();
          }}
        />
        {children}
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>Cancel</Button>
        <Button variant="contained" disabled={text.trim() === ''} onClick={done}>
          {action}
        </Button>
      </DialogActions>
    </Dialog>
  );
}
