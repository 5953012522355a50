import type { Edit } from './ledgerEdits';
import type { Look } from './looks';
import { fitting, inserted, isGroup, pathTo, taken, treeOf, withTree, type Group, type TreeNode } from './moveTree';

/** Puts moves and groups into a new group, where the first of them stands; within the group that they all lie in, if there is one. */
export const grouped =
  (ids: ReadonlySet<string>, group: string): Edit =>
  (look) => {
    const tree = treeOf(look);
    const { out } = taken(tree, ids);
    const [first] = out;
    if (!first) return look;
    const around = out.map(({ id }) => pathTo(tree, id)[0]?.id);
    const depth = out.every(({ id }) => pathTo(tree, id).length > 1) && new Set(around).size === 1 ? 1 : 0;
    const beside = pathTo(tree, first.id)[depth];
    const made: TreeNode = { id: group, group: { id: group, label: '', on: true, strength: 100 }, nodes: fitting(out, depth + 1) };
    const walk = (nodes: readonly TreeNode[]): TreeNode[] =>
      nodes.flatMap((node) => [...(node === beside ? [made] : []), ...(out.includes(node) ? [] : [isGroup(node) ? { ...node, nodes: walk(node.nodes) } : node])]);
    return withTree(look, walk(tree));
  };

/** Dissolves a group; what lay in it stays where it is. */
export const ungrouped =
  (id: string): Edit =>
  (look) => {
    const dissolve = (nodes: readonly TreeNode[]): TreeNode[] => nodes.flatMap((node) => (!isGroup(node) ? [node] : node.id === id ? node.nodes : [{ ...node, nodes: dissolve(node.nodes) }]));
    return withTree(look, dissolve(treeOf(look)));
  };

export const withGroup =
  (id: string, change: Partial<Pick<Group, 'label' | 'on' | 'strength'>>): Edit =>
  (look) => ({ ...look, ...(look.groups ? { groups: look.groups.map((group) => (group.id === id ? { ...group, ...change } : group)) } : {}) });

/** Moves and groups beside another one, or into a group; null is the end of the grade. */
export const dropped =
  (ids: ReadonlySet<string>, target: { id: string; where: 'before' | 'after' | 'first' | 'last' } | null): Edit =>
  (look) => {
    const tree = treeOf(look);
    const { left, out } = taken(tree, ids);
    if (out.length === 0) return look;
    if (target === null) return withTree(look, [...left, ...out]);
    if (pathTo(left, target.id).length === 0) return look;
    return withTree(look, inserted(left, target.id, target.where, out));
  };

/** One line up or down: past its neighbour, into a group that comes next, or out of the group that ends there. */
export const shifted =
  (id: string, by: number): Edit =>
  (look) => {
    const tree = treeOf(look);
    const path = pathTo(tree, id);
    const node = path.at(-1);
    if (!node) return look;
    const parent = path.at(-2);
    const siblings = parent && isGroup(parent) ? parent.nodes : tree;
    const next = siblings[siblings.indexOf(node) + by];
    const only = new Set([id]);
    if (!next) return parent ? dropped(only, { id: parent.id, where: by < 0 ? 'before' : 'after' })(look) : look;
    if (isGroup(next) && !isGroup(node)) return dropped(only, { id: next.id, where: by < 0 ? 'last' : 'first' })(look);
    return dropped(only, { id: next.id, where: by < 0 ? 'before' : 'after' })(look);
  };

export function groupOf(look: Look | null, id: string | null): Group | undefined {
  return look?.groups?.find((group) => group.id === id);
}
