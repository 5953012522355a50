import schema from '../../../core/Format/look.schema.json';
import type { components } from '../generated/api';

/** A look as files and the server have it; its moves may be without ids. */
export type LookFile = components['schemas']['Look'];
type Identified<M> = M extends unknown ? M & { id: string } : never;
export type Move = Identified<LookFile['moves'][number]>;
export type Look = Omit<LookFile, 'moves'> & { moves: Move[] };
export type MoveKind = Move['kind'];
export type MoveOf<K extends MoveKind> = Extract<Move, { kind: K }>;
export type Reach = components['schemas']['Reach'];

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
  return settingOf(`${kind}.params`, ...path);
}

/** The same of any definition of the schema. */
export function settingOf(definition: string, ...path: string[]): SettingInfo {
  let at: RawSetting | undefined = definitions[definition];
  for (const step of path) at = at?.properties?.[step];
  if (!at) throw new Error(`The schema has no setting ${definition}.${path.join('.')}.`);
  return {
    title: at['x-title'] ?? at.title ?? path.at(-1) ?? '',
    help: at.description ?? '',
    min: at.minimum ?? 0,
    max: at.maximum ?? 100,
    rest: typeof at.default === 'number' ? at.default : 0,
    unit: at['x-unit'] ?? '',
  };
}

/** What the schema says of a look's edges. */
export function edgesInfo(): { title: string; help: string } {
  const { edges } = schema.properties as unknown as Record<string, RawSetting>;
  return { title: edges?.['x-title'] ?? '', help: edges?.description ?? '' };
}

/** What the schema says of a member of a reach. */
export function reachInfo(member: 'widens'): { title: string; help: string } {
  const info = definitions['reach']?.properties?.[member];
  return { title: info?.['x-title'] ?? '', help: info?.description ?? '' };
}

/** How far a window of a reach may go along its axis. */
export function windowLimit(axis: 'hue' | 'chroma' | 'light'): number {
  return definitions[`${axis}Window`]?.properties?.['to']?.maximum ?? 1;
}

export function kindTitle(kind: MoveKind): string {
  return definitions[`${kind}.params`]?.['x-title'] ?? kind;
}

export function kindHelp(kind: MoveKind): string {
  return definitions[kind]?.description ?? '';
}

/** An id that no other move has, or group. */
export function newId(of: 'm' | 'g' = 'm'): string {
  return `${of}${crypto.randomUUID().replaceAll('-', '').slice(0, 12)}`;
}

/** Settings that a new move begins with where these are not what a file without them means. */
const BEGINNINGS: Partial<Record<MoveKind, object>> = { recolour: { method: 'paint' }, 'even-out': { range: 'near' } };

export function newMove(kind: MoveKind): Move {
  return { id: newId(), kind, label: '', on: true, strength: 100, reads: 'source', reach: null, params: { ...BEGINNINGS[kind] } };
}

/** The same moves and groups under ids of their own: a look put on a photo twice is there twice. */
export function withNewIds({ moves, groups = [] }: Pick<LookFile, 'moves' | 'groups'>): { moves: Move[]; groups: NonNullable<Look['groups']> } {
  const ids = new Map(groups.map(({ id }) => [id, newId('g')]));
  const within = (group: string | undefined) => (group === undefined ? {} : { group: ids.get(group) ?? group });
  return {
    moves: moves.map((move) => ({ ...move, id: newId(), ...within(move.group) })),
    groups: groups.map((group) => ({ ...group, id: ids.get(group.id) ?? group.id, ...within(group.group) })),
  };
}

/** A look whose every move has an id. */
export function identified(look: LookFile): Look {
  return { ...look, moves: look.moves.map((move) => ({ ...move, id: move.id ?? newId() })) };
}

export function moveOf(look: Look, id: string | null): Move | undefined {
  return look.moves.find((move) => move.id === id);
}

/** What a move was told of its photo, and keeps when its settings are reset. */
const TOLD = 'grain';

/** The settings of a move in which nothing is set. */
export function restingParams(move: Move): object {
  const told = (move.params as Record<string, unknown> | undefined)?.[TOLD];
  return { ...BEGINNINGS[move.kind], ...(told === undefined ? {} : { [TOLD]: told }) };
}

/** True for a move in which nothing has been set. */
export function isAtRest(move: Move): boolean {
  const begun = [...Object.keys(BEGINNINGS[move.kind] ?? {}), TOLD];
  return Object.keys(move.params ?? {}).every((name) => begun.includes(name));
}

export function isOn(move: Move): boolean {
  return move.on ?? true;
}

/** How much of a move applies, in per cent; files call it strength. */
export function amountOf(move: Move): number {
  return move.strength ?? 100;
}

/** A move with one of its own fields changed; keeps its kind's type. */
export function withField<M extends Move>(move: M, change: Partial<Pick<M, 'label' | 'on' | 'strength' | 'reads' | 'reach' | 'area' | 'soften' | 'params'>>): M {
  return { ...move, ...change };
}

/** How far mattes can be softened, in thousandths of the photo's longer side. */
export const SOFTEN_MOST = definitions['shift']?.properties?.['soften']?.maximum ?? 20;

/** The look with one of its moves changed; without a change when it has no such move. */
export function withMove(look: Look, id: string, change: (move: Move) => Move): Look {
  return { ...look, moves: look.moves.map((move) => (move.id === id ? change(move) : move)) };
}

/** A number as people write it: a true minus sign, no needless zeros. */
export function plain(value: number, digits = 0): string {
  const text = Number(value.toFixed(digits)).toString();
  return text.startsWith('-') ? `−${text.slice(1)}` : text;
}

export function signed(value: number, digits = 0): string {
  return value > 0 ? `+${plain(value, digits)}` : plain(value, digits);
}
