import { Button, FormControlLabel, Switch, Tooltip, Typography } from '@mui/material';
import { NumberField } from '../controls/NumberField';
import { OneOf } from '../controls/OneOf';
import type { Move } from '../grade/looks';
import { rangeOf, SHAPE_KINDS } from './shapes';
import type { Areas } from './useAreas';

const SMALL = { py: 0, px: 0.75, fontSize: '0.75rem' } as const;
const HUNDRED = 100;

/** What the strip says and sets while areas are drawn. */
export function AreaStrip({ areas, move }: { areas: Areas; move: Move | undefined }) {
  const { drawing, state } = areas;
  if (!move) return <Typography variant="body2">An area limits a move to a part of the photo. Add a move first.</Typography>;
  const size = rangeOf('brush', 'radius');
  const softness = rangeOf('brush', 'softness');
  return (
    <>
      <OneOf label="Shape" value={state.kind} options={SHAPE_KINDS.map(({ kind: value, title, hint }) => ({ value, title, help: hint }))} onChange={drawing.choose} sx={SMALL} />
      <OneOf
        label="The next shape"
        value={state.subtract ? 'subtract' : 'add'}
        options={[
          { value: 'add', title: 'Add', help: 'The next shape is added to the area' },
          { value: 'subtract', title: 'Take off', help: 'The next shape is taken off the area' },
        ]}
        onChange={(next) => {
          drawing.change({ subtract: next === 'subtract' });
        }}
        sx={SMALL}
      />
      {state.kind === 'brush' ? (
        <>
          <Typography variant="body2">Size</Typography>
          <NumberField label="Brush size" value={state.radius * HUNDRED} min={size.min * HUNDRED} max={size.max * HUNDRED} step={0.1} unit="%" onChange={(next) => { drawing.change({ radius: next / HUNDRED }); }} />
          <Typography variant="body2">Soft</Typography>
          <NumberField label="Brush softness" value={state.softness * HUNDRED} min={softness.min * HUNDRED} max={softness.max * HUNDRED} step={1} unit="%" onChange={(next) => { drawing.change({ softness: next / HUNDRED }); }} />
          <Tooltip title="The brush takes only what is like the colour under its middle, and so stops by itself where that ends">
            <FormControlLabel
              sx={{ m: 0, flex: 'none' }}
              control={<Switch size="small" checked={state.keeps} onChange={(_, keeps) => { drawing.change({ keeps }); }} />}
              label={<Typography variant="body2">Stays on this colour</Typography>}
            />
          </Tooltip>
        </>
      ) : (
        <Typography variant="body2" sx={{ minWidth: 0 }}>
          {SHAPE_KINDS.find(({ kind }) => kind === state.kind)?.hint}
        </Typography>
      )}
      {state.corners.length > 2 && <Button onClick={drawing.close}>Close</Button>}
      {state.corners.length > 0 && <Button onClick={drawing.giveUp}>Give up</Button>}
    </>
  );
}
