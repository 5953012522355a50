import type { Scopes } from '../../api/client';

export type Cast = Scopes['casts'][number];

/** A change of a cast that a person sees, in CIELAB. */
const SEEN = 1;

/** Whether a person would see that a cast is another one now. */
export function differs({ ab: [a, b] }: Cast, { ab: [toA, toB] }: Cast): boolean {
  return Math.hypot(toA - a, toB - b) >= SEEN;
}

/** A cast in figures. */
export function figures({ amount, lean }: Cast): string {
  return lean === '' ? `neutral (${amount.toFixed(1)})` : `${lean} ${amount.toFixed(1)}`;
}
