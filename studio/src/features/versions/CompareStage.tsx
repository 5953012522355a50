import { Box, Button, Typography } from '@mui/material';
import { useCallback, useEffect, useMemo, useRef, useState, type PointerEvent } from 'react';
import type { Photo } from '../../api/client';
import { OneOf } from '../../ui/controls/OneOf';
import { useSize } from '../../ui/layout/useSize';
import { FIT, panned, toggled, zoomAt, type Size, type Viewport } from '../../gl/viewport';
import { greys } from '../../theme';
import { ComparePane } from './ComparePane';
import type { Compared, Pane } from './comparing';

interface Props {
  photo: Photo;
  panes: Pane[];
  onTake: (what: Compared) => void;
  onDone: () => void;
}

const WHEEL = 0.0015;

/** Two to four states of a photo at once, moved and zoomed together; two of them also over each other with a divider. */
export function CompareStage({ photo, panes, onTake, onDone }: Props) {
  const frame = useRef<HTMLDivElement>(null);
  const size = useSize(frame);
  const [viewport, setViewport] = useState<Viewport>(FIT);
  const [how, setHow] = useState<'beside' | 'over'>('beside');
  const [divide, setDivide] = useState(0.5);
  const drag = useRef<{ what: 'photo' | 'divider'; x: number; y: number } | null>(null);
  const over = how === 'over' && panes.length === 2;
  const columns = over || panes.length === 1 ? 1 : 2;
  const rows = over ? 1 : Math.ceil(panes.length / columns);
  const ratio = window.devicePixelRatio;
  const cell = useMemo(() => ({ width: Math.floor((size.width - (columns - 1) * 4) / columns), height: Math.floor((size.height - (rows - 1) * 4) / rows) }), [size, columns, rows]);
  const pane = useMemo<Size>(() => ({ width: Math.max(1, Math.round(cell.width * ratio)), height: Math.max(1, Math.round(cell.height * ratio)) }), [cell, ratio]);
  /** Where the pointer is in the view it is over, in device pixels: the views are linked. */
  const within = useCallback(
    (event: { clientX: number; clientY: number }): [number, number] => {
      const box = frame.current?.getBoundingClientRect();
      const [x, y] = [event.clientX - (box?.left ?? 0), event.clientY - (box?.top ?? 0)];
      return [(x % (cell.width + 4)) * ratio, (y % (cell.height + 4)) * ratio];
    },
    [cell, ratio],
  );
  useEffect(() => {
    const box = frame.current;
    if (!box) return;
    // React listens passively to the wheel, which could not keep the page still.
    const turn = (event: globalThis.WheelEvent) => {
      event.preventDefault();
      const [x, y] = within(event);
      setViewport((now) => zoomAt(now, photo, pane, x, y, Math.exp(-event.deltaY * WHEEL)));
    };
    box.addEventListener('wheel', turn, { passive: false });
    return () => {
      box.removeEventListener('wheel', turn);
    };
  }, [photo, pane, within]);
  const moved = (event: PointerEvent) => {
    const from = drag.current;
    if (!from) return;
    if (from.what === 'divider') setDivide(Math.max(0.02, Math.min(0.98, (event.clientX - (frame.current?.getBoundingClientRect().left ?? 0)) / size.width)));
    else setViewport((now) => panned(now, photo, pane, (event.clientX - from.x) * ratio, (event.clientY - from.y) * ratio));
    drag.current = { ...from, x: event.clientX, y: event.clientY };
  };
  return (
    <Box sx={{ flex: 1, minHeight: 0, display: 'flex', flexDirection: 'column' }} role="region" aria-label="Comparing">
      <Box sx={{ display: 'flex', alignItems: 'center', gap: 1, px: 1, height: 36, flex: 'none', bgcolor: greys.panel, borderBottom: `1px solid ${greys.line}` }}>
        <Typography variant="body2">Comparing {panes.length}</Typography>
        {panes.length === 2 && <OneOf label="Layout" value={how} options={[{ value: 'beside', title: 'Side by side' }, { value: 'over', title: 'Split' }]} onChange={setHow} />}
        <Typography variant="caption" noWrap sx={{ flex: 1 }}>
          The wheel zooms all, dragging moves all, double-click for 100 %.
        </Typography>
        <Button onClick={onDone}>Done comparing</Button>
      </Box>
      <Box
        ref={frame}
        onPointerDown={(event: PointerEvent) => {
          if (event.button !== 0 || (event.target as Element).closest('button')) return;
          drag.current = { what: (event.target as Element).closest('[data-divider]') ? 'divider' : 'photo', x: event.clientX, y: event.clientY };
          event.currentTarget.setPointerCapture(event.pointerId);
        }}
        onPointerMove={moved}
        onPointerUp={() => { drag.current = null; }}
        onDoubleClick={(event) => {
          const [x, y] = within(event);
          setViewport((now) => toggled(now, photo, pane, x, y));
        }}
        sx={{ flex: 1, minHeight: 0, position: 'relative', bgcolor: greys.line, overflow: 'hidden', cursor: viewport.fit ? 'default' : 'grab', touchAction: 'none' }}
      >
        {size.width > 0 &&
          panes.map((one, index) => (
            <Box
              key={one.what}
              style={{
                left: over ? 0 : (index % columns) * (cell.width + 4),
                top: over ? 0 : Math.floor(index / columns) * (cell.height + 4),
                width: cell.width,
                height: cell.height,
                ...(over && index === 1 ? { clipPath: `inset(0 0 0 ${String(divide * 100)}%)` } : {}),
              }}
              sx={{ position: 'absolute' }}
            >
              <ComparePane photo={photo} pane={one} viewport={viewport} size={pane} />
              <Box sx={{ position: 'absolute', bottom: 8, display: 'flex', alignItems: 'center', gap: 0.75, ...(over && index === 1 ? { right: 8 } : { left: 8 }) }}>
                <Typography variant="caption" sx={{ bgcolor: 'rgb(40 40 40 / 85%)', color: greys.text, px: 1, py: '3px', borderRadius: 0.5 }}>
                  {one.name}
                </Typography>
                {one.what !== 'now' && one.what !== 'source' && (
                  <Button variant="contained" aria-label={`Take this: ${one.name}`} onClick={() => { onTake(one.what); }} sx={{ py: 0, minWidth: 0 }}>
                    Take this
                  </Button>
                )}
              </Box>
            </Box>
          ))}
        {over && (
          <Box
            data-divider
            role="slider"
            tabIndex={0}
            aria-label="Divider"
            aria-valuemin={0}
            aria-valuemax={100}
            aria-valuenow={Math.round(divide * 100)}
            onKeyDown={(event) => {
              const by = { ArrowLeft: -0.02, ArrowRight: 0.02 }[event.key];
              if (by === undefined) return;
              event.stopPropagation();
              setDivide((now) => Math.max(0.02, Math.min(0.98, now + by)));
            }}
            style={{ left: `calc(${String(divide * 100)}% - 6px)` }}
            sx={{ position: 'absolute', top: 0, bottom: 0, width: 12, cursor: 'ew-resize', '&::after': { content: '""', position: 'absolute', left: 5, top: 0, bottom: 0, width: 2, bgcolor: '#f2f2f2' } }}
          />
        )}
      </Box>
    </Box>
  );
}

