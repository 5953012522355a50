import { Box, ToggleButton, ToggleButtonGroup, Tooltip } from '@mui/material';
import { HelpMark } from '../../ui/help/HelpMark';
import { paragraph } from '../../ui/help/topic';
import { settingInfo, type MoveKind, type MoveOf } from '../../model/looks';
import { withParams } from './settings';

interface Props<K extends MoveKind> {
  move: MoveOf<K>;
  name: string;
  label: string;
  /** Values and what they are called, the one that a file without it means last. */
  options: readonly (readonly [value: string, words: string])[];
  onChange: (move: MoveOf<K>, keep: boolean) => void;
}

/** A setting that is one of a few words, all of them in sight. */
export function SettingChoice<K extends MoveKind>({ move, name, label, options, onChange }: Props<K>) {
  const info = settingInfo(move.kind, name);
  const value = (move.params as Record<string, unknown> | undefined)?.[name] ?? options.at(-1)?.[0];
  return (
    <Box data-topic={paragraph(info.title)} sx={{ display: 'flex', alignItems: 'center', gap: 0.75 }}>
      <Tooltip title={info.help} placement="left">
        <ToggleButtonGroup
          exclusive
          size="small"
          aria-label={label}
          value={value}
          onChange={(_, next: string | null) => {
            if (next) onChange(withParams(move, { [name]: next }), true);
          }}
          sx={{ my: 0.5, width: '100%', '& .MuiToggleButton-root': { flex: 1, py: 0.25, textTransform: 'none' } }}
        >
          {options.map(([one, words]) => (
            <ToggleButton key={one} value={one}>
              {words}
            </ToggleButton>
          ))}
        </ToggleButtonGroup>
      </Tooltip>
      <HelpMark of={info.title} />
    </Box>
  );
}

/** Whether colours are carried as paint or as a tint. */
export function MethodChoice<K extends MoveKind>(props: Pick<Props<K>, 'move' | 'onChange'>) {
  return <SettingChoice {...props} name="method" label="How it is recoloured" options={[['paint', 'as paint'], ['tint', 'as a tint']]} />;
}
