import { Box, ToggleButton, ToggleButtonGroup, Tooltip, Typography } from '@mui/material';
import { useEffect, useLayoutEffect, useRef, useState, type KeyboardEvent, type PointerEvent, type ReactNode } from 'react';
import type { Source } from '../api/client';
import type { Reach } from '../grade/looks';
import { greys } from '../theme';
import { axesOf, moved, PLANES, spanOf, windowOf, type Axis, type Edge, type PlaneName, type WindowValue } from './axes';

interface Props {
  source: Source | undefined;
  plane: PlaneName;
  onPlane: (plane: PlaneName) => void;
  reach: Reach | null;
  /** False when no move is chosen: nothing can be shaped. */
  shaping: boolean;
  onReach: (reach: Reach | null, keep: boolean) => void;
  /** The colour under the pointer on the photo, OKLCh. */
  pointed: readonly number[] | null;
  /** Drawn over the plane by the move at hand: curves, bands. Hides the reach's handles. */
  overlay?: ReactNode;
  height: number;
}

const CHROMA_LIMIT = 0.5;

/** The photo's own colours on two axes, with the reach drawn on them as a shape whose edges can be dragged. */
export function Bench({ source, plane, onPlane, reach: kept, shaping, onReach, pointed, overlay, height }: Props) {
  const [live, setLive] = useState<Reach | null | undefined>(undefined);
  const reach = live === undefined ? kept : live;
  const axes = axesOf(plane, source?.planes.chromaTop);
  return (
    <Box component="section" aria-label="Bench" sx={{ display: 'flex', height, flex: 'none', bgcolor: greys.panel, borderTop: `1px solid ${greys.line}` }}>
      <Box sx={{ width: 150, flex: 'none', p: 1, pr: 0.5, display: 'flex', flexDirection: 'column', gap: 0.25 }}>
        <Tooltip placement="top" title="This photo’s own colours, laid out. The light frame is what the chosen move reaches; drag its edges, or the round feet of its soft shoulders.">
          <Typography variant="subtitle2">Bench</Typography>
        </Tooltip>
        <ToggleButtonGroup
          exclusive
          orientation="vertical"
          size="small"
          value={plane}
          aria-label="Axes of the bench"
          onChange={(_, next: PlaneName | null) => {
            if (next) onPlane(next);
          }}
          sx={{ '& .MuiToggleButton-root': { py: 0, lineHeight: 1.5, justifyContent: 'flex-start', fontSize: '0.75rem' } }}
        >
          {(Object.keys(PLANES) as PlaneName[]).map((name) => (
            <ToggleButton key={name} value={name}>
              {PLANES[name].title}
            </ToggleButton>
          ))}
        </ToggleButtonGroup>
      </Box>
      <Box sx={{ flex: 1, minWidth: 0, position: 'relative', m: '8px 12px 18px 4px', bgcolor: '#262626', userSelect: 'none' }}>
        <Density source={source} plane={plane} />
        {pointed && <Pointed axes={axes} colour={pointed} />}
        {overlay ?? (
          <Shape
            across={axes.across}
            up={axes.up}
            reach={reach}
            shaping={shaping}
            onReach={(next, keep) => {
              setLive(keep ? undefined : next);
              onReach(next, keep);
            }}
          />
        )}
        <Ticks axis={axes.across} />
      </Box>
    </Box>
  );
}

/** The photo's colours as cells in their own mean colour, the more the denser. */
function Density({ source, plane }: { source: Source | undefined; plane: PlaneName }) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const [size, setSize] = useState({ width: 0, height: 0 });
  useEffect(() => {
    const element = canvas.current?.parentElement;
    if (!element) return;
    const observer = new ResizeObserver(() => {
      setSize({ width: element.clientWidth, height: element.clientHeight });
    });
    observer.observe(element);
    return () => {
      observer.disconnect();
    };
  }, []);
  useLayoutEffect(() => {
    const element = canvas.current;
    const pen = element?.getContext('2d');
    if (!element || !pen || !source || size.width === 0) return;
    const ratio = window.devicePixelRatio;
    element.width = Math.round(size.width * ratio);
    element.height = Math.round(size.height * ratio);
    const { columns, rows } = source.planes;
    const cells = source.planes[plane];
    const most = Math.max(1, ...cells.map(([, , count]) => count));
    // One pixel a cell, then enlarged softly: a density, not a mosaic.
    const small = document.createElement('canvas');
    small.width = columns;
    small.height = rows;
    const dots = small.getContext('2d');
    if (!dots) return;
    for (const [column, row, count, colour] of cells) {
      // Rare colours stay visible beside common ones.
      dots.globalAlpha = 0.3 + 0.7 * Math.pow(count / most, 0.3);
      dots.fillStyle = colour;
      dots.fillRect(column, rows - 1 - row, 1, 1);
    }
    pen.imageSmoothingQuality = 'high';
    pen.drawImage(small, 0, 0, element.width, element.height);
  }, [source, plane, size]);
  return <canvas ref={canvas} role="img" aria-label="The photo’s colours" style={{ position: 'absolute', inset: 0, width: '100%', height: '100%', display: 'block' }} />;
}

function Pointed({ axes: { across, up }, colour }: { axes: { across: Axis; up: Axis }; colour: readonly number[] }) {
  const value = (axis: Axis) => Math.min(1, (colour[{ light: 0, chroma: 1, hue: 2 }[axis.name]] ?? 0) / axis.max);
  return (
    <Box
      style={{ left: `${String(value(across) * 100)}%`, bottom: `${String(value(up) * 100)}%` }}
      sx={{ position: 'absolute', width: 9, height: 9, m: '0 0 -5px -5px', border: '1.5px solid #fff', outline: '1px solid #000', borderRadius: '50%', pointerEvents: 'none', zIndex: 2 }}
    />
  );
}

function Ticks({ axis }: { axis: Axis }) {
  const marks = axis.name === 'hue' ? [0, 60, 120, 180, 240, 300, 360] : axis.name === 'light' ? [0, 0.2, 0.4, 0.6, 0.8, 1] : [0, 0.1, 0.2];
  return (
    <>
      {marks.map((mark) => (
        <Typography
          key={mark}
          variant="caption"
          aria-hidden
          style={{ left: `${String((mark / axis.max) * 100)}%` }}
          sx={{ position: 'absolute', top: '100%', fontSize: 10, lineHeight: '15px', transform: mark === 0 ? 'none' : mark === axis.max ? 'translateX(-100%)' : 'translateX(-50%)' }}
        >
          {axis.name === 'hue' ? `${String(mark)}°` : String(mark)}
        </Typography>
      ))}
    </>
  );
}

interface ShapeProps {
  across: Axis;
  up: Axis;
  reach: Reach | null;
  shaping: boolean;
  onReach: (reach: Reach | null, keep: boolean) => void;
}

const EDGES: Record<Edge, string> = { softFrom: 'soft edge before', from: 'start', to: 'end', softTo: 'soft edge after' };

/** The reach as a frame: an edge where it begins to give way, a round foot where it ends. */
function Shape({ across, up, reach, shaping, onReach }: ShapeProps) {
  const area = useRef<HTMLDivElement>(null);
  const drag = useRef<{ axis: Axis; edge: Edge | 'body'; x: number; y: number; x0: WindowValue | null; y0: WindowValue | null } | null>(null);
  const x = windowOf(reach, across.name);
  const y = windowOf(reach, up.name);
  if (!shaping || !reach || (!x && !y)) {
    return (
      <Box ref={area} sx={{ position: 'absolute', inset: 0, display: 'flex', justifyContent: 'flex-end', alignItems: 'flex-start', p: 0.5, pointerEvents: 'none' }}>
        {shaping && (
          <Typography variant="caption" sx={{ bgcolor: 'rgb(30 30 30 / 75%)', px: 1, borderRadius: 1 }}>
            {reach ? 'The reach has no limits on these axes.' : 'The move reaches every colour. Choose some on the photo, or limit it under Reach.'}
          </Typography>
        )}
      </Box>
    );
  }

  const limitOf = (axis: Axis) => (axis.name === 'chroma' ? CHROMA_LIMIT : axis.max);
  const put = (axis: Axis, window: WindowValue, base: Reach): Reach => ({ ...base, [axis.name]: window });
  const begin = (axis: Axis, edge: Edge | 'body') => (event: PointerEvent) => {
    event.preventDefault();
    event.stopPropagation();
    (event.currentTarget as HTMLElement).focus();
    (event.currentTarget as HTMLElement).setPointerCapture(event.pointerId);
    drag.current = { axis, edge, x: event.clientX, y: event.clientY, x0: x, y0: y };
  };
  const follow = (event: PointerEvent, keep: boolean) => {
    const box = area.current?.getBoundingClientRect();
    const d = drag.current;
    if (!d || !box) return;
    const byX = ((event.clientX - d.x) / box.width) * across.max;
    const byY = ((d.y - event.clientY) / box.height) * up.max;
    let next: Reach = reach;
    if (d.edge === 'body') {
      if (d.x0) next = put(across, moved(d.x0, 'body', byX, across, limitOf(across)), next);
      if (d.y0) next = put(up, moved(d.y0, 'body', byY, up, limitOf(up)), next);
    } else {
      const start = d.axis === across ? d.x0 : d.y0;
      if (start) next = put(d.axis, moved(start, d.edge, d.axis === across ? byX : byY, d.axis, limitOf(d.axis)), next);
    }
    if (keep) drag.current = null;
    onReach(next, keep);
  };
  const keys = (axis: Axis, edge: Edge) => (event: KeyboardEvent) => {
    const way = { ArrowLeft: -1, ArrowDown: -1, ArrowRight: 1, ArrowUp: 1 }[event.key];
    const window = axis === across ? x : y;
    if (way === undefined || !window) return;
    event.preventDefault();
    onReach(put(axis, moved(window, edge, way * axis.step * (event.shiftKey ? 10 : 1), axis, limitOf(axis)), reach), true);
  };
  const pointer = (axis: Axis, edge: Edge | 'body') => ({
    onPointerDown: begin(axis, edge),
    onPointerMove: (event: PointerEvent) => {
      follow(event, false);
    },
    onPointerUp: (event: PointerEvent) => {
      follow(event, true);
    },
  });

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
              {...pointer(across, 'body')}
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
            {...pointer(axis, edge)}
            role="slider"
            tabIndex={0}
            aria-label={`Bench: ${axis.title}, ${EDGES[edge]}`}
            aria-valuemin={0}
            aria-valuemax={soft && axis.circular ? 180 : limitOf(axis)}
            aria-valuenow={window[edge] ?? 0}
            title={`${axis.title}: ${EDGES[edge]} ${String(Number((window[edge] ?? 0).toFixed(3)))}`}
            onKeyDown={keys(axis, edge)}
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
