import { Typography } from '@mui/material';
import { OneOf } from '../../ui/controls/OneOf';

interface Props {
  modes: { id: string; title: string }[];
  mode: string;
  onMode: (mode: string) => void;
  shares: boolean;
  nearestOnly: boolean;
  onNearestOnly: (nearestOnly: boolean) => void;
}

const SMALL = { py: 0, px: 0.75, fontSize: '0.75rem' } as const;

/** What pulling changes. */
export function PullSettings({ modes, mode, onMode, shares, nearestOnly, onNearestOnly }: Props) {
  if (modes.length === 0) return <Typography variant="body2">This kind of move cannot be pulled. Select a shift or a band mix, or add one.</Typography>;
  const only = modes.length === 1 ? modes[0] : undefined;
  return (
    <>
      <Typography variant="body2" sx={{ flex: 1, minWidth: 0 }}>
        {only ? `Drag on a colour: ${only.title}.` : 'Drag on a colour to change it.'}
      </Typography>
      {!only && (
        <OneOf label="What pulling changes" value={mode} options={modes.map(({ id, title }) => ({ value: id, title }))} onChange={onMode} sx={SMALL} />
      )}
      {shares && (
        <OneOf
          label="Which rows change"
          value={nearestOnly ? 'nearest' : 'shared'}
          options={[
            { value: 'shared', title: 'Share', help: 'All rows that contain the colour, in proportion' },
            { value: 'nearest', title: 'Nearest', help: 'Only the row that contains most of it' },
          ]}
          onChange={(next) => {
            onNearestOnly(next === 'nearest');
          }}
          sx={SMALL}
        />
      )}
    </>
  );
}
