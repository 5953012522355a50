import { Box, Button, ButtonBase, Typography } from '@mui/material';
import { findingWords, shareWords, type Finding } from '../../model/findings';
import { moveWords } from '../panels';
import type { Look } from '../../model/looks';
import { kindTitle } from '../../model/looks';
import { greys } from '../../theme';
import type { ChecksState } from './useChecks';

interface Props {
  checks: ChecksState;
  look: Look | null;
  /** Takes a grade in which something is mended. */
  onMend: (look: Look) => void;
  onMove: (id: string) => void;
}

/** What goes wrong with the photo's colours, worst first: how much, which move does it, where, and one way out. */
export function ChecksDrawer({ checks, look, onMend, onMove }: Props) {
  const { findings, chosen } = checks;
  return (
    <Box component="section" aria-label="Checks" data-guide="parts/checks" aria-busy={checks.busy} sx={{ height: '100%', display: 'flex', flexDirection: 'column', px: 1.5, py: 0.75, bgcolor: greys.panel, overflow: 'auto' }}>
      <Typography variant="subtitle2" component="h2" sx={{ mb: 0.5 }}>
        Checks
        <Typography variant="caption" component="span" sx={{ ml: 1 }}>
          {checks.failed ? '' : findings === undefined ? 'Looking …' : findings.length === 0 ? '' : 'Worst first. Click one to see where it is.'}
        </Typography>
      </Typography>
      {checks.failed && (
        <Typography variant="body2">
          The photo could not be checked. <Button onClick={checks.retry}>Try again</Button>
        </Typography>
      )}
      {findings?.length === 0 && (
        <Typography variant="body2" sx={{ color: greys.quiet }}>
          No problems found: no clipping, no banding, no added noise, no colours out of range.
        </Typography>
      )}
      {findings && findings.length > 0 && (
        <Box component="ul" aria-label="Problems found" sx={{ m: 0, p: 0, listStyle: 'none', display: 'grid', gridTemplateColumns: 'minmax(300px, auto) minmax(120px, 1fr) auto', columnGap: 2, alignItems: 'center' }}>
          {findings.map((finding) => (
            <Row key={finding.trouble} finding={finding} look={look} chosen={chosen?.trouble === finding.trouble} checks={checks} onMend={onMend} onMove={onMove} />
          ))}
        </Box>
      )}
    </Box>
  );
}

function Row({ finding, look, chosen, checks, onMend, onMove }: Props & { finding: Finding; chosen: boolean }) {
  const at = look?.moves.findIndex(({ id }) => id === finding.move) ?? -1;
  const move = look?.moves[at];
  const { way, left, look: mended } = finding;
  return (
    <Box component="li" sx={{ display: 'grid', gridColumn: '1 / -1', gridTemplateColumns: 'subgrid', alignItems: 'center', borderRadius: 1, bgcolor: chosen ? '#505050' : 'transparent', minHeight: 30 }}>
      <ButtonBase
        aria-pressed={chosen}
        onClick={() => {
          checks.choose(chosen ? null : finding);
        }}
        sx={{ justifyContent: 'flex-start', gap: 1, px: 0.75, py: 0.5, borderRadius: 1, textAlign: 'left', '&:hover': { bgcolor: chosen ? 'transparent' : greys.raised } }}
      >
        <Box aria-hidden sx={{ width: 18, height: 18, flex: 'none', bgcolor: finding.colour, border: '1px solid #222', borderRadius: 0.5 }} />
        <Typography variant="body2" component="span">
          {findingWords(finding)}
        </Typography>
      </ButtonBase>
      <Box sx={{ minWidth: 0 }}>
        {move && (
          <Button
            title={moveWords(move)}
            onClick={() => {
              onMove(move.id);
            }}
            sx={{ maxWidth: '100%', justifyContent: 'flex-start' }}
          >
            <Typography variant="caption" noWrap component="span">
              by move {at + 1}, {move.label === undefined || move.label === '' ? kindTitle(move.kind) : move.label}
            </Typography>
          </Button>
        )}
      </Box>
      {mended && way ? (
        <Button
          variant="outlined"
          disabled={checks.busy}
          title={`Leaves ${shareWords(left ?? 0)} of the photo`}
          onClick={() => {
            onMend(mended as Look);
          }}
          sx={{ whiteSpace: 'nowrap' }}
        >
          {way}
        </Button>
      ) : (
        <Typography variant="caption">{checks.busy ? '' : 'Adjust the move yourself'}</Typography>
      )}
    </Box>
  );
}
