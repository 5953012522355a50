import { Box } from '@mui/material';
import { useRef } from 'react';
import { useDragging } from '../../ui/drag/useDragging';
import { useHeldKeys } from '../../ui/drag/useHeldKeys';
import type { Rect } from '../../gl/rects';
import type { Place, Stroke } from './tools';

interface Props {
  /** Where the photo lies, in CSS pixels. */
  place: Rect;
  stroke: Stroke | null;
  pins: { x: number; y: number; number: number }[];
  /** Pins can be taken hold of; with other tools one works right through them. */
  pinsCatch: boolean;
  onUnpin: (index: number) => void;
  onPin: (index: number, to: Place, done: boolean) => void;
  /** Share of the stage at which the divider stands; null when the view is not split. */
  divide: number | null;
  onDivide: (share: number) => void;
}

/** What lies over the photo: the stroke being drawn, pinned probes, the divider of the split view. */
export function PhotoOverlay({ place, stroke, pins, pinsCatch, onPin, onUnpin, divide, onDivide }: Props) {
  const at = ([x, y]: Place) => `${String(place.left + x * place.width)},${String(place.top + y * place.height)}`;
  const over = useRef<HTMLDivElement>(null);
  const divideFrom = useRef(0);
  /** A place of the window, in CSS pixels of the stage. */
  const onStage = (point: { x: number; y: number }) => {
    const box = over.current?.getBoundingClientRect();
    return { x: point.x - (box?.left ?? 0), y: point.y - (box?.top ?? 0), width: box?.width ?? 1 };
  };
  const placeOn = (point: { x: number; y: number }): Place => {
    const { x, y } = onStage(point);
    return [(x - place.left) / place.width, (y - place.top) / place.height];
  };
  const pinFrom = useRef<Place>([0, 0]);
  const bindPin = useDragging<number>({
    onStart: (_, index) => {
      const pin = pins[index];
      if (pin) pinFrom.current = [pin.x, pin.y];
      return true;
    },
    onMove: ({ at: now }, index) => {
      onPin(index, placeOn(now), false);
    },
    onEnd: ({ at: now, by }, index) => {
      onPin(index, by.x === 0 && by.y === 0 ? pinFrom.current : placeOn(now), true);
    },
    onAbandon: (index) => {
      onPin(index, pinFrom.current, true);
    },
  });
  const shareAt = (point: { x: number; y: number }) => {
    const { x, width } = onStage(point);
    return Math.min(1, Math.max(0, x / width));
  };
  const bindDivider = useDragging({
    onStart: () => {
      divideFrom.current = divide ?? 0.5;
      return true;
    },
    onMove: ({ at: now }) => {
      onDivide(shareAt(now));
    },
    onEnd: () => undefined,
    onAbandon: () => {
      onDivide(divideFrom.current);
    },
  });
  const dividerKeys = useHeldKeys<number>(
    (event, so) => {
      const way = { ArrowLeft: -0.02, ArrowRight: 0.02 }[event.key];
      return way === undefined ? null : Math.min(1, Math.max(0, (so ?? divide ?? 0.5) + way));
    },
    onDivide,
    onDivide,
  );
  const focused = useRef(0);
  const pinKeys = useHeldKeys<Place>(
    (event, so) => {
      const way = ({ ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] } as Record<string, Place>)[event.key];
      const pin = pins[focused.current];
      if (!way || !pin) return null;
      const [x, y] = so ?? [pin.x, pin.y];
      const step = event.shiftKey ? 5 : 1;
      // A pixel of the screen a step.
      return [x + (way[0] * step) / place.width, y + (way[1] * step) / place.height];
    },
    (to) => {
      onPin(focused.current, to, false);
    },
    (to) => {
      onPin(focused.current, to, true);
    },
  );
  const first = stroke?.points[0];
  const last = stroke?.points.at(-1);
  return (
    <>
      <div ref={over} style={{ position: 'absolute', inset: 0, pointerEvents: 'none' }} />
      {stroke && first && last && (
        <svg style={{ position: 'absolute', inset: 0, width: '100%', height: '100%', pointerEvents: 'none' }} aria-hidden>
          {stroke.shape === 'box' ? (
            <>
              {['#000', '#fff'].map((colour, i) => (
                <rect
                  key={colour}
                  x={place.left + Math.min(first[0], last[0]) * place.width}
                  y={place.top + Math.min(first[1], last[1]) * place.height}
                  width={Math.abs(last[0] - first[0]) * place.width}
                  height={Math.abs(last[1] - first[1]) * place.height}
                  fill="none"
                  stroke={colour}
                  strokeWidth={i === 0 ? 3 : 1.2}
                />
              ))}
            </>
          ) : (
            ['#000', '#fff'].map((colour, i) => (
              <polyline key={colour} points={stroke.points.map(at).join(' ')} fill="none" stroke={colour} strokeOpacity={0.85} strokeWidth={i === 0 ? 5 : 2} strokeLinejoin="round" strokeLinecap="round" />
            ))
          )}
        </svg>
      )}
      {pins.map((pin, index) => (
        <Box
          key={pin.number}
          role="group"
          aria-roledescription="pin"
          aria-label={`Probe ${String(pin.number)}: arrow keys move it, Delete unpins it`}
          tabIndex={0}
          {...pinKeys}
          onFocus={() => {
            focused.current = index;
          }}
          onKeyDown={(event) => {
            if (event.key === 'Delete' || event.key === 'Backspace') {
              event.preventDefault();
              event.stopPropagation();
              onUnpin(index);
            } else pinKeys.onKeyDown(event);
          }}
          style={{ left: place.left + pin.x * place.width, top: place.top + pin.y * place.height, pointerEvents: pinsCatch ? 'auto' : 'none' }}
          sx={{
            position: 'absolute', width: 17, height: 17, m: '-9px 0 0 -9px', borderRadius: '50%', border: '1.5px solid #fff', outline: '1px solid #000', bgcolor: 'rgb(0 0 0 / 35%)',
            color: '#fff', fontSize: 10, lineHeight: '14px', textAlign: 'center', cursor: 'move', userSelect: 'none', touchAction: 'none',
          }}
          {...bindPin(index)}
        >
          {pin.number}
        </Box>
      ))}
      {divide !== null && (
        <Box
          role="slider"
          tabIndex={0}
          aria-label="Divider between source and result"
          aria-valuemin={0}
          aria-valuemax={100}
          aria-valuenow={Math.round(divide * 100)}
          style={{ left: `${String(divide * 100)}%` }}
          sx={{ position: 'absolute', top: 0, bottom: 0, width: 17, ml: '-8.5px', cursor: 'ew-resize', touchAction: 'none', '&::before': { content: '""', position: 'absolute', left: 8, top: 0, bottom: 0, width: '1.5px', bgcolor: '#fff', boxShadow: '0 0 0 0.5px #000' } }}
          {...bindDivider(undefined)}
          {...dividerKeys}
          onDoubleClick={(event) => {
            event.stopPropagation();
            onDivide(0.5);
          }}
        />
      )}
    </>
  );
}
