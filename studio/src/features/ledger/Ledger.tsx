import AddIcon from '@mui/icons-material/Add';
import { Box, Button, Typography } from '@mui/material';
import { useState, type DragEvent, type KeyboardEvent } from 'react';
import type { MoveSummary } from '../../api/client';
import type { Finding } from '../../model/findings';
import { grouped, shifted, ungrouped, withGroup } from '../../model/groupEdits';
import { atRest, named, switched, type Edit } from '../../model/ledgerEdits';
import { newId, type Look } from '../../model/looks';
import { copiedText, duplicatedAll, without } from '../../model/moveClipboard';
import { isGroup, linesOf, moveIds, type TreeLine, type TreeNode } from '../../model/moveTree';
import { greys } from '../../theme';
import type { Say } from '../shell/say';
import { EdgesSwitch } from './EdgesSwitch';
import { GroupRow } from './GroupRow';
import { LedgerMenu, type MenuLine } from './LedgerMenu';
import { LedgerRow } from './LedgerRow';
import { useFolded } from './useFolded';
import { useLedgerDrag } from './useLedgerDrag';
import { useMarked } from './useMarked';
import { useMoveClipboard } from './useMoveClipboard';

interface Props {
  look: Look;
  /** Id of the move or group at hand. */
  selected: string | null;
  summary: MoveSummary[];
  /** What the last change made clearly worse. */
  worse: Finding | null;
  onChecks: (finding: Finding) => void;
  onSelect: (id: string) => void;
  onSay: Say;
  onEdit: (edit: Edit) => void;
  /** Id of the only move or group that is shown; null while all are. */
  solo: string | null;
  onSolo: (id: string | null) => void;
  onAdd: () => void;
  onLooks: () => void;
  /** What stood in the place of the grade before: the way back leads to its button. */
  cameFrom: 'move' | 'look' | null;
}

/** The grade, move by move, in plain words. */
export function Ledger({ look, selected, summary, worse, onChecks, onSelect, onSay, onEdit, solo, onSolo, onAdd, onLooks, cameFrom }: Props) {
  const [menu, setMenu] = useState<{ at: HTMLElement; node: TreeNode } | null>(null);
  const [naming, setNaming] = useState<string | null>(null);
  const { moves } = look;
  const { folded, fold } = useFolded(look, selected, onSelect);
  const lines = linesOf(look, folded);
  const order = lines.map(({ node }) => node.id);
  const { all, meant, mark, selectAll, click } = useMarked(order, selected, onSelect);
  const drag = useLedgerDrag(look, lines, folded, meant, onEdit, onSelect);
  useMoveClipboard({ look, ids: all, onEdit, onPasted: selectAll, onSay });

  const remove = (id: string) => {
    const gone = moveIds(look, meant(id));
    const index = moves.findLastIndex((move) => gone.has(move.id));
    const next = moves[index + 1] ?? moves.findLast((move) => !gone.has(move.id));
    onEdit(without(gone));
    mark([]);
    if (next) onSelect(next.id);
  };
  const group = (id: string) => {
    const made = newId('g');
    onEdit(grouped(meant(id), made));
    selectAll([made]);
    setNaming(made);
  };
  const dissolve = (node: TreeNode) => {
    onEdit(ungrouped(node.id));
    mark(moves.filter((move) => move.group === node.id).map(({ id }) => id));
  };
  const toggle = (node: TreeNode, on: boolean) => {
    const edits = [...meant(node.id)].map((id) => (look.groups?.some((one) => one.id === id) ? withGroup(id, { on }) : switched(id, on)));
    onEdit((newest) => edits.reduce((edited, edit) => edit(edited), newest));
  };
  const keys = ({ node }: TreeLine, index: number) => (event: KeyboardEvent) => {
    const { id } = node;
    const step = { ArrowUp: -1, ArrowDown: 1 }[event.key];
    const ctrl = event.ctrlKey || event.metaKey;
    if (event.altKey && step !== undefined) onEdit(shifted(id, step));
    else if (step !== undefined) {
      const to = order[index + step] ?? id;
      mark(event.shiftKey ? [...all, to] : []);
      onSelect(to);
    } else if (event.key === 'ArrowLeft' || event.key === 'ArrowRight') {
      if (isGroup(node)) fold(id, event.key === 'ArrowLeft');
      else if (event.key === 'ArrowLeft' && node.move.group !== undefined) onSelect(node.move.group);
    } else if (ctrl && event.key === 'a') mark(order);
    else if (ctrl && event.key.toLowerCase() === 'g') {
      if (!event.shiftKey) group(id);
      else if (isGroup(node)) dissolve(node);
    } else if (event.key === 'Escape' && all.size > 1) mark([]);
    else if (event.key === 'Delete') remove(id);
    else if (event.key === 'F2') setNaming(id);
    else if (event.key === 'Enter' || event.key === ' ') onSelect(id);
    else return;
    event.preventDefault();
    event.stopPropagation();
  };
  const menuLines = (node: TreeNode): MenuLine[] => {
    const { id } = node;
    const several = meant(id).size > 1;
    const still = (by: number) => { const next = shifted(id, by)(look); return JSON.stringify(next) === JSON.stringify(look); };
    return [
      { label: 'Rename (F2)', act: () => { setNaming(id); } },
      { label: 'Copy (Ctrl+C)', act: () => { void window.navigator.clipboard.writeText(copiedText(look, meant(id))); } },
      { label: 'Duplicate', act: () => { const { edit, ids } = duplicatedAll(look, meant(id)); onEdit(edit); selectAll(ids); } },
      { label: several ? `Group ${String(meant(id).size)} selected (Ctrl+G)` : 'Put in a group (Ctrl+G)', act: () => { group(id); } },
      ...(isGroup(node) ? [{ label: 'Ungroup (Ctrl+Shift+G)', act: () => { dissolve(node); } }] : []),
      { label: solo === id ? 'Show all moves' : isGroup(node) ? 'Show only this group' : 'Show only this move', act: () => { onSelect(id); onSolo(solo === id ? null : id); } },
      { label: 'Move up (Alt+↑)', off: still(-1), act: () => { onEdit(shifted(id, -1)); } },
      { label: 'Move down (Alt+↓)', off: still(1), act: () => { onEdit(shifted(id, 1)); } },
      ...(isGroup(node) ? [] : [{ label: 'Reset its settings', act: () => { onEdit(atRest(id)); } }]),
      { label: 'Remove (Delete)', act: () => { remove(id); } },
    ];
  };

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
        <Box
          component="ol"
          aria-label="Moves"
          onDragOver={(event: DragEvent) => {
            event.preventDefault();
            drag.overEnd();
          }}
          onDrop={(event: DragEvent) => {
            event.preventDefault();
            drag.end(true);
          }}
          sx={{ m: 0, listStyle: 'none', overflowY: 'auto', px: 0.75, pb: 0.75, ...(drag.atEnd ? { boxShadow: 'inset 0 -2px 0 #fff' } : {}) }}
        >
          {lines.map((line, index) => {
            const { node, depth, lit, number } = line;
            const { id } = node;
            const common = {
              depth,
              lit,
              selected: id === selected,
              marked: all.size > 1 && all.has(id),
              naming: naming === id,
              dropsHere: drag.dropsAt(index),
              onSelect: (held: { ctrl: boolean; shift: boolean }) => { click(id, held); },
              onSwitch: (on: boolean) => { toggle(node, on); },
              onName: (label: string | null) => {
                setNaming(null);
                if (label !== null) onEdit(isGroup(node) ? withGroup(id, { label: label.trim().slice(0, 200) }) : named(id, label));
              },
              onStartNaming: () => { setNaming(id); },
              onMenu: (at: HTMLElement) => { setMenu({ at, node }); },
              onKeyDown: keys(line, index),
              onDragStart: () => { drag.start(index); },
              onDragOver: (down: number) => { drag.over(index, down); },
              onDragEnd: drag.end,
            };
            return isGroup(node) ? (
              <GroupRow key={id} {...common} node={node} place={index} folded={folded.has(id)} onFold={() => { fold(id, !folded.has(id)); }} />
            ) : (
              <LedgerRow key={id} {...common} move={node.move} number={number} summary={summary.find((one) => one.id === id)} worse={worse?.move === id ? worse : null} onChecks={onChecks} />
            );
          })}
        </Box>
      )}
      {moves.some(({ reach }) => reach) && <EdgesSwitch look={look} onEdit={onEdit} />}
      <LedgerMenu at={menu?.at ?? null} lines={menu ? menuLines(menu.node) : []} onClose={() => { setMenu(null); }} />
    </Box>
  );
}
