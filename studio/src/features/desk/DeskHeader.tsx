import RedoIcon from '@mui/icons-material/Redo';
import UndoIcon from '@mui/icons-material/Undo';
import { Box, Button, IconButton, MenuItem, Select, Tooltip, useMediaQuery } from '@mui/material';
import type { ReactNode } from 'react';
import { GuideButton } from '../guide/GuideButton';
import { PhotoMenu } from './PhotoMenu';
import { OneOf } from '../../ui/controls/OneOf';
import type { Photo } from '../../api/client';
import type { ViewMode } from '../../gl/PhotoRenderer';
import type { SessionState } from '../../model/grading';
import { greys } from '../../theme';
import { VIEWS } from './views';

interface Props {
  photo: Photo;
  grading: Pick<SessionState, 'canUndo' | 'canRedo' | 'unkept' | 'away'>;
  view: ViewMode;
  onView: (view: ViewMode) => void;
  hasMove: boolean;
  zoom: number;
  onToggleZoom: () => void;
  onUndo: () => void;
  onRedo: () => void;
  onRetry: () => void;
  onRemove: () => void;
  onHelp: () => void;
  /** The menu of sets, before the photo's name. */
  sets: ReactNode;
  /** Carrying the grade over. */
  carry: ReactNode;
  onSheet: () => void;
  versionsOpen: boolean;
  onVersions: () => void;
  /** Delivering, at the end. */
  deliver: ReactNode;
}

/** The line at the top: which photo, how it is shown, undo and redo, delivering. */
export function DeskHeader({ photo, grading, view, onView, hasMove, zoom, sets, carry, deliver, versionsOpen, ...on }: Props) {
  return (
    <Box component="header" sx={{ display: 'flex', alignItems: 'center', gap: 0.5, px: 1, minHeight: 38, flex: 'none', bgcolor: greys.panel, borderBottom: `1px solid ${greys.line}` }}>
      {sets}
      <PhotoMenu photo={photo} onRemove={on.onRemove} onKeys={on.onHelp} />
      <Named title="Show the whole set (S)" name="Sheet" onClick={on.onSheet} />
      <Box sx={{ flex: 1 }} />
      <ViewSwitch view={view === 'source-clipped' ? 'clipped' : view} onView={onView} hasMove={hasMove} />
      <Box sx={{ flex: 1 }} />
      {grading.away !== null && (
        <Tooltip title={`${grading.away} It will be tried again automatically. Click to try now.`}>
          <Button color="warning" onClick={on.onRetry} sx={{ whiteSpace: 'nowrap', flex: 'none' }}>
            {grading.unkept > 1 ? `${String(grading.unkept)} changes not saved yet` : 'Not saved yet'}
          </Button>
        </Tooltip>
      )}
      <Tooltip title="Fit to window ↔ 100 % (Z)">
        <Button onClick={on.onToggleZoom} sx={{ minWidth: 50, px: 0.5, flex: 'none', fontVariantNumeric: 'tabular-nums' }} aria-label={`Zoom: ${String(Math.round(zoom * 100))} %`}>
          {Math.round(zoom * 100)} %
        </Button>
      </Tooltip>
      <Act title="Undo (Ctrl+Z)" name="Undo" icon={<UndoIcon fontSize="small" />} onClick={on.onUndo} disabled={!grading.canUndo} />
      <Act title="Redo (Ctrl+Shift+Z)" name="Redo" icon={<RedoIcon fontSize="small" />} onClick={on.onRedo} disabled={!grading.canRedo} />
      <GuideButton />
      <Named title={versionsOpen ? 'Back to the grade' : 'Versions and history (K saves a version)'} name="Versions" onClick={on.onVersions} />
      {carry}
      {deliver}
    </Box>
  );
}

/** Something that is called by its name. */
function Named({ title, name, onClick }: { title: string; name: string; onClick: () => void }) {
  return (
    <Tooltip title={title}>
      <Button onClick={onClick} sx={{ minWidth: 0, px: 0.75, flex: 'none', whiteSpace: 'nowrap' }}>
        {name}
      </Button>
    </Tooltip>
  );
}

function Act({ title, name = title, icon, onClick, disabled = false }: { title: string; name?: string; icon: ReactNode; onClick: () => void; disabled?: boolean }) {
  return (
    <Tooltip title={title}>
      <span>
        <IconButton aria-label={name} disabled={disabled} onClick={onClick}>
          {icon}
        </IconButton>
      </span>
    </Tooltip>
  );
}

/** How the photo is shown: side by side where there is room, as a list where there is little. */
function ViewSwitch({ view, onView, hasMove }: { view: ViewMode; onView: (view: ViewMode) => void; hasMove: boolean }) {
  const wide = useMediaQuery('(min-width: 1180px)');
  if (!wide) {
    return (
      <Select
        size="small"
        variant="outlined"
        value={view}
        onChange={(event) => {
          onView(event.target.value);
        }}
        slotProps={{ input: { 'aria-label': 'View' } }}
        sx={{ flex: 'none', fontSize: '0.8125rem', '& .MuiSelect-select': { py: '3px' } }}
      >
        {VIEWS.map(({ mode, title, needsMove }) => (
          <MenuItem key={mode} value={mode} disabled={needsMove === true && !hasMove}>
            {title}
          </MenuItem>
        ))}
      </Select>
    );
  }
  return (
    <OneOf label="View" value={view} options={VIEWS.map(({ mode, title, help, needsMove }) => ({ value: mode, title, help, guide: `views/${mode}`, disabled: needsMove === true && !hasMove }))} onChange={onView} sx={{ px: 0.65 }} />
  );
}
