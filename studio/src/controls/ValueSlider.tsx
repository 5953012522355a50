import { Box, Slider, Tooltip, Typography } from '@mui/material';
import { useId } from 'react';
import { greys } from '../theme';
import { NumberField } from './NumberField';

interface Props {
  label: string;
  help?: string;
  /** Words for the two ends, where they say more than numbers. */
  ends?: [string, string];
  value: number;
  min: number;
  max: number;
  rest: number;
  unit?: string;
  step?: number;
  onChange: (value: number, keep: boolean) => void;
}

/** A value as slider, typed number and arrow keys; a double click puts it back to rest. */
export function ValueSlider({ label, help = '', ends, value, min, max, rest, unit = '', step = 1, onChange }: Props) {
  const id = useId();
  const share = (v: number) => ((v - min) / (max - min)) * 100;
  const from = Math.min(share(rest), share(value));
  const to = Math.max(share(rest), share(value));
  const reset = () => {
    onChange(rest, true);
  };
  return (
    <Box sx={{ pb: 0.25 }}>
      <Box sx={{ display: 'flex', alignItems: 'center', gap: 1, minHeight: 24 }}>
        <Tooltip title={help === '' ? '' : `${help} Double-click for ${String(rest)}.`} placement="left">
          <Typography id={id} variant="body2" onDoubleClick={reset} sx={{ cursor: 'default', fontWeight: value === rest ? 400 : 600, flex: 'none' }}>
            {label}
          </Typography>
        </Tooltip>
        {ends && (
          <Typography variant="caption" sx={{ flex: 1, textAlign: 'center', whiteSpace: 'nowrap', opacity: 0.85 }}>
            {ends[0]} ↔ {ends[1]}
          </Typography>
        )}
        <Box sx={{ ml: 'auto' }}>
          <NumberField label={label} value={value} min={min} max={max} step={step} unit={unit} onChange={onChange} />
        </Box>
      </Box>
      <Slider
        aria-labelledby={id}
        value={value}
        min={min}
        max={max}
        step={step}
        shiftStep={step * 10}
        track={false}
        onDoubleClick={reset}
        onChange={(_, next) => {
          onChange(Array.isArray(next) ? (next[0] ?? rest) : next, false);
        }}
        onChangeCommitted={(_, next) => {
          onChange(Array.isArray(next) ? (next[0] ?? rest) : next, true);
        }}
        marks={[{ value: rest }]}
        sx={{
          py: '7px !important',
          display: 'block',
          mx: 0.75,
          width: 'calc(100% - 12px)',
          '& .MuiSlider-rail': {
            background: `linear-gradient(90deg, #6a6a6a ${String(from)}%, #d6d6d6 ${String(from)}%, #d6d6d6 ${String(to)}%, #6a6a6a ${String(to)}%)`,
          },
          '& .MuiSlider-mark': { height: 7, width: 1.5, backgroundColor: greys.quiet },
        }}
      />
    </Box>
  );
}
