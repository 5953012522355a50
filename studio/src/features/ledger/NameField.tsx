import { InputBase } from '@mui/material';
import { useRef } from 'react';

/** A name that is typed in its place: Enter or leaving it takes it, Escape gives it up. */
export function NameField({ label, name, onName }: { label: string; name: string; onName: (label: string | null) => void }) {
  const givenUp = useRef(false);
  return (
    <InputBase
      autoFocus
      fullWidth
      defaultValue={name}
      inputProps={{ 'aria-label': label, maxLength: 200 }}
      onFocus={(event) => {
        event.target.select();
      }}
      onBlur={(event) => {
        onName(givenUp.current || event.target.value === name ? null : event.target.value);
      }}
      onKeyDown={(event) => {
        event.stopPropagation();
        givenUp.current = event.key === 'Escape';
        if (event.key === 'Enter' || event.key === 'Escape') (event.target as HTMLElement).blur();
      }}
      sx={{ fontSize: '0.8125rem', bgcolor: '#2e2e2e', px: 0.5 }}
    />
  );
}
