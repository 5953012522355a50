import { Box, Typography } from '@mui/material';
import type { Scopes } from '../../api/client';
import { CHANNELS, clippingWords, isTold } from '../read/clipping';

const TALL = 44;

/** Lightness of the source behind that of the result, and which channels run into an end. */
export function SmallHistogram({ source, result }: { source: Scopes; result: Scopes | undefined }) {
  const now = result ?? source;
  const most = Math.max(1, ...source.histogram.light.slice(2, 254), ...now.histogram.light.slice(2, 254));
  const path = (counts: readonly number[]) => {
    // Neighbouring levels together: a small picture has no room for 256.
    const heights = Array.from({ length: 64 }, (_, i) => counts.slice(4 * i, 4 * i + 4).reduce((sum, count) => sum + count, 0) / 4);
    return `M0 ${String(TALL)}${heights.map((count, i) => `L${String(i * 4 + 2)} ${(TALL - Math.min(1, Math.sqrt(count / most)) * (TALL - 3)).toFixed(1)}`).join('')}L256 ${String(TALL)}Z`;
  };
  const words = clippingWords(now);
  const [empty, full] = [CHANNELS.some((name) => isTold(now.clipped[name]?.low)), CHANNELS.some((name) => isTold(now.clipped[name]?.high))];
  return (
    <Box>
      <Box sx={{ position: 'relative', bgcolor: '#262626', borderRadius: 0.5, overflow: 'hidden' }}>
        <svg viewBox={`0 0 256 ${String(TALL)}`} preserveAspectRatio="none" role="img" aria-label="Lightness from dark to light, source behind result" style={{ display: 'block', width: '100%', height: TALL }}>
          <path d={path(source.histogram.light)} fill="#5a5a5a" />
          <path d={path(now.histogram.light)} fill={result ? 'rgb(220 220 220 / 55%)' : 'none'} stroke="#e8e8e8" strokeWidth={1} vectorEffect="non-scaling-stroke" />
        </svg>
        {empty && <Box aria-hidden sx={{ position: 'absolute', left: 0, top: 0, bottom: 0, width: 3, bgcolor: '#fff' }} />}
        {full && <Box aria-hidden sx={{ position: 'absolute', right: 0, top: 0, bottom: 0, width: 3, bgcolor: '#fff' }} />}
      </Box>
      <Typography variant="caption" component="div" sx={{ fontSize: '0.7rem', lineHeight: 1.25, mt: '2px' }}>
        {words}
      </Typography>
    </Box>
  );
}
