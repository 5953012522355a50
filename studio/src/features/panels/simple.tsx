import { BenchPointers } from '../bench/BenchPointers';
import type { MovePanel, PanelProps } from './panel';
import { hueOf, plainestPot } from './samples';
import { numberOf, partsOf, settingWords, Sliders, within, withParams } from './settings';
import { useDrawing } from './useDrawing';
import { useLive } from './useLive';

const WARMTH = ['warmth', 'tint'] as const;

export const warmthPanel: MovePanel<'warmth'> = {
  kind: 'warmth',
  wish: 'cast',
  sample: () => ({ params: { warmth: -45 } }),
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

/** The middle of each side of the hues, lifted where it is warmed and lowered where it is cooled. */
function SidesBench({ move, onChange }: PanelProps<'side-warmth'>) {
  const [shown, send] = useLive(move, onChange);
  const at = useDrawing(move)['sides'];
  return (
    <BenchPointers
      pointers={SIDES.map((side, i) => ({ id: side, title: `${side} side`, hue: at?.[i] ?? 0, value: numberOf(shown, side), ends: ['cooler', 'warmer'], free: false }))}
      onChange={(id, _, value, keep) => {
        send(withParams(move, { [id]: value }), keep);
      }}
    />
  );
}

export const sideWarmthPanel: MovePanel<'side-warmth'> = {
  kind: 'side-warmth',
  wish: 'all',
  sample: () => ({ params: { warm: 55, cool: -70 } }),
  Controls: ({ move, onChange }: PanelProps<'side-warmth'>) => <Sliders move={move} names={SIDES} ends={{ warm: ['cooler', 'warmer'], cool: ['cooler', 'warmer'] }} onChange={onChange} />,
  Bench: SidesBench,
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

/** The hue that lightens, and the one across the circle that goes the other way; either can be taken hold of. */
function ReliefBench({ move, onChange }: PanelProps<'hue-relief'>) {
  const [shown, send] = useLive(move, onChange);
  const hue = Math.round(numberOf(shown, 'hue'));
  const amount = numberOf(shown, 'amount');
  const across = (of: number) => (of + 180) % 360;
  return (
    <BenchPointers
      pointers={[
        { id: 'hue', title: 'this hue', hue: hue % 360, value: amount, ends: ['darker', 'lighter'], free: true },
        { id: 'across', title: 'across from it', hue: across(hue), value: amount === 0 ? 0 : -amount, ends: ['darker', 'lighter'], free: true },
      ]}
      onChange={(id, at, value, keep) => {
        send(withParams(move, id === 'hue' ? { hue: at, amount: value } : { hue: across(at), amount: value === 0 ? 0 : -value }), keep);
      }}
    />
  );
}

export const hueReliefPanel: MovePanel<'hue-relief'> = {
  kind: 'hue-relief',
  wish: 'all',
  sample: (source) => ({ params: { hue: hueOf(plainestPot(source)), amount: 85 } }),
  Controls: ({ move, onChange }: PanelProps<'hue-relief'>) => <Sliders move={move} names={RELIEF} ends={{ amount: ['darkens', 'lightens'] }} onChange={onChange} />,
  Bench: ReliefBench,
  words: (move) => (numberOf(move, 'amount') === 0 ? 'no change' : `hue ${String(Math.round(numberOf(move, 'hue')))}° ${numberOf(move, 'amount') > 0 ? 'lighter' : 'darker'} by ${String(Math.abs(numberOf(move, 'amount')))}, its opposite the other way`),
  pull: {
    modes: [{ id: 'amount', title: '↕ the hue pointed at, lighter or darker' }],
    shares: false,
    apply: (move, reading, _right, up) => withParams(move, { hue: Math.round(reading.before.oklch[2] ?? 60), amount: within('hue-relief', 'amount', Math.round(up * 0.4)) }),
  },
};
