import { Box, Button, LinearProgress, Typography } from '@mui/material';
import type { ExportJob } from '../api/client';
import { isUnderWay } from './useExports';

/** The files that were asked for, newest first, each with what can be done about it. */
export function ExportList({ jobs, onStop }: { jobs: ExportJob[]; onStop: (id: number) => void }) {
  if (jobs.length === 0) return null;
  return (
    <Box role="list" aria-label="Files asked for" sx={{ maxHeight: 190, overflowY: 'auto', mt: 1.5, borderTop: '1px solid #555', pt: 1 }}>
      {jobs.map((job) => (
        <Box key={job.id} role="listitem" sx={{ display: 'flex', alignItems: 'center', gap: 1, minHeight: 34 }}>
          <Box sx={{ flex: 1, minWidth: 0 }}>
            <Typography variant="body2" noWrap title={job.fileName}>
              {job.fileName}
            </Typography>
            <Typography variant="caption" component="div" role="status" sx={{ lineHeight: 1.3 }}>
              {words(job)}
            </Typography>
            {isUnderWay(job) && <LinearProgress variant="determinate" value={job.progress * 100} aria-label={`Progress of ${job.fileName}`} />}
          </Box>
          {isUnderWay(job) && (
            <Button
              onClick={() => {
                onStop(job.id);
              }}
            >
              Stop
            </Button>
          )}
          {job.state === 'done' && job.fileUrl && (
            <Button component="a" href={job.fileUrl} download={job.fileName}>
              Save again
            </Button>
          )}
        </Box>
      ))}
    </Box>
  );
}

function words(job: ExportJob): string {
  switch (job.state) {
    case 'done':
      return 'Done: in your downloads.';
    case 'failed':
      return job.error ?? 'The export failed.';
    case 'cancelled':
      return 'Stopped. No file was made.';
    case 'queued':
      return 'Waiting for the export worker …';
    case 'running':
      return `${job.stage} …`;
  }
}
