import { Box, Button, Typography } from '@mui/material';
import { ColourField } from '../../ui/controls/ColourField';
import { settingInfo } from '../../model/looks';
import type { MovePanel, PanelProps } from './panel';
import { around, plainestPot } from './samples';
import { SettingChoice } from './SettingChoice';
import { partsOf, settingWords, Sliders, withParams } from './settings';

const PULLS = ['hue', 'chroma', 'lightness'] as const;
const RANGES = [['near', 'near colours'], ['all', 'all colours']] as const;

function Controls({ move, onChange, pick, picking, readings, probeColours, photos }: PanelProps<'even-out'>) {
  const anchor = move.params?.anchor ?? null;
  const set = (colour: string | null) => {
    onChange(withParams(move, { anchor: colour }), true);
  };
  const middle = readings?.reachedColour ?? null;
  const spread = readings?.spread;
  const most = Math.max(0.1, spread?.before ?? 0, spread?.after ?? 0);
  return (
    <Box>
      <ColourField
        label={settingInfo('even-out', 'anchor').title}
        help={settingInfo('even-out', 'anchor').help}
        colour={anchor}
        onChange={set}
        onPick={() => {
          pick('the target colour', set);
        }}
        picking={picking === 'the target colour'}
        more={{ probes: probeColours, photos }}
      />
      {middle && middle !== anchor && (
        <Button
          onClick={() => {
            set(middle);
          }}
        >
          Use the average
        </Button>
      )}
      <Sliders move={move} names={PULLS} onChange={onChange} />
      <SettingChoice move={move} name="range" label="Range" options={RANGES} onChange={onChange} />
      {spread && (
        <Box role="group" aria-label="Spread of the colours in reach" sx={{ mt: 0.75 }}>
          <Typography variant="caption" component="div">
            Spread of the colours in reach (ΔE): {spread.before.toFixed(1)} → {spread.after.toFixed(1)}
          </Typography>
          {([['before', spread.before, '#8a8a8a'], ['after', spread.after, '#f0f0f0']] as const).map(([name, value, colour]) => (
            <Box key={name} sx={{ height: 6, mb: '3px', bgcolor: '#2b2b2b' }}>
              <Box style={{ width: `${String((value / most) * 100)}%` }} sx={{ height: 6, bgcolor: colour }} />
            </Box>
          ))}
        </Box>
      )}
    </Box>
  );
}

export const evenOutPanel: MovePanel<'even-out'> = {
  kind: 'even-out',
  wish: 'recolour',
  sample: (source) => ({ params: { anchor: plainestPot(source)?.colour ?? null, hue: 100, chroma: 90, lightness: 55 }, reach: around(plainestPot(source)) }),
  beginOn: (colour) => ({ anchor: colour }),
  Controls,
  words: (move) => (move.params?.anchor ? `to ${move.params.anchor}: ${settingWords(move, PULLS)}` : 'no colour set yet'),
  parts: partsOf('even-out', PULLS),
};
