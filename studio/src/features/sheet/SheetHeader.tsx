import BackIcon from '@mui/icons-material/ArrowBack';
import BeforeIcon from '@mui/icons-material/HistoryToggleOffOutlined';
import { Box, Button, IconButton, MenuItem, Select, Tooltip, Typography } from '@mui/material';
import { useQuery } from '@tanstack/react-query';
import type { ReactNode } from 'react';
import { api, type PhotoOrder, type PhotoSet } from '../../api/client';
import { CarryOver } from '../carry/CarryOver';
import { Deliver } from '../deliver/Deliver';
import { GuideButton } from '../guide/GuideButton';
import { SameColour } from '../same/SameColour';
import { greys } from '../../theme';
import { SlideBar } from '../../ui/controls/SlideBar';
import { MoreActions } from './MoreActions';
import { inOrder, type Selection } from './selection';
import { SIZES } from './sizes';
import type { SetWork } from './useSetWork';

interface Props {
  set: PhotoSet;
  selection: Selection;
  sets: ReactNode;
  size: number;
  onSize: (size: number) => void;
  onBefore: (held: boolean) => void;
  work: SetWork;
  onAll: () => void;
  onRename: () => void;
  onRemove: () => void;
  onBack: () => void;
  onFailure: (reason: unknown) => void;
}

const ORDERS: { order: PhotoOrder; title: string }[] = [
  { order: 'arrival', title: 'as imported' },
  { order: 'name', title: 'by name' },
  { order: 'taken', title: 'by date taken' },
  { order: 'hand', title: 'custom order' },
];

/** The line at the top of the sheet: how it is shown, and what can be done to the selected photos. */
export function SheetHeader({ set, selection, sets, size, work, onFailure, ...on }: Props) {
  const { photos } = set;
  const chosen = inOrder(selection, photos.map(({ id }) => id));
  const selected = photos.filter(({ id }) => selection.chosen.has(id));
  const lead = photos.find(({ id }) => id === selection.lead);
  const grade = useQuery({ queryKey: ['grade of', lead?.id, lead?.revision], queryFn: () => (lead ? api.grade(lead.id) : Promise.reject(new Error('No photo is selected.'))), enabled: lead !== undefined });
  return (
    <Box component="header" data-guide="parts/sheet" sx={{ display: 'flex', alignItems: 'center', gap: 0.75, px: 1, minHeight: 38, flex: 'none', bgcolor: greys.panel, borderBottom: `1px solid ${greys.line}` }}>
      {sets}
      <Tooltip title="Back to the photo (S)">
        <span>
          <IconButton aria-label="Back to the photo" disabled={photos.length === 0} onClick={on.onBack}>
            <BackIcon fontSize="small" />
          </IconButton>
        </span>
      </Tooltip>
      <Tooltip title="How large the photos are (+, −)">
        <Box sx={{ width: 106, flex: 'none', px: 1 }}>
          <SlideBar aria-label="Size of the photos" value={size} min={SIZES.least} max={SIZES.most} onChange={(next) => { on.onSize(next); }} />
        </Box>
      </Tooltip>
      <Select size="small" value={set.sorted} onChange={(event) => { void work.sort(event.target.value); }} slotProps={{ input: { 'aria-label': 'Order of the photos' } }} sx={{ fontSize: '0.8125rem', flex: 'none', '& .MuiSelect-select': { py: '3px' } }}>
        {ORDERS.map(({ order, title }) => (
          <MenuItem key={order} value={order}>
            {title}
          </MenuItem>
        ))}
      </Select>
      <Tooltip title="Hold to see all photos as imported (B)">
        <IconButton
          aria-label="All photos as imported, while held"
          onPointerDown={() => { on.onBefore(true); }}
          onPointerUp={() => { on.onBefore(false); }}
          onPointerLeave={() => { on.onBefore(false); }}
        >
          <BeforeIcon fontSize="small" />
        </IconButton>
      </Tooltip>
      <Box sx={{ flex: 1 }} />
      <Typography variant="caption" role="status" sx={{ color: greys.text, whiteSpace: 'nowrap' }}>
        {chosen.length === 0 ? `${String(photos.length)} photos, none selected` : `${String(chosen.length)} of ${String(photos.length)} selected`}
      </Typography>
      <Button onClick={on.onAll} sx={{ flex: 'none', minWidth: 0, whiteSpace: 'nowrap' }} title="Ctrl+A">
        Select all
      </Button>
      <Box sx={{ flex: 1 }} />
      {lead ? (
        <CarryOver photo={lead} photos={photos} look={grade.data?.look} to={selected.filter(({ id }) => id !== lead.id).map(({ id }) => id)} onFailure={onFailure} />
      ) : (
        <Button disabled>Carry over</Button>
      )}
      <SameColour lead={lead} others={selected.filter(({ id }) => id !== lead?.id)} onFailure={onFailure} />
      <MoreActions set={set} chosen={chosen} work={work} onRename={on.onRename} onRemove={on.onRemove} />
      <GuideButton />
      <Deliver photos={selected} />
    </Box>
  );
}
