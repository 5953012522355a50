import { InputBase, Tooltip } from '@mui/material';
import { useEffect, useLayoutEffect, useRef, useState } from 'react';
import { useHeldKeys } from '../drag/useHeldKeys';
import { plain } from '../../model/looks';
import { readTyped } from './typed';

interface Props {
  label: string;
  value: number;
  min: number;
  max: number;
  step: number;
  unit?: string;
  /** A double click puts it back here. */
  rest?: number;
  onChange: (value: number, keep: boolean) => void;
}

const SAID_MS = 3500;

/** A typed number, with or without its unit. What is out of range is brought to the nearest end, and that is said. */
export function NumberField({ label, value, min, max, step, unit = '', rest, onChange }: Props) {
  /** What is being typed; null while nothing was changed, so that passing through changes nothing. */
  const [text, setText] = useState<string | null>(null);
  const [focused, setFocused] = useState(false);
  const [said, setSaid] = useState('');
  const input = useRef<HTMLInputElement>(null);
  const digits = step < 1 ? Math.ceil(-Math.log10(step)) : 1;
  const shown = text ?? (focused ? plain(value, digits) : `${plain(value, digits)}${unit === '%' ? '' : unit}`);
  const typed = text === null ? null : readTyped(text, min, max);
  const wrong = text !== null && typed === null;
  const range = `${plain(min, 3)} to ${plain(max, 3)}`;
  // All of it is selected once the unit has gone from the text, so that typing replaces the number.
  useLayoutEffect(() => {
    if (focused) input.current?.select();
  }, [focused]);
  useEffect(() => {
    if (said === '') return;
    const timer = window.setTimeout(() => {
      setSaid('');
    }, SAID_MS);
    return () => {
      window.clearTimeout(timer);
    };
  }, [said]);
  const keep = () => {
    setFocused(false);
    if (typed) {
      if (typed.clamped) setSaid(`${label} goes from ${range}; it is now ${plain(typed.value, 3)}.`);
      if (typed.value !== value) onChange(typed.value, true);
    } else if (wrong) setSaid(`“${text}” is not a number. ${label} stays as it was.`);
    setText(null);
  };
  const arrows = useHeldKeys<number>(
    (event, so) => {
      const way = { ArrowUp: 1, ArrowDown: -1 }[event.key];
      if (way === undefined) return null;
      const now = so ?? typed?.value ?? value;
      return Math.min(max, Math.max(min, Number((now + way * step * (event.shiftKey ? 10 : 1)).toFixed(6))));
    },
    (next) => {
      setText(plain(next, digits));
      onChange(next, false);
    },
    (next) => {
      setText(null);
      onChange(next, true);
    },
  );
  return (
    <Tooltip open={wrong || said !== ''} title={said === '' ? `${label}: a number from ${range}` : said} placement="left">
      <InputBase
        value={shown}
        inputProps={{ 'aria-label': `${label}, number`, inputMode: 'decimal', 'aria-invalid': wrong }}
        inputRef={input}
        onFocus={() => {
          setFocused(true);
        }}
        onChange={(event) => {
          setSaid('');
          setText(event.target.value);
        }}
        onBlur={() => {
          arrows.onBlur();
          keep();
        }}
        onDoubleClick={() => {
          if (rest === undefined || rest === value) return;
          setText(null);
          onChange(rest, true);
        }}
        onKeyUp={arrows.onKeyUp}
        onKeyDown={(event) => {
          // Leaving the field keeps it: once, whichever way it is left.
          if (event.key === 'Enter') input.current?.blur();
          else if (event.key === 'Escape') {
            event.stopPropagation();
            setText(null);
            window.setTimeout(() => input.current?.blur());
          } else arrows.onKeyDown(event);
        }}
        sx={{
          width: 52,
          fontSize: '0.8125rem',
          '& input': { textAlign: 'right', px: 0.5, py: 0.125, borderRadius: 0.5, border: '1px solid transparent', fontVariantNumeric: 'tabular-nums' },
          '& input:hover, & input:focus': { borderColor: '#777', backgroundColor: '#2e2e2e' },
          '& input[aria-invalid=true]': { borderColor: '#fff', textDecoration: 'underline dotted' },
        }}
      />
    </Tooltip>
  );
}
