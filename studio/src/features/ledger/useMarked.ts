import { useState } from 'react';
import { marked } from '../../model/moveClipboard';

/** Several lines of the grade selected at once, besides the one at hand. */
export function useMarked(order: readonly string[], selected: string | null, onSelect: (id: string) => void) {
  const [more, setMore] = useState<ReadonlySet<string>>(new Set());
  const all: ReadonlySet<string> = new Set(selected === null ? [] : [selected, ...order.filter((id) => more.has(id))]);
  return {
    all,
    /** What something done to one of them is done to: all that are selected, if it is one of them. */
    meant: (id: string): ReadonlySet<string> => (all.has(id) ? all : new Set([id])),
    mark: (ids: readonly string[]) => {
      setMore(new Set(ids));
    },
    selectAll: (ids: readonly string[]) => {
      setMore(new Set(ids));
      const last = ids.at(-1);
      if (last !== undefined) onSelect(last);
    },
    click: (id: string, held: { ctrl: boolean; shift: boolean }) => {
      const next = marked(all, order, selected, id, held);
      setMore(next);
      // The line at hand is one of those that are selected.
      onSelect(next.has(id) ? id : (order.findLast((one) => next.has(one)) ?? id));
    },
  };
}
