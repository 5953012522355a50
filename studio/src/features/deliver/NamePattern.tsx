import { Box, Chip, TextField, Tooltip, Typography } from '@mui/material';
import { useRef } from 'react';
import { WORDS } from './outputs';

interface Props {
  value: string;
  onChange: (value: string) => void;
  plan: { names: string[]; count: number; changed: number } | undefined;
  failure: string | null;
}

/** The pattern of the files' names, with what comes of it. */
export function NamePattern({ value, onChange, plan, failure }: Props) {
  const field = useRef<HTMLInputElement>(null);
  const insert = (word: string) => {
    const at = field.current?.selectionStart ?? value.length;
    onChange(`${value.slice(0, at)}{${word}}${value.slice(field.current?.selectionEnd ?? at)}`);
    field.current?.focus();
  };
  const more = plan ? plan.count - 1 : 0;
  return (
    <Box sx={{ mt: 1 }}>
      <TextField fullWidth size="small" label="Names" value={value} error={failure !== null} inputRef={field} slotProps={{ htmlInput: { maxLength: 200 } }} onChange={(event) => { onChange(event.target.value); }} />
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 0.5, mt: 0.5 }}>
        {WORDS.map(({ word, help }) => (
          <Tooltip key={word} title={`Inserts ${help}`}>
            <Chip size="small" variant="outlined" label={word} onClick={() => { insert(word); }} />
          </Tooltip>
        ))}
      </Box>
      <Typography variant="caption" component="p" role={failure === null ? 'status' : 'alert'} sx={{ mt: 0.5, mb: 1, overflowWrap: 'anywhere' }}>
        {failure ?? (plan ? `${plan.names[0] ?? 'Nothing'}${more > 0 ? ` and ${String(more)} more` : ''}${plan.changed > 0 ? `. ${plan.changed === 1 ? 'One name' : `${String(plan.changed)} names`} got a number, since another file has it.` : ''}` : ' ')}
      </Typography>
    </Box>
  );
}
