import { useEffect, useRef } from 'react';
import { api } from '../../api/client';
import type { Edit } from '../../model/ledgerEdits';
import type { Look } from '../../model/looks';
import { moveIds } from '../../model/moveTree';
import { copiedText, lastOf, lookIn, pasted, without } from '../../model/moveClipboard';
import type { Say } from '../shell/say';
import { reasonOf } from '../../model/reason';

interface Ledger {
  look: Look;
  /** The moves that are meant. */
  ids: ReadonlySet<string>;
  onEdit: (edit: Edit) => void;
  /** These are selected now. */
  onPasted: (ids: string[]) => void;
  onSay: Say;
}

/** Nodes along each axis: as few as there can be, since only whether it can be computed is asked. */
const LATTICE = 9;

/** Cutting, copying and pasting moves by the keys that everything has; what is copied is a look file as text. */
export function useMoveClipboard(ledger: Ledger): void {
  const now = useRef(ledger);
  useEffect(() => {
    now.current = ledger;
  });
  useEffect(() => {
    const elsewhere = () => {
      const focus = document.activeElement;
      return (focus instanceof HTMLInputElement && focus.type !== 'range' && focus.type !== 'checkbox') || focus instanceof HTMLTextAreaElement || (document.getSelection()?.toString() ?? '') !== '';
    };
    const copy = (event: ClipboardEvent) => {
      const { look, ids, onEdit, onSay } = now.current;
      if (elsewhere() || ids.size === 0) return;
      event.clipboardData?.setData('text/plain', copiedText(look, ids));
      event.preventDefault();
      const count = moveIds(look, ids).size;
      const what = count === 1 ? 'One move' : `${String(count)} moves`;
      if (event.type === 'cut') onEdit(without(ids));
      onSay(event.type === 'cut' ? `${what} cut.` : `${what} copied. Paste with Ctrl+V, on any photo.`);
    };
    const paste = (event: ClipboardEvent) => {
      if (elsewhere()) return;
      const found = lookIn(event.clipboardData?.getData('text/plain') ?? '');
      if (!found) return;
      event.preventDefault();
      const { look, ids, onEdit, onPasted, onSay } = now.current;
      const put = pasted(found, lastOf(look, ids));
      // Alone first, so that what is wrong is named by its place in what is pasted; then with what is there, which has its limits.
      const checked = async () => {
        await api.cube(put.edit({ ...look, moves: [], groups: [] }), LATTICE, null);
        await api.cube(put.edit(look), LATTICE, null);
      };
      checked().then(
        () => {
          onEdit(put.edit);
          onPasted(put.ids);
        },
        (reason: unknown) => { onSay(`These moves cannot be pasted: ${reasonOf(reason)}`); },
      );
    };
    document.addEventListener('copy', copy);
    document.addEventListener('cut', copy);
    document.addEventListener('paste', paste);
    return () => {
      document.removeEventListener('copy', copy);
      document.removeEventListener('cut', copy);
      document.removeEventListener('paste', paste);
    };
  }, []);
}
