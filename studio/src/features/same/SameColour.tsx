import { Box, Button, ButtonBase, Dialog, DialogActions, DialogContent, DialogTitle, LinearProgress, Tooltip, Typography } from '@mui/material';
import { useState } from 'react';
import type { Photo } from '../../api/client';
import { share } from '../jobs/jobs';
import { roughly } from '../pots/percent';
import { useOpened } from '../../ui/place/useOpened';
import { greys } from '../../theme';
import { useSameColour } from './useSameColour';

interface Props {
  /** The photo that the others are measured by. */
  lead: Photo | undefined;
  others: Photo[];
  onFailure: (reason: unknown) => void;
}

/** A button that compares one thing's colour over the selected photos. */
export function SameColour({ lead, others, onFailure }: Props) {
  const [over, setOver] = useOpened('over');
  const possible = lead !== undefined && others.length > 0;
  return (
    <>
      <Tooltip title={possible ? 'Compare one colour in all selected photos, and correct it' : 'Select several photos first'}>
        <span>
          <Button disabled={!possible} onClick={() => { setOver('same'); }} sx={{ whiteSpace: 'nowrap', flex: 'none' }}>
            Same colour
          </Button>
        </span>
      </Tooltip>
      {over === 'same' && lead && <SameDialog lead={lead} others={others} onFailure={onFailure} onClose={() => { setOver(null); }} />}
    </>
  );
}

/** From where on a difference shows side by side; common practice. */
const SHOWS = 2;

function SameDialog({ lead, others, onFailure, onClose }: Props & { lead: Photo; onClose: () => void }) {
  const [pot, setPot] = useState(0);
  const { pots, found, spread, read, bring, job } = useSameColour(lead, others, pot, onFailure);
  const busy = job !== null;
  return (
    <Dialog open onClose={onClose} maxWidth="md" fullWidth aria-labelledby="same-title">
      <DialogTitle id="same-title" sx={{ pb: 0.5 }}>
        The same thing in {String(others.length + 1)} photos
      </DialogTitle>
      <DialogContent sx={{ display: 'grid', gridTemplateColumns: '210px 1fr', gap: 2.5 }}>
        <Box role="radiogroup" aria-label="Which colour" sx={{ maxHeight: 420, overflowY: 'auto' }}>
          <Typography variant="caption" component="p" sx={{ m: 0, mb: 0.5 }}>
            A colour of {lead.name}
          </Typography>
          {pots.map((one, index) => (
            <ButtonBase key={one.name} role="radio" aria-checked={index === pot} data-inset onClick={() => { setPot(index); }} sx={{ display: 'flex', width: '100%', justifyContent: 'flex-start', gap: 1, px: 0.75, py: 0.5, borderRadius: 0.5, bgcolor: index === pot ? '#5a5a5a' : 'transparent', textAlign: 'left' }}>
              <Box sx={{ width: 26, height: 18, borderRadius: 0.25, flex: 'none' }} style={{ background: one.colour }} />
              <Typography variant="body2" noWrap>
                {one.name}
              </Typography>
            </ButtonBase>
          ))}
        </Box>
        <Box sx={{ minWidth: 0 }}>
          {found.failed ? (
            <Typography role="alert" variant="body2">
              {found.failed}
            </Typography>
          ) : (
            <>
              <Typography variant="body2" role="status" sx={{ mb: 0.5 }}>
                {spread === null ? (
                  `Searching each photo: ${String(read)} of ${String(others.length)}`
                ) : (
                  <>
                    Largest difference between any two: <b>ΔE {spread.toFixed(1)}</b>
                    {spread < SHOWS ? '. Side by side they look the same.' : '. Side by side it shows.'}
                  </>
                )}
              </Typography>
              {spread === null && <LinearProgress variant="determinate" value={(read / others.length) * 100} aria-label="Searching each photo" sx={{ mb: 1 }} />}
              <Box role="list" aria-label="Its colour in each photo" sx={{ maxHeight: 380, overflowY: 'auto' }}>
                {found.photos.map(({ photoId, name, colour, difference, share: part }) => (
                  <Box key={photoId} role="listitem" sx={{ display: 'flex', alignItems: 'center', gap: 1.25, mb: '2px' }}>
                    <Box sx={{ width: 120, height: 34, flex: 'none', bgcolor: greys.raised }} style={colour === null ? {} : { background: colour }} />
                    <Typography variant="body2" noWrap sx={{ flex: 1 }} title={name}>
                      {name}
                    </Typography>
                    <Typography variant="caption" sx={{ color: greys.text, fontVariantNumeric: 'tabular-nums' }}>
                      {colour === null ? 'not found there' : photoId === lead.id ? `the first · ${roughly(part)} of the photo` : `ΔE ${(difference ?? 0).toFixed(1)} · ${roughly(part)} of the photo`}
                    </Typography>
                  </Box>
                ))}
              </Box>
            </>
          )}
        </Box>
      </DialogContent>
      <DialogActions>
        {job ? (
          <LinearProgress variant="determinate" value={share(job) * 100} aria-label="Matching the others to the first" sx={{ flex: 1, mx: 2 }} />
        ) : (
          <Typography variant="caption" sx={{ flex: 1, ml: 2 }}>
            Each of the other photos gets one more move. One undo removes them all.
          </Typography>
        )}
        <Button onClick={onClose}>Close</Button>
        <Button variant="contained" disabled={busy || spread === null} onClick={() => { void bring(); }}>
          {busy ? 'Matching …' : 'Match the others to the first'}
        </Button>
      </DialogActions>
    </Dialog>
  );
}
