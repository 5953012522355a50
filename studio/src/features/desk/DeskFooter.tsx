import { Box, Button, Typography } from '@mui/material';
import type { ReactNode } from 'react';
import type { ProbeReading } from '../../api/client';
import { SetImportLine } from '../archive/SetImportLine';
import { JobLine } from '../jobs/JobLine';
import { MessageLine } from '../shell/MessageLine';
import { greys } from '../../theme';
import type { Drawer, Panels } from './usePanels';

const HELP: Record<Drawer, string> = {
  checks: 'Clipping, banding, noise and colours out of range',
  cloud: 'The photo’s colours in 3D',
  readings: 'Numbers at pinned places, histograms and scopes',
};

interface Props {
  /** The set's photos, small. */
  strip: ReactNode;
  pointed: ProbeReading | null;
  /** How many probes are pinned. */
  probes: number;
  /** How many things go wrong with the photo's colours. */
  found: number;
  panels: Panels;
}

/** The line at the foot: the set's photos, the colour under the pointer, and what can stand below the photo. */
export function DeskFooter({ strip, pointed, probes, found, panels }: Props) {
  const counted = (name: string, count: number) => (count > 0 ? `${name} (${String(count)})` : name);
  const names = { checks: counted('Checks', found), cloud: 'Cloud', readings: counted('Readings', probes) };
  return (
    <Box component="footer" sx={{ display: 'flex', alignItems: 'center', flex: 'none', height: 44, bgcolor: greys.panel, borderTop: `1px solid ${greys.line}` }}>
      {strip}
      <JobLine />
      <SetImportLine />
      <MessageLine />
      <Typography variant="caption" noWrap component="div" role="note" aria-label="Under the pointer" sx={{ flex: 'none', maxWidth: 420, textAlign: 'right', fontVariantNumeric: 'tabular-nums', color: greys.text }}>
        {pointed ? pointedWords(pointed) : ''}
      </Typography>
      <Box role="group" aria-label="Below the photo" sx={{ display: 'flex', mx: 1, flex: 'none' }}>
        {panels.tight && (
          <>
            <Toggle title="The photo’s own colours, casts and tones" on={panels.coloursShown} onToggle={panels.setColours}>
              Colours
            </Toggle>
            <Toggle title="The photo’s colours, and what the move reaches" on={panels.benchShown} onToggle={panels.setBench}>
              Bench
            </Toggle>
          </>
        )}
        {(['checks', 'cloud', 'readings'] as const).map((one) => (
          <Toggle key={one} title={HELP[one]} on={panels.drawer === one} onToggle={(on) => { panels.setDrawer(on ? one : null); }}>
            {names[one]}
          </Toggle>
        ))}
      </Box>
    </Box>
  );
}

function Toggle({ title, on, onToggle, children }: { title: string; on: boolean; onToggle: (on: boolean) => void; children: ReactNode }) {
  return (
    <Button aria-expanded={on} title={title} onClick={() => { onToggle(!on); }} sx={{ minWidth: 0, px: 1, whiteSpace: 'nowrap', bgcolor: on ? '#505050' : 'transparent' }}>
      {children}
    </Button>
  );
}

/** The running reading, short: the colour now, its name, and where the grade takes it. */
function pointedWords({ before, after, deltaE }: ProbeReading): string {
  const rgb = (r: typeof before) => r.rgb.join(' ');
  return deltaE < 0.5 ? `${rgb(before)} · ${before.name} · L ${(before.lab[0] ?? 0).toFixed(0)}` : `${rgb(before)} · ${before.name} → ${rgb(after)} · ${after.name} · ΔE ${deltaE.toFixed(1)}`;
}
