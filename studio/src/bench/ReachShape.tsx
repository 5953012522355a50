import { Box, Typography } from '@mui/material';
import { useRef } from 'react';
import { useDragging } from '../drag/useDragging';
import { useHeldKeys } from '../drag/useHeldKeys';
import type { Reach } from '../grade/looks';
import { limitOf, moved, spanOf, windowOf, type Axis, type Edge, type WindowValue } from './axes';

interface Handle {
  axis: Axis;
  edge: Edge | 'body';
}

interface Props {
  across: Axis;
  up: Axis;
  /** As it is shown, also while it is dragged. */
  reach: Reach | null;
  /** As it is in the grade. */
  kept: Reach | null;
  shaping: boolean;
  onReach: (reach: Reach | null, keep: boolean) => void;
}

const EDGES: Record<Edge, string> = { softFrom: 'soft edge before', from: 'start', to: 'end', softTo: 'soft edge after' };

/** The reach as a frame: an edge where it begins to give way, a round foot where it ends. */
export function ReachShape({ across, up, reach, kept, shaping, onReach }: Props) {
  const area = useRef<HTMLDivElement>(null);
  const focused = useRef<Handle>({ axis: across, edge: 'body' });
  const x = windowOf(reach, across.name);
  const y = windowOf(reach, up.name);
  const put = (axis: Axis, window: WindowValue, base: Reach): Reach => ({ ...base, [axis.name]: window });
  /** The reach after a handle was moved by so many pixels. */
  const after = (by: { x: number; y: number }, { axis, edge }: Handle): Reach | null => {
    const box = area.current?.getBoundingClientRect();
    if (!kept || !box) return null;
    const amounts = { [across.name]: (by.x / box.width) * across.max, [up.name]: (-by.y / box.height) * up.max };
    return (edge === 'body' ? [across, up] : [axis]).reduce<Reach>((now, one) => {
      const window = windowOf(kept, one.name);
      return window ? put(one, moved(window, edge, amounts[one.name] ?? 0, one, limitOf(one)), now) : now;
    }, kept);
  };
  const bind = useDragging<Handle>({
    onMove: ({ by }, handle) => {
      onReach(after(by, handle), false);
    },
    onEnd: ({ by }, handle) => {
      onReach(by.x === 0 && by.y === 0 ? kept : after(by, handle), true);
    },
    onAbandon: () => {
      onReach(kept, false);
    },
  });
  const arrows = useHeldKeys<Reach>(
    (event, so) => {
      const way = { ArrowLeft: -1, ArrowDown: -1, ArrowRight: 1, ArrowUp: 1 }[event.key];
      const { axis, edge } = focused.current;
      const now = so ?? kept;
      const window = windowOf(now, axis.name);
      return way === undefined || !now || !window ? null : put(axis, moved(window, edge, way * axis.step * (event.shiftKey ? 10 : 1), axis, limitOf(axis)), now);
    },
    (next) => {
      onReach(next, false);
    },
    (next) => {
      onReach(next, true);
    },
  );
  if (!shaping || !reach || (!x && !y)) {
    return (
      <Box ref={area} sx={{ position: 'absolute', inset: 0, display: 'flex', justifyContent: 'flex-end', alignItems: 'flex-start', p: 0.5, pointerEvents: 'none' }}>
        {shaping && !reach?.learned && (
          <Typography variant="caption" sx={{ bgcolor: 'rgb(30 30 30 / 75%)', px: 1, borderRadius: 1 }}>
            {reach ? 'The reach has no limits on these axes.' : 'The move reaches every colour. Choose some on the photo, or limit it under Reach.'}
          </Typography>
        )}
      </Box>
    );
  }

  const whole = (axis: Axis): WindowValue => ({ from: 0, to: axis.max });
  const wx = x ?? whole(across);
  const wy = y ?? whole(up);
  const percent = (value: number, axis: Axis) => (value / axis.max) * 100;
  const width = spanOf(wx, across);
  const bottom = Math.max(0, wy.from);
  const top = Math.min(up.max, wy.to);
  const softLeft = wx.softFrom ?? 0;
  const softRight = wx.softTo ?? 0;
  const softBottom = wy.softFrom ?? 0;
  const softTop = wy.softTo ?? 0;
  const total = softLeft + width + softRight;
  const turns = across.circular ? [-1, 0, 1] : [0];
  const fade = (way: string, a: number, b: number, all: number) =>
    `linear-gradient(${way}, transparent, #000 ${String((a / all) * 100)}%, #000 ${String((b / all) * 100)}%, transparent)`;

  const handles: { axis: Axis; edge: Edge; at: number; along: 'x' | 'y' }[] = [];
  const wrapX = (v: number) => (across.circular ? ((v % across.max) + across.max) % across.max : Math.min(across.max, Math.max(0, v)));
  if (x) {
    handles.push({ axis: across, edge: 'softFrom', at: wrapX(wx.from - softLeft), along: 'x' }, { axis: across, edge: 'softTo', at: wrapX(wx.to + softRight), along: 'x' });
    handles.push({ axis: across, edge: 'from', at: wx.from, along: 'x' }, { axis: across, edge: 'to', at: wx.to, along: 'x' });
  }
  if (y) {
    const inY = (v: number) => Math.min(up.max, Math.max(0, v));
    handles.push({ axis: up, edge: 'softFrom', at: inY(wy.from - softBottom), along: 'y' }, { axis: up, edge: 'softTo', at: inY(wy.to + softTop), along: 'y' });
    handles.push({ axis: up, edge: 'from', at: inY(wy.from), along: 'y' }, { axis: up, edge: 'to', at: inY(wy.to), along: 'y' });
  }
  const middleX = wrapX(wx.from + width / 2);
  const middleY = (bottom + top) / 2;

  return (
    <Box ref={area} sx={{ position: 'absolute', inset: 0, touchAction: 'none', overflow: 'visible' }}>
      <Box sx={{ position: 'absolute', inset: 0, overflow: 'hidden' }}>
        {turns.map((turn) => (
          <Box key={turn}>
            <Box
              {...bind({ axis: across, edge: 'body' })}
              style={{
                left: `${String(percent(wx.from - softLeft + turn * across.max, across))}%`,
                width: `${String(percent(total, across))}%`,
                bottom: `${String(percent(wy.from - softBottom, up))}%`,
                height: `${String(percent(softBottom + (wy.to - wy.from) + softTop, up))}%`,
                maskImage: `${fade('90deg', softLeft, softLeft + width, total)}, ${fade('0deg', softBottom, softBottom + wy.to - wy.from, softBottom + wy.to - wy.from + softTop)}`,
                maskComposite: 'intersect',
              }}
              sx={{ position: 'absolute', bgcolor: reach.invert ? 'rgb(0 0 0 / 45%)' : 'rgb(255 255 255 / 26%)', cursor: 'grab' }}
            />
            <Box
              style={{ left: `${String(percent(wx.from + turn * across.max, across))}%`, width: `${String(percent(width, across))}%`, bottom: `${String(percent(bottom, up))}%`, height: `${String(percent(Math.max(0, top - bottom), up))}%` }}
              sx={{ position: 'absolute', border: '1px solid #fff', outline: '1px solid rgb(0 0 0 / 60%)', pointerEvents: 'none', boxSizing: 'border-box' }}
            />
          </Box>
        ))}
      </Box>
      {handles.map(({ axis, edge, at, along }) => {
        const soft = edge === 'softFrom' || edge === 'softTo';
        const long = soft ? 9 : 16;
        const window = along === 'x' ? wx : wy;
        return (
          <Box
            key={`${axis.name} ${edge}`}
            {...bind({ axis, edge })}
            {...arrows}
            onFocus={() => {
              focused.current = { axis, edge };
            }}
            role="slider"
            tabIndex={0}
            aria-label={`Bench: ${axis.title}, ${EDGES[edge]}`}
            aria-valuemin={0}
            aria-valuemax={soft && axis.circular ? 180 : limitOf(axis)}
            aria-valuenow={window[edge] ?? 0}
            title={`${axis.title}: ${EDGES[edge]} ${String(Number((window[edge] ?? 0).toFixed(3)))}`}
            style={
              along === 'x'
                ? { left: `${String(percent(at, axis))}%`, bottom: `${String(percent(middleY, up))}%`, width: soft ? 9 : 7, height: long, marginLeft: soft ? -4.5 : -3.5, marginBottom: -long / 2 }
                : { bottom: `${String(percent(at, axis))}%`, left: `${String(percent(middleX, across))}%`, height: soft ? 9 : 7, width: long, marginBottom: soft ? -4.5 : -3.5, marginLeft: (soft ? 22 : 0) - long / 2 }
            }
            sx={{ position: 'absolute', bgcolor: soft ? '#1f1f1f' : '#f2f2f2', border: soft ? '1.5px solid #f2f2f2' : '1px solid #222', borderRadius: soft ? '50%' : '2px', cursor: along === 'x' ? 'ew-resize' : 'ns-resize', zIndex: soft ? 1 : 2 }}
          />
        );
      })}
    </Box>
  );
}
