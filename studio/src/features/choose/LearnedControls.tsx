import CloseIcon from '@mui/icons-material/Close';
import { Box, ButtonBase, Tooltip, Typography } from '@mui/material';
import { ValueSlider } from '../../ui/controls/ValueSlider';
import type { Reach } from '../../model/looks';
import { breadthOf, softnessOf, withBreadth, withSoftness, SOFT_AT_FIRST } from './learned';

interface Props {
  reach: Reach;
  photoKey: string;
  onChange: (reach: Reach, keep: boolean) => void;
  onUnstroke: (index: number) => void;
}

/** What a learned reach was learned from, and how it is read. */
export function LearnedControls({ reach, photoKey, onChange, onUnstroke }: Props) {
  const learned = reach.learned;
  if (!learned) return null;
  const strokes = learned.strokes ?? [];
  const here = (learned.photo ?? '') === photoKey;
  return (
    <Box>
      <Box sx={{ display: 'flex', alignItems: 'center', flexWrap: 'wrap', gap: 0.5, py: 0.25 }} role="list" aria-label="Strokes">
        <Typography variant="body2">Strokes</Typography>
        {strokes.length === 0 && <Typography variant="caption">none on this photo: it follows an earlier choice</Typography>}
        {strokes.map((stroke, index) => (
          <Tooltip key={index} title={here ? `${stroke.as === 'wanted' ? 'Wanted' : 'Held'}: ${stroke.colour}. Click to take this stroke away.` : 'Made on another photo.'}>
            <span role="listitem">
              <ButtonBase
                disabled={!here}
                aria-label={`Remove stroke ${String(index + 1)}, ${stroke.as}`}
                onClick={() => {
                  onUnstroke(index);
                }}
                sx={{
                  width: 22,
                  height: 22,
                  bgcolor: stroke.colour,
                  // A held colour wears a bar, so that the two are told apart without colour.
                  borderRadius: stroke.as === 'wanted' ? '50%' : 0.5,
                  border: stroke.as === 'wanted' ? '2px solid #f2f2f2' : '2px solid #1a1a1a',
                  outline: stroke.as === 'wanted' ? '1px solid #222' : '1px solid #d0d0d0',
                  color: '#fff',
                  '& svg': { opacity: 0, fontSize: 14 },
                  '&:hover svg, &:focus-visible svg': { opacity: 1 },
                }}
              >
                <CloseIcon sx={{ filter: 'drop-shadow(0 0 1px #000)' }} />
              </ButtonBase>
            </span>
          </Tooltip>
        ))}
      </Box>
      <ValueSlider
        label="Tighter – broader"
        help="How similar a colour must be to the marked ones. With Choose or Hold, the mouse wheel does the same."
        value={breadthOf(reach)}
        min={-100}
        max={100}
        rest={0}
        onChange={(value, keep) => {
          onChange(withBreadth(reach, value), keep);
        }}
      />
      <ValueSlider
        label="Softer – firmer"
        help="How gradually the reach ends. Softer hides noise; firmer separates close colours."
        value={100 - softnessOf(reach)}
        min={0}
        max={100}
        rest={100 - SOFT_AT_FIRST}
        onChange={(value, keep) => {
          onChange(withSoftness(reach, 100 - value), keep);
        }}
      />
    </Box>
  );
}
