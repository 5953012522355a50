import { Box, Tooltip, Typography } from '@mui/material';
import { useId, type CSSProperties } from 'react';
import { FINGERS, greys } from '../../theme';
import { HelpMark } from '../help/HelpMark';
import { paragraph } from '../help/topic';
import { NumberField } from './NumberField';
import { SlideBar } from './SlideBar';
import { useSliderSteps } from './useSliderSteps';

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

const SLIDER = {
  py: '7px !important',
  [FINGERS]: { py: '19px !important' },
  display: 'block',
  mx: 0.75,
  width: 'calc(100% - 12px)',
  // From rest to the value; as variables, so that moving makes no new style.
  '& .MuiSlider-rail': { background: 'linear-gradient(90deg, #6a6a6a var(--from), #d6d6d6 var(--from), #d6d6d6 var(--to), #6a6a6a var(--to))' },
  '& .MuiSlider-mark': { height: 7, width: 1.5, backgroundColor: greys.quiet },
} as const;

/** A value as slider, typed number and arrow keys; a double click puts it back to rest. */
export function ValueSlider({ label, help = '', ends, value: kept, min, max, rest, unit = '', step = 1, onChange }: Props) {
  const id = useId();
  const steps = useSliderSteps(kept, onChange);
  const { value } = steps;
  const share = (v: number) => ((v - min) / (max - min)) * 100;
  const from = Math.min(share(rest), share(value));
  const to = Math.max(share(rest), share(value));
  const reset = () => {
    steps.instead(rest);
  };
  return (
    <Box data-topic={paragraph(label)} sx={{ pb: 0.25 }}>
      <Box sx={{ display: 'flex', alignItems: 'center', gap: 0.75, minHeight: 24 }}>
        <Tooltip title={help === '' ? '' : `${help} Double-click for ${String(rest)}.`} placement="left">
          <Typography id={id} variant="body2" onDoubleClick={reset} sx={{ cursor: 'default', fontWeight: value === rest ? 400 : 600, flex: 'none' }}>
            {label}
          </Typography>
        </Tooltip>
        <HelpMark of={label} />
        {ends && (
          <Typography variant="caption" sx={{ flex: 1, textAlign: 'center', whiteSpace: 'nowrap', opacity: 0.85 }}>
            {ends[0]} ↔ {ends[1]}
          </Typography>
        )}
        <Box sx={{ ml: 'auto' }}>
          <NumberField label={label} value={value} min={min} max={max} step={step} unit={unit} rest={rest} onChange={onChange} />
        </Box>
      </Box>
      <SlideBar
        aria-labelledby={id}
        value={value}
        min={min}
        max={max}
        step={step}
        shiftStep={step * 10}
        track={false}
        onDoubleClick={reset}
        onChange={steps.show}
        onCommit={steps.commit}
        onAbandon={steps.abandon}
        onKeyUp={steps.letGo}
        onBlur={steps.letGo}
        marks={[{ value: rest }]}
        style={{ '--from': `${String(from)}%`, '--to': `${String(to)}%` } as CSSProperties}
        sx={SLIDER}
      />
    </Box>
  );
}
