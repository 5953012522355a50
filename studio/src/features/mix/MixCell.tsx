import { Box, InputBase } from '@mui/material';
import { useEffect, useRef, useState, type KeyboardEvent } from 'react';
import { useDragging } from '../../ui/drag/useDragging';
import { useHeldKeys } from '../../ui/drag/useHeldKeys';
import { FINGER, FINGERS } from '../../theme';
import { paragraph } from '../../ui/help/topic';
import { plain, signed } from '../../model/looks';
import { barOf, dragged, stepped, typedValue, type MixColumn } from './mixing';

interface Props {
  /** Names the family and the property. */
  label: string;
  column: MixColumn;
  value: number;
  /** Reached by the Tab key: the cells of one row are, the others by arrow keys. */
  stop: boolean;
  onChange: (value: number, keep: boolean) => void;
  onFocus: () => void;
  /** A key that may lead to another cell; true when it did. */
  onGo: (key: string) => boolean;
}

const WHEEL_RESTS_MS = 450;

/** One value of a mix table: a small bar with its number, changed by dragging across it, with the wheel, arrow keys or typing. */
export function MixCell({ label, column, value: kept, stop, onChange, onFocus, onGo }: Props) {
  const [live, setLive] = useState<number | null>(null);
  const [text, setText] = useState<string | null>(null);
  const cell = useRef<HTMLDivElement>(null);
  const value = live ?? kept;
  const show = (next: number) => {
    setLive(next);
    onChange(next, false);
  };
  const keep = (next: number) => {
    setLive(null);
    onChange(next, true);
  };
  const drag = useDragging({
    onStart: () => {
      cell.current?.focus();
      return true;
    },
    onMove: ({ by, shift }) => {
      if (Math.abs(by.x) > 1) show(dragged(column, kept, by.x, shift));
    },
    onEnd: ({ by, shift }) => {
      const next = dragged(column, kept, by.x, shift);
      if (Math.abs(by.x) > 1 && next !== kept) keep(next);
      else if (live !== null) {
        setLive(null);
        onChange(kept, false);
      }
    },
    onAbandon: () => {
      setLive(null);
      onChange(kept, false);
    },
  });
  const arrows = useHeldKeys<number>(
    (event, so) => {
      const way = { ArrowLeft: -1, ArrowRight: 1 }[event.key];
      return way === undefined || event.altKey ? null : stepped(column, so ?? kept, way * (event.shiftKey ? 10 : 1));
    },
    show,
    keep,
  );
  useWheel(cell, column, kept, show, keep);

  const typed = text === null ? null : typedValue(column, text);
  const leave = (take: boolean) => {
    setText(null);
    if (take && typed !== null && typed !== kept) onChange(typed, true);
    window.setTimeout(() => cell.current?.focus());
  };
  const onKeyDown = (event: KeyboardEvent) => {
    if (event.ctrlKey || event.metaKey) return;
    if (onGo(event.key)) {
      event.preventDefault();
      event.stopPropagation();
    } else if (/^[-−+\d]$/.test(event.key) || event.key === 'Enter') {
      event.preventDefault();
      event.stopPropagation();
      setText(event.key === 'Enter' ? plain(kept, 1) : event.key);
    } else if (event.key === 'Delete' || event.key === 'Backspace') {
      event.preventDefault();
      event.stopPropagation();
      if (kept !== 0) keep(0);
    } else arrows.onKeyDown(event);
  };
  const bar = barOf(column, value);
  return (
    <Box sx={{ position: 'relative', height: 22, [FINGERS]: { height: FINGER } }}>
      <Box
        ref={cell}
        role="slider"
        tabIndex={stop ? 0 : -1}
        aria-label={label}
        aria-valuemin={column.min}
        aria-valuemax={column.max}
        aria-valuenow={value}
        aria-valuetext={`${plain(value, 1)}${column.unit}`}
        data-inset
        data-topic={paragraph(column.told ?? column.title)}
        {...drag(undefined)}
        onKeyDown={onKeyDown}
        onKeyUp={arrows.onKeyUp}
        onBlur={arrows.onBlur}
        onFocus={onFocus}
        onDoubleClick={() => {
          if (kept !== 0) keep(0);
        }}
        sx={{ position: 'absolute', inset: 0, bgcolor: '#2c2c2c', borderRadius: 0.5, overflow: 'hidden', cursor: 'ew-resize', touchAction: 'pan-y', userSelect: 'none', '&:hover': { bgcolor: '#262626' } }}
      >
        <Box style={{ left: `${String(bar.left)}%`, width: `${String(bar.width)}%` }} sx={{ position: 'absolute', top: 0, bottom: 0, bgcolor: '#6c6c6c' }} />
        <Box sx={{ position: 'absolute', left: '50%', bottom: 0, height: 4, width: '1px', bgcolor: '#9a9a9a' }} />
        <Box component="span" aria-hidden sx={{ position: 'absolute', inset: 0, textAlign: 'center', fontSize: '0.75rem', lineHeight: '21px', fontVariantNumeric: 'tabular-nums', color: value === 0 ? '#9d9d9d' : '#fff', fontWeight: value === 0 ? 400 : 600 }}>
          {value === 0 ? '0' : signed(value, 1)}
        </Box>
      </Box>
      {text !== null && (
        <InputBase
          autoFocus
          value={text}
          inputProps={{ 'aria-label': `${label}, number`, inputMode: 'decimal', 'aria-invalid': typed === null }}
          onChange={(event) => {
            setText(event.target.value);
          }}
          onFocus={(event) => {
            // A digit that began it is gone on from; the old number is replaced.
            if (event.target.value === plain(kept, 1)) event.target.select();
          }}
          onBlur={() => {
            leave(true);
          }}
          onKeyDown={(event) => {
            event.stopPropagation();
            if (event.key === 'Enter') leave(true);
            else if (event.key === 'Escape') leave(false);
          }}
          sx={{ position: 'absolute', inset: 0, bgcolor: '#1e1e1e', borderRadius: 0.5, fontSize: '0.75rem', '& input': { textAlign: 'center', p: 0, height: '100%' }, '& input[aria-invalid=true]': { textDecoration: 'underline dotted' } }}
        />
      )}
    </Box>
  );
}

/** The wheel with Ctrl or Alt over a cell; without them it scrolls what is around. Kept once it rests. */
function useWheel(cell: React.RefObject<HTMLElement | null>, column: MixColumn, kept: number, show: (value: number) => void, keep: (value: number) => void) {
  const now = useRef({ column, kept, show, keep });
  useEffect(() => {
    now.current = { column, kept, show, keep };
  });
  useEffect(() => {
    const element = cell.current;
    if (!element) return;
    let turned: number | null = null;
    let timer = 0;
    const rest = () => {
      const value = turned;
      turned = null;
      if (value !== null) now.current.keep(value);
    };
    // React listens to the wheel passively; this one must not scroll or zoom the page.
    const wheel = (event: WheelEvent) => {
      if (!event.ctrlKey && !event.altKey) return;
      event.preventDefault();
      event.stopPropagation();
      turned = stepped(now.current.column, turned ?? now.current.kept, (event.deltaY < 0 ? 1 : -1) * (event.shiftKey ? 5 : 1));
      now.current.show(turned);
      window.clearTimeout(timer);
      timer = window.setTimeout(rest, WHEEL_RESTS_MS);
    };
    element.addEventListener('wheel', wheel, { passive: false });
    return () => {
      window.clearTimeout(timer);
      rest();
      element.removeEventListener('wheel', wheel);
    };
  }, [cell]);
}
