import ClearIcon from '@mui/icons-material/Close';
import PickIcon from '@mui/icons-material/ColorizeOutlined';
import { Box, Button, Checkbox, IconButton, Typography } from '@mui/material';
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useEffect, useRef, useState } from 'react';
import { api, type CastsLeft, type NeutralPlace } from '../../../api/client';
import type { MoveOf } from '../../../model/looks';
import { fitButton } from '../fitted';
import type { PanelProps } from '../panel';
import { Sliders } from '../settings';
import { castWords, letter, marksOf, MOST_PROBES, probesOf, withoutProbe, withProbes, type NeutralProbe } from './probes';

const WHAT = 'a place that should be white or grey';

/** Places that ought to be neutral, wherever they lie: pointed at, or proposed and then taken; and how much colour is left there. */
export function MixedLight(props: PanelProps<'neutralise'>) {
  const { move, onChange, pick, picking, photoId, look, onFailure, onMarks } = props;
  const probes = probesOf(move);
  const [proposed, setProposed] = useState<(NeutralPlace & { taken: boolean })[] | null>(null);
  const [busy, setBusy] = useState(false);
  const left = useQuery({
    queryKey: ['casts', photoId, JSON.stringify(look), move.id],
    queryFn: () => (look ? api.casts(photoId, look, move.id) : Promise.resolve(null)),
    enabled: look !== null && probes.length > 0,
    placeholderData: keepPreviousData,
    gcTime: 60_000,
  }).data;
  const missing = !proposed && probes.length > 0 && probes.length < MOST_PROBES ? (left?.place ?? null) : null;
  const key = JSON.stringify([probes.map(({ at }) => at), proposed?.map(({ at }) => at), missing?.at]);
  useEffect(() => {
    onMarks(marksOf(probes, proposed ?? (missing ? [missing] : [])));
    return () => {
      onMarks([]);
    };
    // The places are what it depends on.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [key, onMarks]);
  /** The photo's light as a whole goes with the probes: strong colours get its white. */
  const take = (more: NeutralProbe[]) => {
    const next = withProbes(move, more);
    api.lightOf(photoId, { tovrinLook: 1, name: '', moves: [next] }).then(({ look: lit }) => {
      onChange({ ...next, params: (lit.moves[0] as MoveOf<'neutralise'>).params ?? {} }, true);
    }, onFailure);
  };
  const takeNow = useRef(take);
  const armed = picking === WHAT;
  const disarm = useRef<() => void>(() => undefined);
  useEffect(() => {
    takeNow.current = take;
    // Asking for it again puts it away.
    disarm.current = () => { if (armed) pick(WHAT, () => undefined, true); };
  });
  const full = probes.length >= MOST_PROBES;
  useEffect(() => {
    if (full) disarm.current();
  }, [full]);
  useEffect(() => () => { disarm.current(); }, []);
  const propose = () => {
    setBusy(true);
    api
      .neutralPlaces(photoId)
      .then((places) => {
        if (places.length === 0) onFailure('Nothing in this photo looks like a tinted grey. Point at something white or grey yourself.');
        else setProposed(places.map((place) => ({ ...place, taken: true })));
      }, onFailure)
      .finally(() => {
        setBusy(false);
      });
  };
  const wanted = (proposed ?? []).filter(({ taken }) => taken);
  return (
    <Box>
      <Typography variant="caption" component="p" sx={{ mt: 0, mb: 0.5 }}>
        Point at white or grey things in each light and in the shade, up to eight places.
      </Typography>
      {probes.map(({ colour }, index) => (
        <Row key={index} name={letter(index)} colour={colour}>
          <IconButton
            aria-label={`Remove place ${letter(index)}`}
            onClick={() => {
              onChange(withoutProbe(move, index), true);
            }}
          >
            <ClearIcon sx={{ fontSize: 16 }} />
          </IconButton>
        </Row>
      ))}
      {proposed && (
        <Box role="group" aria-label="Proposed places" sx={{ border: '1px dashed #6a6a6a', borderRadius: 1, px: 0.75, py: 0.5, my: 0.5 }}>
          <Typography variant="caption" component="p" sx={{ mt: 0, mb: 0.25 }}>
            Proposed places, marked on the photo. Untick what is not white or grey.
          </Typography>
          {proposed.map((place, index) => (
            <Row key={index} name={letter(probes.length + index)} colour={place.colour} words={place.leans}>
              <Checkbox
                size="small"
                checked={place.taken}
                slotProps={{ input: { 'aria-label': `Take proposed place ${letter(probes.length + index)}` } }}
                onChange={(_, taken) => {
                  setProposed(proposed.map((one, i) => (i === index ? { ...one, taken } : one)));
                }}
                sx={{ p: 0.25 }}
              />
            </Row>
          ))}
          <Box sx={{ display: 'flex', gap: 0.75, mt: 0.5 }}>
            <Button
              variant="outlined"
              disabled={wanted.length === 0}
              onClick={() => {
                setProposed(null);
                take(wanted.map(({ colour, at }) => ({ colour, at: at as [number, number] })));
              }}
            >
              Take {wanted.length === 1 ? 'it' : `these ${String(wanted.length)}`}
            </Button>
            <Button
              onClick={() => {
                setProposed(null);
              }}
            >
              None of them
            </Button>
          </Box>
        </Box>
      )}
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 0.5, mt: 0.5 }}>
        <Button
          variant="outlined"
          startIcon={<PickIcon />}
          aria-pressed={armed}
          disabled={probes.length >= MOST_PROBES}
          onClick={() => {
            pick(WHAT, (colour, at) => {
              takeNow.current([{ colour, at }]);
            }, true);
          }}
        >
          {armed ? 'Done' : 'Point at some'}
        </Button>
        {!proposed && (
          <Button disabled={busy || probes.length >= MOST_PROBES} onClick={propose}>
            {busy ? 'Looking …' : 'Propose places'}
          </Button>
        )}
      </Box>
      {probes.length > 0 && left && <Left left={left} />}
      {missing && left && (
        <Typography variant="caption" component="p" role="status" sx={{ mt: 0, mb: 0.5 }}>
          {castWords(left.share, missing.leans)}{' '}
          <Button
            size="small"
            onClick={() => {
              take([{ colour: missing.colour, at: missing.at as [number, number] }]);
            }}
            sx={{ py: 0 }}
          >
            Add place {letter(probes.length)}
          </Button>
        </Typography>
      )}
      {probes.length > 0 && (move.params?.pots ?? []).length > 0 && <Sliders move={move} names={['things']} onChange={onChange} />}
      {probes.length > 0 && fitButton(props)}
    </Box>
  );
}

/** A place with its colour and what it leans to. */
function Row({ name, colour, words, children }: { name: string; colour: string; words?: string; children: React.ReactNode }) {
  const reading = useQuery({ queryKey: ['colour', colour], queryFn: () => api.colour(colour), enabled: words === undefined, staleTime: Infinity }).data;
  return (
    <Box sx={{ display: 'flex', alignItems: 'center', gap: 0.75, minHeight: 28 }}>
      <Typography variant="body2" sx={{ width: 12, flex: 'none' }}>
        {name}
      </Typography>
      <Box sx={{ width: 26, height: 20, flex: 'none', borderRadius: 0.5, border: '1px solid #222', bgcolor: colour }} />
      <Typography variant="body2" noWrap sx={{ flex: 1, minWidth: 0 }}>
        {words ?? reading?.neutrality ?? ''}
      </Typography>
      {children}
    </Box>
  );
}

const hundredths = (chroma: number | undefined) => ((chroma ?? 0) * 100).toFixed(1);

/** How far from neutral the photo is where it ought to be neutral, before → after. */
function Left({ left }: { left: CastsLeft }) {
  return (
    <Box component="dl" aria-label="Colour left" sx={{ display: 'grid', gridTemplateColumns: '1fr auto', columnGap: 1, my: 0.75, fontSize: '0.75rem', '& dt, & dd': { m: 0 }, '& dd': { fontVariantNumeric: 'tabular-nums' } }}>
      {left.probes && (
        <>
          <dt title="Mean OKLCh chroma × 100">Colour left at the places</dt>
          <dd>
            {hundredths(left.probes[0])} → {hundredths(left.probes[1])}
          </dd>
        </>
      )}
      {left.weak && (
        <>
          <dt title="Mean OKLCh chroma × 100 of the photo’s weak colours">in all its weak colours</dt>
          <dd>
            {hundredths(left.weak[0])} → {hundredths(left.weak[1])}
          </dd>
        </>
      )}
    </Box>
  );
}
