import CloseIcon from '@mui/icons-material/Close';
import { Box, Button, Dialog, DialogActions, DialogContent, DialogTitle, IconButton, LinearProgress, Typography } from '@mui/material';
import { useState } from 'react';
import { api, type Job } from '../../api/client';
import { messages } from '../shell/messages';
import { askedHere, isUnfinished, share, words } from './jobs';
import { useFollow, useToldJob } from './useJobs';

/** In the line at the foot: how far a change to many photos is, what came of it, and the way back. */
export function JobLine() {
  const job = useToldJob();
  const follow = useFollow();
  const [open, setOpen] = useState(false);
  if (!job) return null;
  const text = words(job);
  const act = (title: string, run: () => void) => (
    <Button key={title} onClick={run} sx={{ flex: 'none', minWidth: 0, px: 0.75, py: 0, whiteSpace: 'nowrap' }}>
      {title}
    </Button>
  );
  const unfinished = isUnfinished(job);
  const steer = (id: number, what: Parameters<typeof api.steerJob>[1]) => {
    api.steerJob(id, what).then(follow).catch(messages.fail);
  };
  return (
    <Box role="status" aria-label="Work on many photos" sx={{ flex: '0 1 auto', minWidth: 0, maxWidth: 620, display: 'flex', alignItems: 'center', gap: 0.25, bgcolor: '#4a4a4a', borderRadius: 1, pl: 1, my: 0.5, mr: 0.5 }}>
      <Box sx={{ minWidth: 60 }}>
        <Typography variant="caption" component="div" title={text} sx={{ color: '#f2f2f2', lineHeight: 1.2, maxHeight: 30, overflow: 'hidden' }}>
          {text}
        </Typography>
        {unfinished && <LinearProgress variant="determinate" value={share(job) * 100} aria-label={job.name} sx={{ mt: '3px', minWidth: 140 }} />}
      </Box>
      {unfinished ? [job.paused ? act('Resume', () => { steer(job.id, 'resume'); }) : act('Pause', () => { steer(job.id, 'pause'); }), act('Stop', () => { steer(job.id, 'stop'); })] : null}
      {!unfinished && !job.undone && job.done > 0 && act('Undo', () => { steer(job.id, 'undo'); })}
      {job.told.length > 0 && act('Details', () => { setOpen(true); })}
      {!unfinished && (
        <IconButton aria-label="Close this message" onClick={() => { askedHere.remove(job.id); }} sx={{ p: 0.5 }}>
          <CloseIcon sx={{ fontSize: 16 }} />
        </IconButton>
      )}
      <JobDetails job={job} open={open} onClose={() => { setOpen(false); }} />
    </Box>
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
