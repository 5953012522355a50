import { useState } from 'react';
import type { Below } from '../../ui/layout/sizes';

export type Drawer = Exclude<Below, 'bench'>;

/** What is folded away or open on the desk. */
export function usePanels() {
  const [folded, setFolded] = useState(false);
  /** What stands below the photo in place of the bench. */
  const [drawer, setDrawer] = useState<Drawer | null>(null);
  const [helpOpen, setHelpOpen] = useState(false);
  const fold = () => {
    setFolded((now) => !now);
  };
  return { folded, fold, drawer, setDrawer, helpOpen, setHelpOpen };
}
