import { settingInfo, signed, withField, type MoveOf } from '../../model/looks';
import { MixTable } from '../mix/MixTable';
import { cellOf, pulledShares, withCells } from './mixed';
import type { MovePanel, PanelProps } from './panel';
import { toldGrain } from './toldGrain';

const BANDS = ['red', 'orange', 'yellow', 'lime', 'green', 'jade', 'cyan', 'azure', 'blue', 'violet', 'magenta', 'rose'] as const;
type Band = (typeof BANDS)[number];
const SETTINGS = ['hue', 'saturation', 'luminance'] as const;
type Setting = (typeof SETTINGS)[number];
const HELP: Record<Setting, string> = { hue: 'Above 0 towards the next hue in the table, below 0 towards the one before', saturation: '−100 leaves grey, +100 doubles it', luminance: 'Darker or lighter; greys keep their tone' };

type Move = MoveOf<'band-mix'>;
const touched = (move: Move, band: Band) => SETTINGS.some((name) => cellOf(move, band, name) !== 0);
const titleOf = (setting: Setting) => settingInfo('band-mix', 'red', setting).title;

/** The band at hand: the one chosen, or the first that is changed. */
function bandOf(move: Move, aspect: string | null): Band {
  return BANDS.find((name) => name === aspect) ?? BANDS.find((name) => touched(move, name)) ?? 'orange';
}

function Controls({ move, onChange, families, pointed, onAspect, onLight }: PanelProps<'band-mix'>) {
  return (
    <MixTable
      label="Hue, saturation and lightness of each band"
      columns={SETTINGS.map((name) => {
        const { title, min, max, unit } = settingInfo('band-mix', 'red', name);
        return { id: name, title: title.toLowerCase(), less: '', help: HELP[name], min, max, unit: unit === '%' ? '' : unit };
      })}
      rows={BANDS.map((name, i) => ({
        id: name,
        title: settingInfo('band-mix', name).title,
        // The twelve steps of the RGB wheel, dulled.
        swatch: `color-mix(in oklab, hsl(${String(i * 30)} 100% 50%) 55%, #777)`,
        share: families?.[name] ?? null,
        marked: pointed?.families[name] ?? 0,
      }))}
      valueOf={(row, column) => cellOf(move, row, column)}
      onChange={(changes, keep) => {
        onChange(withCells(move, changes), keep);
      }}
      onRow={onAspect}
      onLight={onLight}
    />
  );
}

/** Degrees, or per cent, that one pixel of a pull is worth. */
const PULL_GAIN = 0.4;

export const bandMixPanel: MovePanel<'band-mix'> = {
  kind: 'band-mix',
  wish: 'all',
  sample: () => ({ params: { red: { saturation: -75 }, orange: { saturation: -75, luminance: 10 }, yellow: { hue: 25, saturation: -30 }, cyan: { saturation: 60 }, azure: { saturation: 60 } } }),
  begin: toldGrain,
  Controls,
  families: { at: bandOf },
  pull: {
    modes: SETTINGS.map((setting) => ({ id: setting, title: titleOf(setting) })),
    shares: true,
    apply: (move, reading, right, up, mode, nearestOnly) => {
      const setting = SETTINGS.find((name) => name === mode) ?? 'saturation';
      const { min, max } = settingInfo('band-mix', 'red', setting);
      const by = (setting === 'hue' ? right : up) * PULL_GAIN;
      return withCells(move, pulledShares(reading.families, nearestOnly, by, setting, [min, max], (row, column) => cellOf(move, row, column)));
    },
  },
  parts: SETTINGS.map((setting) => ({
    title: titleOf(setting),
    only: (move) => withField(move, { params: Object.fromEntries(BANDS.map((band) => [band, { [setting]: cellOf(move, band, setting) }])) }),
  })),
  words: (move) => {
    const changed = BANDS.filter((band) => touched(move, band));
    if (changed.length === 0) return 'no change';
    const told = changed.slice(0, 2).map((band) => `${band}: ${SETTINGS.filter((name) => cellOf(move, band, name) !== 0).map((name) => `${titleOf(name).toLowerCase()} ${signed(cellOf(move, band, name), 1)}${name === 'hue' ? '°' : ''}`).join(', ')}`);
    return changed.length <= 2 ? told.join('; ') : changed.join(', ');
  },
};
