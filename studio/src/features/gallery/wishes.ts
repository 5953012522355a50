import { kindHelp, kindTitle, newMove, withField, type Move, type MoveKind } from '../../model/looks';
import type { Source } from '../../api/client';
import { KINDS, panelOfKind } from '../panels';
import type { Wish } from '../panels/panel';

/** What one wants, in the order of the work. */
export const WISHES: { wish: Wish; title: string }[] = [
  { wish: 'recolour', title: 'Change a colour' },
  { wish: 'cast', title: 'Remove a colour cast' },
  { wish: 'all', title: 'Change all colours' },
  { wish: 'light', title: 'Light and tones' },
];

/** Kinds of move under what one wants, those that a typed text finds: in what one wants, the kind's name, or what it does, or in other words it is known by. */
export function kindsFor(text: string, named: (kind: MoveKind) => string = () => ''): { title: string; kinds: MoveKind[] }[] {
  const words = text.toLowerCase().split(/\s+/).filter((word) => word !== '');
  return WISHES.map(({ wish, title }) => ({
    title,
    kinds: KINDS.filter((kind) => {
      const told = `${title} ${kindTitle(kind)} ${kindHelp(kind)} ${named(kind)}`.toLowerCase();
      return panelOfKind(kind).wish === wish && words.every((word) => told.includes(word));
    }),
  })).filter(({ kinds }) => kinds.length > 0);
}

/** A move that shows plainly on a photo what its kind does. */
export function sampleMove(kind: MoveKind, source: Source): Move {
  const { params, reach = null, kind: shown = kind } = panelOfKind(kind).sample(source);
  return withField(newMove(shown), { params, reach } as Partial<Move>);
}
