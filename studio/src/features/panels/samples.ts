import type { Source } from '../../api/client';
import type { Reach } from '../../model/looks';

type Pot = Source['pots'][number];

/** The colour of a photo that a change shows best on: strong, and not too small. */
export function plainestPot(source: Source): Pot | undefined {
  return [...source.pots].sort((a, b) => weight(b) - weight(a))[0];
}

const weight = ({ share, oklch }: Pot) => (oklch[1] ?? 0) * Math.min(0.2, share);

/** The colour that is most likely a tinted grey. */
export function greyestPot(source: Source): Pot | undefined {
  return [...source.pots].filter(({ share }) => share > 0.03).sort((a, b) => (a.oklch[1] ?? 0) - (b.oklch[1] ?? 0))[0] ?? source.pots[0];
}

export const hueOf = (pot: Pot | undefined): number => Math.round(pot?.oklch[2] ?? 60) % 360;

/** A quick reach around a pot: enough for a small picture. */
export function around(pot: Pot | undefined): Reach {
  const hue = hueOf(pot);
  return { hue: { from: (hue + 338) % 360, to: (hue + 22) % 360, softFrom: 14, softTo: 14 }, chroma: { from: 0.05, to: 0.5, softFrom: 0.03, softTo: 0 }, widens: true };
}
