import { Box, ButtonBase, Typography } from '@mui/material';
import type { Readings, Source } from '../../api/client';
import { percent } from '../pots/percent';
import { greys } from '../../theme';

interface Props {
  source: Source | undefined;
  readings: Readings | undefined;
  onPoint: (pot: number | null) => void;
}

/** What a reach takes in, colour by colour, largest first: what it was meant for, and what else moves. */
export function SpillList({ source, readings, onPoint }: Props) {
  if (!source || !readings || readings.spill.length === 0) return null;
  const most = Math.max(...readings.spill.map((entry) => entry.share));
  return (
    <Box sx={{ mt: 0.5, pb: 1 }} role="list" aria-label="What changes">
      <Typography variant="caption" component="div">
        What changes, largest first
      </Typography>
      {readings.spill.slice(0, 8).map((entry) => {
        const pot = source.pots[entry.pot];
        if (!pot) return null;
        return (
          <Box role="listitem" key={entry.pot}>
            <ButtonBase
              onPointerEnter={() => {
                onPoint(entry.pot);
              }}
              onPointerLeave={() => {
                onPoint(null);
              }}
              onClick={() => {
                onPoint(entry.pot);
              }}
              sx={{ width: '100%', gap: 0.75, py: '2px', justifyContent: 'flex-start', '&:hover': { bgcolor: greys.raised } }}
            >
              <Box sx={{ width: 14, height: 14, bgcolor: pot.colour, borderRadius: 0.5, border: '1px solid #222', flex: 'none' }} />
              <Typography variant="caption" noWrap sx={{ width: 112, textAlign: 'left', color: greys.text }}>
                {pot.name}
              </Typography>
              <Box sx={{ flex: 1, height: 5, bgcolor: '#2b2b2b' }}>
                <Box sx={{ height: 5, width: `${String((entry.share / most) * 100)}%`, bgcolor: '#cfcfcf' }} />
              </Box>
              <Typography variant="caption" sx={{ width: 74, textAlign: 'right', whiteSpace: 'nowrap' }} title="Share of the picture, and how much of this colour is in reach">
                {percent(entry.share)} · {percent(entry.reached)}
              </Typography>
            </ButtonBase>
          </Box>
        );
      })}
    </Box>
  );
}
