import MoreIcon from '@mui/icons-material/MoreHoriz';
import { Box, Button, ButtonBase, Checkbox, CircularProgress, IconButton, Menu, MenuItem, Typography } from '@mui/material';
import { visuallyHidden } from '@mui/utils';
import { useState } from 'react';
import type { Photo, Version } from '../../api/client';
import { PanelHead } from '../gallery/PanelHead';
import { SmallPicture } from '../photo/SmallPicture';
import type { Look } from '../../model/looks';
import { isEmpty, patchBetween } from '../../model/lookPatch';
import { NameDialog } from '../../ui/controls/NameDialog';
import { greys } from '../../theme';
import { History } from './History';
import { toggled, type Compared } from './comparing';
import type { Versions } from './useVersions';

interface Props {
  photo: Photo;
  look: Look;
  versions: Versions;
  compared: Compared[];
  onCompare: (compared: Compared[]) => void;
  /** Shows a look large, as if it were taken; null shows the grade again. */
  onTry: (look: Look | null) => void;
  /** Number of the grade's revision; the history is read anew when it changes. */
  revision: number | undefined;
  onGoTo: (number: number) => void;
  onBack: () => void;
}

/** In the place of the grade for a while: its kept states, and the steps that led to the present one. */
export function VersionsPanel({ photo, look, versions, compared, onCompare, onTry, revision, onGoTo, onBack }: Props) {
  const [renaming, setRenaming] = useState<Version | null>(null);
  const entry = (what: Compared, name: string, shown: Look, version?: Version, start = false) => (
    <VersionEntry
      key={what}
      photo={photo}
      name={name}
      look={shown}
      isNow={(version !== undefined || start) && isEmpty(patchBetween(shown, look))}
      checked={compared.includes(what)}
      onCheck={() => { onCompare(toggled(compared, what)); }}
      {...(start ? { onTake: () => { versions.take({ look: shown }); }, onTry: (on: boolean) => { onTry(on ? shown : null); } } : {})}
      {...(version
        ? {
            onTake: () => { versions.take(version); },
            onRename: () => { setRenaming(version); },
            onRemove: () => { versions.remove(version); },
            onTry: (on: boolean) => { onTry(on ? version.look : null); },
          }
        : {})}
    />
  );
  return (
    <Box component="section" aria-label="Versions" data-guide="parts/versions" sx={{ display: 'flex', flexDirection: 'column', minHeight: 0, flex: 1 }}>
      <PanelHead title="Versions" onBack={onBack} />
      <Box sx={{ px: 1.5, pb: 0.75 }}>
        <Button variant="outlined" fullWidth onClick={versions.keep}>
          Save a version (K)
        </Button>
      </Box>
      <Box sx={{ overflowY: 'auto', flex: 1, minHeight: 0, px: 1, pb: 1 }}>
        <Typography variant="caption" component="p" sx={{ m: 0, px: 0.5, mb: 0.5 }}>
          {versions.list.length === 0 ? 'No versions yet. Save one before you try something else.' : 'Click a version to go back to it. Tick two to four to compare them.'}
        </Typography>
        {versions.loading && <CircularProgress size={20} aria-label="Loading the versions" sx={{ m: 1 }} />}
        <Box role="list" aria-label="Saved versions">
          {entry('now', 'Now', look)}
          {entry('source', 'As imported', { ...look, moves: [] })}
          {versions.start && entry('start', versions.start.name, versions.start.look, undefined, true)}
          {[...versions.list].reverse().map((version) => entry(version.id, version.name, version.look, version))}
        </Box>
        <History photoId={photo.id} revision={revision} onGoTo={onGoTo} />
      </Box>
      {renaming && <NameDialog title={`Rename “${renaming.name}”`} label="Name of the version" name={renaming.name} action="Rename" onName={(name) => { versions.rename(renaming, name); }} onClose={() => { setRenaming(null); }} />}
    </Box>
  );
}

interface EntryProps {
  photo: Photo;
  name: string;
  look: Look;
  isNow: boolean;
  checked: boolean;
  onCheck: () => void;
  onTake?: () => void;
  onRename?: () => void;
  onRemove?: () => void;
  onTry?: (on: boolean) => void;
}

function VersionEntry({ photo, name, look, isNow, checked, onCheck, onTake, onRename, onRemove, onTry }: EntryProps) {
  const [at, setAt] = useState<HTMLElement | null>(null);
  const act = (what?: () => void) => () => {
    setAt(null);
    what?.();
  };
  return (
    <Box role="listitem" sx={{ display: 'flex', alignItems: 'center', gap: 0.5, borderRadius: 1, '&:hover': { bgcolor: greys.raised } }}>
      <Checkbox size="small" checked={checked} onChange={onCheck} slotProps={{ input: { 'aria-label': `Compare ${name}` } }} sx={{ p: 0.5 }} />
      <ButtonBase
        data-inset
        disabled={!onTake}
        onClick={onTake}
        onPointerEnter={() => { onTry?.(true); }}
        onPointerLeave={() => { onTry?.(false); }}
        sx={{ flex: 1, minWidth: 0, display: 'flex', justifyContent: 'flex-start', gap: 1, py: 0.5, textAlign: 'left' }}
      >
        <Box sx={{ width: 66, flex: 'none' }}>
          <SmallPicture photo={photo} look={look} ratio={3 / 2} />
        </Box>
        <Box sx={{ minWidth: 0 }}>
          <Typography variant="body2" noWrap>
            {onTake && <span style={visuallyHidden}>Take </span>}
            {name}
          </Typography>
          {isNow && (
            <Typography variant="caption" component="div" sx={{ lineHeight: 1.1 }}>
              now
            </Typography>
          )}
        </Box>
      </ButtonBase>
      {onRename && (
        <IconButton aria-label={`More for ${name}`} onClick={(event) => { setAt(event.currentTarget); }}>
          <MoreIcon sx={{ fontSize: 18 }} />
        </IconButton>
      )}
      <Menu anchorEl={at} open={at !== null} onClose={act()}>
        <MenuItem onClick={act(onRename)}>Rename …</MenuItem>
        <MenuItem onClick={act(onRemove)}>Remove</MenuItem>
      </Menu>
    </Box>
  );
}
