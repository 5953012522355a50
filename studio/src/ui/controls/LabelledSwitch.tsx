import { Box, FormControlLabel, Switch, Tooltip, Typography } from '@mui/material';
import { HelpMark } from '../help/HelpMark';
import { paragraph } from '../help/topic';

interface Props {
  label: string;
  /** Said when it is pointed at. */
  help: string;
  checked: boolean;
  onChange: (checked: boolean) => void;
  /** In smaller letters. */
  quiet?: boolean;
}

/** Something that is on or off, with what it does and a way to the guide. */
export function LabelledSwitch({ label, help, checked, onChange, quiet = false }: Props) {
  return (
    <Box data-topic={paragraph(label)} sx={{ display: 'flex', alignItems: 'center', flex: 'none' }}>
      <Tooltip title={help} placement="left">
        <FormControlLabel control={<Switch size="small" checked={checked} onChange={(_, next) => { onChange(next); }} />} label={<Typography variant={quiet ? 'caption' : 'body2'}>{label}</Typography>} sx={{ ml: 0, mr: 0.75 }} />
      </Tooltip>
      <HelpMark of={label} />
    </Box>
  );
}
