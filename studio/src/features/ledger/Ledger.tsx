import AddIcon from '@mui/icons-material/Add';
import { Box, Button, Menu, MenuItem, Typography } from '@mui/material';
import { useRef, useState, type KeyboardEvent } from 'react';
import type { MoveSummary } from '../../api/client';
import type { Finding } from '../../model/findings';
import { greys } from '../../theme';
import { EdgesSwitch } from './EdgesSwitch';
import { LedgerRow } from './LedgerRow';
import { atRest, duplicated, named, placed, removed, shifted, switched, type Edit } from '../../model/ledgerEdits';
import { newId, type Look } from '../../model/looks';

interface Props {
  look: Look;
  /** Id of the move at hand. */
  selected: string | null;
  summary: MoveSummary[];
  /** What the last change made clearly worse. */
  worse: Finding | null;
  onChecks: (finding: Finding) => void;
  onSelect: (id: string) => void;
  onEdit: (edit: Edit) => void;
  /** Id of the only move that is shown; null while all are. */
  solo: string | null;
  onSolo: (id: string | null) => void;
  onAdd: () => void;
  onLooks: () => void;
  /** What stood in the place of the grade before: the way back leads to its button. */
  cameFrom: 'move' | 'look' | null;
}

/** The grade, move by move, in plain words. */
export function Ledger({ look, selected, summary, worse, onChecks, onSelect, onEdit, solo, onSolo, onAdd, onLooks, cameFrom }: Props) {
  /** The move that is dragged, and the place it would go to. */
  const [dragged, setDragged] = useState<{ id: string; from: number; to: number } | null>(null);
  const [menu, setMenu] = useState<{ at: HTMLElement; id: string } | null>(null);
  const [naming, setNaming] = useState<string | null>(null);
  /** What a menu item does waits until the menu is gone, which gives the focus back. */
  const afterMenu = useRef<(() => void) | null>(null);
  const { moves } = look;

  const remove = (id: string) => {
    const index = moves.findIndex((move) => move.id === id);
    const next = moves[index + 1] ?? moves[index - 1];
    onEdit(removed(id));
    if (next && id === selected) onSelect(next.id);
  };
  const keys = (id: string, index: number) => (event: KeyboardEvent) => {
    const step = { ArrowUp: -1, ArrowDown: 1 }[event.key];
    if (event.altKey && step !== undefined) onEdit(shifted(id, step));
    else if (step !== undefined) onSelect((moves[index + step] ?? moves[index])?.id ?? id);
    else if (event.key === 'Delete') remove(id);
    else if (event.key === 'F2') setNaming(id);
    else if (event.key === 'Enter' || event.key === ' ') onSelect(id);
    else return;
    event.preventDefault();
    event.stopPropagation();
  };
  const act = (what: () => void) => () => {
    afterMenu.current = what;
    setMenu(null);
  };
  const at = moves.findIndex(({ id }) => id === menu?.id);

  return (
    <Box component="section" aria-label="Grade" data-guide="parts/grade" sx={{ display: 'flex', flexDirection: 'column', minHeight: 0 }}>
      <Box sx={{ display: 'flex', alignItems: 'center', px: 1.5, pt: 1, pb: 0.5 }}>
        <Typography variant="subtitle2" component="h2" sx={{ flex: 1 }}>
          Grade
        </Typography>
        <Button autoFocus={cameFrom === 'look'} onClick={onLooks}>
          Looks
        </Button>
        <Button autoFocus={cameFrom === 'move'} startIcon={<AddIcon />} onClick={onAdd}>
          Add a move
        </Button>
      </Box>
      {moves.length === 0 ? (
        <Typography variant="body2" sx={{ px: 1.5, pb: 1.5, color: greys.quiet }}>
          No changes yet.
        </Typography>
      ) : (
        <Box component="ol" aria-label="Moves" sx={{ m: 0, listStyle: 'none', overflowY: 'auto', px: 0.75, pb: 0.75 }}>
          {moves.map((move, index) => (
            <LedgerRow
              key={move.id}
              move={move}
              number={index + 1}
              selected={move.id === selected}
              naming={naming === move.id}
              summary={summary.find(({ id }) => id === move.id)}
              worse={worse?.move === move.id ? worse : null}
              onChecks={onChecks}
              onSelect={() => {
                onSelect(move.id);
              }}
              onSwitch={(on) => {
                onEdit(switched(move.id, on));
              }}
              onName={(label) => {
                setNaming(null);
                if (label !== null) onEdit(named(move.id, label));
              }}
              onStartNaming={() => {
                setNaming(move.id);
              }}
              onMenu={(anchor) => {
                setMenu({ at: anchor, id: move.id });
              }}
              onKeyDown={keys(move.id, index)}
              dropsHere={dragged !== null && dragged.to === index && dragged.from !== index ? (dragged.from < index ? 'below' : 'above') : null}
              onDragStart={() => {
                setDragged({ id: move.id, from: index, to: index });
              }}
              onDragOver={() => {
                setDragged((now) => now && { ...now, to: index });
              }}
              onDragEnd={(dropped) => {
                if (dropped && dragged && dragged.from !== index) {
                  onEdit(placed(dragged.id, index));
                  onSelect(dragged.id);
                }
                setDragged(null);
              }}
            />
          ))}
        </Box>
      )}
      {moves.some(({ reach }) => reach) && <EdgesSwitch look={look} onEdit={onEdit} />}
      <Menu
        anchorEl={menu?.at ?? null}
        open={menu !== null}
        onClose={() => {
          setMenu(null);
        }}
        slotProps={{
          transition: {
            onExited: () => {
              const what = afterMenu.current;
              afterMenu.current = null;
              what?.();
            },
          },
        }}
      >
        {menu && [
          <MenuItem key="name" onClick={act(() => { setNaming(menu.id); })}>Rename (F2)</MenuItem>,
          <MenuItem key="copy" onClick={act(() => { const copy = newId(); onEdit(duplicated(menu.id, copy)); onSelect(copy); })}>Duplicate</MenuItem>,
          <MenuItem key="solo" onClick={act(() => { onSelect(menu.id); onSolo(solo === menu.id ? null : menu.id); })}>{solo === menu.id ? 'Show all moves' : 'Show only this move'}</MenuItem>,
          <MenuItem key="up" disabled={at === 0} onClick={act(() => { onEdit(shifted(menu.id, -1)); })}>Move up (Alt+↑)</MenuItem>,
          <MenuItem key="down" disabled={at === moves.length - 1} onClick={act(() => { onEdit(shifted(menu.id, 1)); })}>Move down (Alt+↓)</MenuItem>,
          <MenuItem key="rest" onClick={act(() => { onEdit(atRest(menu.id)); })}>Reset its settings</MenuItem>,
          <MenuItem key="gone" onClick={act(() => { remove(menu.id); })}>Remove (Delete)</MenuItem>,
        ]}
      </Menu>
    </Box>
  );
}
