import { Box, ButtonBase, ToggleButton, ToggleButtonGroup, Tooltip, Typography } from '@mui/material';
import { ValueSlider } from '../controls/ValueSlider';
import { settingInfo, signed, withField, type MoveOf } from '../grade/looks';
import { percent } from '../pots/PotsPanel';
import { greys } from '../theme';
import type { MovePanel, PanelProps } from './panel';

const TARGETS = ['reds', 'yellows', 'greens', 'cyans', 'blues', 'magentas', 'whites', 'neutrals', 'blacks'] as const;
type Target = (typeof TARGETS)[number];
const INKS = ['cyan', 'magenta', 'yellow', 'black'] as const;
const ENDS = { cyan: ['red', 'cyan'], magenta: ['green', 'magenta'], yellow: ['blue', 'yellow'], black: ['lighter', 'darker'] } satisfies Record<(typeof INKS)[number], [string, string]>;
/** A dull chip of each family: enough to find it, too little to sway the eye. */
const CHIP: Record<Target, string> = {
  reds: '#b5524c', yellows: '#b9a546', greens: '#5c9a5a', cyans: '#4f9a9e', blues: '#5a6cb0', magentas: '#a65a9e',
  whites: '#e8e8e8', neutrals: '#8c8c8c', blacks: '#1c1c1c',
};

function touched(move: MoveOf<'selective-colour'>, target: Target): boolean {
  return INKS.some((ink) => (move.params?.[target]?.[ink] ?? 0) !== 0);
}

/** The target at hand: the one chosen, or the first that is changed. */
function targetOf(move: MoveOf<'selective-colour'>, aspect: string | null): Target {
  return TARGETS.find((name) => name === aspect) ?? TARGETS.find((name) => touched(move, name)) ?? 'reds';
}

function Controls({ move, onChange, source, pointed, aspect, onAspect }: PanelProps<'selective-colour'>) {
  const target = targetOf(move, aspect);
  const most = Math.max(0.01, ...Object.values(source?.targets ?? {}));
  const method = move.params?.method ?? 'relative';
  return (
    <Box>
      <Box role="radiogroup" aria-label="Target" sx={{ display: 'grid', gridTemplateColumns: 'repeat(3, 1fr)', gap: 0.5, mb: 1 }}>
        {TARGETS.map((name) => (
          <ButtonBase
            key={name}
            role="radio"
            aria-checked={name === target}
            onClick={() => {
              onAspect(name);
            }}
            title={source ? `${percent(source.targets[name] ?? 0)} of this photo` : ''}
            sx={{
              position: 'relative',
              overflow: 'hidden',
              justifyContent: 'flex-start',
              gap: 0.75,
              px: 0.5,
              py: 0.5,
              borderRadius: 1,
              bgcolor: name === target ? '#5e5e5e' : greys.raised,
              outline: name === target ? '1px solid #d0d0d0' : 'none',
            }}
          >
            <Box sx={{ width: 12, height: 12, flex: 'none', borderRadius: 0.5, bgcolor: CHIP[name], border: '1px solid #222' }} />
            <Typography variant="body2" sx={{ fontSize: '0.78rem' }}>
              {settingInfo('selective-colour', name).title}
            </Typography>
            {/* How much of the photo each target holds, and of the colour under the pointer. */}
            <Box style={{ width: `${String(((source?.targets[name] ?? 0) / most) * 100)}%` }} sx={{ position: 'absolute', left: 0, bottom: 0, height: 3, bgcolor: '#9a9a9a' }} />
            <Box style={{ width: `${String((pointed?.targets[name] ?? 0) * 100)}%` }} sx={{ position: 'absolute', left: 0, top: 0, height: 2, bgcolor: '#fff' }} />
            {touched(move, name) && <Box aria-label="changed" sx={{ ml: 'auto', width: 5, height: 5, borderRadius: '50%', bgcolor: '#fff' }} />}
          </ButtonBase>
        ))}
      </Box>
      {INKS.map((ink) => {
        const info = settingInfo('selective-colour', target, ink);
        return (
          <ValueSlider
            key={ink}
            label={info.title}
            help={info.help}
            ends={ENDS[ink]}
            value={move.params?.[target]?.[ink] ?? info.rest}
            min={info.min}
            max={info.max}
            rest={info.rest}
            unit={info.unit}
            onChange={(value, keep) => {
              onChange(withField(move, { params: { ...move.params, [target]: { ...move.params?.[target], [ink]: value } } }), keep);
            }}
          />
        );
      })}
      <Box sx={{ display: 'flex', alignItems: 'center', justifyContent: 'space-between', mt: 0.5 }}>
        <Tooltip title={settingInfo('selective-colour', 'method').help} placement="left">
          <Typography variant="body2">Method</Typography>
        </Tooltip>
        <ToggleButtonGroup
          exclusive
          size="small"
          value={method}
          aria-label="Method"
          onChange={(_, next: 'relative' | 'absolute' | null) => {
            if (next) onChange(withField(move, { params: { ...move.params, method: next } }), true);
          }}
        >
          <ToggleButton value="relative">Relative</ToggleButton>
          <ToggleButton value="absolute">Absolute</ToggleButton>
        </ToggleButtonGroup>
      </Box>
    </Box>
  );
}

export const selectiveColourPanel: MovePanel<'selective-colour'> = {
  kind: 'selective-colour',
  Controls,
  family: targetOf,
  words: (move) => {
    const parts = TARGETS.flatMap((target) =>
      INKS.filter((ink) => (move.params?.[target]?.[ink] ?? 0) !== 0).map((ink) => `${target}: ${ink} ${signed(move.params?.[target]?.[ink] ?? 0, 1)}`),
    );
    if (parts.length === 0) return 'at rest';
    return parts.length <= 2 ? parts.join(', ') : `${parts.slice(0, 2).join(', ')} and ${String(parts.length - 2)} more`;
  },
};
