import { Box, Button, ButtonBase, CircularProgress, Typography } from '@mui/material';
import { useQuery } from '@tanstack/react-query';
import { useEffect, useMemo, useRef } from 'react';
import { api, type OwnLook, type Photo, type Preset } from '../../api/client';
import { begunWith } from '../../model/ledgerEdits';
import type { Look } from '../../model/looks';
import type { Say } from '../shell/say';
import { LookMenu } from './LookMenu';
import { OwnLookActions } from './OwnLookActions';
import { useFitted } from './useFitted';
import { moveWords } from '../panels';
import { greys } from '../../theme';
import { PanelHead } from './PanelHead';
import { SmallPicture } from '../photo/SmallPicture';

interface Props {
  photo: Photo;
  look: Look;
  onSay: Say;
  onFailure: (reason: unknown) => void;
  onTake: (preset: Preset) => void;
  /** Shows a look large, as if it were taken; null shows the grade again. */
  onTry: (preset: Preset | null) => void;
  onBack: () => void;
}

const OWN = 'Your own';

interface Shown {
  preset: Preset;
  own: OwnLook | null;
  whole: Look;
}

/** Looks to begin with, each shown on this photo; pointing at one shows it large, clicking adds its moves. */
export function LooksPanel({ photo, look, onSay, onFailure, onTake, onTry, onBack }: Props) {
  const presets = useQuery({ queryKey: ['presets'], queryFn: api.presets, staleTime: Infinity });
  const own = useQuery({ queryKey: ['own looks'], queryFn: api.ownLooks });
  // What was learned on another photo is shown, and taken, as it fits this one.
  const fitted = useFitted(photo, own.data);
  const shown = useMemo<Shown[]>(
    () =>
      [...fitted.map((one) => ({ preset: { group: one.group === '' ? OWN : `${OWN} · ${one.group}`, look: one.look }, own: one })), ...(presets.data ?? []).map((preset) => ({ preset, own: null }))].map((one) => ({
        ...one,
        whole: begunWith(one.preset.look).edit(look),
      })),
    [fitted, presets.data, look],
  );
  const groups = [...new Set(shown.map(({ preset }) => preset.group))];
  const leave = useRef(onTry);
  useEffect(() => {
    leave.current = onTry;
  });
  useEffect(
    () => () => {
      leave.current(null);
    },
    [],
  );
  return (
    <Box component="section" aria-label="Looks" data-guide="parts/looks" sx={{ display: 'flex', flexDirection: 'column', minHeight: 0, flex: 1 }} onKeyDown={(event) => { if (event.key === 'Escape' && !event.defaultPrevented) { event.preventDefault(); onBack(); } }}>
      <PanelHead title="Looks" onBack={onBack} />
      <Typography variant="caption" component="p" sx={{ px: 1.5, m: 0, mb: 0.5, fontSize: '0.7rem' }}>
        Point at a look to preview it. Click to add its moves after yours; undo removes them.
      </Typography>
      <Box sx={{ overflowY: 'auto', flex: 1, minHeight: 0, px: 1, pb: 1 }} onPointerLeave={() => { onTry(null); }}>
        <OwnLookActions look={look} any={(own.data ?? []).length > 0} onSay={onSay} onFailure={onFailure} />
        {(presets.isPending || own.isPending) && <CircularProgress size={22} aria-label="Loading the looks" sx={{ m: 2 }} />}
        {presets.isError && (
          <Box sx={{ p: 1 }}>
            <Typography variant="body2">{presets.error.message}</Typography>
            <Button onClick={() => { void presets.refetch(); }}>Try again</Button>
          </Box>
        )}
        {groups.map((group) => (
          <Box key={group} component="section" aria-label={group}>
            <Typography component="h3" variant="caption" sx={{ px: 0.5, pt: 0.5, pb: '2px', fontWeight: 600, color: greys.text }}>
              {group}
            </Typography>
            <Box sx={{ display: 'grid', gridTemplateColumns: 'repeat(auto-fill, minmax(128px, 1fr))', gap: 0.5 }}>
              {shown
                .filter(({ preset }) => preset.group === group)
                .map(({ preset, whole, own: mine }) => (
                  <Box key={mine ? mine.id : preset.look.name} sx={{ position: 'relative', alignSelf: 'start' }}>
                  {mine && <LookMenu own={mine} onSay={onSay} onFailure={onFailure} />}
                  <ButtonBase
                    data-inset
                    aria-label={preset.look.name}
                    title={preset.look.moves.map((move) => (move.label ? move.label : moveWords({ ...move, id: '' }))).join('; ')}
                    onPointerEnter={() => { onTry(preset); }}
                    onFocus={(event) => { if (event.currentTarget.matches(':focus-visible')) onTry(preset); }}
                    onBlur={() => { onTry(null); }}
                    onClick={() => { onTake(preset); }}
                    sx={{ display: 'block', width: '100%', p: 0.5, borderRadius: 1, textAlign: 'left', '&:hover': { bgcolor: greys.raised } }}
                  >
                    <SmallPicture photo={photo} look={whole} label={`This photo with ${preset.look.name}`} />
                    <Typography variant="caption" component="span" sx={{ display: 'block', mt: '3px', lineHeight: 1.2, color: greys.text }}>
                      {preset.look.name}
                    </Typography>
                  </ButtonBase>
                  </Box>
                ))}
            </Box>
          </Box>
        ))}
      </Box>
    </Box>
  );
}
