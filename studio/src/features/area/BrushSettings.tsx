import { FormControlLabel, Switch, Tooltip, Typography } from '@mui/material';
import { ValueSlider } from '../../ui/controls/ValueSlider';
import type { AreaDrawing, DrawingState } from './drawing';
import { rangeOf } from './shapes';

const HUNDRED = 100;
/** Brushes larger than this are drawn better as an ellipse. */
const LARGEST = 0.2;

/** What the next stroke of the brush is like. */
export function BrushSettings({ drawing, state }: { drawing: AreaDrawing; state: DrawingState }) {
  const size = rangeOf('brush', 'radius');
  const softness = rangeOf('brush', 'softness');
  return (
    <>
      <ValueSlider label="Brush size" help="Its radius, in shares of the photo’s longer side. It is as large on the photo at any zoom." value={state.radius * HUNDRED} min={size.min * HUNDRED} max={LARGEST * HUNDRED} rest={size.rest * HUNDRED} step={0.1} unit="%" onChange={(next) => { drawing.change({ radius: next / HUNDRED }); }} />
      <ValueSlider label="Brush softness" help="How much of the radius its soft edge takes in." value={state.softness * HUNDRED} min={softness.min * HUNDRED} max={softness.max * HUNDRED} rest={softness.rest * HUNDRED} unit="%" onChange={(next) => { drawing.change({ softness: next / HUNDRED }); }} />
      <Tooltip placement="left" title="The brush takes only what is like the colour under its middle, and so stops by itself where that ends">
        <FormControlLabel
          sx={{ ml: 0 }}
          control={<Switch size="small" checked={state.keeps} onChange={(_, keeps) => { drawing.change({ keeps }); }} />}
          label={<Typography variant="body2">Stays on this colour</Typography>}
        />
      </Tooltip>
    </>
  );
}
