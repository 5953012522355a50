import { Box } from '@mui/material';
import { useRef, useState } from 'react';
import type { PlaneName } from '../../bench/axes';
import { isFree, LETTER, type NameBox } from '../../bench/islands';
import { useSize } from '../../../ui/layout/useSize';
import { useDragging } from '../../../ui/drag/useDragging';
import { useHeldKeys } from '../../../ui/drag/useHeldKeys';
import type { PanelProps } from '../panel';
import { useLive } from '../useLive';
import { css, dragged, keyed, placeOf, potsOf, withTarget, type Colour } from './targets';
import { fingerRoom } from '../../../theme';

/** The pots of a palette as islands that can be taken hold of: an arrow leads from where one was to where it goes. */
export function PaletteBench({ move, onChange, source, aspect, onAspect, plane }: PanelProps<'palette'> & { plane: PlaneName }) {
  const area = useRef<HTMLDivElement>(null);
  const size = useSize(area);
  const [shown, set] = useLive(move, onChange);
  const [held, setHeld] = useState<number | null>(null);
  const from = useRef<Colour | null>(null);
  const focused = useRef<number | null>(null);
  const alt = useRef(false);
  const top = source?.planes.chromaTop ?? 0.2;
  const pots = potsOf(shown);
  const colourOf = (index: number): Colour | null => pots[index]?.to ?? pots[index]?.middle ?? null;
  const after = ({ x, y }: { x: number; y: number }): Colour | null => (from.current ? dragged(from.current, x / Math.max(1, size.width), -y / Math.max(1, size.height), plane, top, alt.current) : null);
  const bind = useDragging<number>({
    onStart: (_, index) => {
      from.current = colourOf(index);
      setHeld(index);
      onAspect(String(index));
      return true;
    },
    onMove: ({ by }, index) => {
      const to = after(by);
      if (to) set(withTarget(move, index, to), false);
    },
    onEnd: ({ by }, index) => {
      setHeld(null);
      const to = after(by);
      if (to && (by.x !== 0 || by.y !== 0)) set(withTarget(move, index, to), true);
    },
    onAbandon: () => {
      setHeld(null);
      set(move, false);
    },
  });
  const arrows = useHeldKeys<Colour>(
    (event, so) => {
      const now = so ?? (focused.current === null ? null : colourOf(focused.current));
      return now && keyed(now, event.key, plane, event.altKey, event.shiftKey);
    },
    (to) => {
      if (focused.current !== null) set(withTarget(move, focused.current, to), false);
    },
    (to) => {
      if (focused.current !== null) set(withTarget(move, focused.current, to), true);
    },
  );
  const at = (colour: Colour) => {
    const { x, y } = placeOf(colour, plane, top);
    return { x: x * size.width, y: (1 - y) * size.height };
  };
  return (
    <Box
      ref={area}
      sx={{ position: 'absolute', inset: 0, touchAction: 'none' }}
      onPointerDownCapture={(event) => { alt.current = event.altKey; }}
      onPointerMoveCapture={(event) => { alt.current = event.altKey; }}
    >
      <svg width="100%" height="100%" style={{ position: 'absolute', inset: 0, pointerEvents: 'none' }} aria-hidden>
        <defs>
          <marker id="palette-arrow" viewBox="0 0 8 8" refX="7" refY="4" markerWidth="7" markerHeight="7" orient="auto">
            <path d="M0 0 L8 4 L0 8 Z" fill="#fff" />
          </marker>
        </defs>
        {pots.map(({ middle, to }, index) => {
          if (!to) return null;
          const [a, b] = [at(middle), at(to)];
          const long = Math.hypot(b.x - a.x, b.y - a.y);
          const short = long < 14 ? 0 : (long - 11) / long;
          return (
            <g key={index}>
              <circle cx={a.x} cy={a.y} r="4" fill={css(middle)} stroke="#fff" strokeWidth="1.2" />
              {short > 0 && <line x1={a.x} y1={a.y} x2={a.x + (b.x - a.x) * short} y2={a.y + (b.y - a.y) * short} stroke="#fff" strokeWidth="1.6" markerEnd="url(#palette-arrow)" />}
            </g>
          );
        })}
      </svg>
      {size.width > 0 &&
        pots.map(({ name, middle, to }, index) => {
          const colour = to ?? middle;
          const { x, y } = at(colour);
          const chosen = aspect === String(index);
          return (
            <Box
              key={index}
              role="slider"
              tabIndex={0}
              aria-label={`${name}, where it goes`}
              aria-valuenow={Math.round(colour.hue)}
              aria-valuemin={0}
              aria-valuemax={360}
              aria-valuetext={`hue ${String(Math.round(colour.hue))}°, saturation ${colour.chroma.toFixed(3)}, lightness ${colour.lightness.toFixed(2)}${to ? '' : ', where it was'}`}
              title={`${name}: drag it to another colour. With Alt, up and down is lightness; a double click turns it back.`}
              {...bind(index)}
              {...arrows}
              onFocus={() => {
                focused.current = index;
                onAspect(String(index));
              }}
              onDoubleClick={() => {
                if (to) set(withTarget(move, index, null), true);
              }}
              style={{ left: x, top: y, background: css(colour) }}
              sx={{ ...fingerRoom(20), position: 'absolute', width: 20, height: 20, m: '-10px 0 0 -10px', borderRadius: '50%', border: `2px solid ${chosen ? '#fff' : '#d0d0d0'}`, outline: '1.5px solid #000', cursor: 'move', zIndex: chosen || held === index ? 4 : 3 }}
            />
          );
        })}
      {size.width > 0 && <Names pots={pots.map(({ name, middle, to }, index) => ({ name, ...at(to ?? middle), plain: !to && held !== index && aspect !== String(index) }))} width={size.width} height={size.height} />}
    </Box>
  );
}

/** Height of a name, and how far it is from its island, in pixels. */
const LINE = 16;
const BESIDE = 15;

/** What the islands are called, beside them: those that were moved or are at hand first, the others as far as there is room. */
function Names({ pots, width, height }: { pots: { name: string; x: number; y: number; plain: boolean }[]; width: number; height: number }) {
  const placed: NameBox[] = [];
  return [...pots.filter(({ plain }) => !plain), ...pots.filter(({ plain }) => plain)].map(({ name, x, y, plain }) => {
    const wide = name.length * LETTER + 12;
    const left = x + BESIDE + wide > width ? x - BESIDE - wide : x + BESIDE;
    const top = Math.min(height - LINE - 2, Math.max(2, y - LINE / 2));
    const box = { left, top, right: left + wide };
    if (plain && !isFree(box, placed, LINE)) return null;
    placed.push(box);
    return (
      <Box key={name} aria-hidden style={{ left, top, width: wide, textAlign: left < x ? 'right' : 'left' }} sx={{ position: 'absolute', px: 0.75, borderRadius: 0.5, bgcolor: plain ? 'transparent' : 'rgb(20 20 20 / 82%)', textShadow: '0 0 2px #000, 0 0 3px #000', fontSize: 11, lineHeight: `${String(LINE)}px`, whiteSpace: 'nowrap', pointerEvents: 'none', zIndex: plain ? 2 : 5 }}>
        {name}
      </Box>
    );
  });
}
