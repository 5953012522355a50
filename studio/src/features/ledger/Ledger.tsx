import AddIcon from '@mui/icons-material/Add';
import { Box, Button, Menu, MenuItem, Typography } from '@mui/material';
import { useRef, useState, type KeyboardEvent } from 'react';
import type { MoveSummary } from '../../api/client';
import type { Finding } from '../../model/findings';
import { greys } from '../../theme';
import { EdgesSwitch } from './EdgesSwitch';
import { LedgerRow } from './LedgerRow';
import { useMoveClipboard } from './useMoveClipboard';
import { atRest, named, placed, shifted, switched, type Edit } from '../../model/ledgerEdits';
import { copiedText, duplicatedAll, marked, without } from '../../model/moveClipboard';
import type { Say } from '../shell/say';
import type { Look } from '../../model/looks';

interface Props {
  look: Look;
  /** Id of the move at hand. */
  selected: string | null;
  summary: MoveSummary[];
  /** What the last change made clearly worse. */
  worse: Finding | null;
  onChecks: (finding: Finding) => void;
  onSelect: (id: string) => void;
  onSay: Say;
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
export function Ledger({ look, selected, summary, worse, onChecks, onSelect, onSay, onEdit, solo, onSolo, onAdd, onLooks, cameFrom }: Props) {
  /** The move that is dragged, and the place it would go to. */
  const [dragged, setDragged] = useState<{ id: string; from: number; to: number } | null>(null);
  const [menu, setMenu] = useState<{ at: HTMLElement; id: string } | null>(null);
  const [naming, setNaming] = useState<string | null>(null);
  /** What a menu item does waits until the menu is gone, which gives the focus back. */
  const afterMenu = useRef<(() => void) | null>(null);
  const { moves } = look;
  const order = moves.map(({ id }) => id);
  /** Selected besides the move at hand. */
  const [more, setMore] = useState<ReadonlySet<string>>(new Set());
  const all: ReadonlySet<string> = new Set(selected === null ? [] : [selected, ...order.filter((id) => more.has(id))]);
  /** The moves that something done to one of them is done to: all that are selected, if it is. */
  const meant = (id: string): ReadonlySet<string> => (all.has(id) ? all : new Set([id]));
  const selectAll = (ids: readonly string[]) => {
    setMore(new Set(ids));
    const last = ids.at(-1);
    if (last !== undefined) onSelect(last);
  };
  useMoveClipboard({ look, ids: all, onEdit, onPasted: selectAll, onSay });

  const remove = (id: string) => {
    const gone = meant(id);
    const index = moves.findLastIndex((move) => gone.has(move.id));
    const next = moves[index + 1] ?? moves.findLast((move) => !gone.has(move.id));
    onEdit(without(gone));
    setMore(new Set());
    if (next && gone.has(selected ?? '')) onSelect(next.id);
  };
  const click = (id: string, held: { ctrl: boolean; shift: boolean }) => {
    const next = marked(all, order, selected, id, held);
    setMore(next);
    // The move at hand is one of those that are selected.
    if (next.has(id)) onSelect(id);
    else onSelect(order.findLast((one) => next.has(one)) ?? id);
  };
  const keys = (id: string, index: number) => (event: KeyboardEvent) => {
    const step = { ArrowUp: -1, ArrowDown: 1 }[event.key];
    if (event.altKey && step !== undefined) onEdit(shifted(id, step));
    else if (step !== undefined) {
      const to = (moves[index + step] ?? moves[index])?.id ?? id;
      setMore(event.shiftKey ? new Set([...all, to]) : new Set());
      onSelect(to);
    } else if ((event.ctrlKey || event.metaKey) && event.key === 'a') setMore(new Set(order));
    else if (event.key === 'Escape' && all.size > 1) setMore(new Set());
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
              marked={all.size > 1 && all.has(move.id)}
              naming={naming === move.id}
              summary={summary.find(({ id }) => id === move.id)}
              worse={worse?.move === move.id ? worse : null}
              onChecks={onChecks}
              onSelect={(held) => {
                click(move.id, held);
              }}
              onSwitch={(on) => {
                const ids = meant(move.id);
                onEdit((newest) => [...ids].reduce((edited, id) => switched(id, on)(edited), newest));
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
          <MenuItem key="copy" onClick={act(() => { void window.navigator.clipboard.writeText(copiedText(look, meant(menu.id))); })}>Copy (Ctrl+C)</MenuItem>,
          <MenuItem key="double" onClick={act(() => { const { edit, ids } = duplicatedAll(look, meant(menu.id)); onEdit(edit); selectAll(ids); })}>Duplicate</MenuItem>,
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
