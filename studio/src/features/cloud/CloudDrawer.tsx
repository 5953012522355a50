import { Box, FormControlLabel, Switch, Typography } from '@mui/material';
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useEffect, useRef, useState } from 'react';
import { api } from '../../api/client';
import { OneOf } from '../../ui/controls/OneOf';
import type { Look } from '../../model/looks';
import { greys } from '../../theme';
import { CloudSpace } from './CloudSpace';

interface Props {
  photoId: number;
  /** The grade as it is kept. */
  kept: Look | undefined;
  /** Id of the move at hand. */
  watch: string | null;
}

const GOES_MS = 350;
type Which = 'source' | 'result';

/** The photo's colours as a cloud, to be turned by hand and by arrow keys; where the grade takes them; what the move at hand reaches. */
export function CloudDrawer({ photoId, kept, watch }: Props) {
  const [which, setWhich] = useState<Which>('result');
  const [lit, setLit] = useState(false);
  const points = useQuery({
    queryKey: ['cloud', photoId, JSON.stringify(kept), watch],
    queryFn: () => api.cloud(photoId, kept as Look, watch),
    enabled: kept !== undefined,
    placeholderData: keepPreviousData,
    staleTime: Infinity,
    gcTime: 30_000,
  });
  const share = useGoing(which === 'result' ? 1 : 0);
  return (
    <Box component="section" aria-label="Cloud" data-guide="parts/cloud" sx={{ height: '100%', display: 'flex', gap: 1.5, px: 1, py: 0.75, bgcolor: greys.panel, overflow: 'hidden' }}>
      <CloudSpace points={points.data} share={share} lit={lit && watch !== null} />
      <Box sx={{ flex: '0 1 320px', display: 'flex', flexDirection: 'column', alignItems: 'flex-start', gap: 0.75, minWidth: 180, overflow: 'auto' }}>
        <OneOf label="Cloud of" value={which} options={[{ value: 'source', title: 'Source' }, { value: 'result', title: 'Result' }]} onChange={setWhich} sx={{ py: 0, fontSize: '0.75rem' }} />
        <FormControlLabel
          disabled={watch === null}
          control={<Switch size="small" checked={lit && watch !== null} onChange={(_, next) => { setLit(next); }} />}
          label={<Typography variant="body2">Show only what the move reaches in colour</Typography>}
          sx={{ ml: 0 }}
        />
        <Typography variant="caption" component="p" sx={{ m: 0 }}>
          {points.isError
            ? 'The colours could not be read. Close this and open it again.'
            : points.data === undefined
              ? 'Reading the photo’s colours …'
              : 'Each point is a colour of the photo: white at the top, black at the bottom, hues around, strong colours outside. Drag or use the arrow keys to turn it; double-click to reset.'}
        </Typography>
      </Box>
    </Box>
  );
}

/** A number on its way to another one, so that the eye can follow where the colours go. */
function useGoing(to: number): number {
  const [now, setNow] = useState(to);
  const at = useRef(to);
  useEffect(() => {
    const begin = at.current;
    if (begin === to) return;
    const started = performance.now();
    const still = window.matchMedia('(prefers-reduced-motion: reduce)').matches;
    let frame = 0;
    const step = () => {
      const share = still ? 1 : Math.min(1, (performance.now() - started) / GOES_MS);
      at.current = begin + (to - begin) * share * share * (3 - 2 * share);
      setNow(at.current);
      if (share < 1) frame = requestAnimationFrame(step);
    };
    frame = requestAnimationFrame(step);
    return () => {
      cancelAnimationFrame(frame);
    };
  }, [to]);
  return now;
}
