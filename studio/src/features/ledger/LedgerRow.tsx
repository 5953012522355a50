import MoreIcon from '@mui/icons-material/MoreVert';
import { Box, ButtonBase, IconButton, InputBase, Switch, Tooltip, Typography } from '@mui/material';
import { useEffect, useRef, type DragEvent, type KeyboardEvent } from 'react';
import type { MoveSummary } from '../../api/client';
import { WorseLine } from '../checks/WorseLine';
import type { Finding } from '../../model/findings';
import { SwatchPair } from '../../ui/controls/SwatchPair';
import { moveWords } from '../panels';
import { greys } from '../../theme';
import { amountOf, isOn, kindTitle, plain, type Move } from '../../model/looks';
import { areaWords } from '../area/shapes';
import { reachWords } from './ReachEditor';

interface Props {
  move: Move;
  number: number;
  selected: boolean;
  /** One of several that are selected. */
  marked: boolean;
  naming: boolean;
  summary: MoveSummary | undefined;
  worse: Finding | null;
  onChecks: (finding: Finding) => void;
  onSelect: (held: { ctrl: boolean; shift: boolean }) => void;
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
export function LedgerRow({ move, number, selected, marked, naming, summary, worse, onChecks, onSelect, onSwitch, onName, onStartNaming, onMenu, onKeyDown, dropsHere, onDragStart, onDragOver, onDragEnd }: Props) {
  const on = isOn(move);
  const amount = amountOf(move);
  const name = move.label ? move.label : kindTitle(move.kind);
  const details = [moveWords(move), move.reach ? `on ${reachWords(move.reach)}` : '', move.area ? `in ${areaWords(move.area)}` : '', (move.soften ?? 0) > 0 ? 'softened' : '', amount < 100 ? `at ${plain(amount)} %` : ''].filter((part) => part !== '').join(' · ');
  const row = useRef<HTMLLIElement>(null);
  const button = useRef<HTMLButtonElement>(null);
  useEffect(() => {
    if (!selected) return;
    row.current?.scrollIntoView({ block: 'nearest' });
    // Keys go on from the move that was chosen or moved, as long as they were in the list.
    const list = row.current?.parentElement;
    if (list?.contains(document.activeElement) && document.activeElement?.hasAttribute('data-move')) button.current?.focus();
  }, [selected, number]);
  const wasNaming = useRef(false);
  useEffect(() => {
    // Keys go on from the move that was renamed.
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
      sx={{ position: 'relative', display: 'grid', gridTemplateColumns: '1fr auto auto auto', alignItems: 'center', columnGap: 0.5, pl: 0.5, py: '3px', borderRadius: 1, bgcolor: selected ? '#505050' : marked ? '#484848' : 'transparent', ...(marked ? { boxShadow: 'inset 3px 0 0 #e8e8e8' } : {}), '&:hover': { bgcolor: selected ? '#505050' : greys.raised } }}
    >
      {/* The whole row chooses; what can be done besides lies over it. */}
      <ButtonBase
        ref={button}
        data-move
        data-inset
        aria-label={`Move ${String(number)}: ${name}${on ? '' : ', off'}. ${details}`}
        aria-pressed={selected || marked}
        tabIndex={selected ? 0 : -1}
        onClick={(event) => { onSelect({ ctrl: event.ctrlKey || event.metaKey, shift: event.shiftKey }); }}
        onDoubleClick={onStartNaming}
        onKeyDown={onKeyDown}
        sx={{ position: 'absolute', inset: 0, borderRadius: 1 }}
      />
      <Box sx={{ display: 'flex', alignItems: 'baseline', gap: 0.75, minWidth: 0, pointerEvents: naming ? 'auto' : 'none', position: 'relative' }}>
        <Typography variant="caption" component="span" sx={{ width: 14, textAlign: 'right', flex: 'none', color: selected ? greys.text : greys.quiet }}>
          {number}
        </Typography>
        {naming ? (
          <NameField name={name} onName={onName} />
        ) : (
          <Typography variant="body2" component="span" sx={{ fontWeight: 600, lineHeight: 1.25, overflowWrap: 'anywhere', color: on ? greys.text : greys.quiet }}>
            {name}
          </Typography>
        )}
      </Box>
      <Box sx={{ pointerEvents: 'none', opacity: on ? 1 : 0.5 }}>
        <SwatchPair before={summary?.before} after={summary?.after} />
      </Box>
      <Tooltip title={on ? 'Turn this move off' : 'Turn this move on'}>
        <Switch
          size="small"
          checked={on}
          slotProps={{ input: { 'aria-label': `Move ${String(number)} on` } }}
          onChange={(_, next) => {
            onSwitch(next);
          }}
        />
      </Tooltip>
      <IconButton
        aria-label={`More for move ${String(number)}`}
        sx={{ p: 0.25, ml: -0.75 }}
        onClick={(event) => {
          onMenu(event.currentTarget);
        }}
      >
        <MoreIcon fontSize="small" />
      </IconButton>
      {/* Of the move at hand always of one height, so that nothing below moves while its values are changed. */}
      <Box sx={{ gridColumn: '1 / -1', pl: '20px', pr: 0.5, fontSize: '0.72rem', lineHeight: 1.25, ...(selected ? { height: '2.5em', overflow: 'hidden' } : {}) }}>
        {worse ? (
          <WorseLine finding={worse} onChecks={onChecks} />
        ) : (
          <Typography variant="caption" component="div" title={details} sx={{ fontSize: 'inherit', lineHeight: 'inherit', pointerEvents: 'none', color: selected ? greys.text : greys.quiet, overflowWrap: 'anywhere', ...(selected ? { display: '-webkit-box', WebkitLineClamp: 2, WebkitBoxOrient: 'vertical', overflow: 'hidden' } : {}) }}>
            {details}
            {on ? '' : ' · off'}
          </Typography>
        )}
      </Box>
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
