import type { Scopes } from '../../api/client';

export type Cast = Scopes['casts'][number];

/** CIELAB chroma at the rim of a dial. */
const RIM = 14;
/** A change of a cast that a person sees, in CIELAB. */
const SEEN = 1;

/** A cast as a place on a dial, −1 to 1, right and up positive; hue turns as on every hue circle here. */
export function onDial({ amount, hue }: Pick<Cast, 'amount' | 'hue'>): { x: number; y: number } {
  const angle = (hue * Math.PI) / 180;
  // Weak casts are the ones that matter: the middle of the dial is stretched.
  const out = Math.min(1, Math.sqrt(amount / RIM));
  return { x: out * Math.cos(angle), y: out * Math.sin(angle) };
}

/** Whether a person would see that a cast is another one now. */
export function differs(before: Cast, after: Cast): boolean {
  const [a, b] = [before, after].map(({ amount, hue }) => [amount * Math.cos((hue * Math.PI) / 180), amount * Math.sin((hue * Math.PI) / 180)] as const);
  return a !== undefined && b !== undefined && Math.hypot(a[0] - b[0], a[1] - b[1]) >= SEEN;
}

/** A cast in figures. */
export function figures({ amount, lean }: Cast): string {
  return lean === '' ? `neutral (${amount.toFixed(1)})` : `${lean} ${amount.toFixed(1)}`;
}
