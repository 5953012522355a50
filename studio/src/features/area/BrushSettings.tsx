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
      <ValueSlider label="Brush size" help="Radius as a share of the photo’s longer side. It does not depend on the zoom." value={state.radius * HUNDRED} min={size.min * HUNDRED} max={LARGEST * HUNDRED} rest={size.rest * HUNDRED} step={0.1} unit="%" onChange={(next) => { drawing.change({ radius: next / HUNDRED }); }} />
      <ValueSlider label="Brush softness" help="How much of the brush is soft edge." value={state.softness * HUNDRED} min={softness.min * HUNDRED} max={softness.max * HUNDRED} rest={softness.rest * HUNDRED} unit="%" onChange={(next) => { drawing.change({ softness: next / HUNDRED }); }} />
      <Tooltip placement="left" title="The brush keeps to the colour under its middle and stops where that ends">
        <FormControlLabel
          sx={{ ml: 0 }}
          control={<Switch size="small" checked={state.keeps} onChange={(_, keeps) => { drawing.change({ keeps }); }} />}
          label={<Typography variant="body2">Keep to one colour</Typography>}
        />
      </Tooltip>
    </>
  );
}
