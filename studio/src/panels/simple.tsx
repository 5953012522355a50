import { Box } from '@mui/material';
import { HUE_GRADIENT } from '../bench/axes';
import type { MovePanel, PanelProps } from './panel';
import { numberOf, partsOf, settingWords, Sliders, within, withParams } from './settings';

const WARMTH = ['warmth', 'tint'] as const;

export const warmthPanel: MovePanel<'warmth'> = {
  kind: 'warmth',
  Controls: ({ move, onChange }: PanelProps<'warmth'>) => <Sliders move={move} names={WARMTH} ends={{ warmth: ['cooler', 'warmer'], tint: ['greener', 'more magenta'] }} onChange={onChange} />,
  words: (move) => settingWords(move, WARMTH),
  parts: partsOf('warmth', WARMTH),
  pull: {
    modes: [{ id: 'both', title: '↔ warmth, ↕ tint' }],
    shares: false,
    apply: (move, _reading, right, up) => withParams(move, { warmth: within('warmth', 'warmth', Math.round(numberOf(move, 'warmth') + right * 0.25)), tint: within('warmth', 'tint', Math.round(numberOf(move, 'tint') + up * 0.25)) }),
  },
};

const SIDES = ['warm', 'cool'] as const;

export const sideWarmthPanel: MovePanel<'side-warmth'> = {
  kind: 'side-warmth',
  Controls: ({ move, onChange }: PanelProps<'side-warmth'>) => <Sliders move={move} names={SIDES} ends={{ warm: ['cooler', 'warmer'], cool: ['cooler', 'warmer'] }} onChange={onChange} />,
  words: (move) => settingWords(move, SIDES),
  parts: partsOf('side-warmth', SIDES),
  pull: {
    modes: [{ id: 'side', title: '↕ the side that was pointed at' }],
    shares: false,
    apply: (move, reading, _right, up) => {
      const side = reading.warm ? 'warm' : 'cool';
      return withParams(move, { [side]: within('side-warmth', side, Math.round(numberOf(move, side) + up * 0.4)) });
    },
  },
};

const RELIEF = ['hue', 'amount'] as const;

export const hueReliefPanel: MovePanel<'hue-relief'> = {
  kind: 'hue-relief',
  Controls: ({ move, onChange }: PanelProps<'hue-relief'>) => (
    <>
      <Box sx={{ height: 8, mx: 0.75, background: HUE_GRADIENT, borderRadius: 0.5 }} aria-hidden />
      <Sliders move={move} names={RELIEF} ends={{ amount: ['darkens', 'lightens'] }} onChange={onChange} />
    </>
  ),
  words: (move) => (numberOf(move, 'amount') === 0 ? 'at rest' : `hue ${String(Math.round(numberOf(move, 'hue')))}° ${numberOf(move, 'amount') > 0 ? 'lighter' : 'darker'} by ${String(Math.abs(numberOf(move, 'amount')))}, its opposite the other way`),
  pull: {
    modes: [{ id: 'amount', title: '↕ the hue pointed at, lighter or darker' }],
    shares: false,
    apply: (move, reading, _right, up) => withParams(move, { hue: Math.round(reading.before.oklch[2] ?? 60), amount: within('hue-relief', 'amount', Math.round(up * 0.4)) }),
  },
};
