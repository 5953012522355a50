import { withNewIds, type Look, type LookFile } from './looks';
import type { Edit } from './ledgerEdits';

/** Some moves as a look file, in their order: text that can be pasted here, in another window, or into a mail. */
export function copiedText(look: Look, ids: ReadonlySet<string>): string {
  // An undefined id is left out of the text.
  const moves = look.moves.filter(({ id }) => ids.has(id)).map((move) => ({ ...move, id: undefined }));
  return JSON.stringify({ tovrinLook: 1, name: '', moves }, null, 1);
}

/** The look in a text from the clipboard; null for a text that is none. Whether its moves can be used, the server says. */
export function lookIn(text: string): LookFile | null {
  try {
    const read = JSON.parse(text) as Partial<LookFile>;
    return read.tovrinLook === 1 && Array.isArray(read.moves) && read.moves.length > 0 ? (read as LookFile) : null;
  } catch {
    return null;
  }
}

/** Moves after another one, or at the end, under ids of their own; with the ids they have then. */
export function pasted(look: LookFile, after: string | null): { edit: Edit; ids: string[] } {
  const moves = withNewIds(look.moves);
  return {
    ids: moves.map(({ id }) => id),
    edit: (newest) => {
      const index = newest.moves.findIndex(({ id }) => id === after);
      const at = index < 0 ? newest.moves.length : index + 1;
      return { ...newest, moves: [...newest.moves.slice(0, at), ...moves, ...newest.moves.slice(at)] };
    },
  };
}

/** Without several moves. */
export const without =
  (ids: ReadonlySet<string>): Edit =>
  (look) => ({ ...look, moves: look.moves.filter(({ id }) => !ids.has(id)) });

/** Copies of several moves, together, after the last of them. */
export function duplicatedAll(look: Look, ids: ReadonlySet<string>): { edit: Edit; ids: string[] } {
  const last = look.moves.findLast(({ id }) => ids.has(id))?.id ?? null;
  return pasted({ tovrinLook: 1, moves: look.moves.filter(({ id }) => ids.has(id)) }, last);
}

/** The moves that are selected after a click on one: it alone, it as well or no longer with Ctrl, all from the one at hand to it with Shift. */
export function marked(now: ReadonlySet<string>, order: readonly string[], atHand: string | null, id: string, { ctrl, shift }: { ctrl: boolean; shift: boolean }): Set<string> {
  if (shift && atHand !== null) {
    const [from, to] = [order.indexOf(atHand), order.indexOf(id)].sort((a, b) => a - b);
    return new Set(order.slice(from, (to ?? 0) + 1));
  }
  if (!ctrl) return new Set([id]);
  const next = new Set(now);
  if (next.has(id) && next.size > 1) next.delete(id);
  else next.add(id);
  return next;
}
