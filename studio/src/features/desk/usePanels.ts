import { useState } from 'react';
import type { Below } from '../../ui/layout/sizes';
import { useOpened } from '../../ui/place/useOpened';

export type Drawer = Exclude<Below, 'bench'>;

const DRAWERS: readonly Drawer[] = ['checks', 'cloud', 'readings'];

/** What is folded away or open on the desk. */
export function usePanels() {
  const [folded, setFolded] = useState(false);
  /** What stands below the photo in place of the bench. */
  const [below, setBelow] = useOpened('below');
  const [over, setOver] = useOpened('over');
  const fold = () => {
    setFolded((now) => !now);
  };
  return {
    folded,
    fold,
    drawer: DRAWERS.find((one) => one === below) ?? null,
    setDrawer: (drawer: Drawer | null) => {
      setBelow(drawer);
    },
    helpOpen: over === 'keys',
    setHelpOpen: (open: boolean) => {
      setOver(open ? 'keys' : null);
    },
  };
}
