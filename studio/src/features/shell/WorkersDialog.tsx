import { Box, Button, Collapse, Dialog, DialogActions, DialogContent, DialogTitle, LinearProgress, Typography } from '@mui/material';
import { useQuery } from '@tanstack/react-query';
import { useId, useState } from 'react';
import { api, type Worker } from '../../api/client';
import { doing, logLine, needsCare, record, stateOf, summary, whereabouts } from './workers';

const EVERY_MS = 1500;

/** Who makes files, draws and studies, on this server and on other machines. */
export function WorkersDialog({ onClose }: { onClose: () => void }) {
  const id = useId();
  const { data, error } = useQuery({ queryKey: ['workers'], queryFn: api.workers, gcTime: 0, refetchInterval: EVERY_MS });
  return (
    <Dialog open onClose={onClose} maxWidth="sm" fullWidth aria-labelledby={id}>
      <DialogTitle id={id}>Workers</DialogTitle>
      <DialogContent>
        {error && (
          <Typography variant="body2" role="alert" sx={{ mb: 1 }}>
            {error.message}
          </Typography>
        )}
        {!data && !error && <Typography variant="body2" role="status">Looking for workers …</Typography>}
        {data && (
          <>
            <Typography variant="body2" role="status" sx={{ mb: 1 }}>
              {summary(data)}
            </Typography>
            <Box role="list" aria-label="Workers">
              {data.map((worker) => <Row key={worker.name} worker={worker} />)}
            </Box>
          </>
        )}
      </DialogContent>
      <DialogActions>
        <Button variant="contained" onClick={onClose}>Done</Button>
      </DialogActions>
    </Dialog>
  );
}

function Row({ worker }: { worker: Worker }) {
  const [open, setOpen] = useState(false);
  const { title, why, share, said } = worker;
  const what = doing(worker);
  const where = whereabouts(worker);
  const cared = needsCare(worker);
  return (
    <Box role="listitem" aria-label={title} sx={{ py: 1, borderBottom: '1px solid #555', '&:last-child': { borderBottom: 0 } }}>
      <Box sx={{ display: 'flex', alignItems: 'baseline', gap: 2 }}>
        <Typography variant="body2" noWrap sx={{ flex: 1, minWidth: 0 }}>
          {title}
          {where !== '' && <Typography variant="caption" component="span" sx={{ ml: 1 }}>{where}</Typography>}
        </Typography>
        <Typography variant="body2" sx={{ flexShrink: 0, color: cared ? 'warning.light' : undefined }}>{stateOf(worker)}</Typography>
      </Box>
      {what !== '' && (
        <>
          <Typography variant="caption" component="p" noWrap sx={{ m: 0 }} title={what}>{what}</Typography>
          <LinearProgress variant={share > 0 ? 'determinate' : 'indeterminate'} value={100 * share} aria-label={`How far ${title} is`} sx={{ my: 0.5 }} />
        </>
      )}
      {why !== '' && <Typography variant="caption" component="p" sx={{ m: 0, lineHeight: 1.35 }}>{why}</Typography>}
      <Box sx={{ display: 'flex', alignItems: 'center', gap: 2 }}>
        <Typography variant="caption" component="p" sx={{ m: 0, flex: 1 }}>{record(worker)}</Typography>
        {said.length > 0 && (
          <Button size="small" aria-expanded={open} onClick={() => { setOpen(!open); }}>
            {open ? 'Hide its log' : 'Show its log'}
          </Button>
        )}
      </Box>
      <Collapse in={open} unmountOnExit>
        <Box component="pre" sx={{ m: 0, mt: 0.5, p: 1, maxHeight: 160, overflow: 'auto', whiteSpace: 'pre-wrap', overflowWrap: 'anywhere', bgcolor: 'background.default', fontSize: 12 }}>
          {said.map(logLine).join('\n')}
        </Box>
      </Collapse>
    </Box>
  );
}
