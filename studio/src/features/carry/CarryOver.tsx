import { Box, Button, ButtonBase, CircularProgress, Dialog, DialogActions, DialogContent, DialogTitle, FormControlLabel, Switch, Tooltip, Typography } from '@mui/material';
import { useState } from 'react';
import type { Photo } from '../../api/client';
import { OneOf } from '../../ui/controls/OneOf';
import { useOpened } from '../../ui/place/useOpened';
import { MoveChoice } from '../ledger/MoveChoice';
import type { Look } from '../../model/looks';
import { around, smallUrl } from '../../api/pictures';
import { asked as askedOf, carriedLook, catches, hasPlaces, toggled, type Asked } from './carrying';
import { useCarrying } from './useCarrying';

interface Props {
  photo: Photo;
  photos: Photo[];
  /** The grade as it is kept. */
  look: Look | undefined;
  /** Photos that are wanted to begin with. */
  to?: readonly number[];
  onFailure: (reason: unknown) => void;
}

/** A button that carries the grade over to other photos of the set. */
export function CarryOver({ photo, photos, look, to = [], onFailure }: Props) {
  const [over, setOver] = useOpened('over');
  const possible = look !== undefined && look.moves.length > 0 && photos.length > 1;
  return (
    <>
      <Tooltip title={possible ? 'Carry over: copy this grade to other photos, fitted to each' : 'Carry over: needs a grade and another photo'}>
        <span>
          <Button disabled={!possible} onClick={() => { setOver('carry'); }} sx={{ whiteSpace: 'nowrap', minWidth: 0, px: 0.75 }}>
            Carry over
          </Button>
        </span>
      </Tooltip>
      {over === 'carry' && look && (
        <CarryDialog
          photo={photo}
          photos={photos}
          look={look}
          to={to}
          onFailure={onFailure}
          onClose={() => {
            setOver(null);
          }}
        />
      )}
    </>
  );
}

function CarryDialog({ photo, photos, look, to = [], onFailure, onClose }: Props & { look: Look; onClose: () => void }) {
  const [wanted, setWanted] = useState<Asked>(() => askedOf(look, to));
  const others = to.length > 0 ? photos.filter(({ id }) => to.includes(id)) : around(photos, photo.id);
  const carried = carriedLook(look, wanted);
  const body = { look: carried, to: [...wanted.photos], how: wanted.how, fit: wanted.fit, again: wanted.again && hasPlaces(carried.moves), areas: wanted.areas };
  const ready = body.to.length > 0 && carried.moves.length > 0;
  const { told: previews, looking, carry, asking } = useCarrying(photo, others.map(({ id }) => id), body, ready, onClose, onFailure);
  const set = (change: Partial<Asked>) => {
    setWanted({ ...wanted, ...change });
  };
  return (
    <Dialog open onClose={onClose} maxWidth="md" fullWidth aria-labelledby="carry-title" data-guide="parts/carry-over">
      <DialogTitle id="carry-title" sx={{ pb: 0.5 }}>
        Carry over from {photo.name}
      </DialogTitle>
      <DialogContent sx={{ display: 'grid', gridTemplateColumns: '230px 1fr', gap: 2.5 }}>
        <Box>
          <Typography variant="subtitle2" component="h3">
            Moves
          </Typography>
          <MoveChoice look={look} chosen={wanted.moves} onChoose={(moves) => { set({ moves }); }} />
          <Typography variant="subtitle2" component="h3" sx={{ mt: 1, mb: 0.5 }}>
            Where they go
          </Typography>
          <OneOf label="Where they go" fullWidth value={wanted.how} options={[{ value: 'replace', title: 'Replace' }, { value: 'below', title: 'Add after' }]} onChange={(how) => { set({ how }); }} />
          <Typography variant="caption" component="p" sx={{ my: 0.5 }}>
            {wanted.how === 'replace' ? 'The moves of each photo are replaced. Undo brings them back.' : 'The moves of each photo stay; these are added after them.'}
          </Typography>
          <Tooltip placement="right" title="On: reaches, palettes, matches and probes are adapted to each photo’s own colours. Off: they are copied as they are.">
            <FormControlLabel sx={{ ml: 0 }} control={<Switch size="small" checked={wanted.fit} onChange={(_, fit) => { set({ fit }); }} />} label={<Typography variant="body2">Fit to each photo</Typography>} />
          </Tooltip>
          {carried.moves.some(({ area }) => area) && (
            <Tooltip placement="right" title="On: moves stay limited to the same part of each photo; for frames taken from one spot. Off: they act on the whole photo.">
              <FormControlLabel sx={{ ml: 0 }} control={<Switch size="small" checked={wanted.areas} onChange={(_, areas) => { set({ areas }); }} />} label={<Typography variant="body2">With their areas</Typography>} />
            </Tooltip>
          )}
          {hasPlaces(carried.moves) && (
            <Tooltip placement="right" title="For frames taken from one spot: neutral colours are read at the same places in each photo.">
              <FormControlLabel sx={{ ml: 0 }} control={<Switch size="small" checked={wanted.again} onChange={(_, again) => { set({ again }); }} />} label={<Typography variant="body2">Read probes at the same places</Typography>} />
            </Tooltip>
          )}
        </Box>
        <Box sx={{ minWidth: 0 }}>
          <Box sx={{ display: 'flex', alignItems: 'center', gap: 1 }}>
            <Typography variant="subtitle2" component="h3" sx={{ flex: 1 }}>
              Photos
            </Typography>
            <Button size="small" onClick={() => { set({ photos: new Set(others.map(({ id }) => id)) }); }}>
              All
            </Button>
            <Button size="small" onClick={() => { set({ photos: new Set() }); }}>
              None
            </Button>
          </Box>
          {to.length === 0 && photos.length > others.length + 1 && (
            <Typography variant="caption" component="p" sx={{ m: 0, mb: 0.5 }}>
              These are the photos next to this one. Select others on the sheet (S).
            </Typography>
          )}
          <Box role="group" aria-label="Photos to carry over to" sx={{ display: 'grid', gridTemplateColumns: 'repeat(auto-fill, minmax(150px, 1fr))', gap: 1, maxHeight: 380, overflowY: 'auto', p: 0.5 }}>
            {others.map((one) => {
              const { id, name } = one;
              const chosen = wanted.photos.has(id);
              const told = chosen ? previews.find(({ photoId }) => photoId === id) : undefined;
              return (
                <Box key={id}>
                  <ButtonBase data-inset aria-pressed={chosen} aria-label={name} onClick={() => { set({ photos: toggled(wanted.photos, id) }); }} sx={{ width: '100%', display: 'block', outline: chosen ? '2px solid #fff' : 'none', borderRadius: 0.5, overflow: 'hidden', opacity: chosen ? 1 : 0.65 }}>
                    <img src={smallUrl(one)} alt="" loading="lazy" style={{ width: '100%', aspectRatio: '3 / 2', objectFit: 'cover', display: 'block' }} />
                  </ButtonBase>
                  <Typography variant="caption" noWrap component="div" title={name} sx={{ mt: '4px' }}>
                    {name}
                  </Typography>
                  {told && catches(carried.moves, told.reached) !== '' && (
                    <Typography variant="caption" component="p" sx={{ m: 0, lineHeight: 1.3 }}>
                      {catches(carried.moves, told.reached)}
                    </Typography>
                  )}
                  {told?.warnings.map((warning) => (
                    <Typography key={warning} variant="caption" component="p" role="status" sx={{ m: 0, color: '#ffd28a', lineHeight: 1.3 }}>
                      {warning}
                    </Typography>
                  ))}
                </Box>
              );
            })}
          </Box>
        </Box>
      </DialogContent>
      <DialogActions>
        {looking && <CircularProgress size={16} aria-label="Checking each photo" sx={{ mr: 1 }} />}
        <Button onClick={onClose}>Cancel</Button>
        <Button variant="contained" disabled={!ready || asking} onClick={() => { void carry(); }}>
          {body.to.length === 0 ? 'Carry over' : `Carry over to ${body.to.length === 1 ? 'one photo' : `${String(body.to.length)} photos`}`}
        </Button>
      </DialogActions>
    </Dialog>
  );
}
