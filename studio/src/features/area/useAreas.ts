import { useCallback, useEffect, useMemo, useRef, useState, useSyncExternalStore } from 'react';
import { api, type Photo } from '../../api/client';
import { withField, withMove, type Move } from '../../model/looks';
import type { Shows } from '../../gl/PhotoRenderer';
import type { GradeSession } from '../../model/gradeSession';
import { AreaDrawing } from './drawing';
import { MOST_SHAPES, place, withShape, withShapeAt, withoutShape, type Area, type Shape } from './shapes';

const FULL = `An area can have ${String(MOST_SHAPES)} shapes. Remove some: one polygon often does the work of many strokes.`;

/** The areas of the move at hand: drawing them, and which shape is at hand. */
export function useAreas(photo: Photo, session: GradeSession, move: Move | undefined, onMove: (given: Move, next: Move, keep: boolean) => void, onFailure: (reason: unknown) => void) {
  const { id, width, height } = photo;
  const [chosen, setChosen] = useState<{ move: string; index: number } | null>(null);
  const [shows, setShows] = useState<Shows>('both');
  const at = useRef({ move, onFailure });
  useEffect(() => {
    at.current = { move, onFailure };
  });
  const [reading, setReading] = useState(false);
  const put = useCallback(
    (to: string, shape: Shape) => {
      session.edit((look) => withMove(look, to, (one) => withField(one, { area: withShape(one.area, shape) })));
      const shapes = session.state.look?.moves.find((one) => one.id === to)?.area?.shapes ?? [];
      setChosen({ move: to, index: shapes.length - 1 });
    },
    [session],
  );
  const drawing = useMemo(() => {
    return new AreaDrawing({ width, height }, (shape, keeps) => {
      const { move: now, onFailure: fail } = at.current;
      if (!now) return;
      if ((now.area?.shapes.length ?? 0) >= MOST_SHAPES) {
        fail(FULL);
        return;
      }
      if (!keeps || shape.shape !== 'brush') {
        put(now.id, shape);
        return;
      }
      api.under(id, shape.points.map(place)).then((colours) => {
        put(now.id, { ...shape, colours });
      }, fail);
    });
  }, [id, width, height, put]);
  const state = useSyncExternalStore(drawing.subscribe, () => drawing.state);
  const area = move?.area ?? null;
  const index = area && chosen?.move === move?.id ? Math.min(chosen?.index ?? 0, area.shapes.length - 1) : area ? area.shapes.length - 1 : -1;
  return {
    drawing,
    state,
    area,
    /** Of the shape at hand; −1 for none. */
    index,
    shows: move && (area ?? (move.soften ?? 0) > 0) ? shows : ('both' as const),
    setShows,
    select: (next: number) => {
      if (move) setChosen({ move: move.id, index: next });
    },
    change: (which: number, shape: Shape, keep: boolean) => {
      if (move && area) onMove(move, withField(move, { area: withShapeAt(area, which, shape) }), keep);
    },
    remove: (which: number) => {
      if (!move || !area) return;
      onMove(move, withField(move, { area: withoutShape(area, which) }), true);
      setChosen(null);
    },
    /** A mask is being read. */
    reading,
    /** Adds a mask from a file as one more shape. */
    importMask: (file: File) => {
      if (!move) return;
      if ((area?.shapes.length ?? 0) >= MOST_SHAPES) {
        onFailure(FULL);
        return;
      }
      setReading(true);
      api
        .importMask(id, file)
        .then(({ digest }) => {
          put(move.id, { shape: 'mask', mask: digest, name: file.name.slice(0, 200) });
        })
        .catch(onFailure)
        .finally(() => {
          setReading(false);
        });
    },
    invert: (invert: boolean) => {
      if (move && area) onMove(move, withField(move, { area: { ...area, invert } }), true);
    },
    /** Takes an area as it is; null is the whole photo. */
    take: (whole: Area | null) => {
      if (move) onMove(move, withField(move, { area: whole }), true);
    },
  };
}

export type Areas = ReturnType<typeof useAreas>;
