import { DndContext, PointerSensor, useSensor, useSensors, type DragMoveEvent, type DragOverEvent } from '@dnd-kit/core';
import { Box } from '@mui/material';
import { useVirtualizer } from '@tanstack/react-virtual';
import { useEffect, useRef, useState, type MouseEvent } from 'react';
import type { Photo } from '../../api/client';
import { useSize } from '../../ui/layout/useSize';
import { greys } from '../../theme';
import { arranged, cellAt, gridOf, MARGIN } from './grid';
import { clicked, framed, type Selection } from './selection';
import { SheetCell } from './SheetCell';
import { useFrame } from './useFrame';

interface Props {
  photos: Photo[];
  selection: Selection;
  onSelect: (selection: Selection) => void;
  /** Where the keyboard is. */
  here: number | null;
  onHere: (id: number | null) => void;
  /** Width of a picture that is wished for, in CSS pixels. */
  size: number;
  before: boolean;
  onOpen: (id: number) => void;
  onArrange: (ids: number[]) => void;
  onColumns: (columns: number) => void;
}

/** Pixels that a photo has to be dragged before it is: a click is no drag. */
const DRAG_FROM = 6;

/** The photos of a set in rows; only those in the window are there. */
export function SheetGrid({ photos, selection, onSelect, here, onHere, size, before, onOpen, onArrange, onColumns }: Props) {
  const scroller = useRef<HTMLDivElement>(null);
  const { width } = useSize(scroller);
  const [drop, setDrop] = useState<{ over: number; behind: boolean } | null>(null);
  const ids = photos.map(({ id }) => id);
  const grid = gridOf(width, size, photos.length);
  const rows = useVirtualizer({ count: width === 0 ? 0 : grid.rows, getScrollElement: () => scroller.current, estimateSize: () => grid.row, paddingStart: MARGIN, overscan: 2 });
  useEffect(() => {
    rows.measure();
    onColumns(grid.columns);
  }, [rows, onColumns, grid.row, grid.columns]);
  useEffect(() => {
    const index = here === null ? -1 : photos.findIndex(({ id }) => id === here);
    if (index >= 0 && width > 0) rows.scrollToIndex(Math.floor(index / grid.columns));
    // Only where the keyboard goes leads the window, not what is drawn or selected meanwhile.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [here]);
  const frame = useFrame(scroller, grid, photos.length, selection, (from, inside, held) => {
    onSelect(framed(from, ids, inside.flatMap((index) => ids[index] ?? []), held));
  });
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: DRAG_FROM } }));
  const onMove = ({ over, active, delta, activatorEvent }: DragMoveEvent | DragOverEvent) => {
    const x = (activatorEvent instanceof PointerEvent ? activatorEvent.clientX : 0) + delta.x;
    setDrop(over === null || over.id === active.id ? null : { over: Number(over.id), behind: x > over.rect.left + over.rect.width / 2 });
  };
  const onEnd = (active: number) => {
    setDrop(null);
    if (drop) onArrange(arranged(ids, selection.chosen.has(active) ? selection.chosen : new Set([active]), drop.over, drop.behind));
  };
  return (
    <DndContext sensors={sensors} onDragMove={onMove} onDragOver={onMove} onDragEnd={({ active }) => { onEnd(Number(active.id)); }} onDragCancel={() => { setDrop(null); }}>
      <Box ref={scroller} {...frame.listeners} data-sheet sx={{ flex: 1, minHeight: 0, overflowY: 'auto', bgcolor: greys.surround, position: 'relative' }}>
        <Box
          role="listbox"
          aria-label="Photos of the set"
          aria-multiselectable
          aria-activedescendant={here === null ? undefined : `sheet-${String(here)}`}
          tabIndex={0}
          data-inset
          onFocus={(event) => {
            if (here === null && event.target === event.currentTarget && event.currentTarget.matches(':focus-visible')) onHere(selection.lead ?? ids[0] ?? null);
          }}
          style={{ height: rows.getTotalSize() + MARGIN }}
          sx={{ position: 'relative', minHeight: '100%' }}
        >
          {rows.getVirtualItems().flatMap(({ index: row }) =>
            photos.slice(row * grid.columns, (row + 1) * grid.columns).map((photo, column) => {
              const index = row * grid.columns + column;
              return (
                <SheetCell
                  key={photo.id}
                  photo={photo}
                  index={index}
                  count={photos.length}
                  at={cellAt(grid, index)}
                  chosen={selection.chosen.has(photo.id)}
                  lead={selection.lead === photo.id && selection.chosen.size > 1}
                  here={here === photo.id}
                  before={before}
                  dropAt={drop?.over === photo.id ? (drop.behind ? 'behind' : 'before') : null}
                  onClick={(id: number, event: MouseEvent) => {
                    onHere(id);
                    onSelect(clicked(selection, ids, id, { shift: event.shiftKey, ctrl: event.ctrlKey || event.metaKey }));
                  }}
                  onOpen={onOpen}
                />
              );
            }),
          )}
          {frame.shown && <Box aria-hidden style={frame.shown} sx={{ position: 'absolute', border: '1px solid #f5f5f5', bgcolor: 'rgb(255 255 255 / 12%)', pointerEvents: 'none' }} />}
        </Box>
      </Box>
    </DndContext>
  );
}
