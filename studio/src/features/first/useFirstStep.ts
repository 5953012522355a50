import { useEffect, useMemo, useRef, useState } from 'react';
import { FirstStep } from './firstStep';

/** Whether to say what to do first on a photo with so many moves, and how not to any more. */
export function useFirstStep(moves: number | undefined): { wanted: boolean; away: () => void } {
  const memory = useMemo(() => new FirstStep(window.localStorage), []);
  const [wanted, setWanted] = useState(memory.wanted);
  const before = useRef(moves);
  useEffect(() => {
    // Something was begun on a photo that had nothing.
    if (before.current === 0 && moves !== undefined && moves > 0) {
      memory.done();
      setWanted(false);
    }
    before.current = moves;
  }, [memory, moves]);
  return {
    wanted: wanted && moves === 0,
    away: () => {
      memory.done();
      setWanted(false);
    },
  };
}
