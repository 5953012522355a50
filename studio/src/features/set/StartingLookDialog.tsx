import { Box, Button, Checkbox, CircularProgress, Dialog, DialogActions, DialogContent, DialogTitle, FormControlLabel, ListSubheader, MenuItem, Radio, RadioGroup, Select, Typography } from '@mui/material';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useId, useState } from 'react';
import { api, type StartingLook, type StartingLookBody } from '../../api/client';
import { paragraph } from '../../ui/help/topic';
import { useFollow } from '../jobs/useJobs';
import { useLookChoice } from './useLookChoice';

interface Props {
  set: { id: number; name: string; photoCount: number };
  onFailure: (reason: unknown) => void;
  onClose: () => void;
}

/** What photos of a set begin with, and what happens to those that are there. */
export function StartingLookDialog({ set, onFailure, onClose }: Props) {
  const id = useId();
  const now = useQuery({ queryKey: ['starting look', set.id], queryFn: () => api.startingLook(set.id), gcTime: 0 });
  return (
    <Dialog open onClose={onClose} maxWidth="sm" fullWidth aria-labelledby={id} data-guide="parts/starting-look">
      <DialogTitle id={id} sx={{ pb: 0.5 }}>
        Starting look
      </DialogTitle>
      {now.data ? (
        <Choices set={set} now={now.data} onFailure={onFailure} onClose={onClose} />
      ) : (
        <DialogContent>{now.error ? <Typography role="alert">{now.error.message}</Typography> : <CircularProgress size={22} aria-label="Loading the starting look" />}</DialogContent>
      )}
    </Dialog>
  );
}

const KEEP = 'keep';

function Choices({ set, now, onFailure, onClose }: Props & { now: StartingLook }) {
  const queries = useQueryClient();
  const follow = useFollow();
  const looks = useLookChoice();
  const [as, setAs] = useState(now.as);
  const [chosen, setChosen] = useState(now.as === 'own' ? KEEP : '');
  const [everywhere, setEverywhere] = useState(false);
  const [then, setThen] = useState<NonNullable<StartingLookBody['then']>>('new');
  const [busy, setBusy] = useState(false);
  const look = looks.find(({ key }) => key === chosen)?.look;
  const missing = as === 'own' && chosen === '';
  const save = async () => {
    setBusy(true);
    try {
      if (as === 'own' && everywhere && look) await api.startAllWith(look);
      // The look that it has already is not chosen anew, only given to more photos.
      const { job } = await api.startWith(set.id, as === 'own' && everywhere && look ? { as: 'all-sets', then } : { as, look: as === 'own' ? (look ?? null) : null, then });
      if (job) follow(job);
      await queries.invalidateQueries({ queryKey: ['set'] });
      onClose();
    } catch (reason) {
      onFailure(reason);
      setBusy(false);
    }
  };
  const groups = [...new Set(looks.map(({ group }) => group))];
  return (
    <>
      <DialogContent>
        <Typography variant="body2" sx={{ mb: 1 }}>
          Photos imported into “{set.name}” begin with this look, fitted to each of them.
        </Typography>
        <RadioGroup aria-label="Photos begin with" value={as} onChange={(_, value) => { setAs(value as StartingLook['as']); }}>
          <FormControlLabel value="nothing" control={<Radio size="small" />} label={<Typography variant="body2">Nothing</Typography>} />
          <FormControlLabel value="all-sets" control={<Radio size="small" />} label={<Typography variant="body2">The look for all sets: {now.allSets ?? 'none yet'}</Typography>} />
          <FormControlLabel value="own" control={<Radio size="small" />} label={<Typography variant="body2">A look</Typography>} />
        </RadioGroup>
        {as === 'own' && (
          <Box sx={{ pl: 3.5 }}>
            <Select
              size="small"
              fullWidth
              displayEmpty
              value={chosen}
              inputProps={{ 'aria-label': 'Look' }}
              onChange={(event) => { setChosen(event.target.value); }}
            >
              <MenuItem value="" disabled>Choose a look</MenuItem>
              {now.as === 'own' && <MenuItem value={KEEP}>{now.name}</MenuItem>}
              {groups.flatMap((group) => [<ListSubheader key={group}>{group}</ListSubheader>, ...looks.filter((one) => one.group === group).map(({ key, name }) => <MenuItem key={key} value={key}>{name}</MenuItem>)])}
            </Select>
            <Typography variant="caption" component="p" sx={{ mt: 0.5, mb: 0 }}>
              To use a grade of your own, save it first: Looks, Save this grade.
            </Typography>
            {look && (
              <FormControlLabel data-topic={paragraph('For all sets')} control={<Checkbox size="small" checked={everywhere} onChange={(_, on) => { setEverywhere(on); }} />} label={<Typography variant="body2">For all sets that have no look of their own</Typography>} />
            )}
          </Box>
        )}
        {set.photoCount > 0 && (
          <Box sx={{ mt: 1.5 }} data-topic={paragraph('Photos already in the set')}>
            <Typography variant="subtitle2" component="h3">
              {set.photoCount === 1 ? 'The photo already in the set' : `The ${String(set.photoCount)} photos already in the set`}
            </Typography>
            <RadioGroup aria-label="Photos already in the set" value={then} onChange={(_, value) => { setThen(value as typeof then); }}>
              <FormControlLabel value="new" control={<Radio size="small" />} label={<Typography variant="body2">Leave them as they are</Typography>} />
              <FormControlLabel value="untouched" control={<Radio size="small" />} label={<Typography variant="body2">Change those not worked on yet</Typography>} />
              <FormControlLabel value="all" control={<Radio size="small" />} label={<Typography variant="body2">Change all; other changes stay, after the look</Typography>} />
            </RadioGroup>
          </Box>
        )}
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>Cancel</Button>
        <Button variant="contained" disabled={busy || missing} onClick={() => { void save(); }}>
          Save
        </Button>
      </DialogActions>
    </>
  );
}
