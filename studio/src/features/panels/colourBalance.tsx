import { Box } from '@mui/material';
import { settingInfo, signed, type MoveOf } from '../../model/looks';
import { MixTable } from '../mix/MixTable';
import { cellOf, pulledShares, withCells } from './mixed';
import type { MovePanel, PanelProps } from './panel';
import { Flag, withParams } from './settings';
import { ToneWeights } from './ToneWeights';

const ZONES = ['shadows', 'midtones', 'highlights'] as const;
type Zone = (typeof ZONES)[number];
const AXES = ['cyanRed', 'magentaGreen', 'yellowBlue'] as const;
type Axis = (typeof AXES)[number];
/** What less and more of each is. */
const ENDS: Record<Axis, [string, string]> = { cyanRed: ['cyan', 'red'], magentaGreen: ['magenta', 'green'], yellowBlue: ['yellow', 'blue'] };
const SWATCH: Record<Zone, string> = { shadows: '#262626', midtones: '#8a8a8a', highlights: '#ececec' };

type Move = MoveOf<'colour-balance'>;
const zoneOf = (_: Move, aspect: string | null): Zone => ZONES.find((name) => name === aspect) ?? 'shadows';

function Controls({ move, onChange, families, aspect, onAspect, onLight, source, pointed }: PanelProps<'colour-balance'>) {
  return (
    <Box>
      <ToneWeights move={move} zone={zoneOf(move, aspect)} onChange={onChange} source={source} pointed={pointed} />
      <MixTable
        label="Tint of each tone"
        columns={AXES.map((axis) => {
          const { title: told, help, min, max } = settingInfo('colour-balance', 'shadows', axis);
          return { id: axis, told, title: ENDS[axis][1], less: ENDS[axis][0], help, min, max, unit: '' };
        })}
        rows={ZONES.map((name) => ({ id: name, title: settingInfo('colour-balance', name).title, swatch: SWATCH[name], share: families?.[name] ?? null, marked: pointed?.families[name] ?? 0 }))}
        valueOf={(row, column) => cellOf(move, row, column)}
        onChange={(changes, keep) => {
          onChange(withCells(move, changes), keep);
        }}
        onRow={onAspect}
        onLight={onLight}
      />
      <Flag move={move} name="keepLuminance" rest onChange={onChange} />
    </Box>
  );
}

/** Per cent that one pixel of a pull is worth. */
const PULL_GAIN = 0.3;

export const colourBalancePanel: MovePanel<'colour-balance'> = {
  kind: 'colour-balance',
  plane: 'light-chroma',
  wish: 'light',
  sample: () => ({ params: { shadows: { yellowBlue: 45 }, highlights: { yellowBlue: -40, cyanRed: 20 } } }),
  Controls,
  families: { at: zoneOf, params: (move) => ({ bounds: move.params?.bounds ?? {} }) },
  pull: {
    modes: AXES.map((axis) => ({ id: axis, title: `${ENDS[axis][0]} – ${ENDS[axis][1]}` })),
    shares: true,
    apply: (move, reading, _right, up, mode, nearestOnly) => {
      const axis = AXES.find((name) => name === mode) ?? 'cyanRed';
      const { min, max } = settingInfo('colour-balance', 'shadows', axis);
      return withCells(move, pulledShares(reading.families, nearestOnly, up * PULL_GAIN, axis, [min, max], (row, column) => cellOf(move, row, column)));
    },
  },
  words: (move) => {
    const parts = ZONES.flatMap((zone) =>
      AXES.filter((axis) => cellOf(move, zone, axis) !== 0).map((axis) => `${zone} ${ENDS[axis][cellOf(move, zone, axis) < 0 ? 0 : 1]} ${signed(Math.abs(cellOf(move, zone, axis)))}`),
    );
    return parts.length === 0 ? 'no change' : parts.join(', ');
  },
  parts: ZONES.map((zone) => ({
    title: settingInfo('colour-balance', zone).title,
    only: (move) => withParams(move, Object.fromEntries(ZONES.filter((other) => other !== zone).map((other) => [other, {}]))),
  })),
};
