import { Button, Dialog, DialogActions, DialogContent, DialogTitle, FormControlLabel, Radio, RadioGroup, Typography } from '@mui/material';
import { useId, useState } from 'react';
import { api } from '../../api/client';
import { useDeliveries } from '../deliver/useDeliveries';
import type { Say } from '../shell/say';

interface Props {
  set: { id: number; name: string; photoCount: number };
  onSay: Say;
  onFailure: (reason: unknown) => void;
  onClose: () => void;
}

/** Asks how a whole set is to go out; the archive is made as deliveries are. */
export function ExportSetDialog({ set, onSay, onFailure, onClose }: Props) {
  const id = useId();
  const { start } = useDeliveries();
  const [photos, setPhotos] = useState(true);
  const [busy, setBusy] = useState(false);
  const run = async () => {
    setBusy(true);
    try {
      await start(() => api.exportSet(set.id, photos));
      onSay('The archive is being made, and will be in your downloads. Deliver shows how far it is.');
      onClose();
    } catch (reason) {
      onFailure(reason);
      setBusy(false);
    }
  };
  return (
    <Dialog open onClose={onClose} maxWidth="sm" fullWidth aria-labelledby={id} data-guide="parts/sets">
      <DialogTitle id={id} sx={{ pb: 0.5 }}>
        Export “{set.name}”
      </DialogTitle>
      <DialogContent>
        <Typography variant="body2" sx={{ mb: 1 }}>
          One archive with all grades and their history, versions, the order, the starting look and your looks, to be imported on another server.
        </Typography>
        <RadioGroup aria-label="What goes in" value={photos ? 'with' : 'without'} onChange={(_, value) => { setPhotos(value === 'with'); }}>
          <FormControlLabel value="with" control={<Radio size="small" />} label={<Typography variant="body2">With the photos</Typography>} />
          <FormControlLabel value="without" control={<Radio size="small" />} label={<Typography variant="body2">Without the photos: they are there already, or will be imported there</Typography>} />
        </RadioGroup>
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>Cancel</Button>
        <Button variant="contained" disabled={busy} onClick={() => { void run(); }}>
          Export
        </Button>
      </DialogActions>
    </Dialog>
  );
}
