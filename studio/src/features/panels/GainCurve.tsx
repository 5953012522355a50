import { Box, Typography } from '@mui/material';
import { useRef, useState } from 'react';
import { useDragging } from '../../ui/drag/useDragging';
import { useHeldKeys } from '../../ui/drag/useHeldKeys';
import { settingInfo, signed } from '../../model/looks';
import { binned } from './binned';
import type { PanelProps } from './panel';
import { numberOf, within, withParams } from './settings';
import { useDrawing } from './useDrawing';
import { fingerRoom } from '../../theme';

type Move = PanelProps<'saturation'>['move'];
const HANDLES = ['guard', 'vibrance', 'saturation', 'limit'] as const;
type Handle = (typeof HANDLES)[number];
const WORDS: Record<Handle, string> = { guard: 'greys stay below', vibrance: 'weak colours', saturation: 'strong colours', limit: 'ceiling' };
const TALL = 132;
const BINS = 40;
/** A place of the curve that hardly answers to its setting still follows the hand a little. */
const LEAST_SLOPE = 0.0002;

/**
 * Saturation in and out over the photo's own saturations, for a warm and a cool colour, worked on right there: how far greys stay put, how much
 * weak and strong colours gain, where the ceiling is.
 */
export function GainCurve({ move, source, pointed, onChange }: Pick<PanelProps<'saturation'>, 'move' | 'source' | 'pointed' | 'onChange'>) {
  const area = useRef<HTMLDivElement>(null);
  const focused = useRef<Handle>('vibrance');
  const [live, setLive] = useState<Move | null>(null);
  const [told, setTold] = useState<Handle | null>(null);
  const shown = live ?? move;
  const drawing = useDrawing(shown);
  // The core says what lies along: where the drawing ends, up to where greys stay, where a curve can be taken hold of.
  const along = drawing['chroma'] ?? [0, 1];
  // As far as the photo's own colours go, and some more.
  const end = Math.min(along.at(-1) ?? 1, Math.max(0.12, 1.3 * (source?.planes.chromaTop ?? 1)));
  const on = (line: number[] | undefined, chroma: number) => line?.[Math.round((chroma / (along.at(-1) ?? 1)) * (along.length - 1))] ?? 0;
  const guard = drawing['guard']?.[0] ?? 0;
  const ceiling = drawing['ceiling']?.[0] ?? 1;
  const weakAt = 0.28 * end;
  const strongAt = 0.72 * end;
  const send = (name: Handle, value: number, keep: boolean) => {
    const next = withParams(move, { [name]: within('saturation', name, Math.round(value)) });
    setLive(keep ? null : next);
    onChange(next, keep);
  };
  /** The value of a handle's setting after a drag of so many pixels. */
  const begun = useRef({ value: 0, perPixel: 0 });
  const bind = useDragging<Handle>({
    onStart: (_, name) => {
      const box = area.current?.getBoundingClientRect();
      const chroma = end / (name === 'guard' ? (box?.width ?? 1) : TALL);
      const span = { guard: guard > 0 ? guard / numberOf(move, 'guard') : 0.001, limit: ceiling / numberOf(move, 'limit'), vibrance: Math.max(LEAST_SLOPE, on(drawing['perVibrance'], weakAt)), saturation: Math.max(LEAST_SLOPE, on(drawing['perSaturation'], strongAt)) }[name];
      // A ceiling above what is drawn is taken hold of at the upper edge.
      begun.current = { value: name === 'limit' ? Math.min(numberOf(move, name), end / span) : numberOf(move, name), perPixel: chroma / span };
      setTold(name);
      return true;
    },
    onMove: ({ by }, name) => {
      send(name, begun.current.value + (name === 'guard' ? by.x : -by.y) * begun.current.perPixel, false);
    },
    onEnd: ({ by }, name) => {
      setTold(null);
      if (by.x === 0 && by.y === 0) setLive(null);
      else send(name, begun.current.value + (name === 'guard' ? by.x : -by.y) * begun.current.perPixel, true);
    },
    onAbandon: () => {
      setTold(null);
      setLive(null);
      onChange(move, false);
    },
  });
  const arrows = useHeldKeys<number>(
    (event, so) => {
      const way = { ArrowLeft: -1, ArrowDown: -1, ArrowRight: 1, ArrowUp: 1 }[event.key];
      return way === undefined ? null : within('saturation', focused.current, (so ?? numberOf(move, focused.current)) + way * (event.shiftKey ? 10 : 1));
    },
    (next) => {
      send(focused.current, next, false);
    },
    (next) => {
      send(focused.current, next, true);
    },
  );

  const bins = binned(source, 'chroma', end, BINS);
  const most = Math.max(1, ...bins);
  const across = (chroma: number) => (Math.min(chroma, end) / end) * 100;
  const up = (chroma: number) => (Math.min(chroma, end) / end) * 100;
  const path = (line: number[] | undefined) => (line ?? []).map((v, i) => `${i === 0 ? 'M' : 'L'}${String(((along[i] ?? 0) / end) * 100)} ${String(100 - (v / end) * 100)}`).join('');
  const places: Record<Handle, { left: number; bottom: number }> = {
    guard: { left: across(guard), bottom: 0 },
    vibrance: { left: across(weakAt), bottom: up(on(drawing['warm'], weakAt)) },
    saturation: { left: across(strongAt), bottom: up(on(drawing['warm'], strongAt)) },
    limit: { left: 96, bottom: up(ceiling) },
  };
  return (
    <Box sx={{ mb: 0.5 }}>
      <Box ref={area} role="group" aria-label="Gain curve" sx={{ position: 'relative', height: TALL, bgcolor: '#262626', m: '4px 8px 6px', touchAction: 'none', userSelect: 'none' }}>
        <svg viewBox="0 0 100 100" preserveAspectRatio="none" role="img" aria-label="Saturation before and after, over the photo’s own saturations" style={{ position: 'absolute', inset: 0, width: '100%', height: '100%' }}>
          {bins.map((count, i) => (
            <rect key={i} x={(i / BINS) * 100} width={100 / BINS - 0.3} y={100 - Math.sqrt(count / most) * 62} height={Math.sqrt(count / most) * 62} fill="#505050" />
          ))}
          {guard > 0 && <rect x={0} y={0} width={across(guard)} height={100} fill="#fff" fillOpacity={0.1} />}
          <line x1={0} y1={100} x2={100} y2={0} stroke="#999" strokeDasharray="3 3" vectorEffect="non-scaling-stroke" />
          {ceiling < end && <line x1={0} x2={100} y1={100 - up(ceiling)} y2={100 - up(ceiling)} stroke="#fff" strokeOpacity={0.5} strokeDasharray="2 3" vectorEffect="non-scaling-stroke" />}
          {pointed && <line x1={across(pointed.before.oklch[1] ?? 0)} x2={across(pointed.before.oklch[1] ?? 0)} y1={0} y2={100} stroke="#fff" strokeOpacity={0.6} vectorEffect="non-scaling-stroke" />}
          <path d={path(drawing['cool'])} fill="none" stroke="#c9c9c9" strokeWidth={1.4} strokeDasharray="6 3" vectorEffect="non-scaling-stroke" />
          <path d={path(drawing['warm'])} fill="none" stroke="#fff" strokeWidth={1.8} vectorEffect="non-scaling-stroke" />
        </svg>
        {HANDLES.map((name) => {
          const { min, max, title } = settingInfo('saturation', name);
          const value = numberOf(shown, name);
          const { left, bottom } = places[name];
          return (
            <Box
              key={name}
              role="slider"
              tabIndex={0}
              aria-label={`Gain curve: ${title.toLowerCase()}`}
              aria-valuemin={min}
              aria-valuemax={max}
              aria-valuenow={value}
              title={`${title}: ${name === 'guard' ? 'drag across' : 'drag up or down'}; double-click for rest`}
              {...bind(name)}
              {...arrows}
              onFocus={() => {
                focused.current = name;
                setTold(name);
              }}
              onBlur={() => {
                arrows.onBlur();
                setTold(null);
              }}
              onDoubleClick={() => {
                send(name, settingInfo('saturation', name).rest, true);
              }}
              style={{ left: `${String(left)}%`, bottom: `${String(bottom)}%` }}
              sx={{
                ...fingerRoom(14), position: 'absolute', width: 14, height: 14, m: '0 0 -7px -7px', cursor: name === 'guard' ? 'ew-resize' : 'ns-resize', bgcolor: '#f4f4f4', border: '2px solid #1b1b1b', zIndex: 2,
                borderRadius: name === 'guard' || name === 'limit' ? '3px' : '50%',
              }}
            >
              {told === name && (
                <Box component="span" aria-hidden sx={{ position: 'absolute', bottom: '100%', mb: '4px', ...(left > 55 ? { right: -4 } : { left: -4 }), px: 0.75, borderRadius: 0.5, bgcolor: 'rgb(15 15 15 / 92%)', color: '#fff', fontSize: 11, lineHeight: '17px', whiteSpace: 'nowrap', pointerEvents: 'none' }}>
                  {WORDS[name]} {name === 'guard' || name === 'limit' ? String(value) : signed(value)}
                </Box>
              )}
            </Box>
          );
        })}
      </Box>
      <Typography variant="caption" component="div" sx={{ lineHeight: 1.3, fontSize: '0.7rem' }}>
        Drag the points: neutral guard, weak colours, strong colours, limit. Solid line: warm colours; dashed: cool.
      </Typography>
    </Box>
  );
}
