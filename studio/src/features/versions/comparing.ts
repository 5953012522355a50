import type { Version } from '../../api/client';
import type { Look } from '../../model/looks';

/** What can stand in a comparison: the grade now, the photo as it came, the look it began with, a version. */
export type Compared = 'now' | 'source' | 'start' | number;

export const MOST = 4;

export interface Pane {
  what: Compared;
  name: string;
  look: Look;
}

/** With one more or less of them; the one that was put in first makes room where there are too many. */
export function toggled(compared: readonly Compared[], what: Compared): Compared[] {
  if (compared.includes(what)) return compared.filter((one) => one !== what);
  return [...compared.slice(Math.max(0, compared.length + 1 - MOST)), what];
}

/** What stands on the screen, in the order put in; versions that are gone are left out. */
export function panesOf(compared: readonly Compared[], now: Look, versions: readonly Version[], start: { name: string; look: Look } | null = null): Pane[] {
  return compared.flatMap((what): Pane[] => {
    if (what === 'now') return [{ what, name: 'Now', look: now }];
    if (what === 'source') return [{ what, name: 'As imported', look: { ...now, moves: [] } }];
    if (what === 'start') return start ? [{ what, ...start }] : [];
    const version = versions.find(({ id }) => id === what);
    return version ? [{ what, name: version.name, look: version.look }] : [];
  });
}
