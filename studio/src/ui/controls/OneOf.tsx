import { ToggleButton, ToggleButtonGroup, Tooltip } from '@mui/material';
import type { ReactNode } from 'react';

export interface Option<T extends string> {
  value: T;
  title: ReactNode;
  /** Said when it is pointed at. */
  help?: string;
  /** The page of the guide about it. */
  guide?: string;
  /** Its name, where the title is only a part of it. */
  name?: string;
  disabled?: boolean;
}

interface Props<T extends string> {
  label: string;
  value: T;
  options: readonly Option<T>[];
  onChange: (value: T) => void;
  orientation?: 'horizontal' | 'vertical';
  fullWidth?: boolean;
  /** Of the single buttons. */
  sx?: Readonly<Record<string, string | number>>;
}

/** One of a few, side by side; the one that holds cannot be taken away. */
export function OneOf<T extends string>({ label, value, options, onChange, orientation = 'horizontal', fullWidth = false, sx = {} }: Props<T>) {
  return (
    <ToggleButtonGroup
      exclusive
      size="small"
      orientation={orientation}
      fullWidth={fullWidth}
      value={value}
      aria-label={label}
      onChange={(_, next: T | null) => {
        if (next !== null) onChange(next);
      }}
      sx={{ flex: 'none', '& .MuiToggleButton-root': { whiteSpace: 'nowrap', ...sx } }}
    >
      {options.map((option) => {
        const button = (
          <ToggleButton key={option.value} value={option.value} disabled={option.disabled ?? false} {...(option.guide ? { 'data-guide': option.guide } : {})} {...(option.name ? { 'aria-label': option.name } : {})}>
            {option.title}
          </ToggleButton>
        );
        return option.help && !option.disabled ? (
          <Tooltip key={option.value} title={option.help}>
            {button}
          </Tooltip>
        ) : (
          button
        );
      })}
    </ToggleButtonGroup>
  );
}
