import MoreIcon from '@mui/icons-material/MoreVert';
import { Box, IconButton, InputBase, Switch, Tooltip, Typography } from '@mui/material';
import { useEffect, useRef, type DragEvent, type KeyboardEvent } from 'react';
import type { MoveSummary } from '../api/client';
import { SwatchPair } from '../controls/SwatchPair';
import { moveWords } from '../panels';
import { greys } from '../theme';
import { isOn, kindTitle, plain, strengthOf, type Move } from './looks';
import { reachWords } from './ReachEditor';

interface Props {
  move: Move;
  number: number;
  selected: boolean;
  naming: boolean;
  summary: MoveSummary | undefined;
  onSelect: () => void;
  onSwitch: (on: boolean) => void;
  /** The name typed, or null when it was given up. */
  onName: (label: string | null) => void;
  onStartNaming: () => void;
  onMenu: (at: HTMLElement) => void;
  onKeyDown: (event: KeyboardEvent) => void;
  /** Where a dragged move would come to lie, as seen from this one. */
  dropsHere: 'above' | 'below' | null;
  onDragStart: () => void;
  onDragOver: () => void;
  onDragEnd: (dropped: boolean) => void;
}

const DRAGGED = 'text/x-move';

/** One move of the grade, in plain words. */
export function LedgerRow({ move, number, selected, naming, summary, onSelect, onSwitch, onName, onStartNaming, onMenu, onKeyDown, dropsHere, onDragStart, onDragOver, onDragEnd }: Props) {
  const on = isOn(move);
  const strength = strengthOf(move);
  const name = move.label ? move.label : kindTitle(move.kind);
  const details = [moveWords(move), move.reach ? `on ${reachWords(move.reach)}` : '', strength < 100 ? `at ${plain(strength)} %` : ''].filter((part) => part !== '').join(' · ');
  const row = useRef<HTMLDivElement>(null);
  useEffect(() => {
    if (!selected) return;
    row.current?.scrollIntoView({ block: 'nearest' });
    // Keys go on from the move that was chosen or moved, as long as they were in the list.
    const list = row.current?.parentElement;
    if (list?.contains(document.activeElement) && document.activeElement?.getAttribute('role') === 'option') row.current?.focus();
  }, [selected, number]);
  return (
    <Box
      ref={row}
      role="option"
      aria-selected={selected}
      aria-label={`Move ${String(number)}: ${name}`}
      tabIndex={selected ? 0 : -1}
      onClick={onSelect}
      onKeyDown={onKeyDown}
      draggable={!naming}
      onDragStart={(event: DragEvent) => {
        event.dataTransfer.effectAllowed = 'move';
        event.dataTransfer.setData(DRAGGED, move.id);
        onDragStart();
      }}
      onDragOver={(event: DragEvent) => {
        if (!event.dataTransfer.types.includes(DRAGGED)) return;
        event.preventDefault();
        onDragOver();
      }}
      onDrop={(event: DragEvent) => {
        event.preventDefault();
        event.stopPropagation();
        onDragEnd(true);
      }}
      onDragEnd={() => {
        onDragEnd(false);
      }}
      style={{ boxShadow: dropsHere === 'above' ? '0 -2px 0 #fff' : dropsHere === 'below' ? '0 2px 0 #fff' : undefined }}
      sx={{ display: 'flex', alignItems: 'center', gap: 1, px: 0.75, py: 0.5, borderRadius: 1, cursor: 'default', bgcolor: selected ? '#505050' : 'transparent', '&:hover': { bgcolor: selected ? '#505050' : greys.raised } }}
    >
      <Typography variant="caption" sx={{ width: 14, textAlign: 'right', flex: 'none' }}>
        {number}
      </Typography>
      <Box sx={{ flex: 1, minWidth: 0, opacity: on ? 1 : 0.5 }}>
        {naming ? (
          <NameField name={name} onName={onName} />
        ) : (
          <Typography variant="body2" noWrap sx={{ fontWeight: 600 }} onDoubleClick={onStartNaming}>
            {name}
          </Typography>
        )}
        <Tooltip title={details} placement="left">
          <Typography variant="caption" noWrap component="div">
            {details}
          </Typography>
        </Tooltip>
      </Box>
      <SwatchPair before={summary?.before} after={summary?.after} />
      <Tooltip title={on ? 'Switch this move off' : 'Switch this move on'}>
        <Switch
          size="small"
          checked={on}
          slotProps={{ input: { 'aria-label': `Move ${String(number)} on` } }}
          onClick={(event) => {
            event.stopPropagation();
          }}
          onChange={(_, next) => {
            onSwitch(next);
          }}
        />
      </Tooltip>
      <IconButton
        aria-label={`More for move ${String(number)}`}
        sx={{ ml: -1, mr: -0.75 }}
        onClick={(event) => {
          event.stopPropagation();
          onMenu(event.currentTarget);
        }}
      >
        <MoreIcon fontSize="small" />
      </IconButton>
    </Box>
  );
}

function NameField({ name, onName }: { name: string; onName: (label: string | null) => void }) {
  const givenUp = useRef(false);
  return (
    <InputBase
      autoFocus
      fullWidth
      defaultValue={name}
      inputProps={{ 'aria-label': 'Name of the move', maxLength: 200 }}
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
