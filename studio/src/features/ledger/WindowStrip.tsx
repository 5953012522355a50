import { HelpMark } from '../../ui/help/HelpMark';
import { paragraph } from '../../ui/help/topic';
import { Box, Button, Typography } from '@mui/material';
import { useRef, useState } from 'react';
import { limitOf, moved, spanOf, type Axis, type Edge, type WindowValue } from '../bench/axes';
import { NumberField } from '../../ui/controls/NumberField';
import { useDragging } from '../../ui/drag/useDragging';
import { useHeldKeys } from '../../ui/drag/useHeldKeys';

type Handle = Edge | 'body';

interface Props {
  label: string;
  /** What is reached when there is no window. */
  whole: string;
  value: WindowValue | null;
  /** The window to begin with. */
  start: WindowValue;
  axis: Axis;
  unit: string;
  /** CSS background: what lies along the axis. */
  background: string;
  onChange: (value: WindowValue | null, keep: boolean) => void;
}

/**
 * A stretch of an axis with soft shoulders: four handles and the stretch itself can be dragged,
 * moved with arrow keys, or typed. A circular axis wraps without a seam.
 */
export function WindowStrip({ label, whole, value: kept, start, axis, unit, background, onChange }: Props) {
  const { max, step, circular } = axis;
  const strip = useRef<HTMLDivElement>(null);
  /** The window while it is dragged; only this control is drawn anew for it. */
  const [live, setLive] = useState<WindowValue | null>(null);
  const value = live ?? kept;
  const focused = useRef<Handle>('body');
  const limit = limitOf(axis);
  const show = (next: WindowValue) => {
    setLive(next);
    onChange(next, false);
  };
  const keep = (next: WindowValue) => {
    setLive(null);
    onChange(next, true);
  };
  const dragged = (by: number, handle: Handle) => {
    const box = strip.current?.getBoundingClientRect();
    return kept && box ? moved(kept, handle, (by / box.width) * max, axis, limit) : null;
  };
  const bind = useDragging<Handle>({
    onStart: (_, handle) => {
      focused.current = handle;
      return true;
    },
    onMove: ({ by }, handle) => {
      const next = dragged(by.x, handle);
      if (next) show(next);
    },
    onEnd: ({ by }, handle) => {
      const next = dragged(by.x, handle);
      if (next && by.x !== 0) keep(next);
      else setLive(null);
    },
    onAbandon: () => {
      setLive(null);
      onChange(kept, false);
    },
  });
  const arrows = useHeldKeys<WindowValue>(
    (event, so) => {
      const way = { ArrowLeft: -1, ArrowDown: -1, ArrowRight: 1, ArrowUp: 1 }[event.key];
      const now = so ?? kept;
      return way === undefined || !now ? null : moved(now, focused.current, way * step * (event.shiftKey ? 10 : 1), axis, limit);
    },
    show,
    keep,
  );

  if (!value) {
    return (
      <Box data-topic={paragraph(label)} sx={{ display: 'flex', alignItems: 'center', gap: 0.75, minHeight: 28 }}>
        <Typography variant="body2">{label}</Typography>
        <HelpMark of={label} />
        <Typography variant="caption" sx={{ flex: 1, textAlign: 'right' }}>
          {whole}
        </Typography>
        <Button
          onClick={() => {
            onChange(start, true);
          }}
        >
          Limit
        </Button>
      </Box>
    );
  }

  const softFrom = value.softFrom ?? 0;
  const softTo = value.softTo ?? 0;
  const wrap = (v: number) => (circular ? ((v % max) + max) % max : v);
  const width = spanOf(value, axis);
  const softMax = circular ? 180 : limit;

  const percent = (v: number) => `${String((v / max) * 100)}%`;
  const events = (handle: Handle) => ({
    ...bind(handle),
    ...arrows,
    onFocus: () => {
      focused.current = handle;
    },
    tabIndex: 0,
    role: 'slider' as const,
    'aria-valuemin': 0,
  });
  const names: Record<Handle, string> = { softFrom: 'soft edge before', from: 'start', to: 'end', softTo: 'soft edge after', body: 'whole range' };
  const places: [Handle, number, number][] = [
    ['softFrom', wrap(value.from - softFrom), softFrom],
    ['softTo', wrap(value.to + softTo), softTo],
    ['from', value.from, value.from],
    ['to', value.to, value.to],
  ];

  return (
    <Box data-topic={paragraph(label)} sx={{ pb: 0.75 }}>
      <Box sx={{ display: 'flex', alignItems: 'center', gap: 0.75, minHeight: 26 }}>
        <Typography variant="body2" sx={{ fontWeight: 600 }}>
          {label}
        </Typography>
        <HelpMark of={label} />
        <Box sx={{ flex: 1 }} />
        <Button
          onClick={() => {
            onChange(null, true);
          }}
        >
          No limit
        </Button>
      </Box>
      <Box ref={strip} sx={{ position: 'relative', height: 26, mx: 0.75, touchAction: 'none', userSelect: 'none', overflow: 'visible' }}>
        <Box sx={{ position: 'absolute', inset: '8px 0 8px 0', background, borderRadius: 0.5 }} />
        <Box sx={{ position: 'absolute', inset: '2px 0', overflow: 'hidden' }}>
          {(circular ? [-1, 0, 1] : [0]).map((turn) => (
            <Box
              key={turn}
              {...events('body')}
              tabIndex={turn === 0 ? 0 : -1}
              aria-hidden={turn !== 0 || undefined}
              aria-label={`${label}, ${names.body}`}
              aria-valuemax={max}
              aria-valuenow={value.from}
              style={{
                left: percent(value.from - softFrom + turn * max),
                width: percent(width + softFrom + softTo),
                // The soft shoulders are drawn as they weigh: nothing at the foot, all at the edge.
                background: `linear-gradient(90deg, transparent, rgb(255 255 255 / 38%) ${String((softFrom / Math.max(1e-6, width + softFrom + softTo)) * 100)}%, rgb(255 255 255 / 38%) ${String(((softFrom + width) / Math.max(1e-6, width + softFrom + softTo)) * 100)}%, transparent)`,
              }}
              sx={{ position: 'absolute', top: 0, bottom: 0, cursor: 'grab' }}
            />
          ))}
        </Box>
        {places.map(([handle, at, now]) => (
          <Box
            key={handle}
            {...events(handle)}
            aria-label={`${label}, ${names[handle]}`}
            aria-valuemax={handle === 'from' || handle === 'to' ? max : softMax}
            aria-valuenow={now}
            style={{ left: percent(at) }}
            sx={{
              position: 'absolute',
              top: handle === 'from' || handle === 'to' ? 0 : 8,
              width: handle === 'from' || handle === 'to' ? 7 : 8,
              height: handle === 'from' || handle === 'to' ? 26 : 10,
              ml: '-4px',
              bgcolor: handle === 'from' || handle === 'to' ? '#f2f2f2' : '#1f1f1f',
              border: handle === 'from' || handle === 'to' ? '1px solid #222' : '1.5px solid #f2f2f2',
              borderRadius: handle === 'from' || handle === 'to' ? 0.5 : '50%',
              cursor: 'ew-resize',
            }}
          />
        ))}
      </Box>
      <Box sx={{ display: 'grid', gridTemplateColumns: 'repeat(4, 1fr)' }}>
        {(
          [
            ['softFrom', softFrom, softMax, 'soft before'],
            ['from', value.from, limit, 'from'],
            ['to', value.to, limit, 'to'],
            ['softTo', softTo, softMax, 'soft after'],
          ] as const
        ).map(([field, now, top, word]) => (
          <Box key={field} sx={{ display: 'flex', flexDirection: 'column', alignItems: 'center', minWidth: 0 }}>
            <Typography variant="caption" sx={{ lineHeight: 1.1, fontSize: '0.7rem' }}>
              {word}
            </Typography>
            <NumberField
              label={`${label}, ${names[field]}`}
              value={now}
              min={!circular && field === 'to' ? value.from : 0}
              max={!circular && field === 'from' ? value.to : top}
              step={step}
              unit={unit}
              onChange={(next, keep) => {
                onChange({ ...value, [field]: next }, keep);
              }}
            />
          </Box>
        ))}
      </Box>
    </Box>
  );
}
