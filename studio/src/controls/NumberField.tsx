import { InputBase, Tooltip } from '@mui/material';
import { useLayoutEffect, useRef, useState } from 'react';
import { plain } from '../grade/looks';

interface Props {
  label: string;
  value: number;
  min: number;
  max: number;
  step: number;
  unit?: string;
  onChange: (value: number, keep: boolean) => void;
}

/** A typed number. Out of range or not a number it says so and changes nothing. */
export function NumberField({ label, value, min, max, step, unit = '', onChange }: Props) {
  const [text, setText] = useState<string | null>(null);
  const input = useRef<HTMLInputElement>(null);
  const typing = text !== null;
  // All of it is selected once the unit has gone from the text, so that typing replaces the number.
  useLayoutEffect(() => {
    if (typing) input.current?.select();
  }, [typing]);
  const digits = step < 1 ? Math.ceil(-Math.log10(step)) : 1;
  const parsed = text === null ? value : Number(text.replace('−', '-').replace(',', '.').trim());
  const wrong = text !== null && (text.trim() === '' || !Number.isFinite(parsed) || parsed < min || parsed > max);
  const keep = () => {
    if (text !== null && !wrong && parsed !== value) onChange(parsed, true);
    setText(null);
  };
  return (
    <Tooltip open={wrong} title={`${label}: a number from ${plain(min, 3)} to ${plain(max, 3)}`} placement="left">
      <InputBase
        value={text ?? `${plain(value, digits)}${unit === '%' ? '' : unit}`}
        inputProps={{ 'aria-label': `${label}, number`, inputMode: 'decimal', 'aria-invalid': wrong }}
        inputRef={input}
        onFocus={() => {
          setText(plain(value, digits));
        }}
        onChange={(event) => {
          setText(event.target.value);
        }}
        onBlur={keep}
        onKeyDown={(event) => {
          if (event.key === 'Enter') {
            keep();
            (event.target as HTMLElement).blur();
          } else if (event.key === 'Escape') {
            setText(null);
            event.stopPropagation();
            window.setTimeout(() => {
              (document.activeElement as HTMLElement | null)?.blur();
            });
          } else if (event.key === 'ArrowUp' || event.key === 'ArrowDown') {
            event.preventDefault();
            const by = step * (event.shiftKey ? 10 : 1) * (event.key === 'ArrowUp' ? 1 : -1);
            const next = Math.min(max, Math.max(min, Number(((wrong ? value : parsed) + by).toFixed(6))));
            setText(plain(next, digits));
            onChange(next, true);
          }
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
