import { Box } from '@mui/material';
import { useRef, useState, type ReactNode } from 'react';
import { useDragging } from '../drag/useDragging';
import { useHeldKeys } from '../drag/useHeldKeys';
import { fingerRoom } from '../../theme';

export type CurvePoint = [number, number];

interface Props {
  label: string;
  points: CurvePoint[];
  /** Heights of the curve, evenly spaced across. */
  line: number[];
  x: [number, number];
  y: [number, number];
  /** Closest two points may come to each other. */
  gap: number;
  /** Arrow keys move by this much; with Shift by ten. */
  step: number;
  /** The curve closes on itself, so that its first and last point keep a gap across the seam too. */
  circular?: boolean;
  /** Points that cannot be removed: the two ends of a tone curve. */
  fewest: number;
  onChange: (points: CurvePoint[], keep: boolean) => void;
  selected: number | null;
  onSelect: (index: number | null) => void;
  colour?: string;
  children?: ReactNode;
}

const HIT = 9;

/** A curve through points: click it to set one, drag, arrow keys, Delete or a double click to remove. */
export function CurveEditor({ label, points: kept, line, x, y, gap, step, circular = false, fewest, onChange, selected, onSelect, colour = '#fff', children }: Props) {
  const area = useRef<HTMLDivElement>(null);
  const [live, setLive] = useState<CurvePoint[] | null>(null);
  /** Which point is dragged, and whether the drag has moved or made it. */
  const drag = useRef<{ index: number; from: CurvePoint[] } | null>(null);
  const points = live ?? kept;
  const span = x[1] - x[0];
  const left = (v: number) => ((v - x[0]) / span) * 100;
  const bottom = (v: number) => ((v - y[0]) / (y[1] - y[0])) * 100;
  const round = (v: number) => Math.round(v / step) * step;

  const at = (event: { clientX: number; clientY: number }): CurvePoint => {
    const box = area.current?.getBoundingClientRect();
    if (!box) return [x[0], y[0]];
    return [x[0] + ((event.clientX - box.left) / box.width) * span, y[0] + (1 - (event.clientY - box.top) / box.height) * (y[1] - y[0])];
  };
  /** The points with one of them moved, kept between its neighbours and within the range. */
  const moved = (list: CurvePoint[], index: number, to: CurvePoint): CurvePoint[] => {
    const before = list[index - 1]?.[0];
    const after = list[index + 1]?.[0];
    const first = list[0]?.[0] ?? x[0];
    const last = list.at(-1)?.[0] ?? x[1];
    const low = before !== undefined ? before + gap : circular && list.length > 1 ? Math.max(x[0], last - span + gap) : x[0];
    const high = after !== undefined ? after - gap : circular && list.length > 1 ? Math.min(x[1], first + span - gap) : x[1];
    const next: CurvePoint = [round(Math.max(low, Math.min(high, to[0]))), round(Math.max(y[0], Math.min(y[1], to[1])))];
    return list.map((point, i) => (i === index ? next : point));
  };
  const remove = (index: number) => {
    if (points.length <= fewest) return;
    onSelect(null);
    onChange(
      points.filter((_, i) => i !== index),
      true,
    );
  };

  const nearest = (event: { clientX: number; clientY: number }): number => {
    const box = area.current?.getBoundingClientRect();
    if (!box) return -1;
    return points.findIndex(([px, py]) => Math.hypot((left(px) / 100) * box.width + box.left - event.clientX, box.top + (1 - bottom(py) / 100) * box.height - event.clientY) <= HIT);
  };
  const handle = (index: number) => area.current?.querySelectorAll<HTMLElement>('[role=slider]')[index];
  const place = ({ x: clientX, y: clientY }: { x: number; y: number }) => at({ clientX, clientY });
  const bind = useDragging({
    onStart: ({ at: { x: clientX, y: clientY } }) => {
      const near = nearest({ clientX, clientY });
      if (near >= 0) {
        drag.current = { index: near, from: points };
        onSelect(near);
        handle(near)?.focus();
        return true;
      }
      const [px, py] = at({ clientX, clientY });
      const index = points.filter(([other]) => other < px).length;
      const before = points[index - 1]?.[0] ?? -Infinity;
      const after = points[index]?.[0] ?? Infinity;
      if (px - before < gap || after - px < gap || points.length >= 32) return false;
      const from: CurvePoint[] = [...points.slice(0, index), [px, py], ...points.slice(index)];
      drag.current = { index, from };
      onSelect(index);
      show(moved(from, index, [px, py]));
      return true;
    },
    onMove: (d) => {
      if (drag.current) show(moved(drag.current.from, drag.current.index, place(d.at)));
    },
    onEnd: () => {
      const index = drag.current?.index ?? -1;
      drag.current = null;
      if (live) onChange(live, true);
      setLive(null);
      // Arrow keys go on from where the mouse left off, for a point just set too.
      handle(index)?.focus();
    },
    onAbandon: () => {
      drag.current = null;
      setLive(null);
      onSelect(null);
      onChange(kept, false);
    },
  });
  const show = (next: CurvePoint[]) => {
    setLive(next);
    onChange(next, false);
  };
  const arrows = useHeldKeys<CurvePoint[]>(
    (event, so) => {
      const index = selected ?? -1;
      const now = so ?? points;
      const point = now[index];
      const by = step * (event.shiftKey ? 10 : 1);
      const way: Record<string, CurvePoint> = { ArrowLeft: [-by, 0], ArrowRight: [by, 0], ArrowUp: [0, by], ArrowDown: [0, -by] };
      const delta = way[event.key];
      return point && delta ? moved(now, index, [point[0] + delta[0], point[1] + delta[1]]) : null;
    },
    show,
    (next) => {
      setLive(null);
      onChange(next, true);
    },
  );

  const path = line.map((v, i) => `${i === 0 ? 'M' : 'L'}${String((i / Math.max(1, line.length - 1)) * 1000)} ${String(1000 - bottom(v) * 10)}`).join('');
  return (
    <Box
      ref={area}
      role="group"
      aria-label={label}
      {...bind(undefined)}
      onDoubleClick={(event) => {
        // The pointer is captured while it is down, so that the double click is told here, not at the point.
        const index = nearest(event);
        if (index >= 0) remove(index);
      }}
      sx={{ position: 'absolute', inset: 0, touchAction: 'none', cursor: 'crosshair', userSelect: 'none' }}
    >
      {children}
      <svg viewBox="0 0 1000 1000" preserveAspectRatio="none" aria-hidden style={{ position: 'absolute', inset: 0, width: '100%', height: '100%', pointerEvents: 'none', overflow: 'visible' }}>
        <path d={path} fill="none" stroke="#000" strokeOpacity={0.7} strokeWidth={4} vectorEffect="non-scaling-stroke" />
        <path d={path} fill="none" stroke={colour} strokeWidth={1.6} vectorEffect="non-scaling-stroke" />
      </svg>
      {points.map(([px, py], index) => (
        <Box
          key={index}
          role="slider"
          tabIndex={0}
          aria-label={`${label}, point ${String(index + 1)}`}
          aria-valuemin={y[0]}
          aria-valuemax={y[1]}
          aria-valuenow={py}
          aria-valuetext={`${String(px)} to ${String(py)}`}
          onFocus={() => {
            onSelect(index);
          }}
          onKeyDown={(event) => {
            if (event.key === 'Delete' || event.key === 'Backspace') {
              event.preventDefault();
              event.stopPropagation();
              remove(index);
            } else arrows.onKeyDown(event);
          }}
          onKeyUp={arrows.onKeyUp}
          onBlur={arrows.onBlur}
          style={{ left: `${String(left(px))}%`, bottom: `${String(bottom(py))}%` }}
          sx={{ ...fingerRoom(10), position: 'absolute', width: 10, height: 10, m: '0 0 -5px -5px', borderRadius: '50%', border: '1.5px solid #fff', outline: '1px solid #000', bgcolor: index === selected ? '#fff' : '#333', cursor: 'move' }}
        />
      ))}
    </Box>
  );
}
