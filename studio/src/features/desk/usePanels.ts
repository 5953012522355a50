import { useState } from 'react';

/** What is folded away or open on the desk. */
export function usePanels() {
  const [folded, setFolded] = useState(false);
  const [readingsOpen, setReadingsOpen] = useState(false);
  const [helpOpen, setHelpOpen] = useState(false);
  const fold = () => {
    setFolded((now) => !now);
  };
  return { folded, fold, readingsOpen, setReadingsOpen, helpOpen, setHelpOpen };
}
