import { Box } from '@mui/material';
import { useRef } from 'react';
import { useDragging } from '../../ui/drag/useDragging';
import { useHeldKeys } from '../../ui/drag/useHeldKeys';
import type { Rect } from '../../gl/rects';
import type { Place, Stroke } from '../photo/tools';
import type { Size } from '../../gl/viewport';
import { handlesOf, outlineOf, withHandle } from './handles';
import type { Shape } from './shapes';
import type { Areas } from './useAreas';

interface Props {
  areas: Areas;
  photo: Size;
  /** Where the photo lies, in CSS pixels. */
  place: Rect;
  /** What is being drawn. */
  stroke: Stroke | null;
}

const ARROWS: Record<string, Place> = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] };

/** The shapes of an area over the photo, with handles on the one at hand. */
export function AreaOverlay({ areas, photo, place, stroke }: Props) {
  const { area, index, drawing, state } = areas;
  const shape = area?.shapes[index];
  const drawn = stroke || state.corners.length > 0 ? drawing.preview(stroke?.points ?? []) : null;
  return (
    <>
      <svg style={{ position: 'absolute', inset: 0, width: '100%', height: '100%', pointerEvents: 'none' }} aria-hidden>
        {area?.shapes.map((one, i) => <Lines key={i} shape={one} photo={photo} place={place} quiet={i !== index} />)}
        {drawn && <Lines shape={drawn} photo={photo} place={place} open={drawn.shape === 'polygon'} quiet={false} />}
      </svg>
      {shape && <Handles key={index} shape={shape} photo={photo} place={place} onChange={(next, keep) => { areas.change(index, next, keep); }} onRemove={() => { areas.remove(index); }} />}
    </>
  );
}

function Lines({ shape, photo, place, quiet, open = false }: { shape: Shape; photo: Size; place: Rect; quiet: boolean; open?: boolean }) {
  const at = ([x, y]: Place) => `${String(place.left + x * place.width)},${String(place.top + y * place.height)}`;
  const longer = Math.max(place.width, place.height);
  return (
    <>
      {shape.shape === 'brush' && <polyline points={outlineOf(shape, photo)[0]?.points.map(at).join(' ')} fill="none" stroke="#fff" strokeOpacity={quiet ? 0.1 : 0.22} strokeWidth={2 * (shape.radius ?? 0) * longer} strokeLinecap="round" strokeLinejoin="round" />}
      {outlineOf(shape, photo).map(({ points, closed, dashed }, i) =>
        ['#000', '#fff'].map((colour, k) => {
          const look = { points: points.map(at).join(' '), fill: 'none', stroke: colour, strokeOpacity: quiet ? 0.5 : 0.9, strokeWidth: k === 0 ? 3 : 1.3, strokeDasharray: dashed || shape.subtract ? '5 4' : undefined } as const;
          return closed && !open ? <polygon key={`${String(i)} ${colour}`} {...look} /> : <polyline key={`${String(i)} ${colour}`} {...look} />;
        }),
      )}
    </>
  );
}

function Handles({ shape, photo, place, onChange, onRemove }: { shape: Shape; photo: Size; place: Rect; onChange: (shape: Shape, keep: boolean) => void; onRemove: () => void }) {
  const begun = useRef({ shape, at: [0, 0] as Place });
  const focused = useRef('');
  const handles = handlesOf(shape, photo);
  const moved = (id: string, by: { x: number; y: number }) => withHandle(begun.current.shape, id, [begun.current.at[0] + by.x / place.width, begun.current.at[1] + by.y / place.height], photo);
  const bind = useDragging<string>({
    onStart: (_, id) => {
      begun.current = { shape, at: handles.find((handle) => handle.id === id)?.at ?? [0, 0] };
      return true;
    },
    onMove: ({ by }, id) => {
      onChange(moved(id, by), false);
    },
    onEnd: ({ by }, id) => {
      onChange(by.x === 0 && by.y === 0 ? begun.current.shape : moved(id, by), true);
    },
    onAbandon: () => {
      onChange(begun.current.shape, true);
    },
  });
  const keys = useHeldKeys<Shape>(
    (event, so) => {
      const way = ARROWS[event.key];
      const from = so ?? shape;
      const at = handlesOf(from, photo).find(({ id }) => id === focused.current)?.at;
      if (!way || !at) return null;
      // A pixel of the screen a step.
      const step = event.shiftKey ? 10 : 1;
      return withHandle(from, focused.current, [at[0] + (way[0] * step) / place.width, at[1] + (way[1] * step) / place.height], photo);
    },
    (next) => {
      onChange(next, false);
    },
    (next) => {
      onChange(next, true);
    },
  );
  return (
    <>
      {handles.map(({ id, name, at: [x, y] }) => (
        <Box
          key={id}
          role="group"
          aria-roledescription="handle"
          aria-label={`${shape.shape}, ${name}: arrow keys move it, Delete takes the shape away`}
          tabIndex={0}
          {...keys}
          onFocus={() => {
            focused.current = id;
          }}
          onKeyDown={(event) => {
            if (event.key === 'Delete' || event.key === 'Backspace') {
              event.preventDefault();
              event.stopPropagation();
              onRemove();
            } else keys.onKeyDown(event);
          }}
          style={{ left: place.left + x * place.width, top: place.top + y * place.height }}
          sx={{
            position: 'absolute', width: 11, height: 11, m: '-5.5px 0 0 -5.5px', border: '1.5px solid #fff', outline: '1px solid #000', bgcolor: id === 'middle' ? '#fff' : 'rgb(0 0 0 / 45%)',
            borderRadius: id === 'turn' ? '50%' : '2px', transform: id === 'turn' ? 'none' : 'rotate(45deg)', cursor: 'move', touchAction: 'none', '&:focus-visible': { outline: '3px solid #ffd23f' },
          }}
          {...bind(id)}
        />
      ))}
    </>
  );
}
