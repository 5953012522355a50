import { Box } from '@mui/material';
import { GainCurve } from './GainCurve';
import type { MovePanel, PanelProps } from './panel';
import { numberOf, partsOf, settingWords, Sliders, within, withParams } from './settings';

const SETTINGS = ['saturation', 'vibrance', 'guard', 'limit', 'density'] as const;

function Controls({ move, onChange, source, pointed }: PanelProps<'saturation'>) {
  return (
    <Box>
      <GainCurve move={move} source={source} pointed={pointed} onChange={onChange} />
      <Sliders move={move} names={SETTINGS} onChange={onChange} />
    </Box>
  );
}

export const saturationPanel: MovePanel<'saturation'> = {
  kind: 'saturation',
  wish: 'all',
  sample: () => ({ params: { vibrance: 90, saturation: 10 } }),
  Controls,
  words: (move) => settingWords(move, SETTINGS),
  parts: partsOf('saturation', ['saturation', 'vibrance', 'limit', 'density']),
  pull: {
    modes: [
      { id: 'vibrance', title: '↕ vibrance' },
      { id: 'saturation', title: '↕ saturation' },
    ],
    shares: false,
    apply: (move, _reading, _right, up, mode) => {
      const name = mode === 'saturation' ? 'saturation' : 'vibrance';
      return withParams(move, { [name]: within('saturation', name, Math.round(numberOf(move, name) + up * 0.35)) });
    },
  },
};
