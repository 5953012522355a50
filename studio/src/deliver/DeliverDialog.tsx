import { Box, Button, Dialog, DialogActions, DialogContent, DialogTitle, FormControlLabel, LinearProgress, MenuItem, Radio, RadioGroup, Select, Typography } from '@mui/material';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect, useRef, useState } from 'react';
import { api, type ExportFormat, type Photo } from '../api/client';
import { ValueSlider } from '../controls/ValueSlider';

interface Props {
  photo: Photo;
  open: boolean;
  /** Waits until the last change is kept, so that it is in the file. */
  settled: () => Promise<void>;
  onClose: () => void;
}

const FORMATS: { format: ExportFormat; title: string; help: string }[] = [
  { format: 'jpeg', title: 'JPEG picture', help: 'The finished photo, for catalogues, mail and the web.' },
  { format: 'png', title: 'PNG picture', help: 'The finished photo without loss; a larger file.' },
  { format: 'cube', title: '.cube table', help: 'The grade itself, for programs that take a 3-D LUT.' },
  { format: 'icc', title: 'ICC device link', help: 'The grade itself, for colour management.' },
  { format: 'hald', title: 'Hald PNG', help: 'The grade itself as an image, for batch tools.' },
];

/** Asks for a finished file, shows how far it is, and hands it over. */
export function DeliverDialog({ photo, open, settled, onClose }: Props) {
  const queries = useQueryClient();
  const [format, setFormat] = useState<ExportFormat>('jpeg');
  const [quality, setQuality] = useState(92);
  const [lattice, setLattice] = useState(33);
  const [jobId, setJobId] = useState<number | null>(null);
  const [failure, setFailure] = useState<string | null>(null);
  const handedOver = useRef<number | null>(null);
  const picture = format === 'jpeg' || format === 'png';

  const job = useQuery({
    queryKey: ['export', jobId],
    queryFn: () => api.export(jobId ?? 0),
    enabled: jobId !== null,
    staleTime: 0,
    refetchInterval: (query) => (query.state.data && query.state.data.state !== 'queued' && query.state.data.state !== 'running' ? false : 200),
  }).data;
  const busy = jobId !== null && (!job || job.state === 'queued' || job.state === 'running');

  useEffect(() => {
    if (job?.state !== 'done' || !job.fileUrl || handedOver.current === job.id) return;
    handedOver.current = job.id;
    const link = document.createElement('a');
    link.href = job.fileUrl;
    link.download = job.fileName;
    link.click();
  }, [job]);

  const start = async () => {
    setFailure(null);
    try {
      await settled();
      const asked = await api.startExport(photo.id, format, quality, picture ? 65 : lattice);
      queries.setQueryData(['export', asked.id], asked);
      setJobId(asked.id);
    } catch (reason) {
      setFailure(reason instanceof Error ? reason.message : String(reason));
    }
  };
  const cancel = async () => {
    if (jobId === null) return;
    try {
      queries.setQueryData(['export', jobId], await api.cancelExport(jobId));
    } catch (reason) {
      setFailure(reason instanceof Error ? reason.message : String(reason));
    }
  };
  const close = () => {
    setJobId(null);
    setFailure(null);
    onClose();
  };

  return (
    <Dialog open={open} onClose={busy ? undefined : close} maxWidth="xs" fullWidth>
      <DialogTitle sx={{ pb: 0.5 }}>Deliver {photo.name}</DialogTitle>
      <DialogContent>
        {jobId === null ? (
          <>
            <RadioGroup
              aria-label="What to deliver"
              value={format}
              onChange={(_, next) => {
                setFormat(next as ExportFormat);
              }}
            >
              {FORMATS.map((entry) => (
                <FormControlLabel
                  key={entry.format}
                  value={entry.format}
                  control={<Radio size="small" />}
                  sx={{ py: 0.25, alignItems: 'flex-start' }}
                  label={
                    <Box sx={{ pt: 0.75 }}>
                      <Typography variant="body2">{entry.title}</Typography>
                      <Typography variant="caption">{entry.help}</Typography>
                    </Box>
                  }
                />
              ))}
            </RadioGroup>
            <Box sx={{ mt: 1.5, minHeight: 62 }}>
              {format === 'jpeg' && (
                <ValueSlider label="Quality" help="Higher keeps more detail in a larger file." value={quality} min={40} max={100} rest={92} onChange={setQuality} />
              )}
              {format === 'png' && <Typography variant="caption">{photo.width} × {photo.height} pixels, without loss.</Typography>}
              {!picture && (
                <Box sx={{ display: 'flex', alignItems: 'center', gap: 1.5 }}>
                  <Typography variant="body2">Fineness</Typography>
                  <Select
                    size="small"
                    value={lattice}
                    slotProps={{ input: { 'aria-label': 'Fineness' } }}
                    onChange={(event) => {
                      setLattice(event.target.value);
                    }}
                  >
                    <MenuItem value={17}>17 × 17 × 17, small</MenuItem>
                    <MenuItem value={33}>33 × 33 × 33, usual</MenuItem>
                    <MenuItem value={65}>65 × 65 × 65, fine</MenuItem>
                  </Select>
                  {format === 'hald' && <Typography variant="caption">rounded up to a square number</Typography>}
                </Box>
              )}
            </Box>
          </>
        ) : (
          <Box sx={{ py: 1 }} role="status">
            <Typography variant="body2" sx={{ mb: 1 }}>
              {job?.state === 'done' && `Done: ${job.fileName} is in your downloads.`}
              {job?.state === 'failed' && (job.error ?? 'The export failed.')}
              {job?.state === 'cancelled' && 'Stopped. No file was made.'}
              {busy && (job?.stage === 'Waiting' ? 'Waiting for the export worker …' : `${job?.stage ?? 'Starting'} …`)}
            </Typography>
            {busy && <LinearProgress variant="determinate" value={(job?.progress ?? 0) * 100} aria-label="Progress of the export" />}
          </Box>
        )}
        {failure !== null && (
          <Typography role="alert" variant="body2" sx={{ mt: 1 }}>
            {failure}
          </Typography>
        )}
      </DialogContent>
      <DialogActions>
        {jobId === null && (
          <>
            <Button onClick={close}>Not now</Button>
            <Button variant="contained" onClick={() => { void start(); }}>
              Export
            </Button>
          </>
        )}
        {busy && <Button onClick={() => { void cancel(); }}>Stop</Button>}
        {jobId !== null && !busy && (
          <>
            {job?.state === 'done' && job.fileUrl && (
              <Button component="a" href={job.fileUrl} download={job.fileName}>
                Save again
              </Button>
            )}
            <Button onClick={() => { setJobId(null); }}>Another file</Button>
            <Button variant="contained" onClick={close}>
              Close
            </Button>
          </>
        )}
      </DialogActions>
    </Dialog>
  );
}
