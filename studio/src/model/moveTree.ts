import type { Look, LookFile, Move } from './looks';

export type Group = NonNullable<LookFile['groups']>[number];

/** A move, or a group with what lies in it, in order. */
export type TreeNode = { id: string; move: Move } | { id: string; group: Group; nodes: TreeNode[] };
export type GroupNode = Extract<TreeNode, { group: Group }>;

export function isGroup(node: TreeNode): node is GroupNode {
  return 'group' in node;
}

/** The moves of a grade in their groups. Those of one group that do not follow one another are gathered where its first one stands. */
export function treeOf({ moves, groups = [] }: Pick<Look, 'moves' | 'groups'>): TreeNode[] {
  const known = new Map(groups.map((group) => [group.id, group]));
  const made = new Map<string, GroupNode>();
  const roots: TreeNode[] = [];
  const nodesOf = (id: string | undefined): TreeNode[] => {
    const group = id === undefined ? undefined : known.get(id);
    if (!group) return roots;
    const there = made.get(group.id);
    if (there) return there.nodes;
    const node: GroupNode = { id: group.id, group, nodes: [] };
    made.set(group.id, node);
    const parent = group.group === undefined ? undefined : known.get(group.group);
    // Groups hold groups once.
    (parent && parent.id !== group.id && parent.group === undefined ? nodesOf(parent.id) : roots).push(node);
    return node.nodes;
  };
  for (const move of moves) nodesOf(move.group).push({ id: move.id, move });
  return roots;
}

function inside<T extends { group?: string }>(one: T, group: string | undefined): T {
  if (one.group === group) return one;
  const copy = { ...one, group };
  if (group === undefined) delete copy.group;
  return copy;
}

/** The look with its moves and groups as they stand in a tree; groups without moves go. */
export function withTree<L extends Pick<Look, 'moves' | 'groups'>>(look: L, nodes: readonly TreeNode[]): L {
  const moves: Move[] = [];
  const groups: Group[] = [];
  const walk = (some: readonly TreeNode[], parent: string | undefined) => {
    for (const node of some) {
      if (!isGroup(node)) moves.push(inside(node.move, parent));
      else if (movesIn([node]).length > 0) {
        groups.push(inside(node.group, parent));
        walk(node.nodes, node.id);
      }
    }
  };
  walk(nodes, undefined);
  const copy = { ...look, groups, moves };
  if (groups.length === 0) delete (copy as Pick<Look, 'groups'>).groups;
  return copy;
}

/** A look whose groups hold moves that follow one another. */
export function tidied<L extends Pick<Look, 'moves' | 'groups'>>(look: L): L {
  return look.groups === undefined && look.moves.every(({ group }) => group === undefined) ? look : withTree(look, treeOf(look));
}

/** All moves within some nodes, in their order. */
export function movesIn(nodes: readonly TreeNode[]): Move[] {
  return nodes.flatMap((node) => (isGroup(node) ? movesIn(node.nodes) : [node.move]));
}

/** A node with the groups that it lies in, the outermost first. */
export function pathTo(nodes: readonly TreeNode[], id: string): TreeNode[] {
  for (const node of nodes) {
    if (node.id === id) return [node];
    const below = isGroup(node) ? pathTo(node.nodes, id) : [];
    if (below.length > 0) return [node, ...below];
  }
  return [];
}

/** Ids of moves: those among some ids, and those within groups among them. */
export function moveIds(look: Look, ids: ReadonlySet<string>): Set<string> {
  const found = (nodes: readonly TreeNode[]): Move[] => nodes.flatMap((node) => (ids.has(node.id) ? movesIn([node]) : isGroup(node) ? found(node.nodes) : []));
  return new Set(found(treeOf(look)).map(({ id }) => id));
}

/** The tree without some nodes, and these nodes in their order. */
export function taken(nodes: readonly TreeNode[], ids: ReadonlySet<string>): { left: TreeNode[]; out: TreeNode[] } {
  const left: TreeNode[] = [];
  const out: TreeNode[] = [];
  for (const node of nodes) {
    if (ids.has(node.id)) out.push(node);
    else if (isGroup(node)) {
      const parts = taken(node.nodes, ids);
      out.push(...parts.out);
      left.push({ ...node, nodes: parts.left });
    } else left.push(node);
  }
  return { left, out };
}

/** Nodes that may lie so many groups deep: groups that may not are dissolved. */
export function fitting(nodes: readonly TreeNode[], depth: number): TreeNode[] {
  return nodes.flatMap((node) => (!isGroup(node) ? [node] : depth >= DEEPEST ? fitting(node.nodes, depth) : [{ ...node, nodes: fitting(node.nodes, depth + 1) }]));
}

/** Groups within groups: once. */
const DEEPEST = 2;

/** The tree with nodes put beside, or into, another one. `at` is a place within the list that holds that one. */
export function inserted(nodes: readonly TreeNode[], id: string, where: 'before' | 'after' | 'first' | 'last', put: readonly TreeNode[], depth = 0): TreeNode[] {
  return nodes.flatMap((node): TreeNode[] => {
    if (node.id !== id) return [isGroup(node) ? { ...node, nodes: inserted(node.nodes, id, where, put, depth + 1) } : node];
    if (where === 'before') return [...fitting(put, depth), node];
    if (where === 'after' || !isGroup(node)) return [node, ...fitting(put, depth)];
    const into = fitting(put, depth + 1);
    return [{ ...node, nodes: where === 'first' ? [...into, ...node.nodes] : [...node.nodes, ...into] }];
  });
}

/** A move or group of the grade as it is shown, one a line. */
export interface TreeLine {
  node: TreeNode;
  /** In how many groups it lies. */
  depth: number;
  /** Whether all groups that it lies in are on. */
  lit: boolean;
  /** Place of a move among all moves, from 1. */
  number: number;
}

/** What is shown of a grade, line by line: what lies in folded groups is not. */
export function linesOf(look: Look, folded: ReadonlySet<string>): TreeLine[] {
  const lines: TreeLine[] = [];
  let number = 0;
  const walk = (nodes: readonly TreeNode[], depth: number, lit: boolean, shown: boolean) => {
    for (const node of nodes) {
      if (shown) lines.push({ node, depth, lit, number: number + 1 });
      if (isGroup(node)) walk(node.nodes, depth + 1, lit && (node.group.on ?? true), shown && !folded.has(node.id));
      else number++;
    }
  };
  walk(treeOf(look), 0, true, true);
  return lines;
}

/** By how much of its amount a move's groups let it act, 0 to 1. */
export function shareOf({ groups = [] }: Pick<Look, 'groups'>, { group }: Pick<Move, 'group'>): number {
  const own = groups.find(({ id }) => id === group);
  if (!own) return 1;
  return own.on === false ? 0 : ((own.strength ?? 100) / 100) * (own.group === undefined ? 1 : shareOf({ groups }, { group: own.group }));
}
