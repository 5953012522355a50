import MoreIcon from '@mui/icons-material/MoreVert';
import { Box, Button, IconButton, Menu, MenuItem, Select } from '@mui/material';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { api, type DeliveryPreset, type PresetBody } from '../../api/client';
import { NameDialog } from '../../ui/controls/NameDialog';
import { paragraph } from '../../ui/help/topic';
import { messages } from '../shell/messages';
import { isAsKept } from './presets';

type Wishes = Omit<PresetBody, 'name'>;

interface Props {
  /** What is wanted now. */
  now: Wishes;
  onTake: (preset: DeliveryPreset) => void;
  onFailure: (reason: unknown) => void;
}

const CHOSEN = 'deliver-preset';

/** What is delivered again and again: chosen by name, kept, changed. */
export function PresetChoice({ now, onTake, onFailure }: Props) {
  const queries = useQueryClient();
  const presets = useQuery({ queryKey: ['delivery presets'], queryFn: api.deliveryPresets }).data ?? [];
  const [chosen, setChosen] = useState(() => Number(window.localStorage.getItem(CHOSEN)) || 0);
  const [menu, setMenu] = useState<HTMLElement | null>(null);
  const [naming, setNaming] = useState<'new' | 'rename' | null>(null);
  const preset = presets.find(({ id }) => id === chosen);
  const changed = preset !== undefined && !isAsKept(preset, now);
  const choose = (id: number) => {
    setChosen(id);
    window.localStorage.setItem(CHOSEN, String(id));
  };
  const does = (what: () => Promise<unknown>) => {
    what().then(() => queries.invalidateQueries({ queryKey: ['delivery presets'] })).catch(onFailure);
  };
  const save = (name: string) => {
    does(async () => {
      choose((await api.keepPreset({ ...now, name })).id);
    });
  };
  const act = (what: () => void) => () => {
    setMenu(null);
    what();
  };
  return (
    <Box data-topic={paragraph('Presets')} sx={{ display: 'flex', alignItems: 'center', gap: 0.5, mb: 0.75 }}>
      <Select
        size="small"
        displayEmpty
        value={preset ? chosen : 0}
        inputProps={{ 'aria-label': 'Preset' }}
        renderValue={() => (preset ? `${preset.name}${changed ? ' (changed)' : ''}` : 'No preset')}
        onChange={(event) => {
          const next = presets.find(({ id }) => id === event.target.value);
          choose(next?.id ?? 0);
          if (next) onTake(next);
        }}
        sx={{ flex: 1, minWidth: 0, '& .MuiSelect-select': { py: '4px' } }}
      >
        <MenuItem value={0}>No preset</MenuItem>
        {presets.map(({ id, name }) => <MenuItem key={id} value={id}>{name}</MenuItem>)}
      </Select>
      {changed && <Button onClick={() => { does(() => api.changePreset(preset.id, { ...now, name: preset.name })); }}>Update</Button>}
      {(!preset || changed) && <Button onClick={() => { setNaming('new'); }} sx={{ whiteSpace: 'nowrap' }}>{preset ? 'Save as …' : 'Save …'}</Button>}
      {preset && (
        <IconButton aria-label={`More for ${preset.name}`} onClick={(event) => { setMenu(event.currentTarget); }} sx={{ p: 0.25 }}>
          <MoreIcon fontSize="small" />
        </IconButton>
      )}
      <Menu anchorEl={menu} open={menu !== null} onClose={() => { setMenu(null); }}>
        {preset && [
          changed ? <MenuItem key="back" onClick={act(() => { onTake(preset); })}>Reset to the saved preset</MenuItem> : null,
          <MenuItem key="name" onClick={act(() => { setNaming('rename'); })}>Rename …</MenuItem>,
          <MenuItem key="gone" onClick={act(() => {
            does(async () => {
              await api.removePreset(preset.id);
              messages.say(`“${preset.name}” was removed.`, { title: 'Undo', run: () => { does(() => api.restorePreset(preset.id)); } });
            });
          })}>Remove</MenuItem>,
        ]}
      </Menu>
      {naming && (
        <NameDialog
          title={naming === 'new' ? 'Save as a preset' : `Rename “${preset?.name ?? ''}”`}
          label="Name of the preset"
          name={naming === 'rename' ? (preset?.name ?? '') : ''}
          action={naming === 'new' ? 'Save' : 'Rename'}
          onName={(name) => {
            if (naming === 'new') save(name);
            else if (preset) does(() => api.changePreset(preset.id, { outputs: preset.outputs, to: preset.to, folder: preset.folder, name }));
          }}
          onClose={() => { setNaming(null); }}
        />
      )}
    </Box>
  );
}
