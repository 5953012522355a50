import { Box } from '@mui/material';
import type { Rect } from '../../gl/rects';
import type { Place } from './tools';

/** A place of the photo that a move at hand speaks of. */
export interface Mark {
  at: Place;
  label: string;
  /** Only proposed so far. */
  proposed: boolean;
}

/** Places a move at hand speaks of, shown on the photo: taken ones filled, proposed ones hollow. They let every press through. */
export function PlaceMarks({ marks, place }: { marks: Mark[]; place: Rect }) {
  return (
    <Box aria-hidden sx={{ position: 'absolute', inset: 0, pointerEvents: 'none', overflow: 'hidden' }}>
      {marks.map(({ at: [x, y], label, proposed }, index) => (
        <Box
          key={index}
          style={{ left: place.left + x * place.width, top: place.top + y * place.height }}
          sx={{
            position: 'absolute', width: 18, height: 18, m: '-9px 0 0 -9px', borderRadius: '3px', border: `1.5px ${proposed ? 'dashed' : 'solid'} #fff`, outline: '1px solid #000',
            bgcolor: proposed ? 'transparent' : 'rgb(0 0 0 / 45%)', color: '#fff', fontSize: 10, lineHeight: '15px', textAlign: 'center', textShadow: '0 0 2px #000, 0 0 2px #000',
          }}
        >
          {label}
        </Box>
      ))}
    </Box>
  );
}
