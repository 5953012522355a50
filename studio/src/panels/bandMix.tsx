import { Box, ButtonBase, Tooltip, Typography } from '@mui/material';
import { ValueSlider } from '../controls/ValueSlider';
import { settingInfo, signed, withField, type MoveOf } from '../grade/looks';
import type { MovePanel, PanelProps } from './panel';

const BANDS = ['red', 'orange', 'yellow', 'lime', 'green', 'jade', 'cyan', 'azure', 'blue', 'violet', 'magenta', 'rose'] as const;
type Band = (typeof BANDS)[number];
const SETTINGS = ['hue', 'saturation', 'luminance'] as const;

function touched(move: MoveOf<'band-mix'>, band: Band): boolean {
  return SETTINGS.some((name) => (move.params?.[band]?.[name] ?? 0) !== 0);
}

/** The band at hand: the one chosen, or the first that is changed. */
function bandOf(move: MoveOf<'band-mix'>, aspect: string | null): Band {
  return BANDS.find((name) => name === aspect) ?? BANDS.find((name) => touched(move, name)) ?? 'orange';
}

function Controls({ move, onChange, pointed, aspect, onAspect }: PanelProps<'band-mix'>) {
  const band = bandOf(move, aspect);
  const index = BANDS.indexOf(band);
  const neighbour = (step: number) => BANDS[(index + step + BANDS.length) % BANDS.length] ?? band;
  return (
    <Box>
      <Box role="radiogroup" aria-label="Band" sx={{ display: 'flex', gap: '2px', mb: 0.5 }}>
        {BANDS.map((name, i) => (
          <Tooltip key={name} title={settingInfo('band-mix', name).title} placement="top">
            <ButtonBase
              role="radio"
              aria-label={settingInfo('band-mix', name).title}
              aria-checked={name === band}
              onClick={() => {
                onAspect(name);
              }}
              sx={{ flex: 1, flexDirection: 'column', gap: '3px', py: 0.25 }}
            >
              <Box
                sx={{
                  width: '100%',
                  height: name === band ? 30 : 22,
                  borderRadius: 0.5,
                  // The twelve steps of the RGB wheel, dulled.
                  bgcolor: `color-mix(in oklab, hsl(${String(i * 30)} 100% 50%) 55%, #777)`,
                  outline: name === band ? '2px solid #f0f0f0' : 'none',
                }}
              />
              {/* How much of the colour under the pointer this band holds. */}
              <Box sx={{ width: '100%', height: 3, bgcolor: '#2b2b2b' }}>
                <Box style={{ width: `${String((pointed?.bands[name] ?? 0) * 100)}%` }} sx={{ height: 3, bgcolor: '#fff' }} />
              </Box>
              <Box aria-label={touched(move, name) ? 'changed' : undefined} sx={{ width: 5, height: 5, borderRadius: '50%', bgcolor: touched(move, name) ? '#fff' : 'transparent' }} />
            </ButtonBase>
          </Tooltip>
        ))}
      </Box>
      <Typography variant="caption" component="div" noWrap sx={{ minHeight: 18 }}>
        {pointed
          ? `Under the pointer: ${Object.entries(pointed.bands).map(([name, weight]) => `${name} ${String(Math.round(weight * 100))} %`).join(', ')}`
          : 'Point at the photo to see which bands a colour is in.'}
      </Typography>
      <Typography variant="subtitle2" sx={{ my: 0.25 }}>
        {settingInfo('band-mix', band).title}
      </Typography>
      {SETTINGS.map((name) => {
        const info = settingInfo('band-mix', band, name);
        return (
          <ValueSlider
            key={name}
            label={info.title}
            help={info.help}
            {...(name === 'hue' ? { ends: [neighbour(-1), neighbour(1)] as [string, string] } : {})}
            value={move.params?.[band]?.[name] ?? info.rest}
            min={info.min}
            max={info.max}
            rest={info.rest}
            unit={info.unit}
            onChange={(value, keep) => {
              onChange(withField(move, { params: { ...move.params, [band]: { ...move.params?.[band], [name]: value } } }), keep);
            }}
          />
        );
      })}
    </Box>
  );
}

/** Degrees, or per cent, that one pixel of a pull is worth. */
const PULL_GAIN = 0.4;

export const bandMixPanel: MovePanel<'band-mix'> = {
  kind: 'band-mix',
  Controls,
  pull: {
    modes: [
      { id: 'hue', title: 'Hue' },
      { id: 'saturation', title: 'Saturation' },
      { id: 'luminance', title: 'Luminance' },
    ],
    shares: true,
    apply: (move, reading, right, up, mode, nearestOnly) => {
      const setting = SETTINGS.find((name) => name === mode) ?? 'saturation';
      const by = (setting === 'hue' ? right : up) * PULL_GAIN;
      const holding = Object.entries(reading.bands) as [Band, number][];
      const params = { ...move.params };
      for (const [band, weight] of nearestOnly ? holding.slice(0, 1).map(([name]) => [name, 1] as const) : holding) {
        const { min, max } = settingInfo('band-mix', band, setting);
        const value = Math.round(((params[band]?.[setting] ?? 0) + by * weight) * 10) / 10;
        params[band] = { ...params[band], [setting]: Math.max(min, Math.min(max, value)) };
      }
      return withField(move, { params });
    },
  },
  family: bandOf,
  parts: SETTINGS.map((setting) => ({
    title: settingInfo('band-mix', 'red', setting).title,
    only: (move) => withField(move, { params: Object.fromEntries(BANDS.map((band) => [band, { [setting]: move.params?.[band]?.[setting] ?? 0 }])) }),
  })),
  words: (move) => {
    const changed = BANDS.filter((band) => touched(move, band));
    if (changed.length === 0) return 'at rest';
    const first = changed[0];
    if (changed.length === 1 && first) {
      const settings = move.params?.[first] ?? {};
      return `${first}: ${SETTINGS.filter((name) => (settings[name] ?? 0) !== 0)
        .map((name) => `${name} ${signed(settings[name] ?? 0, 1)}${name === 'hue' ? '°' : ''}`)
        .join(', ')}`;
    }
    return changed.join(', ');
  },
};
