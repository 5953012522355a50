import { Box, Button, ButtonBase, CircularProgress, Dialog, DialogActions, DialogContent, DialogTitle, Tooltip, Typography } from '@mui/material';
import { keepPreviousData, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { api, type Photo } from '../../api/client';
import { roughly } from '../pots/percent';
import { refreshSession } from '../ledger/sessions';
import { stepBack } from '../ledger/stepBack';
import { useOpened } from '../../ui/place/useOpened';
import type { Say } from '../shell/say';
import { greys } from '../../theme';

interface Props {
  /** The photo that the others are measured by. */
  lead: Photo | undefined;
  others: Photo[];
  onSay: Say;
  onFailure: (reason: unknown) => void;
}

/** A button that compares one thing's colour over the selected photos. */
export function SameColour({ lead, others, onSay, onFailure }: Props) {
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
      {over === 'same' && lead && <SameDialog lead={lead} others={others} onSay={onSay} onFailure={onFailure} onClose={() => { setOver(null); }} />}
    </>
  );
}

/** From where on a difference shows side by side; common practice. */
const SHOWS = 2;

function SameDialog({ lead, others, onSay, onFailure, onClose }: Props & { lead: Photo; onClose: () => void }) {
  const queries = useQueryClient();
  const source = useQuery({ queryKey: ['source', lead.id], queryFn: () => api.source(lead.id), staleTime: Infinity });
  const [pot, setPot] = useState(0);
  const [busy, setBusy] = useState(false);
  const to = others.map(({ id }) => id);
  const key = ['same', lead.id, pot, [lead, ...others].map(({ id, revision }) => `${String(id)}-${String(revision)}`).join()];
  const same = useQuery({ queryKey: key, queryFn: () => api.same(lead.id, pot, to), placeholderData: keepPreviousData, gcTime: 30_000 });
  const pots = source.data?.pots ?? [];
  const bring = async () => {
    setBusy(true);
    try {
      const before = same.data;
      const after = await api.bringToFirst(lead.id, pot, to);
      const refresh = async () => {
        await Promise.all(to.map(refreshSession));
        await queries.invalidateQueries({ queryKey: ['set', lead.setId] });
      };
      await refresh();
      const changed = after.photos.filter(({ photoId, revision }) => before?.photos.find((one) => one.photoId === photoId)?.revision !== revision && photoId !== lead.id);
      onSay(`${after.name} in ${String(changed.length)} photos: the largest difference is ${after.spread.toFixed(1)} now${before ? `, it was ${before.spread.toFixed(1)}` : ''}. ${(after.words ?? []).join(' ')}`.trim(), {
        title: 'Undo',
        run: () => {
          stepBack(changed)
            .catch(onFailure)
            .finally(() => void refresh());
        },
      });
      setBusy(false);
    } catch (reason) {
      onFailure(reason);
      setBusy(false);
    }
  };
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
          {same.isError ? (
            <Typography role="alert" variant="body2">
              {same.error.message}
            </Typography>
          ) : !same.data ? (
            <CircularProgress size={22} aria-label="Searching each photo" />
          ) : (
            <Box sx={{ opacity: same.isPlaceholderData ? 0.5 : 1 }}>
              <Typography variant="body2" role="status" sx={{ mb: 1 }}>
                {same.isPlaceholderData ? (
                  'Searching each photo …'
                ) : (
                  <>
                    Largest difference between any two: <b>ΔE {same.data.spread.toFixed(1)}</b>
                    {same.data.spread < SHOWS ? '. Side by side they look the same.' : '. Side by side it shows.'}
                  </>
                )}
              </Typography>
              <Box role="list" aria-label="Its colour in each photo" sx={{ maxHeight: 380, overflowY: 'auto' }}>
                {same.data.photos.map(({ photoId, name, colour, difference, share }) => (
                  <Box key={photoId} role="listitem" sx={{ display: 'flex', alignItems: 'center', gap: 1.25, mb: '2px' }}>
                    <Box sx={{ width: 120, height: 34, flex: 'none', bgcolor: greys.raised }} style={colour === null ? {} : { background: colour }} />
                    <Typography variant="body2" noWrap sx={{ flex: 1 }} title={name}>
                      {name}
                    </Typography>
                    <Typography variant="caption" sx={{ color: greys.text, fontVariantNumeric: 'tabular-nums' }}>
                      {colour === null ? 'not found there' : photoId === lead.id ? `the first · ${roughly(share)} of the photo` : `ΔE ${(difference ?? 0).toFixed(1)} · ${roughly(share)} of the photo`}
                    </Typography>
                  </Box>
                ))}
              </Box>
            </Box>
          )}
        </Box>
      </DialogContent>
      <DialogActions>
        <Typography variant="caption" sx={{ flex: 1, ml: 2 }}>
          Each of the other photos gets one more move. One undo removes them all.
        </Typography>
        <Button onClick={onClose}>Close</Button>
        <Button variant="contained" disabled={busy || !same.data || same.isPlaceholderData} onClick={() => { void bring(); }}>
          {busy ? 'Correcting …' : 'Match the others to the first'}
        </Button>
      </DialogActions>
    </Dialog>
  );
}
