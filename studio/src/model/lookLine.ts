import type { Look } from './looks';

interface Change {
  path: string;
  /** Undefined where it was at rest, which a look need not say. */
  from: number | undefined;
  to: number;
}

/** A number in a look, by JSON Pointer, and how far it goes with each step along a line. */
export interface Step {
  path: string;
  by: number;
}

/** More numbers than that are no drag of a control. */
const MOST = 32;
/** As far off as sums of floats are. */
export const HAIR = 1e-6;
/** Of several numbers that go in a proportion, the largest has to have gone so far before rounding no longer hides which. */
const TELLING = 4;
/** Half of what such numbers are rounded to, twice: here and where the line was told from; and part of the way that it may be off by. */
const ROUNDED = 0.1;
const ASIDE = 0.025;

/** A look along a straight line through its numbers: what a control with one degree of freedom takes it through. */
export class LookLine {
  /** @param numbers those that change, and what they are at 0 */
  private constructor(
    readonly look: Look,
    private readonly numbers: (Step & { at: number })[],
    /** Whether numbers may be rounded. */
    private readonly rounded: boolean,
  ) {}

  /** The line from one look to another, which lies at 0 on it; null when they differ in more than numbers, or not enough to tell. */
  static through(before: Look, now: Look): LookLine | null {
    const changes = numberChanges(before, now);
    if (!changes || changes.length === 0 || changes.length > MOST) return null;
    // One number alone has but one way to go. What is at rest is mostly 0; where it is not, the next look will not lie on the line.
    const numbers = changes.map(({ path, from, to }) => ({ path, by: changes.length === 1 ? 1 : to - (from ?? 0), at: to }));
    const sizes = numbers.map(({ by }) => Math.abs(by));
    const [least, most] = [Math.min(...sizes), Math.max(...sizes)];
    const together = most - least <= HAIR;
    return least === 0 || (!together && most < TELLING) ? null : new LookLine(now, numbers, !together);
  }

  get steps(): Step[] {
    return this.numbers.map(({ path, by }) => ({ path, by }));
  }

  /** The same for all lines along the same settings, wherever they lead. */
  get settings(): string {
    return this.numbers.map(({ path }) => path).join(' ');
  }

  /** Where a look lies on it; null when it does not. */
  placeOf(look: Look): number | null {
    const changes = numberChanges(this.look, look);
    if (!changes) return null;
    const values = new Map(changes.map(({ path, to }) => [path, to]));
    if (changes.some(({ path }) => !this.numbers.some((number) => number.path === path))) return null;
    const gone = this.numbers.map(({ path, at }) => (values.get(path) ?? at) - at);
    // The nearest place, by least squares.
    const along = (of: readonly number[]) => this.numbers.reduce((sum, { by }, i) => sum + by * (of[i] ?? 0), 0);
    const place = along(gone) / along(this.numbers.map(({ by }) => by));
    const off = this.numbers.map(({ by }, i) => Math.abs((gone[i] ?? 0) - place * by));
    const most = Math.max(...gone.map(Math.abs));
    const allowed = this.rounded ? ROUNDED + ASIDE * most : HAIR * (1 + Math.max(...this.numbers.map(({ at }) => Math.abs(at))));
    return off.every((one) => one <= allowed) ? place : null;
  }
}

/** The numbers in which two values differ; null when they differ in anything else. */
export function numberChanges(before: unknown, now: unknown, path = ''): Change[] | null {
  if (before === now) return [];
  if (typeof now === 'number') return typeof before === 'number' || before === undefined ? [{ path, from: before, to: now }] : null;
  if (typeof now !== 'object' || now === null || (before !== undefined && (typeof before !== 'object' || before === null))) return null;
  if (Array.isArray(now) !== Array.isArray(before) && before !== undefined) return null;
  if (Array.isArray(now) && (!Array.isArray(before) || before.length !== now.length)) return null;
  const [was, is] = [(before ?? {}) as Record<string, unknown>, now as Record<string, unknown>];
  if (Object.keys(was).some((key) => was[key] !== undefined && is[key] === undefined)) return null;
  const changes: Change[] = [];
  for (const key of Object.keys(is)) {
    if (is[key] === undefined) continue;
    const inner = numberChanges(was[key], is[key], `${path}/${key.replaceAll('~', '~0').replaceAll('/', '~1')}`);
    if (!inner) return null;
    changes.push(...inner);
  }
  return changes;
}
