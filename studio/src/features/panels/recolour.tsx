import ArrowIcon from '@mui/icons-material/East';
import { Box, Button, Typography } from '@mui/material';
import { ColourField } from '../../ui/controls/ColourField';
import { settingInfo } from '../../model/looks';
import { MethodChoice } from './SettingChoice';
import type { MovePanel, PanelProps } from './panel';
import { around, plainestPot } from './samples';
import { Flag, partsOf, Sliders, withParams } from './settings';

const AMOUNTS = ['hue', 'chroma', 'lightness'] as const;

function Controls({ move, onChange, pick, picking, probeColours, photos, readings }: PanelProps<'recolour'>) {
  const { anchor = null, target = null } = move.params ?? {};
  const set = (name: 'anchor' | 'target') => (colour: string | null) => {
    onChange(withParams(move, { [name]: colour }), true);
  };
  const middle = readings?.reachedColour ?? null;
  const field = (name: 'anchor' | 'target', value: string | null) => (
    <ColourField
      label={settingInfo('recolour', name).title}
      help={settingInfo('recolour', name).help}
      colour={value}
      onChange={set(name)}
      onPick={() => {
        pick(name === 'anchor' ? 'the colour to change' : 'the new colour', set(name));
      }}
      picking={picking === (name === 'anchor' ? 'the colour to change' : 'the new colour')}
      more={{ probes: probeColours, photos }}
    />
  );
  return (
    <Box>
      <Box sx={{ display: 'flex', height: 40, mb: 0.75, borderRadius: 0.5, overflow: 'hidden', border: '1px solid #222', alignItems: 'stretch', bgcolor: '#333' }} role="img" aria-label={`${anchor ?? 'none'} becomes ${target ?? 'none'}`}>
        <Box sx={{ flex: 1, bgcolor: anchor ?? 'transparent' }} />
        <Box sx={{ width: 26, display: 'grid', placeItems: 'center' }}>
          <ArrowIcon sx={{ fontSize: 16 }} />
        </Box>
        <Box sx={{ flex: 1, bgcolor: target ?? 'transparent' }} />
      </Box>
      {field('anchor', anchor)}
      {field('target', target)}
      <MethodChoice move={move} onChange={onChange} />
      {anchor === null && middle && move.reach && (
        <Button
          onClick={() => {
            set('anchor')(middle);
          }}
        >
          Use the average of the reach
        </Button>
      )}
      {(anchor === null || target === null) && (
        <Typography variant="caption" component="p" sx={{ my: 0.5 }}>
          {anchor === null ? 'Pick the colour on the photo, then set the new one.' : 'Set the new colour under To.'}
        </Typography>
      )}
      <Sliders move={move} names={AMOUNTS} onChange={onChange} />
      <Flag move={move} name="keepTone" rest={false} onChange={onChange} />
    </Box>
  );
}

export const recolourPanel: MovePanel<'recolour'> = {
  kind: 'recolour',
  wish: 'recolour',
  sample: (source) => ({ params: { method: 'paint', anchor: plainestPot(source)?.colour ?? null, target: '#6b4a86' }, reach: around(plainestPot(source)) }),
  beginOn: (colour) => ({ anchor: colour }),
  Controls,
  words: ({ params = {} }) => (params.anchor && params.target ? `${params.anchor} → ${params.target}${params.method === 'paint' ? ', painted' : ''}${params.keepTone ? ', tone kept' : ''}` : 'no colours set yet'),
  parts: partsOf('recolour', AMOUNTS).map(({ title, only }, i) => ({
    title,
    // Here the rest of an amount is all of it: alone means the others at nothing.
    only: (move) => withParams(only(move), Object.fromEntries(AMOUNTS.filter((_, j) => j !== i).map((name) => [name, 0]))),
  })),
};
