import { useMediaQuery } from '@mui/material';
import { useState } from 'react';
import type { Below } from '../../ui/layout/sizes';
import { useOpened } from '../../ui/place/useOpened';

export type Drawer = Exclude<Below, 'bench'>;

/** A window in which the photo would get too little room beside everything else. */
const TIGHT = '(max-width: 1000px), (max-height: 620px)';

const DRAWERS: readonly Drawer[] = ['checks', 'cloud', 'readings'];

/** What is folded away or open on the desk. */
export function usePanels() {
  const [folded, setFolded] = useState(false);
  const tight = useMediaQuery(TIGHT);
  const [coloursAsked, setColoursAsked] = useState(false);
  /** What stands below the photo in place of the bench. */
  const [below, setBelow] = useOpened('below');
  const [over, setOver] = useOpened('over');
  const [guide] = useOpened('guide');
  const guideShown = guide !== null;
  const fold = () => {
    setFolded((now) => !now);
  };
  return {
    folded,
    fold,
    /** In a tight window the colours and the bench are there when they are asked for. */
    tight,
    guideShown,
    coloursShown: !folded && (!tight || coloursAsked),
    /** Where all three find no room, the guide takes that of the grade. */
    gradeShown: !folded && !(tight && guideShown),
    benchShown: tight ? below === 'bench' : !folded,
    setColours: setColoursAsked,
    setBench: (shown: boolean) => {
      setBelow(shown ? 'bench' : null);
    },
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

export type Panels = ReturnType<typeof usePanels>;
