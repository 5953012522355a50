import { Box } from '@mui/material';
import type { Rect } from '../../gl/rects';
import type { Place } from './tools';

/** The cursor that the keyboard moves over the photo. */
export function CursorMark({ at: [x, y], place, pulling }: { at: Place; place: Rect; pulling: boolean }) {
  return (
    <Box
      role="img"
      aria-label={`Cursor at ${String(Math.round(x * 100))} % across, ${String(Math.round(y * 100))} % down`}
      style={{ left: place.left + x * place.width - 21, top: place.top + y * place.height - 21 }}
      sx={{ position: 'absolute', width: 42, height: 42, pointerEvents: 'none', zIndex: 3 }}
    >
      <svg width={42} height={42} viewBox="-21 -21 42 42" aria-hidden style={{ display: 'block' }}>
        {(['#000', '#fff'] as const).map((colour, i) => (
          <g key={colour} stroke={colour} strokeWidth={i === 0 ? 3.5 : 1.5} fill="none">
            <path d="M-18 0H-5M5 0H18M0 -18V-5M0 5V18" />
            {pulling && <circle r={10} strokeDasharray="4 3" />}
          </g>
        ))}
      </svg>
    </Box>
  );
}
