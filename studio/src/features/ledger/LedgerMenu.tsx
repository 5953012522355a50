import { Menu, MenuItem } from '@mui/material';
import { useRef } from 'react';

export interface MenuLine {
  label: string;
  off?: boolean;
  act: () => void;
}

/** What can be done to a line of the grade. Done when the menu is gone, which gives the focus back. */
export function LedgerMenu({ at, lines, onClose }: { at: HTMLElement | null; lines: MenuLine[]; onClose: () => void }) {
  const after = useRef<(() => void) | null>(null);
  return (
    <Menu
      anchorEl={at}
      open={at !== null}
      onClose={onClose}
      slotProps={{
        transition: {
          onExited: () => {
            const what = after.current;
            after.current = null;
            what?.();
          },
        },
      }}
    >
      {lines.map(({ label, off = false, act }) => (
        <MenuItem
          key={label}
          disabled={off}
          onClick={() => {
            after.current = act;
            onClose();
          }}
        >
          {label}
        </MenuItem>
      ))}
    </Menu>
  );
}
