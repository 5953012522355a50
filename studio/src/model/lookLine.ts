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
const HAIR = 1e-6;

/** A look along a straight line through its numbers: what a control with one degree of freedom takes it through. */
export class LookLine {
  /** @param numbers those that change, and what they are at 0 */
  private constructor(
    readonly look: Look,
    private readonly numbers: (Step & { at: number })[],
  ) {}

  /** The line from one look to another, which lies at 0 on it; null when they differ in more than numbers. */
  static through(before: Look, now: Look): LookLine | null {
    const changes = numberChanges(before, now);
    if (!changes || changes.length === 0 || changes.length > MOST) return null;
    const numbers: (Step & { at: number })[] = [];
    for (const { path, from, to } of changes) {
      // One number alone has but one way to go.
      const by = changes.length === 1 ? 1 : from === undefined ? 0 : to - from;
      if (by === 0) return null;
      numbers.push({ path, by, at: to });
    }
    return new LookLine(now, numbers);
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
    const first = this.numbers[0];
    const values = new Map(changes.map(({ path, to }) => [path, to]));
    if (!first || changes.some(({ path }) => !this.numbers.some((number) => number.path === path))) return null;
    const place = ((values.get(first.path) ?? first.at) - first.at) / first.by;
    const lies = this.numbers.every(({ path, by, at }) => Math.abs((values.get(path) ?? at) - at - place * by) <= HAIR * (1 + Math.abs(at)));
    return lies ? place : null;
  }
}

/** The numbers in which two values differ; null when they differ in anything else. */
function numberChanges(before: unknown, now: unknown, path = ''): Change[] | null {
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
