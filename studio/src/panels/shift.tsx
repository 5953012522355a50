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

export const shiftPanel: MovePanel<'shift'> = {
  kind: 'shift',
  Controls,
  words: ({ params = {} }) => {
    const parts = [
      params.hue ? `hue ${signed(params.hue, 1)}°` : '',
      params.saturation ? `saturation ${signed(params.saturation, 1)}` : '',
      params.lightness ? `lightness ${signed(params.lightness, 1)}` : '',
    ].filter((part) => part !== '');
    return parts.length === 0 ? 'at rest' : parts.join(', ');
  },
};
