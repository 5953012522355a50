import { Box, FormControlLabel, Switch, Typography } from '@mui/material';
import { WindowStrip } from '../controls/WindowStrip';
import type { Reach } from './looks';

interface Props {
  reach: Reach | null;
  onChange: (reach: Reach | null, keep: boolean) => void;
}

const hueAxis = `linear-gradient(90deg, ${Array.from({ length: 25 }, (_, i) => `oklch(0.68 0.11 ${String(i * 15)})`).join(', ')})`;

/** Which colours a move acts on: stretches of hue, strength and lightness, each with soft edges. */
export function ReachEditor({ reach, onChange }: Props) {
  const now: Reach = reach ?? {};
  const change = (part: Partial<Reach>, keep: boolean) => {
    const next = { ...now, ...part };
    const everything = !next.hue && !next.chroma && !next.light && !next.invert && (next.held ?? []).length === 0;
    onChange(everything ? null : next, keep);
  };
  return (
    <Box>
      <WindowStrip
        label="Hue"
        whole="every hue"
        value={now.hue ?? null}
        start={{ from: 60, to: 100, softFrom: 15, softTo: 15 }}
        max={360}
        step={1}
        unit="°"
        circular
        background={hueAxis}
        onChange={(hue, keep) => {
          change({ hue }, keep);
        }}
      />
      <WindowStrip
        label="Strength"
        whole="dull to vivid"
        value={now.chroma ?? null}
        start={{ from: 0.06, to: 0.4, softFrom: 0.03, softTo: 0 }}
        max={0.4}
        step={0.005}
        unit=""
        circular={false}
        background="linear-gradient(90deg, oklch(0.65 0 60), oklch(0.65 0.16 60))"
        onChange={(chroma, keep) => {
          change({ chroma }, keep);
        }}
      />
      <WindowStrip
        label="Light"
        whole="dark to light"
        value={now.light ?? null}
        start={{ from: 0.3, to: 1, softFrom: 0.15, softTo: 0 }}
        max={1}
        step={0.01}
        unit=""
        circular={false}
        background="linear-gradient(90deg in oklab, #000, #fff)"
        onChange={(light, keep) => {
          change({ light }, keep);
        }}
      />
      <Box sx={{ display: 'flex', alignItems: 'center', justifyContent: 'space-between' }}>
        <FormControlLabel
          control={
            <Switch
              size="small"
              checked={now.invert ?? false}
              onChange={(_, invert) => {
                change({ invert }, true);
              }}
            />
          }
          label={<Typography variant="body2">Everything else instead</Typography>}
          sx={{ ml: 0 }}
        />
        {(now.held ?? []).length > 0 && (
          <Box sx={{ display: 'flex', alignItems: 'center', gap: 0.5 }} aria-label="Held colours">
            <Typography variant="caption">holds</Typography>
            {(now.held ?? []).map((held, i) => (
              <Box key={i} title={`${held.colour}, radius ${String(held.radius)}`} sx={{ width: 16, height: 16, bgcolor: held.colour, borderRadius: 0.5 }} />
            ))}
          </Box>
        )}
      </Box>
    </Box>
  );
}

/** A reach in a few plain words. */
export function reachWords(reach: Reach | null | undefined): string {
  if (!reach) return 'everything';
  const words: string[] = [];
  if (reach.hue) words.push(`hues ${String(Math.round(reach.hue.from))}–${String(Math.round(reach.hue.to))}°`);
  if (reach.chroma) words.push(reach.chroma.from > 0.02 ? 'stronger colours' : 'weaker colours');
  if (reach.light) words.push(reach.light.from > 0.01 ? (reach.light.to < 0.99 ? 'some tones' : 'lighter tones') : 'darker tones');
  if ((reach.held ?? []).length > 0) words.push(`${String((reach.held ?? []).length)} held`);
  const text = words.length === 0 ? 'everything' : words.join(', ');
  return reach.invert ? `all but ${text}` : text;
}
