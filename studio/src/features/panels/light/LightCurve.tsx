import { Box } from '@mui/material';
import { useRef, useState } from 'react';
import { useDragging } from '../../../ui/drag/useDragging';
import { useHeldKeys } from '../../../ui/drag/useHeldKeys';
import { settingInfo } from '../../../model/looks';
import type { PanelProps } from '../panel';
import { numberOf, within, withParams } from '../settings';
import { TonesShape } from '../TonesShape';
import { useDrawing } from '../useDrawing';
import { draggedBy, handlePlaces, LIGHT_HANDLES, type LightHandle } from './lightHandles';
import { fingerRoom } from '../../../theme';

const TALL = 150;
const MOST = 255;
/** Steps of the arrow keys. */
const STEP: Record<LightHandle, number> = { black: 1, exposure: 0.05, white: 1 };

type Props = Pick<PanelProps<'light'>, 'move' | 'onChange' | 'source' | 'pointed'>;

/** The tones of the photo with the curve over them: its black point, its middle and its white point can be dragged. */
export function LightCurve({ move, onChange, source, pointed }: Props) {
  const area = useRef<HTMLDivElement>(null);
  const focused = useRef<LightHandle>('exposure');
  const begun = useRef(0);
  const [live, setLive] = useState<Props['move'] | null>(null);
  const { light: line = [], pivot = [] } = useDrawing(live ?? move);
  const places = handlePlaces(line, pivot[0] ?? MOST / 2);
  const send = (name: LightHandle, value: number, keep: boolean) => {
    const next = withParams(move, { [name]: name === 'exposure' ? fine(value) : within('light', name, Math.round(value)) });
    setLive(keep ? null : next);
    onChange(next, keep);
  };
  const dragged = (name: LightHandle, by: { x: number; y: number }) => begun.current + draggedBy(name, by.x, -by.y, { width: area.current?.clientWidth ?? 1, height: TALL });
  const bind = useDragging<LightHandle>({
    onStart: (_, name) => {
      begun.current = numberOf(move, name);
      return true;
    },
    onMove: ({ by }, name) => { send(name, dragged(name, by), false); },
    onEnd: ({ by }, name) => {
      if (by.x === 0 && by.y === 0) setLive(null);
      else send(name, dragged(name, by), true);
    },
    onAbandon: () => {
      setLive(null);
      onChange(move, false);
    },
  });
  const arrows = useHeldKeys<number>(
    (event, so) => {
      const way = { ArrowLeft: -1, ArrowDown: -1, ArrowRight: 1, ArrowUp: 1 }[event.key];
      return way === undefined ? null : (so ?? numberOf(move, focused.current)) + way * STEP[focused.current] * (event.shiftKey ? 10 : 1);
    },
    (next) => { send(focused.current, next, false); },
    (next) => { send(focused.current, next, true); },
  );
  const counts = source?.scopes.histogram.light ?? [];
  const under = pointed?.along['light']?.at ?? null;
  return (
    <Box ref={area} role="group" aria-label="Curve of light" sx={{ position: 'relative', height: TALL, bgcolor: '#262626', m: '4px 8px 10px', touchAction: 'none', userSelect: 'none' }}>
      <svg viewBox="0 0 255 100" preserveAspectRatio="none" role="img" aria-label="Tones before and after, over the photo’s own tones" style={{ position: 'absolute', inset: 0, width: '100%', height: '100%' }}>
        <TonesShape counts={counts} />
        <line x1={0} y1={100} x2={255} y2={0} stroke="#999" strokeDasharray="3 3" vectorEffect="non-scaling-stroke" />
        {under !== null && <line x1={under} x2={under} y1={0} y2={100} stroke="#fff" strokeOpacity={0.55} vectorEffect="non-scaling-stroke" />}
        <path d={line.map((out, i) => `${i === 0 ? 'M' : 'L'}${String(i)} ${String(100 - (out / MOST) * 100)}`).join('')} fill="none" stroke="#fff" strokeWidth={1.8} vectorEffect="non-scaling-stroke" />
      </svg>
      {line.length > 0 &&
        LIGHT_HANDLES.map((name) => {
          const { min, max, title, rest } = settingInfo('light', name);
          const { at, height } = places[name];
          return (
            <Box
              key={name}
              role="slider"
              tabIndex={0}
              aria-label={`Curve: ${title.toLowerCase()}`}
              aria-valuemin={min}
              aria-valuemax={max}
              aria-valuenow={numberOf(live ?? move, name)}
              title={`${title}: drag, or double-click to reset`}
              {...bind(name)}
              {...arrows}
              onFocus={() => { focused.current = name; }}
              onDoubleClick={() => { send(name, rest, true); }}
              style={{ left: `${String((at / MOST) * 100)}%`, bottom: `${String((height / MOST) * 100)}%` }}
              sx={{ ...fingerRoom(14), position: 'absolute', width: 14, height: 14, m: '0 0 -7px -7px', bgcolor: name === 'black' ? '#111' : '#f4f4f4', border: '2px solid', borderColor: name === 'black' ? '#e2e2e2' : '#1b1b1b', borderRadius: name === 'exposure' ? '50%' : '3px', cursor: name === 'exposure' ? 'ns-resize' : 'move', zIndex: 2 }}
            />
          );
        })}
    </Box>
  );
}

/** Exposure to a hundredth of a stop, within its range. */
export function fine(value: number): number {
  const { min, max } = settingInfo('light', 'exposure');
  return Math.max(min, Math.min(max, Math.round(value * 100) / 100));
}
