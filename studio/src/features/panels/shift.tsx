import type { MovePanel, PanelProps } from './panel';
import { around, plainestPot } from './samples';
import { numberOf, partsOf, settingWords, Sliders, within, withParams } from './settings';

const SETTINGS = ['hue', 'saturation', 'lightness'] as const;

function Controls({ move, onChange }: PanelProps<'shift'>) {
  return <Sliders move={move} names={SETTINGS} onChange={onChange} />;
}

/** Degrees, or per cent, that one pixel of a pull is worth. */
const PULL_GAIN = 0.35;

export const shiftPanel: MovePanel<'shift'> = {
  kind: 'shift',
  wish: 'recolour',
  sample: (source) => ({ params: { hue: 75, saturation: 10 }, reach: around(plainestPot(source)) }),
  Controls,
  words: (move) => settingWords(move, SETTINGS),
  parts: partsOf('shift', SETTINGS),
  pull: {
    modes: [
      { id: 'saturation', title: '↔ hue, ↕ saturation' },
      { id: 'lightness', title: '↔ hue, ↕ lightness' },
    ],
    shares: false,
    apply: (move, _reading, right, up, mode) => {
      const vertical = mode === 'lightness' ? 'lightness' : 'saturation';
      const after = (name: string, by: number) => within('shift', name, Math.round(numberOf(move, name) + by * PULL_GAIN));
      return withParams(move, { hue: after('hue', right), [vertical]: after(vertical, up) });
    },
  },
};
