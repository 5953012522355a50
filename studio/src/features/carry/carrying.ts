import type { Look, Move } from '../../model/looks';
import { roughly } from '../pots/percent';

/** What is asked for when moves are carried over. */
export interface Asked {
  /** Ids of the moves that go along. */
  moves: ReadonlySet<string>;
  /** Numbers of the photos they go to. */
  photos: ReadonlySet<number>;
  how: 'replace' | 'below';
  fit: boolean;
  /** Probes are read at the same places there. */
  again: boolean;
  /** Areas go along, at the same places of each photo. */
  areas: boolean;
}

/** All moves, to some photos or none yet. */
export function asked(look: Look, photos: readonly number[] = []): Asked {
  return { moves: new Set(look.moves.map(({ id }) => id)), photos: new Set(photos), how: 'replace', fit: true, again: false, areas: false };
}

/** The set with one of its members in it or no longer. */
export function toggled<T>(set: ReadonlySet<T>, member: T): ReadonlySet<T> {
  const next = new Set(set);
  if (!next.delete(member)) next.add(member);
  return next;
}

/** The moves that go along, as a look. */
export function carriedLook(look: Look, { moves }: Asked): Look {
  return { ...look, moves: look.moves.filter(({ id }) => moves.has(id)) };
}

/** Whether some of the moves have probes whose places are known, which can be read again. */
export function hasPlaces(moves: readonly Move[]): boolean {
  return moves.some((move) => move.kind === 'neutralise' && (move.params?.probes ?? []).some(({ at }) => at != null));
}

/** What the moves with a reach would catch of a photo, for people; nothing where none has one. */
export function catches(moves: readonly Move[], reached: readonly number[]): string {
  const shares = moves.flatMap((move, index) => (move.reach == null ? [] : [reached[index] ?? 0]));
  return shares.length === 0 ? '' : `Catches ${shares.map(roughly).join(', ')}`;
}

/** Photos that are asked about in one go: few enough that what is done is told every few seconds. */
const PART = 6;

/** Photos in parts, each for one question. */
export function inParts(photos: readonly number[], part = PART): number[][] {
  return Array.from({ length: Math.ceil(photos.length / part) }, (_, index) => photos.slice(index * part, (index + 1) * part));
}
