import type { Mark } from '../../photo/PlaceMarks';
import type { MoveOf } from '../../../model/looks';
import { withParams } from '../settings';

type Move = MoveOf<'neutralise'>;
export type NeutralProbe = NonNullable<NonNullable<Move['params']>['probes']>[number];

/** More would say nothing new, and the core takes no more. */
export const MOST_PROBES = 8;

export const probesOf = (move: Move): NeutralProbe[] => move.params?.probes ?? [];

/** The move with further probes, as far as there is room; a place that is there already is not taken twice. */
export function withProbes(move: Move, more: NeutralProbe[]): Move {
  const now = probesOf(move);
  const fresh = more.filter((probe) => !now.some(({ colour, at }) => colour === probe.colour && String(at) === String(probe.at)));
  return withParams(move, { probes: [...now, ...fresh].slice(0, MOST_PROBES) });
}

/** The move without one of its probes. */
export function withoutProbe(move: Move, index: number): Move {
  return withParams(move, { probes: probesOf(move).filter((_, i) => i !== index) });
}

/** What no place speaks for: how much of the photo, and what it leans to. */
export function castWords(share: number, leans: string): string {
  const tint = leans.replace(/ cast.*$/, '');
  return `${(share * 100).toFixed(0)} % of the photo looks grey and is still tinted${tint === '' || tint === 'neutral' ? '' : ` ${tint}`}: no place is in that light. If it should be grey, add one there.`;
}

export const letter = (index: number): string => 'abcdefgh'.charAt(index);

/** Where its probes were read, and those that are proposed. */
export function marksOf(probes: NeutralProbe[], proposed: { at: number[] }[]): Mark[] {
  const place = (at: number[]): [number, number] => [at[0] ?? 0, at[1] ?? 0];
  return [
    ...probes.flatMap(({ at }, i) => (at ? [{ at: place(at), label: letter(i), proposed: false }] : [])),
    ...proposed.map(({ at }, i) => ({ at: place(at), label: letter(probes.length + i), proposed: true })),
  ];
}
