import type { Look, Move } from './looks';
import { tidied, type Group } from './moveTree';

type Plain = null | boolean | number | string | Plain[] | { [key: string]: Plain | undefined };

/** What is different between two looks, as data: it can be put on another look, and be stored. */
export interface Patch {
  /** Values within moves that are in both, by the move's id; without a value it is taken out. */
  changed: { id: string; path: string[]; value?: Plain }[];
  /** Moves that came, each after the one of an id, or first. */
  added: { move: Move; after: string | null }[];
  removed: string[];
  /** Ids in their new order, when moves that are in both changed places. */
  order: string[] | null;
  /** The same of groups; missing where they are the same in both. */
  groups?: { changed: Patch['changed']; added: Group[]; removed: string[] };
  /** What the edges are to be; missing when that is the same in both. */
  edges?: Look['edges'];
}

/** A look with a patch on it, and the ids of moves that the patch is about and that are not there. */
export interface Patched {
  look: Look;
  missing: string[];
}

/** Below these, a value is one thing: half of one window and half of another would be neither. */
const WHOLE_BELOW: Record<string, number> = { reach: 1 };

export function same(one: unknown, other: unknown): boolean {
  return JSON.stringify(one) === JSON.stringify(other);
}

export function isEmpty(patch: Patch): boolean {
  return patch.changed.length === 0 && patch.added.length === 0 && patch.removed.length === 0 && patch.order === null && patch.edges === undefined && patch.groups === undefined;
}

/** A look that says nothing of its edges has them mixed. */
function edgesOf(look: Look): NonNullable<Look['edges']> {
  return look.edges ?? 'mixed';
}

/** What has to be done to one look to get another. */
export function patchBetween(before: Look, after: Look): Patch {
  const old = new Map(before.moves.map((move) => [move.id, move]));
  const kept = after.moves.filter((move) => old.has(move.id));
  const oldOrder = before.moves.map((move) => move.id).filter((id) => kept.some((move) => move.id === id));
  const order = kept.map((move) => move.id);
  return {
    changed: kept.flatMap((move) => changesWithin(move.id, old.get(move.id), move)),
    added: after.moves.flatMap((move, i) => (old.has(move.id) ? [] : [{ move, after: after.moves[i - 1]?.id ?? null }])),
    removed: before.moves.map((move) => move.id).filter((id) => !after.moves.some((move) => move.id === id)),
    order: same(order, oldOrder) ? null : order,
    ...groupsBetween(before.groups, after.groups),
    ...(edgesOf(before) === edgesOf(after) ? {} : { edges: edgesOf(after) }),
  };
}

function groupsBetween(before: Group[] = [], after: Group[] = []): Pick<Patch, 'groups'> {
  const old = new Map(before.map((group) => [group.id, group]));
  const groups = {
    changed: after.flatMap((group) => (old.has(group.id) ? changesWithin(group.id, old.get(group.id), group) : [])),
    added: after.filter(({ id }) => !old.has(id)),
    removed: before.map(({ id }) => id).filter((id) => !after.some((group) => group.id === id)),
  };
  return groups.changed.length + groups.added.length + groups.removed.length === 0 ? {} : { groups };
}

function groupsWith(groups: Group[] = [], patch: NonNullable<Patch['groups']>): Group[] {
  const kept = groups.filter(({ id }) => !patch.removed.includes(id)).map((group) => changedBy(group, patch.changed));
  return [...kept, ...patch.added.filter(({ id }) => !kept.some((group) => group.id === id))];
}

function changedBy<T extends { id: string }>(one: T, changes: Patch['changed']): T {
  return changes.filter(({ id }) => id === one.id).reduce((now, { path, value }) => put(now, path, value), one);
}

/** The difference within one move; ids are the same. */
export function patchOfMove(before: Move, after: Move): Patch {
  return { changed: changesWithin(before.id, before, after), added: [], removed: [], order: null };
}

export function applyPatch(look: Look, patch: Patch): Patched {
  const there = new Set([...look.moves, ...(look.groups ?? [])].map(({ id }) => id));
  const missing = [...new Set([...patch.changed, ...(patch.groups?.changed ?? [])].map(({ id }) => id).concat(patch.removed).filter((id) => !there.has(id)))];
  let moves = look.moves.map((move) => changedBy(move, patch.changed));
  moves = moves.filter((move) => !patch.removed.includes(move.id));
  if (patch.order) moves = reordered(moves, patch.order);
  for (const { move, after } of patch.added) {
    if (moves.some(({ id }) => id === move.id)) continue;
    const at = after === null ? 0 : moves.findIndex(({ id }) => id === after) + 1;
    moves.splice(after !== null && at === 0 ? moves.length : at, 0, move);
  }
  const groups = patch.groups === undefined ? {} : { groups: groupsWith(look.groups, patch.groups) };
  return { look: tidied({ ...look, ...(patch.edges === undefined ? {} : { edges: patch.edges }), ...groups, moves }), missing };
}

function isGroup(value: unknown): value is Record<string, Plain | undefined> {
  return typeof value === 'object' && value !== null && !Array.isArray(value);
}

function changesWithin(id: string, before: unknown, after: unknown): Patch['changed'] {
  const found: Patch['changed'] = [];
  const walk = (old: unknown, now: unknown, path: string[]) => {
    const whole = path[0] !== undefined && path.length > (WHOLE_BELOW[path[0]] ?? Infinity);
    if (!whole && isGroup(old) && isGroup(now)) {
      for (const key of new Set([...Object.keys(old), ...Object.keys(now)])) walk(old[key], now[key], [...path, key]);
    } else if (!same(old, now)) {
      found.push(now === undefined ? { id, path } : { id, path, value: now as Plain });
    }
  };
  walk(before, after, []);
  return found;
}

function put<T>(into: T, path: string[], value: Plain | undefined): T {
  const [key, ...rest] = path;
  if (key === undefined) return into;
  const copy = { ...into } as Record<string, unknown>;
  if (rest.length > 0) copy[key] = put(isGroup(copy[key]) ? copy[key] : {}, rest, value);
  else if (value === undefined) Reflect.deleteProperty(copy, key);
  else copy[key] = value;
  return copy as T;
}

/** Moves in the order of a list of ids; those that the list does not know keep their place behind the one before them. */
function reordered(moves: Move[], order: string[]): Move[] {
  const known = order.flatMap((id) => moves.filter((move) => move.id === id));
  let next = 0;
  return moves.map((move) => (order.includes(move.id) ? (known[next++] ?? move) : move));
}
