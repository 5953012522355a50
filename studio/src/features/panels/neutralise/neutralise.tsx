import { Box, Typography } from '@mui/material';
import { useState } from 'react';
import { ColourField } from '../../../ui/controls/ColourField';
import { OneOf } from '../../../ui/controls/OneOf';
import { settingInfo } from '../../../model/looks';
import type { MovePanel, PanelProps } from '../panel';
import { greyestPot } from '../samples';
import { withParams } from '../settings';
import { MixedLight } from './MixedLight';
import { probesOf } from './probes';

const ZONES = ['all', 'shadows', 'midtones', 'highlights'] as const;
type Way = 'one' | 'places' | 'tones';

/** Which way of reading what ought to be neutral a move uses. */
function wayOf(move: PanelProps<'neutralise'>['move']): Way | null {
  if (probesOf(move).length > 0) return 'places';
  if (ZONES.slice(1).some((zone) => move.params?.[zone])) return 'tones';
  return move.params?.all ? 'one' : null;
}

function Controls(props: PanelProps<'neutralise'>) {
  const { move, onChange, pick, picking } = props;
  const [asked, setAsked] = useState<Way | null>(null);
  const way = asked ?? wayOf(move) ?? 'places';
  return (
    <Box>
      <OneOf
        label="Light in the photo"
        fullWidth
        value={way}
        options={[
          { value: 'places', title: 'Mixed light' },
          { value: 'one', title: 'One light' },
          { value: 'tones', title: 'By tone' },
        ]}
        onChange={setAsked}
        sx={{ mb: 0.5 }}
      />
      {way === 'places' ? (
        <MixedLight {...props} />
      ) : (
        <>
          <Typography variant="caption" component="p" sx={{ mt: 0, mb: 0.5 }}>
            {way === 'one' ? 'Point at one place that should be white or grey.' : 'Point at a place that should be grey in each tone range.'}
            {probesOf(move).length > 0 && ' Not used while there are places under Mixed light.'}
          </Typography>
          {(way === 'one' ? ZONES.slice(0, 1) : ZONES.slice(1)).map((zone) => {
            const { title, help } = settingInfo('neutralise', zone);
            const what = zone === 'all' ? 'what should be grey or white' : `what should be grey in the ${zone}`;
            const set = (colour: string | null) => {
              onChange(withParams(move, { [zone]: colour }), true);
            };
            return (
              <ColourField
                key={zone}
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
            );
          })}
        </>
      )}
    </Box>
  );
}

export const neutralisePanel: MovePanel<'neutralise'> = {
  kind: 'neutralise',
  wish: 'cast',
  sample: (source) => ({ params: { all: greyestPot(source)?.colour ?? null } }),
  Controls,
  words: (move) => {
    const { params = {} } = move;
    const probes = probesOf(move);
    if (probes.length > 0) return `${probes.length === 1 ? 'one place' : `${String(probes.length)} places`} to grey`;
    const zones = ZONES.slice(1).filter((zone) => params[zone]);
    if (zones.length > 0) return `${zones.map((zone) => `${zone} ${params[zone] ?? ''}`).join(', ')} to grey`;
    return params.all ? `${params.all} to grey` : 'nothing picked yet';
  },
};
