import { Button, Typography } from '@mui/material';
import { OneOf } from '../../ui/controls/OneOf';
import type { Move } from '../../model/looks';
import { SHAPE_KINDS } from './shapes';
import type { Areas } from './useAreas';
import { WeightShown } from './WeightShown';

const SMALL = { py: 0, px: 0.75, fontSize: '0.75rem' } as const;

/** What the strip says and sets while areas are drawn. */
export function AreaStrip({ areas, move, weighed }: { areas: Areas; move: Move | undefined; weighed: boolean }) {
  const { drawing, state } = areas;
  if (!move) return <Typography variant="body2">An area limits a move to part of the photo. Add a move first.</Typography>;
  return (
    <>
      <OneOf label="Shape" value={state.kind} options={SHAPE_KINDS.map(({ kind: value, title, hint }) => ({ value, title, help: hint }))} onChange={drawing.choose} sx={SMALL} />
      <OneOf
        label="The next shape"
        value={state.subtract ? 'subtract' : 'add'}
        options={[
          { value: 'add', title: 'Add', help: 'The next shape is added to the area' },
          { value: 'subtract', title: 'Subtract', help: 'The next shape is subtracted from the area' },
        ]}
        onChange={(next) => {
          drawing.change({ subtract: next === 'subtract' });
        }}
        sx={SMALL}
      />
      {state.corners.length > 0 ? (
        <>
          <Button disabled={state.corners.length < 3} onClick={drawing.close}>
            Close
          </Button>
          <Button onClick={drawing.giveUp}>Cancel</Button>
        </>
      ) : weighed ? (
        <WeightShown areas={areas} />
      ) : (
        <Typography variant="body2" sx={{ minWidth: 0 }}>
          {SHAPE_KINDS.find(({ kind }) => kind === state.kind)?.hint}
        </Typography>
      )}
    </>
  );
}
