import { Box } from '@mui/material';
import { LabelledSwitch } from '../../ui/controls/LabelledSwitch';
import { settingInfo, signed, withField, type MoveOf } from '../../model/looks';
import { MixTable } from '../mix/MixTable';
import type { MixColumn } from '../mix/mixing';
import { cellOf, pulledShares, withCells } from './mixed';
import type { MovePanel, PanelProps } from './panel';

const TARGETS = ['reds', 'yellows', 'greens', 'cyans', 'blues', 'magentas', 'whites', 'neutrals', 'blacks'] as const;
type Target = (typeof TARGETS)[number];
const INKS = ['cyan', 'magenta', 'yellow', 'black'] as const;
type Ink = (typeof INKS)[number];
const LESS: Record<Ink, string> = { cyan: 'red', magenta: 'green', yellow: 'blue', black: 'light' };
/** A dull swatch of each family: enough to find it, too little to sway the eye. */
const SWATCH: Record<Target, string> = {
  reds: '#b5524c', yellows: '#b9a546', greens: '#5c9a5a', cyans: '#4f9a9e', blues: '#5a6cb0', magentas: '#a65a9e',
  whites: '#e8e8e8', neutrals: '#8c8c8c', blacks: '#1c1c1c',
};

type Move = MoveOf<'selective-colour'>;
const touched = (move: Move, target: Target) => INKS.some((ink) => cellOf(move, target, ink) !== 0);

/** The target at hand: the one chosen, or the first that is changed. */
function targetOf(move: Move, aspect: string | null): Target {
  return TARGETS.find((name) => name === aspect) ?? TARGETS.find((name) => touched(move, name)) ?? 'reds';
}

function Controls({ move, onChange, families, pointed, onAspect, onLight }: PanelProps<'selective-colour'>) {
  const columns: MixColumn[] = INKS.map((ink) => {
    const { title, help, min, max, unit } = settingInfo('selective-colour', 'reds', ink);
    return { id: ink, title: title.toLowerCase(), less: LESS[ink], help, min, max, unit };
  });
  const method = settingInfo('selective-colour', 'method');
  return (
    <Box>
      <MixTable
        label="Ink of each family"
        columns={columns}
        rows={TARGETS.map((name) => ({ id: name, title: settingInfo('selective-colour', name).title, swatch: SWATCH[name], share: families?.[name] ?? null, marked: pointed?.families[name] ?? 0 }))}
        valueOf={(row, column) => cellOf(move, row, column)}
        onChange={(changes, keep) => {
          onChange(withCells(move, changes), keep);
        }}
        onRow={onAspect}
        onLight={onLight}
      />
      <Box sx={{ mt: 0.5 }}>
        <LabelledSwitch
          label={method.title}
          help={method.help}
          checked={(move.params?.method ?? 'relative') === 'relative'}
          onChange={(proportion) => {
            onChange(withField(move, { params: { ...move.params, method: proportion ? 'relative' : 'absolute' } }), true);
          }}
        />
      </Box>
    </Box>
  );
}

/** Per cent of ink that one pixel of a pull is worth. */
const PULL_GAIN = 0.4;

export const selectiveColourPanel: MovePanel<'selective-colour'> = {
  kind: 'selective-colour',
  wish: 'all',
  sample: () => ({ params: { reds: { magenta: -45, yellow: 30 }, yellows: { cyan: 60, black: 20 }, cyans: { cyan: -60 }, neutrals: { yellow: 8 } } }),
  Controls,
  families: { at: targetOf },
  pull: {
    modes: INKS.map((ink) => ({ id: ink, title: settingInfo('selective-colour', 'reds', ink).title })),
    shares: true,
    apply: (move, reading, _right, up, mode, nearestOnly) => {
      const ink = INKS.find((name) => name === mode) ?? 'cyan';
      const { min, max } = settingInfo('selective-colour', 'reds', ink);
      return withCells(move, pulledShares(reading.families, nearestOnly, up * PULL_GAIN, ink, [min, max], (row, column) => cellOf(move, row, column)));
    },
  },
  parts: INKS.map((ink) => ({
    title: settingInfo('selective-colour', 'reds', ink).title,
    only: (move) => withCells(move, TARGETS.flatMap((row) => INKS.filter((other) => other !== ink).map((column) => ({ row, column, value: 0 })))),
  })),
  words: (move) => {
    const parts = TARGETS.filter((target) => touched(move, target)).map((target) => `${target}: ${INKS.filter((ink) => cellOf(move, target, ink) !== 0).map((ink) => `${ink} ${signed(cellOf(move, target, ink), 1)}`).join(', ')}`);
    if (parts.length === 0) return 'no change';
    return parts.length <= 2 ? parts.join('; ') : `${parts.slice(0, 2).join('; ')} and ${String(parts.length - 2)} more`;
  },
};
