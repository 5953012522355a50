import { useState } from 'react';
import { dropped } from '../../model/groupEdits';
import type { Edit } from '../../model/ledgerEdits';
import { isGroup, moveIds, movesIn, type TreeLine } from '../../model/moveTree';
import type { Look } from '../../model/looks';

type Target = Parameters<typeof dropped>[1];

interface Dragging {
  id: string;
  /** Line that it comes from. */
  from: number;
  target: Target;
  to: number;
}

/** Dragging lines of the grade to another place, or into a group. */
export function useLedgerDrag(look: Look, lines: readonly TreeLine[], folded: ReadonlySet<string>, meant: (id: string) => ReadonlySet<string>, onEdit: (edit: Edit) => void, onSelect: (id: string) => void) {
  const [dragging, setDragging] = useState<Dragging | null>(null);
  const over = (index: number, down: number) => {
    setDragging((now) => {
      const line = lines[index];
      if (!now || !line) return now;
      const gone = moveIds(look, meant(now.id));
      // Nothing can be put beside itself, nor into itself.
      if (movesIn([line.node]).every(({ id }) => gone.has(id))) return { ...now, target: null, to: -1 };
      const where = isGroup(line.node) && down > 0.4 ? (folded.has(line.node.id) ? 'last' : 'first') : isGroup(line.node) || index < now.from ? 'before' : 'after';
      return { ...now, to: index, target: { id: line.node.id, where } };
    });
  };
  const end = (really: boolean) => {
    if (really && dragging && dragging.to >= 0) {
      onEdit(dropped(meant(dragging.id), dragging.target));
      onSelect(dragging.id);
    }
    setDragging(null);
  };
  return {
    start: (index: number) => {
      const line = lines[index];
      if (line) setDragging({ id: line.node.id, from: index, target: null, to: -1 });
    },
    over,
    /** Below all lines: out of every group. */
    overEnd: () => {
      setDragging((now) => now && { ...now, target: null, to: lines.length });
    },
    end,
    atEnd: dragging?.to === lines.length,
    dropsAt: (index: number): 'above' | 'below' | 'into' | null => {
      if (dragging?.to !== index || !dragging.target) return null;
      const { where } = dragging.target;
      return where === 'before' ? 'above' : where === 'after' ? 'below' : 'into';
    },
  };
}
