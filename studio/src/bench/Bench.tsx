import { Box, ToggleButton, ToggleButtonGroup, Tooltip, Typography } from '@mui/material';
import { useEffect, useLayoutEffect, useRef, useState, type ReactNode } from 'react';
import type { Source } from '../api/client';
import type { Reach } from '../grade/looks';
import { greys } from '../theme';
import { axesOf, PLANES, type Axis, type PlaneName } from './axes';
import { LitShape, type LitCell } from './LitShape';
import { ReachShape } from './ReachShape';

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
  /** What a learned reach takes in on this plane. */
  lit: LitCell[] | undefined;
}

/** The photo's own colours on two axes, with the reach drawn on them as a shape whose edges can be dragged. */
export function Bench({ source, plane, onPlane, reach: kept, shaping, onReach, pointed, overlay, height, lit }: Props) {
  const [live, setLive] = useState<Reach | null | undefined>(undefined);
  const reach = live === undefined ? kept : live;
  const axes = axesOf(plane, source?.planes.chromaTop);
  return (
    <Box component="section" aria-label="Bench" sx={{ display: 'flex', height, flex: 'none', bgcolor: greys.panel, borderTop: `1px solid ${greys.line}` }}>
      <Box sx={{ width: 150, flex: 'none', p: 1, pr: 0.5, display: 'flex', flexDirection: 'column', gap: 0.25 }}>
        <Tooltip placement="top" title="This photo’s own colours, laid out. What the chosen move reaches is lit, with a line where half of it gives way. A light frame is a limit: drag its edges, or the round feet of its soft shoulders.">
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
        {!overlay && lit && source && <LitShape cells={lit} columns={source.planes.columns} rows={source.planes.rows} />}
        {pointed && <Pointed axes={axes} colour={pointed} />}
        {overlay ?? (
          <ReachShape
            across={axes.across}
            up={axes.up}
            reach={reach}
            kept={kept}
            shaping={shaping}
            onReach={(next, keep) => {
              setLive(keep || next === kept ? undefined : next);
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
    const cells = source.planes.cells[plane] ?? [];
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
