import { useState } from 'react';
import { useOpened } from '../../ui/place/useOpened';
import type { Look } from '../../model/looks';
import { panesOf, type Compared } from './comparing';
import type { Versions } from './useVersions';

/** Whether the versions stand in the place of the grade, and which states are compared. */
export function useComparing(look: Look | null, versions: Versions) {
  const [side, setSide] = useOpened('side');
  const open = side === 'versions';
  const [compared, setCompared] = useState<Compared[]>([]);
  const done = () => {
    setCompared([]);
  };
  return {
    open,
    toggle: () => {
      setSide(open ? null : 'versions');
    },
    compared,
    setCompared,
    /** What is on the screen; two at least while something is compared. */
    panes: look && open ? panesOf(compared, look, versions.list, versions.start) : [],
    take: (what: Compared) => {
      const kept = what === 'start' ? versions.start : versions.list.find(({ id }) => id === what);
      if (kept) versions.take(kept);
      done();
    },
    done,
  };
}
