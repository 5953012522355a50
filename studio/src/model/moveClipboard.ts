import { withNewIds, type Look, type LookFile } from './looks';
import type { Edit } from './ledgerEdits';
import { inserted, pathTo, taken, treeOf, withTree, type TreeNode } from './moveTree';

/** Some moves and groups as a look file, in their order: text that can be pasted here, in another window, or into a mail. */
export function copiedText(look: Look, ids: ReadonlySet<string>): string {
  const part = partOf(look, ids);
  // An undefined id is left out of the text; groups need theirs.
  return JSON.stringify({ tovrinLook: 1, name: '', ...part, moves: part.moves.map((move) => ({ ...move, id: undefined })) }, null, 1);
}

/** Some moves and groups; a move that is meant without its group comes without it. */
function partOf(look: Look, ids: ReadonlySet<string>): Pick<Look, 'moves' | 'groups'> {
  return withTree({ moves: [] as Look['moves'] }, taken(treeOf(look), ids).out);
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

/** Moves and groups after another one, or at the end, under ids of their own; with the ids of the outermost. */
export function pasted(look: Pick<LookFile, 'moves' | 'groups'>, after: string | null): { edit: Edit; ids: string[] } {
  const nodes: TreeNode[] = treeOf(withNewIds(look));
  return {
    ids: nodes.map(({ id }) => id),
    edit: (newest) => {
      const tree = treeOf(newest);
      const there = after !== null && pathTo(tree, after).length > 0;
      return withTree(newest, there ? inserted(tree, after, 'after', nodes) : [...tree, ...nodes]);
    },
  };
}

/** Without several moves and groups. */
export const without =
  (ids: ReadonlySet<string>): Edit =>
  (look) => withTree(look, taken(treeOf(look), ids).left);

/** The last of several moves and groups; null when none of them is there. */
export function lastOf(look: Look, ids: ReadonlySet<string>): string | null {
  return taken(treeOf(look), ids).out.at(-1)?.id ?? null;
}

/** Copies of several moves and groups, together, after the last of them. */
export function duplicatedAll(look: Look, ids: ReadonlySet<string>): { edit: Edit; ids: string[] } {
  return pasted(partOf(look, ids), lastOf(look, ids));
}

/** The moves and groups that are selected after a click on one: it alone, it as well or no longer with Ctrl, all from the one at hand to it with Shift. */
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
