import { Box, Typography } from '@mui/material';
import { useRef, useState } from 'react';
import { useDragging } from '../../ui/drag/useDragging';
import { useHeldKeys } from '../../ui/drag/useHeldKeys';
import { plain, type Reach } from '../../model/looks';
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
  /** The handle that is dragged or has the focus: its value is said beside it. */
  const [told, setTold] = useState<string | null>(null);
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
    onStart: (_, { axis, edge }) => {
      setTold(`${axis.name} ${edge}`);
      return true;
    },
    onMove: ({ by }, handle) => {
      onReach(after(by, handle), false);
    },
    onEnd: ({ by }, handle) => {
      setTold(null);
      onReach(by.x === 0 && by.y === 0 ? kept : after(by, handle), true);
    },
    onAbandon: () => {
      setTold(null);
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
            {reach ? 'The reach has no limits here.' : 'The move acts on every colour. Choose colours on the photo, or limit it under Reach.'}
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
        const window = along === 'x' ? wx : wy;
        const long = soft ? 12 : 22;
        const name = `${axis.name} ${edge}`;
        const high = (along === 'y' ? at : middleY) / up.max > 0.72;
        const text = `${EDGES[edge]} ${axis.name === 'hue' ? `${plain(window[edge] ?? 0)}°` : axis.name === 'light' ? plain((window[edge] ?? 0) * 100) : plain(window[edge] ?? 0, 3)}`;
        return (
          <Box
            key={`${axis.name} ${edge}`}
            {...bind({ axis, edge })}
            {...arrows}
            onFocus={() => {
              focused.current = { axis, edge };
              setTold(name);
            }}
            onBlur={() => {
              arrows.onBlur();
              setTold(null);
            }}
            role="slider"
            tabIndex={0}
            aria-label={`Bench: ${axis.title}, ${EDGES[edge]}`}
            aria-valuemin={0}
            aria-valuemax={soft && axis.circular ? 180 : limitOf(axis)}
            aria-valuenow={window[edge] ?? 0}
            title={`${axis.title}: ${text}`}
            style={
              along === 'x'
                ? { left: `${String(percent(at, axis))}%`, bottom: `${String(percent(middleY, up))}%`, width: soft ? 12 : 9, height: long, marginLeft: soft ? -6 : -4.5, marginBottom: -long / 2 }
                : { bottom: `${String(percent(at, axis))}%`, left: `${String(percent(middleX, across))}%`, height: soft ? 12 : 9, width: long, marginBottom: soft ? -6 : -4.5, marginLeft: (soft ? 22 : 0) - long / 2 }
            }
            sx={{ position: 'absolute', bgcolor: soft ? '#1f1f1f' : '#f6f6f6', border: soft ? '2px solid #f6f6f6' : '1.5px solid #1b1b1b', outline: '1px solid rgb(0 0 0 / 60%)', borderRadius: soft ? '50%' : '2px', cursor: along === 'x' ? 'ew-resize' : 'ns-resize', zIndex: soft ? 1 : 2 }}
          >
            {told === name && (
              <Box component="span" aria-hidden sx={{ position: 'absolute', left: '50%', ...(high ? { top: '100%', mt: '4px' } : { bottom: '100%', mb: '4px' }), transform: 'translateX(-50%)', px: 0.75, borderRadius: 0.5, bgcolor: 'rgb(20 20 20 / 90%)', color: '#fff', fontSize: 11, lineHeight: '16px', whiteSpace: 'nowrap', pointerEvents: 'none', zIndex: 4 }}>
                {text}
              </Box>
            )}
          </Box>
        );
      })}
    </Box>
  );
}
