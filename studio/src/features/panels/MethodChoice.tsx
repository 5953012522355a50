import { ToggleButton, ToggleButtonGroup, Tooltip } from '@mui/material';
import { settingInfo, type MoveKind, type MoveOf } from '../../model/looks';
import { withParams } from './settings';

interface Props<K extends MoveKind> {
  move: MoveOf<K>;
  onChange: (move: MoveOf<K>, keep: boolean) => void;
}

/** Whether colours are carried as paint or as a tint. */
export function MethodChoice<K extends MoveKind>({ move, onChange }: Props<K>) {
  const { method = 'tint' } = (move.params ?? {}) as { method?: 'paint' | 'tint' };
  return (
    <Tooltip title={settingInfo(move.kind, 'method').help} placement="left">
      <ToggleButtonGroup
        exclusive
        size="small"
        aria-label="How it is recoloured"
        value={method}
        onChange={(_, next: 'paint' | 'tint' | null) => {
          if (next) onChange(withParams(move, { method: next }), true);
        }}
        sx={{ my: 0.5, width: '100%', '& .MuiToggleButton-root': { flex: 1, py: 0.25, textTransform: 'none' } }}
      >
        <ToggleButton value="paint">as paint</ToggleButton>
        <ToggleButton value="tint">as a tint</ToggleButton>
      </ToggleButtonGroup>
    </Tooltip>
  );
}
