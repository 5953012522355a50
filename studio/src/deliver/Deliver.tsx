import CloseIcon from '@mui/icons-material/Close';
import { Box, Button, FormControlLabel, IconButton, MenuItem, Paper, Popper, Radio, RadioGroup, Select, Typography } from '@mui/material';
import { useState } from 'react';
import type { ExportFormat, Photo } from '../api/client';
import { ValueSlider } from '../controls/ValueSlider';
import { sessionOf } from '../session/sessions';
import { ExportList } from './ExportList';
import { isUnderWay, useExports } from './useExports';

const FORMATS: { format: ExportFormat; title: string; help: string }[] = [
  { format: 'jpeg', title: 'JPEG picture', help: 'The finished photo, for catalogues, mail and the web.' },
  { format: 'png', title: 'PNG picture', help: 'The finished photo without loss; a larger file.' },
  { format: 'cube', title: '.cube table', help: 'The grade itself, for programs that take a 3-D LUT.' },
  { format: 'icc', title: 'ICC device link', help: 'The grade itself, for colour management.' },
  { format: 'hald', title: 'Hald PNG', help: 'The grade itself as an image, for batch tools.' },
];
const PICTURE_LATTICE = 65;

/** Asks for finished files and shows how far they are. Stands beside the work: one goes on while they are made. */
export function Deliver({ photo }: { photo: Photo }) {
  const { jobs, lost, start, stop } = useExports();
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const [format, setFormat] = useState<ExportFormat>('jpeg');
  const [quality, setQuality] = useState(92);
  const [lattice, setLattice] = useState(33);
  const [asking, setAsking] = useState(false);
  const [failure, setFailure] = useState<string | null>(null);
  const picture = format === 'jpeg' || format === 'png';
  const underWay = jobs.filter(isUnderWay);
  const fails = (reason: unknown) => {
    setFailure(reason instanceof Error ? reason.message : String(reason));
  };
  const ask = async () => {
    setFailure(null);
    setAsking(true);
    try {
      await start(photo.id, sessionOf(photo.id), format, quality, picture ? PICTURE_LATTICE : lattice);
    } catch (reason) {
      fails(reason);
    } finally {
      setAsking(false);
    }
  };
  const close = () => {
    setAnchor(null);
    setFailure(null);
  };
  return (
    <>
      <Button
        variant="contained"
        aria-expanded={anchor !== null}
        onClick={(event) => {
          if (anchor) close();
          else setAnchor(event.currentTarget);
        }}
        sx={{ flex: 'none', whiteSpace: 'nowrap' }}
      >
        {underWay.length === 0 ? 'Deliver' : `Deliver · ${String(Math.round((underWay.reduce((sum, job) => sum + job.progress, 0) / underWay.length) * 100))} %`}
      </Button>
      <Popper role={undefined} open={anchor !== null} anchorEl={anchor} placement="bottom-end" style={{ zIndex: 1200 }}>
        <Paper
          role="dialog"
          aria-label={`Deliver ${photo.name}`}
          elevation={8}
          onKeyDown={(event) => {
            if (event.key === 'Escape') close();
          }}
          sx={{ width: 380, p: 2, mt: 0.5 }}
        >
          <Box sx={{ display: 'flex', alignItems: 'center', mb: 0.5 }}>
            <Typography variant="subtitle1" component="h2" noWrap sx={{ flex: 1 }}>
              Deliver {photo.name}
            </Typography>
            <IconButton aria-label="Close" onClick={close}>
              <CloseIcon fontSize="small" />
            </IconButton>
          </Box>
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
                control={<Radio size="small" sx={{ py: 0.5 }} />}
                sx={{ alignItems: 'flex-start' }}
                label={
                  <Box sx={{ pt: 0.5 }}>
                    <Typography variant="body2">{entry.title}</Typography>
                    <Typography variant="caption">{entry.help}</Typography>
                  </Box>
                }
              />
            ))}
          </RadioGroup>
          <Box sx={{ mt: 1, minHeight: 52 }}>
            {format === 'jpeg' && <ValueSlider label="Quality" help="Higher keeps more detail in a larger file." value={quality} min={40} max={100} rest={92} onChange={setQuality} />}
            {format === 'png' && (
              <Typography variant="caption">
                {photo.width} × {photo.height} pixels, without loss.
              </Typography>
            )}
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
          <Button variant="contained" fullWidth disabled={asking} onClick={() => { void ask(); }}>
            {asking ? 'Keeping the last change …' : 'Export'}
          </Button>
          {(failure !== null || lost) && (
            <Typography role="alert" variant="body2" sx={{ mt: 1 }}>
              {failure ?? 'The server does not answer; what it is making goes on by itself.'}
            </Typography>
          )}
          <ExportList jobs={jobs} onStop={(id) => { stop(id).catch(fails); }} />
        </Paper>
      </Popper>
    </>
  );
}
