import { Box } from '@mui/material';
import { useRef, useState } from 'react';
import { useDragging } from '../../ui/drag/useDragging';
import { useHeldKeys } from '../../ui/drag/useHeldKeys';
import { signed } from '../../model/looks';
import { fingerRoom } from '../../theme';

/** A hue on the bench with a value: its height over the middle line. */
export interface BenchPointer {
  id: string;
  title: string;
  /** Degrees. */
  hue: number;
  /** −100 to 100. */
  value: number;
  /** Said at the two ends of its way. */
  ends: [string, string];
  /** Whether it can be moved along the hues too. */
  free: boolean;
}

interface Props {
  pointers: BenchPointer[];
  onChange: (id: string, hue: number, value: number, keep: boolean) => void;
}

/** Share of the plane's height that a value of 100 is away from the middle line. */
const SPAN = 0.42;
const wrap = (hue: number) => ((Math.round(hue) % 360) + 360) % 360;
const limited = (value: number) => Math.round(Math.max(-100, Math.min(100, value)));

/** Values of hues as points over the hue strip: up and down changes the value, across the hue. */
export function BenchPointers({ pointers, onChange }: Props) {
  const area = useRef<HTMLDivElement>(null);
  const focused = useRef<BenchPointer | null>(null);
  const [held, setHeld] = useState<string | null>(null);
  const from = useRef<BenchPointer | null>(null);
  const after = (by: { x: number; y: number }): [number, number] | null => {
    const box = area.current?.getBoundingClientRect();
    const begun = from.current;
    if (!box || !begun) return null;
    return [begun.free ? wrap(begun.hue + (by.x / box.width) * 360) : begun.hue, limited(begun.value - (by.y / (box.height * SPAN)) * 100)];
  };
  const bind = useDragging<BenchPointer>({
    onStart: (_, pointer) => {
      from.current = pointer;
      setHeld(pointer.id);
      return true;
    },
    onMove: ({ by }, { id }) => {
      const next = after(by);
      if (next) onChange(id, ...next, false);
    },
    onEnd: ({ by }, { id, hue, value }) => {
      const next = after(by) ?? [hue, value];
      setHeld(null);
      onChange(id, ...next, by.x !== 0 || by.y !== 0);
    },
    onAbandon: ({ id }) => {
      setHeld(null);
      if (from.current) onChange(id, from.current.hue, from.current.value, false);
    },
  });
  const arrows = useHeldKeys<[number, number]>(
    (event, so) => {
      const pointer = focused.current;
      const way = ({ ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, 1], ArrowDown: [0, -1] } as Record<string, [number, number]>)[event.key];
      if (!pointer || !way) return null;
      const [hue, value] = so ?? [pointer.hue, pointer.value];
      const step = event.shiftKey ? 10 : 1;
      return [pointer.free ? wrap(hue + way[0] * step) : hue, limited(value + (pointer.free ? way[1] : way[1] + way[0]) * step)];
    },
    (next) => {
      if (focused.current) onChange(focused.current.id, ...next, false);
    },
    (next) => {
      if (focused.current) onChange(focused.current.id, ...next, true);
    },
  );
  return (
    <Box ref={area} sx={{ position: 'absolute', inset: 0, touchAction: 'none' }}>
      <Box sx={{ position: 'absolute', left: 0, right: 0, top: '50%', borderTop: '1px dashed rgb(255 255 255 / 60%)', pointerEvents: 'none' }} />
      {pointers.map((pointer) => {
        const bottom = 50 + pointer.value * SPAN;
        const right = pointer.hue > 300;
        return (
          <Box key={pointer.id}>
            <Box style={{ left: `${String((pointer.hue / 360) * 100)}%` }} sx={{ position: 'absolute', top: `${String(50 - SPAN * 100)}%`, bottom: `${String(50 - SPAN * 100)}%`, width: '2px', ml: '-1px', bgcolor: 'rgb(255 255 255 / 55%)', outline: '1px solid rgb(0 0 0 / 45%)', pointerEvents: 'none' }} />
            <Box
              role="slider"
              tabIndex={0}
              aria-label={pointer.title}
              aria-valuemin={-100}
              aria-valuemax={100}
              aria-valuenow={pointer.value}
              aria-valuetext={`${signed(pointer.value)}${pointer.free ? ` at ${String(pointer.hue)}°` : ''}`}
              {...bind(pointer)}
              {...arrows}
              onFocus={() => {
                focused.current = pointer;
              }}
              onDoubleClick={() => {
                onChange(pointer.id, pointer.hue, 0, true);
              }}
              style={{ left: `${String((pointer.hue / 360) * 100)}%`, bottom: `${String(bottom)}%` }}
              sx={{ ...fingerRoom(18), position: 'absolute', width: 18, height: 18, m: '0 0 -9px -9px', borderRadius: '50%', bgcolor: '#f4f4f4', border: '2px solid #1b1b1b', cursor: pointer.free ? 'move' : 'ns-resize', zIndex: 2 }}
            />
            <Box
              aria-hidden
              style={{ left: `${String((pointer.hue / 360) * 100)}%`, bottom: `${String(Math.min(84, Math.max(4, bottom - 6)))}%` }}
              sx={{ position: 'absolute', transform: right ? 'translateX(calc(-100% - 14px))' : 'translateX(14px)', px: 0.75, borderRadius: 0.5, bgcolor: 'rgb(20 20 20 / 82%)', fontSize: 11, lineHeight: '16px', whiteSpace: 'nowrap', pointerEvents: 'none', fontWeight: held === pointer.id ? 600 : 400, zIndex: 2 }}
            >
              {pointer.title} {pointer.value === 0 ? `0 · ↑ ${pointer.ends[1]} ↓ ${pointer.ends[0]}` : `${signed(pointer.value)} ${pointer.ends[pointer.value < 0 ? 0 : 1]}`}
            </Box>
          </Box>
        );
      })}
    </Box>
  );
}
