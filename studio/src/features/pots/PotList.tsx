import { visuallyHidden } from '@mui/utils';
import { Box, ButtonBase, Tooltip, Typography } from '@mui/material';
import type { Readings, Source } from '../../api/client';
import { greys } from '../../theme';
import { percent } from './percent';

interface Props {
  source: Source | undefined;
  readings: Readings | undefined;
  onPoint: (pot: number | null) => void;
  onChoose: (pot: number) => void;
}

/** CIEDE2000 from which on a person sees that a colour has changed. */
const NOTICEABLE = 2;

/** The photo's own colours, a line each: as it was, and now where that can be seen. */
export function PotList({ source, readings, onPoint, onChoose }: Props) {
  if (!source) return <Typography variant="caption">Reading the photo …</Typography>;
  return (
    <Box role="list" aria-label="Colours of this photo">
      {source.pots.map((pot, index) => {
        const result = readings?.pots[index];
        const moved = result !== undefined && result.difference >= NOTICEABLE;
        return (
          <Box role="listitem" key={index}>
            <Tooltip placement="right" title={`Start a move on the ${pot.name}${moved ? ` (now changed by ΔE ${result.difference.toFixed(1)})` : ''}`}>
              <ButtonBase
                data-inset
                onClick={() => {
                  onChoose(index);
                }}
                onPointerEnter={() => {
                  onPoint(index);
                }}
                onPointerLeave={() => {
                  onPoint(null);
                }}
                onFocus={(event) => {
                  if (event.currentTarget.matches(':focus-visible')) onPoint(index);
                }}
                onBlur={() => {
                  onPoint(null);
                }}
                sx={{ width: '100%', justifyContent: 'flex-start', gap: 0.5, height: 22, px: 0.25, borderRadius: 0.5, textAlign: 'left', '&:hover': { bgcolor: greys.raised } }}
              >
                <Box sx={{ display: 'flex', width: 22, height: 16, flex: 'none', borderRadius: 0.5, overflow: 'hidden', border: '1px solid #222' }}>
                  <Box sx={{ flex: 1, bgcolor: pot.colour }} />
                  {moved && <Box sx={{ flex: 1, bgcolor: result.after }} />}
                </Box>
                <Typography component="span" noWrap sx={{ flex: 1, fontSize: '0.72rem', letterSpacing: '-0.01em' }}>
                  {pot.name}
                </Typography>
                <Typography component="span" variant="caption" sx={{ flex: 'none', fontVariantNumeric: 'tabular-nums', fontSize: '0.68rem' }}>
                  {percent(pot.share)}
                </Typography>
                {moved && <span style={visuallyHidden}>changed</span>}
              </ButtonBase>
            </Tooltip>
          </Box>
        );
      })}
    </Box>
  );
}
