import PickIcon from '@mui/icons-material/ColorizeOutlined';
import { Box, Button } from '@mui/material';
import { ValueSlider } from '../../../ui/controls/ValueSlider';
import { api } from '../../../api/client';
import { plain, settingInfo, signed } from '../../../model/looks';
import type { MovePanel, PanelProps } from '../panel';
import { numberOf, partsOf, Sliders, within, withParams } from '../settings';
import { fine, LightCurve } from './LightCurve';

const SETTINGS = ['exposure', 'contrast', 'pivot', 'black', 'white'] as const;
const PIVOT = 'the tone that contrast leaves alone';

function Controls({ move, onChange, source, pointed, pick, picking, onFailure }: PanelProps<'light'>) {
  const { title, help, min, max, rest, unit } = settingInfo('light', 'exposure');
  return (
    <Box>
      <LightCurve move={move} onChange={onChange} source={source} pointed={pointed} />
      <ValueSlider label={title} help={help} ends={['darker', 'lighter']} value={numberOf(move, 'exposure')} min={min} max={max} rest={rest} step={0.05} unit={unit} onChange={(value, keep) => { onChange(withParams(move, { exposure: fine(value) }), keep); }} />
      <Sliders move={move} names={['contrast', 'pivot']} onChange={onChange} />
      <Button
        size="small"
        startIcon={<PickIcon />}
        aria-pressed={picking === PIVOT}
        onClick={() => {
          pick(PIVOT, (colour) => {
            api.colour(colour).then(({ oklch }) => { onChange(withParams(move, { pivot: within('light', 'pivot', 100 * (oklch[0] ?? 0)) }), true); }, onFailure);
          });
        }}
        sx={{ mt: -0.5, mb: 0.5 }}
      >
        Pick the pivot on the photo
      </Button>
      <Sliders move={move} names={['black', 'white']} onChange={onChange} />
    </Box>
  );
}

export const lightPanel: MovePanel<'light'> = {
  kind: 'light',
  wish: 'light',
  plane: 'light-chroma',
  sample: () => ({ params: { exposure: 0.6, contrast: 30 } }),
  Controls,
  words: (move) => {
    const exposure = numberOf(move, 'exposure');
    const parts = (['contrast', 'black', 'white'] as const).filter((name) => numberOf(move, name) !== 0).map((name) => `${settingInfo('light', name).title.toLowerCase()} ${signed(numberOf(move, name))}`);
    if (numberOf(move, 'contrast') !== 0 && numberOf(move, 'pivot') !== settingInfo('light', 'pivot').rest) parts.push(`pivot ${plain(numberOf(move, 'pivot'))}`);
    if (exposure !== 0) parts.unshift(`${signed(exposure, 2)} ${Math.abs(exposure) === 1 ? 'stop' : 'stops'}`);
    return parts.length === 0 ? 'no change' : parts.join(', ');
  },
  parts: partsOf('light', SETTINGS.filter((name) => name !== 'pivot')),
  pull: {
    modes: [{ id: 'both', title: '↕ exposure, ↔ contrast' }],
    shares: false,
    apply: (move, _reading, right, up) => withParams(move, { exposure: fine(numberOf(move, 'exposure') + up * 0.01), contrast: within('light', 'contrast', Math.round(numberOf(move, 'contrast') + right * 0.3)) }),
  },
};
