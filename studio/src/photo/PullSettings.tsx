import { ToggleButton, ToggleButtonGroup, Typography } from '@mui/material';

interface Props {
  modes: { id: string; title: string }[];
  mode: string;
  onMode: (mode: string) => void;
  shares: boolean;
  nearestOnly: boolean;
  onNearestOnly: (nearestOnly: boolean) => void;
}

const SMALL = { flex: 'none', '& .MuiToggleButton-root': { py: 0, px: 0.75, fontSize: '0.75rem' } } as const;

/** What a pull drives. */
export function PullSettings({ modes, mode, onMode, shares, nearestOnly, onNearestOnly }: Props) {
  if (modes.length === 0) return <Typography variant="body2">This kind of move has nothing to pull. Choose a shift or a band mix, or add one.</Typography>;
  const only = modes.length === 1 ? modes[0] : undefined;
  return (
    <>
      <Typography variant="body2" sx={{ flex: 1, minWidth: 0 }}>
        {only ? `Drag on a colour: ${only.title}.` : 'Drag on a colour to change it.'}
      </Typography>
      {!only && (
      <ToggleButtonGroup
        exclusive
        size="small"
        value={mode}
        aria-label="What a pull drives"
        onChange={(_, next: string | null) => {
          if (next) onMode(next);
        }}
        sx={SMALL}
      >
        {modes.map(({ id, title }) => (
          <ToggleButton key={id} value={id}>
            {title}
          </ToggleButton>
        ))}
      </ToggleButtonGroup>
      )}
      {shares && (
        <ToggleButtonGroup
          exclusive
          size="small"
          value={nearestOnly ? 'nearest' : 'shared'}
          aria-label="Rows that follow"
          onChange={(_, next: string | null) => {
            if (next) onNearestOnly(next === 'nearest');
          }}
          sx={SMALL}
        >
          <ToggleButton value="shared" title="All rows that hold the colour move, in proportion">
            Share
          </ToggleButton>
          <ToggleButton value="nearest" title="Only the row that holds most of it moves">
            Nearest
          </ToggleButton>
        </ToggleButtonGroup>
      )}
    </>
  );
}
