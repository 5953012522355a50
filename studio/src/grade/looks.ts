import schema from '../../../core/Format/look.schema.json';
import type { BandMixMove, Look, Reach, SelectiveColourMove, ShiftMove } from '../generated/look';

export type Move = Look['moves'][number];
export type MoveKind = Move['kind'];
export type MoveOf<K extends MoveKind> = Extract<Move, { kind: K }>;
export type { BandMixMove, Look, Reach, SelectiveColourMove, ShiftMove };

/** What the schema says of one number on a slider. */
export interface SettingInfo {
  title: string;
  help: string;
  min: number;
  max: number;
  rest: number;
  unit: string;
}

interface RawSetting {
  'x-title'?: string;
  title?: string;
  description?: string;
  minimum?: number;
  maximum?: number;
  default?: unknown;
  'x-unit'?: string;
  properties?: Record<string, RawSetting>;
}

interface RawKind {
  'x-title'?: string;
  description?: string;
  properties?: Record<string, RawSetting>;
}

const definitions = schema.$defs as unknown as Record<string, RawKind>;

/** Ranges, rest values and words of the settings of a kind, by path such as `reds`, `cyan`. */
export function settingInfo(kind: MoveKind, ...path: string[]): SettingInfo {
  let at: RawSetting | undefined = definitions[`${kind}.params`];
  for (const step of path) at = at?.properties?.[step];
  if (!at) throw new Error(`The schema has no setting ${kind}.${path.join('.')}.`);
  return {
    title: at['x-title'] ?? at.title ?? path.at(-1) ?? '',
    help: at.description ?? '',
    min: at.minimum ?? 0,
    max: at.maximum ?? 100,
    rest: typeof at.default === 'number' ? at.default : 0,
    unit: at['x-unit'] ?? '',
  };
}

export function kindTitle(kind: MoveKind): string {
  return definitions[`${kind}.params`]?.['x-title'] ?? kind;
}

export function kindHelp(kind: MoveKind): string {
  return definitions[kind]?.description ?? '';
}

export function newMove(kind: MoveKind): Move {
  return { kind, label: '', on: true, strength: 100, reads: 'source', reach: null, params: {} };
}

export function isOn(move: Move): boolean {
  return move.on ?? true;
}

export function strengthOf(move: Move): number {
  return move.strength ?? 100;
}

/** A move with one of its own fields changed; keeps its kind's type. */
export function withField<M extends Move>(move: M, change: Partial<Pick<M, 'label' | 'on' | 'strength' | 'reads' | 'reach' | 'params'>>): M {
  return { ...move, ...change };
}

export function replaceMove(look: Look, index: number, move: Move): Look {
  return { ...look, moves: look.moves.map((old, i) => (i === index ? move : old)) };
}

/** A number as people write it: a true minus sign, no needless zeros. */
export function plain(value: number, digits = 0): string {
  const text = Number(value.toFixed(digits)).toString();
  return text.startsWith('-') ? `−${text.slice(1)}` : text;
}

export function signed(value: number, digits = 0): string {
  return value > 0 ? `+${plain(value, digits)}` : plain(value, digits);
}
