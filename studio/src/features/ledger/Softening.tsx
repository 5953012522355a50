import { Box, Button } from '@mui/material';
import { ValueSlider } from '../../ui/controls/ValueSlider';
import { SOFTEN_MOST, withField, type Move } from '../../model/looks';

interface Props {
  move: Move;
  photo: { width: number; height: number } | undefined;
  onChange: (move: Move, keep: boolean) => void;
}

const THOUSANDTHS = 1000;

/** How far the edge of what a move reaches is smoothed, in pixels of the photo at hand; kept is what is the same for every size of it. */
export function Softening({ move, photo, onChange }: Props) {
  const side = photo ? Math.max(photo.width, photo.height) : THOUSANDTHS;
  const kept = move.soften ?? 0;
  const pixels = Math.round((kept * side) / THOUSANDTHS);
  return (
    <>
      <ValueSlider
        label="Edge smoothing"
        help="Smooths a reach that breaks up in noise, over so many pixels. A reach chosen by strokes rarely needs it."
        value={kept > 0 ? Math.max(1, pixels) : 0}
        min={0}
        max={Math.floor((SOFTEN_MOST * side) / THOUSANDTHS)}
        step={1}
        rest={0}
        unit="px"
        onChange={(next, keep) => {
          onChange(withField(move, { soften: Math.min(SOFTEN_MOST, Math.round((next * THOUSANDTHS * THOUSANDTHS) / side) / THOUSANDTHS) }), keep);
        }}
      />
      <Box sx={{ display: 'flex', justifyContent: 'flex-end', minHeight: 24, mt: -0.5 }}>
        <Button
          disabled={kept === 0}
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
