import AddIcon from '@mui/icons-material/Add';
import MoreIcon from '@mui/icons-material/MoreVert';
import { Box, Button, IconButton, InputBase, ListItemText, Menu, MenuItem, Switch, Tooltip, Typography } from '@mui/material';
import { useEffect, useRef, useState, type KeyboardEvent } from 'react';
import type { MoveSummary } from '../api/client';
import { SwatchPair } from '../controls/SwatchPair';
import { KINDS, moveWords } from '../panels';
import { greys } from '../theme';
import { PresetsDialog } from './PresetsDialog';
import { isOn, kindHelp, kindTitle, newMove, plain, replaceMove, strengthOf, withField, type Look, type Move } from './looks';
import { reachWords } from './ReachEditor';

interface Props {
  look: Look;
  selected: number;
  summary: MoveSummary[] | undefined;
  onSelect: (index: number) => void;
  onChange: (look: Look, select?: number) => void;
  /** True while only the chosen move is shown. */
  solo: boolean;
  onSolo: (solo: boolean) => void;
}

/** The grade, move by move, in plain words. */
export function Ledger({ look, selected, summary, onSelect, onChange, solo, onSolo }: Props) {
  const [presets, setPresets] = useState(false);
  /** The move that is dragged, and the place it would go to. */
  const [dragged, setDragged] = useState<{ from: number; to: number } | null>(null);
  const [addAt, setAddAt] = useState<HTMLElement | null>(null);
  const [menu, setMenu] = useState<{ at: HTMLElement; index: number } | null>(null);
  const [naming, setNaming] = useState<number | null>(null);

  const swap = (index: number, to: number) => {
    if (to < 0 || to >= look.moves.length) return;
    const moves = [...look.moves];
    const [move] = moves.splice(index, 1);
    if (move) moves.splice(to, 0, move);
    onChange({ ...look, moves }, to);
  };
  const remove = (index: number) => {
    onChange({ ...look, moves: look.moves.filter((_, i) => i !== index) }, Math.max(0, Math.min(index, look.moves.length - 2)));
  };
  const duplicate = (index: number) => {
    const move = look.moves[index];
    if (move) onChange({ ...look, moves: [...look.moves.slice(0, index + 1), move, ...look.moves.slice(index + 1)] }, index + 1);
  };
  const rename = (index: number, label: string) => {
    const move = look.moves[index];
    setNaming(null);
    if (move && label.trim() !== (move.label ?? '')) onChange(replaceMove(look, index, withField(move, { label: label.trim().slice(0, 200) })));
  };
  const keys = (index: number) => (event: KeyboardEvent) => {
    if (event.target !== event.currentTarget) return;
    if (event.altKey && (event.key === 'ArrowUp' || event.key === 'ArrowDown')) swap(index, index + (event.key === 'ArrowUp' ? -1 : 1));
    else if (event.key === 'ArrowUp') onSelect(Math.max(0, index - 1));
    else if (event.key === 'ArrowDown') onSelect(Math.min(look.moves.length - 1, index + 1));
    else if (event.key === 'Delete') remove(index);
    else if (event.key === 'F2') setNaming(index);
    else if (event.key === 'Enter' || event.key === ' ') onSelect(index);
    else return;
    event.preventDefault();
    event.stopPropagation();
  };
  const chosen = menu ? look.moves[menu.index] : undefined;
  const act = (what: () => void) => () => {
    setMenu(null);
    what();
  };

  return (
    <Box component="section" aria-label="Grade" sx={{ display: 'flex', flexDirection: 'column', minHeight: 0 }}>
      <Box sx={{ display: 'flex', alignItems: 'center', px: 1.5, pt: 1, pb: 0.5 }}>
        <Typography variant="subtitle2" sx={{ flex: 1 }}>
          Grade
        </Typography>
        <Button
          startIcon={<AddIcon />}
          onClick={(event) => {
            setAddAt(event.currentTarget);
          }}
        >
          Add a move
        </Button>
      </Box>
      {look.moves.length === 0 ? (
        <Typography variant="body2" sx={{ px: 1.5, pb: 1.5, color: greys.quiet }}>
          Nothing is changed yet. Choose a colour on the photo or in the list on the left, or add a move: <b>shift</b> for one colour, <b>neutralise</b> against a cast,{' '}
          <b>band mix</b> for families of hues.
        </Typography>
      ) : (
        <Box role="listbox" aria-label="Moves" sx={{ overflowY: 'auto', px: 0.75, pb: 0.75 }}>
          {look.moves.map((move, index) => (
            <Row
              key={index}
              move={move}
              number={index + 1}
              selected={index === selected}
              naming={naming === index}
              summary={summary?.[index]}
              onSelect={() => {
                onSelect(index);
              }}
              onSwitch={(on) => {
                onChange(replaceMove(look, index, withField(move, { on })));
              }}
              onName={(label) => {
                rename(index, label);
              }}
              onStartNaming={() => {
                setNaming(index);
              }}
              onMenu={(at) => {
                setMenu({ at, index });
              }}
              onKeyDown={keys(index)}
              dropsHere={dragged !== null && dragged.to === index && dragged.from !== index ? (dragged.from < index ? 'below' : 'above') : null}
              onDragStart={() => {
                setDragged({ from: index, to: index });
              }}
              onDragOver={() => {
                setDragged((now) => now && { ...now, to: index });
              }}
              onDragEnd={(dropped) => {
                if (dropped && dragged && dragged.from !== index) swap(dragged.from, index);
                setDragged(null);
              }}
            />
          ))}
        </Box>
      )}
      <Menu
        anchorEl={addAt}
        open={addAt !== null}
        onClose={() => {
          setAddAt(null);
        }}
      >
        <MenuItem
          dense
          divider
          onClick={() => {
            setAddAt(null);
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
              setAddAt(null);
              const resting = look.moves[selected];
              // A reach was chosen and nothing done with it yet: the new move takes it over.
              if (resting?.reach && Object.keys(resting.params ?? {}).length === 0) onChange(replaceMove(look, selected, withField(newMove(kind), { reach: resting.reach, label: resting.label ?? '' })), selected);
              else onChange({ ...look, moves: [...look.moves, newMove(kind)] }, look.moves.length);
            }}
          >
            <ListItemText primary={kindTitle(kind)} secondary={kindHelp(kind)} slotProps={{ secondary: { sx: { fontSize: '0.75rem', lineHeight: 1.25 } } }} sx={{ my: 0.25 }} />
          </MenuItem>
        ))}
      </Menu>
      <Menu
        anchorEl={menu?.at ?? null}
        open={menu !== null}
        onClose={() => {
          setMenu(null);
        }}
      >
        {menu && chosen && [
          <MenuItem key="name" onClick={act(() => { setNaming(menu.index); })}>Rename</MenuItem>,
          <MenuItem key="copy" onClick={act(() => { duplicate(menu.index); })}>Duplicate</MenuItem>,
          <MenuItem key="solo" onClick={act(() => { onSelect(menu.index); onSolo(!(solo && menu.index === selected)); })}>{solo && menu.index === selected ? 'Show all moves again' : 'Show only this move'}</MenuItem>,
          <MenuItem key="up" disabled={menu.index === 0} onClick={act(() => { swap(menu.index, menu.index - 1); })}>Move up (Alt+↑)</MenuItem>,
          <MenuItem key="down" disabled={menu.index === look.moves.length - 1} onClick={act(() => { swap(menu.index, menu.index + 1); })}>Move down (Alt+↓)</MenuItem>,
          <MenuItem key="rest" onClick={act(() => { onChange(replaceMove(look, menu.index, withField(chosen, { params: {}, strength: 100 }))); })}>Put its settings to rest</MenuItem>,
          <MenuItem key="gone" onClick={act(() => { remove(menu.index); })}>Remove (Delete)</MenuItem>,
        ]}
      </Menu>
      <PresetsDialog
        open={presets}
        onClose={() => {
          setPresets(false);
        }}
        onTake={(preset) => {
          setPresets(false);
          onChange({ ...look, moves: [...look.moves, ...preset.look.moves] }, look.moves.length);
        }}
      />
    </Box>
  );
}

interface RowProps {
  move: Move;
  number: number;
  selected: boolean;
  naming: boolean;
  summary: MoveSummary | undefined;
  onSelect: () => void;
  onSwitch: (on: boolean) => void;
  onName: (label: string) => void;
  onStartNaming: () => void;
  onMenu: (at: HTMLElement) => void;
  onKeyDown: (event: KeyboardEvent) => void;
  /** Where a dragged move would come to lie, as seen from this one. */
  dropsHere: 'above' | 'below' | null;
  onDragStart: () => void;
  onDragOver: () => void;
  onDragEnd: (dropped: boolean) => void;
}

function Row({ move, number, selected, naming, summary, onSelect, onSwitch, onName, onStartNaming, onMenu, onKeyDown, dropsHere, onDragStart, onDragOver, onDragEnd }: RowProps) {
  const on = isOn(move);
  const strength = strengthOf(move);
  const name = move.label ? move.label : kindTitle(move.kind);
  const details = [moveWords(move), move.reach ? `on ${reachWords(move.reach)}` : '', strength < 100 ? `at ${plain(strength)} %` : '']
    .filter((part) => part !== '')
    .join(' · ');
  const row = useRef<HTMLDivElement>(null);
  useEffect(() => {
    if (selected) row.current?.scrollIntoView({ block: 'nearest' });
  }, [selected]);
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
      onDragStart={(event) => {
        event.dataTransfer.effectAllowed = 'move';
        event.dataTransfer.setData('text/x-move', String(number));
        onDragStart();
      }}
      onDragOver={(event) => {
        if (!event.dataTransfer.types.includes('text/x-move')) return;
        event.preventDefault();
        onDragOver();
      }}
      onDrop={(event) => {
        event.preventDefault();
        event.stopPropagation();
        onDragEnd(true);
      }}
      onDragEnd={() => {
        onDragEnd(false);
      }}
      style={{ boxShadow: dropsHere === 'above' ? '0 -2px 0 #fff' : dropsHere === 'below' ? '0 2px 0 #fff' : undefined }}
      sx={{
        display: 'flex',
        alignItems: 'center',
        gap: 1,
        px: 0.75,
        py: 0.5,
        borderRadius: 1,
        cursor: 'default',
        bgcolor: selected ? '#505050' : 'transparent',
        '&:hover': { bgcolor: selected ? '#505050' : greys.raised },
      }}
    >
      <Typography variant="caption" sx={{ width: 14, textAlign: 'right', flex: 'none' }}>
        {number}
      </Typography>
      <Box sx={{ flex: 1, minWidth: 0, opacity: on ? 1 : 0.5 }}>
        {naming ? (
          <InputBase
            autoFocus
            fullWidth
            defaultValue={name}
            inputProps={{ 'aria-label': 'Name of the move', maxLength: 200 }}
            onFocus={(event) => {
              event.target.select();
            }}
            onBlur={(event) => {
              onName(event.target.value);
            }}
            onKeyDown={(event) => {
              event.stopPropagation();
              if (event.key === 'Enter') (event.target as HTMLElement).blur();
            }}
            sx={{ fontSize: '0.8125rem', bgcolor: '#2e2e2e', px: 0.5 }}
          />
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
