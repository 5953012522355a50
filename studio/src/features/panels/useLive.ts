import { useState } from 'react';

/** A move as it is shown while something of it is dragged, and how to say so. */
export function useLive<M>(move: M, onChange: (move: M, keep: boolean) => void): [M, (move: M, keep: boolean) => void] {
  const [live, setLive] = useState<M | null>(null);
  return [
    live ?? move,
    (next, keep) => {
      setLive(keep ? null : next);
      onChange(next, keep);
    },
  ];
}
