import { Box, Typography } from '@mui/material';
import { ColourField } from '../controls/ColourField';
import { settingInfo } from '../grade/looks';
import type { MovePanel, PanelProps } from './panel';
import { greyestPot } from './samples';
import { withParams } from './settings';

const ZONES = ['all', 'shadows', 'midtones', 'highlights'] as const;

function Controls({ move, onChange, pick, picking }: PanelProps<'neutralise'>) {
  return (
    <Box>
      {ZONES.map((zone) => {
        const { title, help } = settingInfo('neutralise', zone);
        const what = zone === 'all' ? 'what ought to be grey or white' : `what ought to be grey in the ${zone}`;
        const set = (colour: string | null) => {
          onChange(withParams(move, { [zone]: colour }), true);
        };
        return (
          <Box key={zone}>
            {zone === 'shadows' && (
              <Typography variant="caption" component="p" sx={{ mt: 0.75, mb: 0 }}>
                Or for each range of tones its own:
              </Typography>
            )}
            <ColourField
              label={title}
              help={help}
              colour={move.params?.[zone] ?? null}
              onChange={set}
              onPick={() => {
                pick(what, set);
              }}
              picking={picking === what}
              leans
            />
          </Box>
        );
      })}
    </Box>
  );
}

export const neutralisePanel: MovePanel<'neutralise'> = {
  kind: 'neutralise',
  wish: 'cast',
  sample: (source) => ({ params: { all: greyestPot(source)?.colour ?? null } }),
  Controls,
  words: ({ params = {} }) => {
    const zones = ZONES.slice(1).filter((zone) => params[zone]);
    if (zones.length > 0) return `${zones.map((zone) => `${zone} ${params[zone] ?? ''}`).join(', ')} to grey`;
    return params.all ? `${params.all} to grey` : 'nothing pointed at yet';
  },
};
