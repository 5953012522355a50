import { Box, Tooltip, Typography } from '@mui/material';
import type { ChartReading } from '../../../api/client';
import { told } from './corners';

/** The patches as they lie on the chart: what the photo has beside what it should be, and how far the move leaves each. */
export function PatchTable({ reading: { patches }, columns }: { reading: ChartReading; columns: number }) {
  return (
    <Box role="list" aria-label="Patches" sx={{ display: 'grid', gridTemplateColumns: `repeat(${String(Math.max(1, Math.min(columns, 12)))}, 1fr)`, gap: '3px', mt: 0.75 }}>
      {patches.map(({ name, seen, wanted, before, after, used }) => (
        <Tooltip key={name} title={used ? `${name}: ΔE ${told(before)} → ${told(after)}` : `${name}: clipped or covered, not used`}>
          <Box role="listitem" aria-label={used ? `${name}: ΔE ${told(before)} to ${told(after)}` : `${name}: not used`} sx={{ opacity: used ? 1 : 0.45 }}>
            <Box aria-hidden sx={{ display: 'flex', height: 16 }}>
              <Box sx={{ flex: 1, bgcolor: seen }} />
              <Box sx={{ flex: 1, bgcolor: wanted }} />
            </Box>
            <Typography variant="caption" component="div" sx={{ textAlign: 'center', lineHeight: 1.2, fontVariantNumeric: 'tabular-nums' }}>
              {used ? told(after) : '–'}
            </Typography>
          </Box>
        </Tooltip>
      ))}
    </Box>
  );
}
