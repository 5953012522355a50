import { Box, ButtonBase, Tooltip, Typography } from '@mui/material';
import type { Readings, Source } from '../api/client';
import { greys } from '../theme';

interface Props {
  source: Source | undefined;
  readings: Readings | undefined;
  onPoint: (pot: number | null) => void;
  onChoose: (pot: number) => void;
}

const NOTICEABLE = 2;
export const percent = (share: number) => `${share < 0.0095 ? (share * 100).toFixed(1) : String(Math.round(share * 100))} %`;

/** The photo's own colours, and the casts its greys show. */
export function PotsPanel({ source, readings, onPoint, onChoose }: Props) {
  return (
    <Box component="section" aria-label="Colours of this photo" sx={{ p: 1, overflowY: 'auto', flex: 1, minHeight: 0 }}>
      <Typography variant="subtitle2" sx={{ mb: 0.5 }}>
        This photo’s colours
      </Typography>
      {source ? (
        source.pots.map((pot, index) => {
          const result = readings?.pots[index];
          const moved = result !== undefined && result.difference >= NOTICEABLE;
          return (
            <Tooltip key={index} placement="right" title={`Start a move on the ${pot.name}${moved ? ` (now changed by ΔE ${result.difference.toFixed(1)})` : ''}`}>
              <ButtonBase
                onClick={() => {
                  onChoose(index);
                }}
                onPointerEnter={() => {
                  onPoint(index);
                }}
                onPointerLeave={() => {
                  onPoint(null);
                }}
                onFocus={(event) => {
                  if (event.currentTarget.matches(':focus-visible')) onPoint(index);
                }}
                onBlur={() => {
                  onPoint(null);
                }}
                sx={{ width: '100%', justifyContent: 'flex-start', gap: 0.75, py: '3px', px: 0.5, mx: -0.5, borderRadius: 0.5, textAlign: 'left', '&:hover': { bgcolor: greys.raised } }}
              >
                <Box sx={{ display: 'flex', width: 26, height: 18, flex: 'none', borderRadius: 0.5, overflow: 'hidden', border: '1px solid #222' }}>
                  <Box sx={{ flex: 1, bgcolor: pot.colour }} />
                  {moved && <Box aria-label={`becomes ${result.after}`} sx={{ flex: 1, bgcolor: result.after }} />}
                </Box>
                <Typography variant="caption" sx={{ flex: 1, color: greys.text, lineHeight: 1.15 }}>
                  {pot.name}
                </Typography>
                <Typography variant="caption" sx={{ flex: 'none', fontVariantNumeric: 'tabular-nums' }}>
                  {percent(pot.share)}
                </Typography>
              </ButtonBase>
            </Tooltip>
          );
        })
      ) : (
        <Typography variant="caption">Reading the photo …</Typography>
      )}
      {source && (
        <Box sx={{ mt: 1 }}>
          <Tooltip placement="right" title="What the nearly grey parts lean to in each range of tones, as CIELAB chroma: below 1.5 passes for neutral. An estimate; pin a probe on something that ought to be grey to be sure.">
            <Typography variant="subtitle2">Casts</Typography>
          </Tooltip>
          {source.scopes.casts.map((cast, i) => {
            const after = readings?.scopes.casts[i];
            const words = (c: typeof cast) => (c.evidence < 0.02 ? 'no grey to judge by' : c.lean === '' ? 'neutral' : `${c.lean} ${c.amount.toFixed(1)}`);
            return (
              <Typography key={cast.zone} variant="caption" component="div" sx={{ lineHeight: 1.35 }}>
                {cast.zone}: <span style={{ color: greys.text }}>{words(cast)}</span>
                {after && words(after) !== words(cast) && <span style={{ color: greys.text }}> → {words(after)}</span>}
              </Typography>
            );
          })}
        </Box>
      )}
    </Box>
  );
}
