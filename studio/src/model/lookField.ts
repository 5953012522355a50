import { HAIR, numberChanges, type Step } from './lookLine';
import type { Look } from './looks';

/** Numbers that go together, and what they are at 0, 0. */
type Together = { path: string; at: number }[];

/** A look with two things that go each by itself: what a control with two degrees of freedom, such as a point of a curve, takes it through. */
export class LookField {
  private constructor(
    readonly look: Look,
    private readonly groups: readonly [Together, Together],
  ) {}

  /** The field that two looks lie in, of which the second is at 0, 0; null when they differ in more than two numbers, or twice several that go together. */
  static through(before: Look, now: Look): LookField | null {
    const groups: { by: number; numbers: Together }[] = [];
    for (const { path, from, to } of numberChanges(before, now) ?? []) {
      // What is at rest is mostly 0; where it is not, the next look will not lie in the field.
      const by = to - (from ?? 0);
      const same = groups.find((group) => Math.abs(group.by - by) <= HAIR);
      if (same) same.numbers.push({ path, at: to });
      else groups.push({ by, numbers: [{ path, at: to }] });
    }
    const [one, other] = groups;
    return one && other && groups.length === 2 ? new LookField(now, [one.numbers, other.numbers]) : null;
  }

  /** The same field with another of its looks at 0, 0; null for one that does not lie in it. */
  around(look: Look): LookField | null {
    const place = this.placeOf(look);
    if (!place) return null;
    const moved = (group: Together, by: number) => group.map(({ path, at }) => ({ path, at: at + by }));
    return new LookField(look, [moved(this.groups[0], place[0]), moved(this.groups[1], place[1])]);
  }

  get steps(): Step[] {
    return this.groups[0].map(({ path }) => ({ path, by: 1 }));
  }

  get aside(): Step[] {
    return this.groups[1].map(({ path }) => ({ path, by: 1 }));
  }

  /** The same for all fields of the same settings, wherever they begin. */
  get settings(): string {
    return this.groups
      .flatMap((group) => group.map(({ path }) => path))
      .sort()
      .join(' ');
  }

  /** Where a look lies in it; null when it does not. */
  placeOf(look: Look): [number, number] | null {
    const changes = numberChanges(this.look, look);
    if (!changes) return null;
    const values = new Map(changes.map(({ path, to }) => [path, to]));
    const place = this.groups.map((group) => {
      const [first = 0, ...rest] = group.map(({ path, at }) => (values.get(path) ?? at) - at);
      for (const { path } of group) values.delete(path);
      return rest.every((one) => Math.abs(one - first) <= HAIR * (1 + Math.abs(first))) ? first : NaN;
    });
    const [along = NaN, aside = NaN] = place;
    return values.size > 0 || Number.isNaN(along + aside) ? null : [along, aside];
  }
}
