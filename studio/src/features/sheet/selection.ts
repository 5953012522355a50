/** Which photos of a set are selected. The lead is the one that others are measured by, and whose grade is carried over. */
export interface Selection {
  chosen: ReadonlySet<number>;
  lead: number | null;
  /** Where a row of selected photos begins that Shift makes longer or shorter. */
  anchor: number | null;
}

export interface Held {
  shift: boolean;
  /** Control, or the command key. */
  ctrl: boolean;
}

export const NOTHING: Selection = { chosen: new Set(), lead: null, anchor: null };

/** A click on a photo: it alone; with Ctrl it too, or no longer; with Shift all from the last one clicked to it. */
export function clicked(now: Selection, ids: readonly number[], id: number, { shift, ctrl }: Held): Selection {
  if (shift) {
    const anchor = now.anchor !== null && ids.includes(now.anchor) ? now.anchor : id;
    const row = between(ids, anchor, id);
    return { chosen: new Set(ctrl ? [...now.chosen, ...row] : row), lead: now.lead !== null && (ctrl || row.includes(now.lead)) ? now.lead : anchor, anchor };
  }
  if (!ctrl) return { chosen: new Set([id]), lead: id, anchor: id };
  const chosen = new Set(now.chosen);
  if (chosen.delete(id)) return { chosen, lead: now.lead === id ? first(ids, chosen) : now.lead, anchor: id };
  chosen.add(id);
  return { chosen, lead: now.lead ?? id, anchor: id };
}

/** What an arrow key, Home or End leads to: the photo so many places on from the one it was last at. */
export function moved(now: Selection, ids: readonly number[], at: number | null, by: number, shift: boolean): { selection: Selection; at: number | null } {
  const from = at === null ? -1 : ids.indexOf(at);
  // Where it has been at none yet, a short way leads to the first, and End to the last.
  const to = ids[Math.max(0, Math.min(ids.length - 1, from < 0 && by < ids.length ? 0 : from + by))];
  return to === undefined ? { selection: now, at: null } : { selection: clicked(now, ids, to, { shift, ctrl: false }), at: to };
}

/** A frame drawn around photos: these; with Ctrl or Shift those selected before too. */
export function framed(before: Selection, ids: readonly number[], inside: readonly number[], { shift, ctrl }: Held): Selection {
  const chosen = new Set(shift || ctrl ? [...before.chosen, ...inside] : inside);
  return { chosen, lead: before.lead !== null && chosen.has(before.lead) ? before.lead : first(ids, chosen), anchor: inside[0] ?? before.anchor };
}

export function all(now: Selection, ids: readonly number[]): Selection {
  return { chosen: new Set(ids), lead: now.lead ?? ids[0] ?? null, anchor: now.anchor ?? ids[0] ?? null };
}

/** Another of the selected photos becomes the lead. */
export function ledBy(now: Selection, id: number): Selection {
  return now.chosen.has(id) ? { ...now, lead: id } : now;
}

/** The selection without photos that are gone. */
export function among(now: Selection, ids: readonly number[]): Selection {
  const there = new Set(ids);
  const chosen = new Set([...now.chosen].filter((id) => there.has(id)));
  if (chosen.size === now.chosen.size) return now;
  return { chosen, lead: now.lead !== null && chosen.has(now.lead) ? now.lead : first(ids, chosen), anchor: now.anchor !== null && there.has(now.anchor) ? now.anchor : null };
}

/** The selected photos in the set's order. */
export function inOrder(now: Selection, ids: readonly number[]): number[] {
  return ids.filter((id) => now.chosen.has(id));
}

/** The photo so many steps on: through the selected ones while the photo at hand is one of several, else through the set; round and round. */
export function stepped(now: Selection, ids: readonly number[], at: number, by: number): number | undefined {
  const through = now.chosen.size > 1 && now.chosen.has(at) ? inOrder(now, ids) : ids;
  return through[(through.indexOf(at) + by + through.length) % through.length];
}

function between(ids: readonly number[], one: number, other: number): number[] {
  const [from, to] = [ids.indexOf(one), ids.indexOf(other)].sort((a, b) => a - b);
  return ids.slice(from, (to ?? 0) + 1);
}

function first(ids: readonly number[], chosen: ReadonlySet<number>): number | null {
  return ids.find((id) => chosen.has(id)) ?? null;
}

/** As text, to be kept. */
export function writtenSelection({ chosen, lead, anchor }: Selection): string {
  return JSON.stringify({ chosen: [...chosen], lead, anchor });
}

/** A selection that was kept as text; null for none, or for one that cannot be read. */
export function readSelection(text: string | null): Selection | null {
  const isId = (value: unknown): value is number => Number.isInteger(value);
  try {
    const { chosen, lead, anchor } = JSON.parse(text ?? '{}') as Record<string, unknown>;
    if (!Array.isArray(chosen)) return null;
    return { chosen: new Set(chosen.filter(isId)), lead: isId(lead) ? lead : null, anchor: isId(anchor) ? anchor : null };
  } catch {
    return null;
  }
}
