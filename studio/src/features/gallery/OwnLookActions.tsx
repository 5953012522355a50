import { Box, Button } from '@mui/material';
import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { api } from '../../api/client';
import type { Look, LookFile } from '../../model/looks';
import type { Say } from '../shell/say';
import { SaveLookDialog } from './SaveLookDialog';
import { FilePicker } from '../../ui/controls/FilePicker';
import { reasonOf } from '../../model/reason';

interface Props {
  /** The grade at hand. */
  look: Look;
  /** There are looks of one's own. */
  any: boolean;
  onSay: Say;
  onFailure: (reason: unknown) => void;
}

/** Saving the grade as a look, bringing looks in from files, giving all out. */
export function OwnLookActions({ look, any, onSay, onFailure }: Props) {
  const queries = useQueryClient();
  const [saving, setSaving] = useState(false);
  const refetch = () => queries.invalidateQueries({ queryKey: ['own looks'] });
  const bring = async (files: File[]) => {
    let count = 0;
    const refused: string[] = [];
    for (const file of files) {
      try {
        const brought = await api.bringLook(file);
        count += brought.looks.length;
        refused.push(...brought.refused);
      } catch (reason) {
        refused.push(reasonOf(reason));
      }
    }
    await refetch();
    onSay([count > 0 ? `${count === 1 ? 'One look was' : `${String(count)} looks were`} imported.` : '', ...refused].filter((part) => part !== '').join(' '));
  };
  const save = async (saved: LookFile, group: string) => {
    try {
      const own = await api.saveLook(saved, group);
      await refetch();
      onSay(`Saved as “${own.look.name ?? ''}”.`);
    } catch (reason) {
      onFailure(reason);
    }
  };
  return (
    <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 0.5, px: 0.5, mb: 0.5 }}>
      <Button variant="outlined" disabled={look.moves.length === 0} onClick={() => { setSaving(true); }}>
        Save this grade …
      </Button>
      <FilePicker label="Look files" accept=".json,.zip,application/json,application/zip" onFiles={(files) => { void bring(files); }}>
        {(ask) => <Button onClick={ask}>Import</Button>}
      </FilePicker>
      {any && (
        <Button component="a" href="/api/looks/files" download="looks.zip">
          Export all
        </Button>
      )}
      {saving && <SaveLookDialog look={look} onSave={(saved, group) => { void save(saved, group); }} onClose={() => { setSaving(false); }} />}
    </Box>
  );
}
