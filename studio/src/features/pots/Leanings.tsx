import { Box, Tooltip, Typography } from '@mui/material';
import type { Scopes } from '../../api/client';
import { differs, figures, type Cast } from './leaning';

const RADIUS = 17;
/** Hue as it goes round the dial, dulled: CSS turns clockwise, hue the other way. */
const RING = `conic-gradient(from 90deg, ${Array.from({ length: 13 }, (_, i) => `oklch(0.66 0.1 ${String(360 - i * 30)})`).join(', ')})`;

/** How shadows, midtones and highlights lean: a point on a small hue dial each, and two words. */
export function Leanings({ source, result }: { source: Scopes; result: Scopes | undefined }) {
  return (
    <Box sx={{ display: 'grid', gridTemplateColumns: 'repeat(3, 1fr)', gap: 0.25, maxWidth: 280 }}>
      {source.casts.map((before, i) => (
        <Dial key={before.zone} before={before} after={result?.casts[i]} />
      ))}
    </Box>
  );
}

function Dial({ before, after }: { before: Cast; after: Cast | undefined }) {
  const changed = after !== undefined && differs(before, after);
  const now = changed ? after : before;
  const text = changed ? `${figures(before)} → ${figures(after)}` : figures(before);
  const at = ({ dial: [x, y] }: Cast) => ({ cx: x * (RADIUS - 4), cy: -y * (RADIUS - 4) });
  const from = at(before);
  const to = at(now);
  return (
    <Tooltip placement="right" title={`${before.zone}: ${text} of CIELAB chroma; below 1.5 passes for neutral. An estimate by what is nearly grey; pin a probe on something that ought to be grey to be sure.`}>
      <Box tabIndex={0} role="img" aria-label={`${before.zone}: ${changed ? `${before.words}, now ${now.words}` : now.words}`} sx={{ textAlign: 'center', borderRadius: 0.5, cursor: 'help' }}>
        <Typography variant="caption" component="div" noWrap sx={{ fontSize: '0.68rem', lineHeight: 1.3 }}>
          {before.zone}
        </Typography>
        <Box sx={{ position: 'relative', width: 2 * RADIUS, height: 2 * RADIUS, mx: 'auto', borderRadius: '50%', background: RING }}>
          <Box sx={{ position: 'absolute', inset: 3, borderRadius: '50%', bgcolor: '#2a2a2a' }} />
          {before.evidence >= 0.02 && (
            <svg viewBox={`${String(-RADIUS)} ${String(-RADIUS)} ${String(2 * RADIUS)} ${String(2 * RADIUS)}`} aria-hidden style={{ position: 'absolute', inset: 0 }}>
              <circle r={(RADIUS - 4) * before.neutral} fill="none" stroke="#6d6d6d" strokeWidth={0.75} />
              {changed && <line x1={from.cx} y1={from.cy} x2={to.cx} y2={to.cy} stroke="#a5a5a5" strokeWidth={1.2} />}
              {changed && <circle {...from} r={2.4} fill="#2a2a2a" stroke="#c9c9c9" strokeWidth={1.2} />}
              <circle {...to} r={3} fill="#fff" stroke="#111" strokeWidth={1} />
            </svg>
          )}
        </Box>
        <Typography component="div" sx={{ fontSize: '0.7rem', lineHeight: 1.15, mt: '2px', minHeight: 26 }}>
          {now.words}
        </Typography>
      </Box>
    </Tooltip>
  );
}
