import { ValueSlider } from '../controls/ValueSlider';
import { settingInfo, signed, withField } from '../grade/looks';
import type { MovePanel, PanelProps } from './panel';

const SETTINGS = ['hue', 'saturation', 'lightness'] as const;

function Controls({ move, onChange }: PanelProps<'shift'>) {
  return (
    <>
      {SETTINGS.map((name) => {
        const info = settingInfo('shift', name);
        return (
          <ValueSlider
            key={name}
            label={info.title}
            help={info.help}
            value={move.params?.[name] ?? info.rest}
            min={info.min}
            max={info.max}
            rest={info.rest}
            unit={info.unit}
            onChange={(value, keep) => {
              onChange(withField(move, { params: { ...move.params, [name]: value } }), keep);
            }}
          />
        );
      })}
    </>
  );
}

const PULL_GAIN = 0.35;

export const shiftPanel: MovePanel<'shift'> = {
  kind: 'shift',
  Controls,
  pull: {
    modes: [
      { id: 'saturation', title: '↔ hue, ↕ saturation' },
      { id: 'lightness', title: '↔ hue, ↕ lightness' },
    ],
    shares: false,
    apply: (move, _reading, right, up, mode) => {
      const vertical = mode === 'lightness' ? 'lightness' : 'saturation';
      const after = (name: (typeof SETTINGS)[number], by: number) => {
        const { min, max } = settingInfo('shift', name);
        return Math.max(min, Math.min(max, Math.round((move.params?.[name] ?? 0) + by * PULL_GAIN)));
      };
      return withField(move, { params: { ...move.params, hue: after('hue', right), [vertical]: after(vertical, up) } });
    },
  },
  words: ({ params = {} }) => {
    const parts = [
      params.hue ? `hue ${signed(params.hue, 1)}°` : '',
      params.saturation ? `saturation ${signed(params.saturation, 1)}` : '',
      params.lightness ? `lightness ${signed(params.lightness, 1)}` : '',
    ].filter((part) => part !== '');
    return parts.length === 0 ? 'at rest' : parts.join(', ');
  },
};
