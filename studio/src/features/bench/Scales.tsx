import { Box, Typography } from '@mui/material';
import type { Source } from '../../api/client';
import { HUE_GRADIENT, type Axis } from './axes';

const MARKS: Record<Axis['name'], number[]> = { hue: [0, 60, 120, 180, 240, 300, 360], light: [0, 0.25, 0.5, 0.75, 1], chroma: [0, 0.05, 0.1, 0.15, 0.2, 0.25, 0.3] };
const ENDS: Record<Axis['name'], [string, string]> = { hue: ['', ''], light: ['dark', 'light'], chroma: ['grey', 'strong'] };
/** Width of what stands left of the plane, and height of what stands below it. */
export const GUTTER = { left: 46, below: 27 };

const told = (axis: Axis, mark: number) => (axis.name === 'light' ? String(mark * 100) : axis.name === 'hue' ? `${String(mark)}°` : String(mark));

/** The scale of the axis that goes up. */
export function ScaleUp({ axis }: { axis: Axis }) {
  const marks = MARKS[axis.name].filter((mark) => mark <= axis.max + 1e-6);
  return (
    <Box aria-hidden sx={{ position: 'absolute', right: '100%', top: 0, bottom: 0, width: GUTTER.left, pointerEvents: 'none' }}>
      {marks.map((mark) => (
        <Box key={mark} style={{ bottom: `${String((mark / axis.max) * 100)}%` }} sx={{ position: 'absolute', right: 0, display: 'flex', alignItems: 'center', gap: '3px', height: 0 }}>
          <Typography variant="caption" sx={{ fontSize: 10, lineHeight: 1, transform: mark === 0 ? 'translateY(-45%)' : mark / axis.max > 0.97 ? 'translateY(45%)' : 'none' }}>
            {mark === 0 ? ENDS[axis.name][0] : told(axis, mark)}
          </Typography>
          <Box sx={{ width: 4, height: '1px', bgcolor: '#8a8a8a' }} />
        </Box>
      ))}
    </Box>
  );
}

/** Faint lines over the plane: where one named hue ends and the next begins, and at the marks of the axis that goes up. */
export function GridLines({ axes: { across, up }, hues }: { axes: { across: Axis; up: Axis }; hues: Source['planes']['hues'] }) {
  const columns = across.name === 'hue' ? hues.map(({ from }) => from / 360) : MARKS[across.name].map((mark) => mark / across.max);
  const inside = (share: number) => share > 0.001 && share < 0.999;
  return (
    <Box aria-hidden sx={{ position: 'absolute', inset: 0, pointerEvents: 'none' }}>
      {columns.filter(inside).map((share) => (
        <Box key={share} style={{ left: `${String(share * 100)}%` }} sx={{ position: 'absolute', top: 0, bottom: 0, width: '1px', bgcolor: '#3b3b3b' }} />
      ))}
      {MARKS[up.name].map((mark) => mark / up.max).filter(inside).map((share) => (
        <Box key={share} style={{ bottom: `${String(share * 100)}%` }} sx={{ position: 'absolute', left: 0, right: 0, height: '1px', bgcolor: '#373737' }} />
      ))}
    </Box>
  );
}

/** The scale of the axis that goes across: for hue a strip of the hues with their names. */
export function ScaleAcross({ axis, hues }: { axis: Axis; hues: Source['planes']['hues'] }) {
  const mark = { position: 'absolute', top: 9, fontSize: 10.5, lineHeight: '17px', whiteSpace: 'nowrap' } as const;
  if (axis.name === 'hue') {
    return (
      <Box aria-hidden sx={{ position: 'absolute', left: 0, right: 0, top: '100%', height: GUTTER.below, pointerEvents: 'none' }}>
        <Box sx={{ height: 8, background: HUE_GRADIENT }} />
        {hues.map(({ name, from, to }) => {
          const middle = ((from + to) / 2) % 360;
          return (
            <Box key={name}>
              <Box style={{ left: `${String((from / 360) * 100)}%` }} sx={{ position: 'absolute', top: 8, width: '1px', height: 5, bgcolor: '#8a8a8a' }} />
              <Typography variant="caption" style={{ left: `${String((middle / 360) * 100)}%` }} sx={{ ...mark, transform: middle < 8 ? 'none' : 'translateX(-50%)', color: '#d6d6d6' }}>
                {name}
              </Typography>
            </Box>
          );
        })}
      </Box>
    );
  }
  return (
    <Box aria-hidden sx={{ position: 'absolute', left: 0, right: 0, top: '100%', height: GUTTER.below, pointerEvents: 'none' }}>
      <Box sx={{ height: 8, background: axis.name === 'light' ? 'linear-gradient(90deg in oklab, #000, #fff)' : 'linear-gradient(90deg, oklch(0.65 0 60), oklch(0.65 0.16 60))' }} />
      {MARKS[axis.name].map((at) => (
        <Typography key={at} variant="caption" style={{ left: `${String((at / axis.max) * 100)}%` }} sx={{ ...mark, transform: at === 0 ? 'none' : at === axis.max ? 'translateX(-100%)' : 'translateX(-50%)', color: '#d6d6d6' }}>
          {at === 0 ? ENDS[axis.name][0] : at === axis.max ? ENDS[axis.name][1] : told(axis, at)}
        </Typography>
      ))}
    </Box>
  );
}
