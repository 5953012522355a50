import { Box, Button, Dialog, DialogActions, DialogContent, DialogTitle, Typography } from '@mui/material';
import { useState } from 'react';
import { api, type Job } from '../../api/client';
import { WorkLine } from '../../ui/layout/WorkLine';
import { messages } from '../shell/messages';
import { askedHere, isUnfinished, share, words } from './jobs';
import { useFollow, useToldJob } from './useJobs';

/** In the line at the foot: how far a change to many photos is, what came of it, and the way back. */
export function JobLine() {
  const job = useToldJob();
  const follow = useFollow();
  const [open, setOpen] = useState(false);
  if (!job) return null;
  const unfinished = isUnfinished(job);
  const act = (title: string, what: Parameters<typeof api.steerJob>[1]) => ({
    title,
    run: () => {
      api.steerJob(job.id, what).then(follow).catch(messages.fail);
    },
  });
  return (
    <WorkLine
      label="Work on many photos"
      name={job.name}
      text={words(job)}
      share={unfinished ? share(job) : null}
      actions={[
        ...(unfinished ? [job.paused ? act('Resume', 'resume') : act('Pause', 'pause'), act('Stop', 'stop')] : []),
        ...(!unfinished && !job.undone && job.done > 0 ? [act('Undo', 'undo')] : []),
        ...(job.told.length > 0 ? [{ title: 'Details', run: () => { setOpen(true); } }] : []),
      ]}
      onClose={unfinished ? undefined : () => { askedHere.remove(job.id); }}
    >
      <JobDetails job={job} open={open} onClose={() => { setOpen(false); }} />
    </WorkLine>
  );
}

/** Photo by photo, what there is to say: what was left out and why first. */
function JobDetails({ job, open, onClose }: { job: Job; open: boolean; onClose: () => void }) {
  return (
    <Dialog open={open} onClose={onClose} maxWidth="sm" fullWidth aria-labelledby="job-title">
      <DialogTitle id="job-title" sx={{ pb: 0.5 }}>{job.name}</DialogTitle>
      <DialogContent tabIndex={0} data-inset>
        <Box component="ul" sx={{ m: 0, pl: 0, listStyle: 'none' }}>
          {job.told.map((one) => (
            <Box key={one.photoId} component="li" sx={{ mb: 1 }}>
              <Typography variant="body2" sx={{ fontWeight: 600 }}>
                {one.name}
                {one.leftOut ? ': left out' : ''}
              </Typography>
              {one.words.map((text) => (
                <Typography key={text} variant="body2">{text}</Typography>
              ))}
            </Box>
          ))}
        </Box>
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>Close</Button>
      </DialogActions>
    </Dialog>
  );
}
