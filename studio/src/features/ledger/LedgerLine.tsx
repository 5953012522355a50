import MoreIcon from '@mui/icons-material/MoreVert';
import { Box, ButtonBase, IconButton, Switch, Tooltip, Typography } from '@mui/material';
import { useEffect, useRef, type DragEvent, type KeyboardEvent, type ReactNode } from 'react';
import { NameField } from './NameField';
import { greys } from '../../theme';

/** What a line of the grade can have done to it, whatever it is of. */
export interface LineActions {
  onSelect: (held: { ctrl: boolean; shift: boolean }) => void;
  onSwitch: (on: boolean) => void;
  /** The name typed, or null when it was given up. */
  onName: (label: string | null) => void;
  onStartNaming: () => void;
  onMenu: (at: HTMLElement) => void;
  onKeyDown: (event: KeyboardEvent) => void;
  onDragStart: () => void;
  /** Dragged over it, so far down of its height: 0 to 1. */
  onDragOver: (down: number) => void;
  onDragEnd: (dropped: boolean) => void;
}

export interface LineState {
  selected: boolean;
  /** One of several that are selected. */
  marked: boolean;
  naming: boolean;
  /** In how many groups it lies. */
  depth: number;
  /** Whether the groups that it lies in are on. */
  lit: boolean;
  /** Where something dragged would come to lie, as seen from this one. */
  dropsHere: 'above' | 'below' | 'into' | null;
}

interface Props extends LineState, LineActions {
  of: 'move' | 'group';
  /** What it is called in the names of its controls. */
  what: string;
  name: string;
  details: string;
  on: boolean;
  /** Stands before the name. */
  before: ReactNode;
  /** Stands before the switch. */
  swatch: ReactNode;
  /** The line below the name. */
  below?: ReactNode;
  /** Any change of it brings the line into view while it is at hand. */
  place: number;
}

const DRAGGED = 'text/x-move';
/** How far a line is set in for each group that it lies in, in pixels. */
const INSET = 12;
const DROPS = { above: '0 -2px 0 #fff', below: '0 2px 0 #fff', into: 'inset 0 0 0 2px #fff' };

/** One line of the grade: what it is called, its switch, its menu; it can be chosen, renamed, dragged. */
export function LedgerLine({ of, what, name, details, on, before, swatch, below, place, selected, marked, naming, depth, lit, dropsHere, ...act }: Props) {
  const row = useRef<HTMLLIElement>(null);
  const button = useRef<HTMLButtonElement>(null);
  const bright = on && lit;
  useEffect(() => {
    if (!selected) return;
    row.current?.scrollIntoView({ block: 'nearest' });
    // Keys go on from the line that was chosen or moved, as long as they were in the list.
    const list = row.current?.parentElement;
    if (list?.contains(document.activeElement) && document.activeElement?.hasAttribute('data-move')) button.current?.focus();
  }, [selected, place]);
  const wasNaming = useRef(false);
  useEffect(() => {
    // Keys go on from the line that was renamed.
    if (wasNaming.current && !naming && (document.activeElement === null || document.activeElement === document.body)) button.current?.focus();
    wasNaming.current = naming;
  }, [naming]);
  return (
    <Box
      component="li"
      ref={row}
      draggable={!naming}
      onDragStart={(event: DragEvent) => {
        event.dataTransfer.effectAllowed = 'move';
        event.dataTransfer.setData(DRAGGED, name);
        act.onDragStart();
      }}
      onDragOver={(event: DragEvent<HTMLElement>) => {
        if (!event.dataTransfer.types.includes(DRAGGED)) return;
        event.preventDefault();
        event.stopPropagation();
        const box = event.currentTarget.getBoundingClientRect();
        act.onDragOver((event.clientY - box.top) / box.height);
      }}
      onDrop={(event: DragEvent) => {
        event.preventDefault();
        event.stopPropagation();
        act.onDragEnd(true);
      }}
      onDragEnd={() => {
        act.onDragEnd(false);
      }}
      style={{ boxShadow: dropsHere ? DROPS[dropsHere] : undefined, marginLeft: depth * INSET }}
      sx={{ position: 'relative', display: 'grid', gridTemplateColumns: '1fr auto auto auto', alignItems: 'center', columnGap: 0.5, pl: 0.5, py: '3px', borderRadius: 1, bgcolor: selected ? '#505050' : marked ? '#484848' : 'transparent', ...(marked ? { boxShadow: 'inset 3px 0 0 #e8e8e8' } : {}), '&:hover': { bgcolor: selected ? '#505050' : greys.raised }, ...(depth > 0 ? { '&::before': { content: '""', position: 'absolute', left: -5, top: 0, bottom: 0, width: '2px', bgcolor: greys.line } } : {}) }}
    >
      {/* The whole line chooses; what can be done besides lies over it. */}
      <ButtonBase
        ref={button}
        data-move
        data-inset
        aria-label={`${what}: ${name}${on ? '' : ', off'}. ${details}`}
        aria-pressed={selected || marked}
        tabIndex={selected ? 0 : -1}
        onClick={(event) => { act.onSelect({ ctrl: event.ctrlKey || event.metaKey, shift: event.shiftKey }); }}
        onDoubleClick={act.onStartNaming}
        onKeyDown={act.onKeyDown}
        sx={{ position: 'absolute', inset: 0, borderRadius: 1 }}
      />
      <Box sx={{ display: 'flex', alignItems: 'baseline', gap: 0.75, minWidth: 0, pointerEvents: naming ? 'auto' : 'none', position: 'relative' }}>
        {before}
        {naming ? (
          <NameField label={`Name of the ${of}`} name={name} onName={act.onName} />
        ) : (
          <Typography variant="body2" component="span" sx={{ fontWeight: 600, lineHeight: 1.25, overflowWrap: 'anywhere', color: bright ? greys.text : greys.quiet }}>
            {name}
          </Typography>
        )}
      </Box>
      <Box sx={{ pointerEvents: 'none', opacity: bright ? 1 : 0.5 }}>{swatch}</Box>
      <Tooltip title={`Turn this ${of} ${on ? 'off' : 'on'}`}>
        <Switch
          size="small"
          checked={on}
          slotProps={{ input: { 'aria-label': `${what} on` } }}
          onChange={(_, next) => {
            act.onSwitch(next);
          }}
        />
      </Tooltip>
      <IconButton
        aria-label={`More for ${what.charAt(0).toLowerCase()}${what.slice(1)}`}
        sx={{ p: 0.25, ml: -0.75 }}
        onClick={(event) => {
          act.onMenu(event.currentTarget);
        }}
      >
        <MoreIcon fontSize="small" />
      </IconButton>
      {below}
    </Box>
  );
}
