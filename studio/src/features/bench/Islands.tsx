import { Typography } from '@mui/material';
import { useRef } from 'react';
import type { Source } from '../../api/client';
import type { PlaneName } from './axes';
import { islandsOf } from './islands';
import { useSize } from '../../ui/layout/useSize';

/** The names of the photo's colours where they lie, as far as there is room. */
export function Islands({ source, plane }: { source: Source; plane: PlaneName }) {
  const area = useRef<HTMLDivElement>(null);
  const size = useSize(area);
  return (
    <div ref={area} style={{ position: 'absolute', inset: 0, pointerEvents: 'none', overflow: 'hidden' }}>
      {size.width > 0 &&
        islandsOf(source.pots, plane, source.planes.chromaTop, size).map(({ index, name, x, y }) => (
          <Typography
            key={index}
            component="span"
            style={{ left: `${String(x * 100)}%`, bottom: `${String(y * 100)}%` }}
            sx={{ position: 'absolute', transform: 'translate(-50%, 50%)', fontSize: 11, lineHeight: '14px', whiteSpace: 'nowrap', color: '#fff', textShadow: '0 0 2px #000, 0 0 3px #000, 0 0 4px #000' }}
          >
            {name}
          </Typography>
        ))}
    </div>
  );
}
