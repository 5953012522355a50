import { Box, Button, Typography } from '@mui/material';
import { ValueSlider } from '../../ui/controls/ValueSlider';
import { SOFTEN_MOST, withField, type Move } from '../../model/looks';

interface Props {
  move: Move;
  photo: { width: number; height: number } | undefined;
  onChange: (move: Move, keep: boolean) => void;
}

/** How far the matte of a move is smoothed, with what that is in pixels of the photo. */
export function Softening({ move, photo, onChange }: Props) {
  const soften = move.soften ?? 0;
  const pixels = photo ? Math.max(1, Math.round((soften * Math.max(photo.width, photo.height)) / 1000)) : 0;
  return (
    <>
      <ValueSlider
        label="Soften"
        help="Smooths a matte that breaks up in noise, along the photo’s own edges: how far, in thousandths of its longer side."
        value={soften}
        min={0}
        max={SOFTEN_MOST}
        step={0.5}
        rest={0}
        unit="‰"
        onChange={(next, keep) => {
          onChange(withField(move, { soften: next }), keep);
        }}
      />
      <Box sx={{ display: 'flex', alignItems: 'center', minHeight: 24, mt: -0.5 }}>
        <Typography variant="caption" sx={{ flex: 1 }}>
          {soften === 0 ? 'not softened' : `a radius of ${String(pixels)} ${pixels === 1 ? 'pixel' : 'pixels'} of this photo`}
        </Typography>
        <Button
          disabled={soften === 0}
          onClick={() => {
            onChange(withField(move, { soften: 0 }), true);
          }}
          sx={{ minWidth: 0, py: 0 }}
        >
          None
        </Button>
      </Box>
    </>
  );
}
