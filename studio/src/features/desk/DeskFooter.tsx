import { Box, Button, Typography } from '@mui/material';
import type { ReactNode } from 'react';
import type { ProbeReading } from '../../api/client';
import { greys } from '../../theme';

interface Props {
  /** The set's photos, small. */
  strip: ReactNode;
  pointed: ProbeReading | null;
  /** How many probes are pinned. */
  probes: number;
  open: boolean;
  onOpen: (open: boolean) => void;
}

/** The line at the foot: the set's photos, the colour under the pointer, the readings. */
export function DeskFooter({ strip, pointed, probes, open, onOpen }: Props) {
  return (
    <Box component="footer" sx={{ display: 'flex', alignItems: 'center', flex: 'none', height: 44, bgcolor: greys.panel, borderTop: `1px solid ${greys.line}` }}>
      {strip}
      <Typography variant="caption" noWrap component="div" role="note" aria-label="Under the pointer" sx={{ flex: 'none', maxWidth: 420, textAlign: 'right', fontVariantNumeric: 'tabular-nums', color: greys.text }}>
        {pointed ? pointedWords(pointed) : ''}
      </Typography>
      <Button
        aria-expanded={open}
        onClick={() => {
          onOpen(!open);
        }}
        sx={{ mx: 1, flex: 'none' }}
      >
        Readings{probes > 0 ? ` (${String(probes)})` : ''}
      </Button>
    </Box>
  );
}

/** The running reading, short: the colour now, its name, and where the grade takes it. */
function pointedWords({ before, after, deltaE }: ProbeReading): string {
  const rgb = (r: typeof before) => r.rgb.join(' ');
  return deltaE < 0.5 ? `${rgb(before)} · ${before.name} · L ${(before.lab[0] ?? 0).toFixed(0)}` : `${rgb(before)} · ${before.name} → ${rgb(after)} · ${after.name} · ΔE ${deltaE.toFixed(1)}`;
}
