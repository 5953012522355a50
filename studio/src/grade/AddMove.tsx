import AddIcon from '@mui/icons-material/Add';
import { Button, ListItemText, Menu, MenuItem } from '@mui/material';
import { useState } from 'react';
import type { Preset } from '../api/client';
import { KINDS } from '../panels';
import { PresetsDialog } from './PresetsDialog';
import { kindHelp, kindTitle, type MoveKind } from './looks';

interface Props {
  onKind: (kind: MoveKind) => void;
  onPreset: (preset: Preset) => void;
}

/** Adding a move of a kind, or all those of a look. */
export function AddMove({ onKind, onPreset }: Props) {
  const [at, setAt] = useState<HTMLElement | null>(null);
  const [presets, setPresets] = useState(false);
  return (
    <>
      <Button
        startIcon={<AddIcon />}
        onClick={(event) => {
          setAt(event.currentTarget);
        }}
      >
        Add a move
      </Button>
      <Menu
        anchorEl={at}
        open={at !== null}
        onClose={() => {
          setAt(null);
        }}
      >
        <MenuItem
          dense
          divider
          onClick={() => {
            setAt(null);
            setPresets(true);
          }}
        >
          Begin with a look …
        </MenuItem>
        {KINDS.map((kind) => (
          <MenuItem
            key={kind}
            dense
            sx={{ maxWidth: 400, whiteSpace: 'normal', py: 0.25 }}
            onClick={() => {
              setAt(null);
              onKind(kind);
            }}
          >
            <ListItemText primary={kindTitle(kind)} secondary={kindHelp(kind)} slotProps={{ secondary: { sx: { fontSize: '0.75rem', lineHeight: 1.25 } } }} sx={{ my: 0.25 }} />
          </MenuItem>
        ))}
      </Menu>
      <PresetsDialog
        open={presets}
        onClose={() => {
          setPresets(false);
        }}
        onTake={(preset) => {
          setPresets(false);
          onPreset(preset);
        }}
      />
    </>
  );
}
