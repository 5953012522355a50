import { useCallback, useState, type Dispatch, type SetStateAction } from 'react';
import { NOTHING, readSelection, writtenSelection, type Selection } from './selection';

/** The photos of a set that are selected; they stay so over a reload, in this window. */
export function useSelected(setId: number): [Selection, Dispatch<SetStateAction<Selection>>] {
  const key = `selected-in-${String(setId)}`;
  const [selection, setSelection] = useState<Selection>(() => readSelection(window.sessionStorage.getItem(key)) ?? NOTHING);
  const set = useCallback<Dispatch<SetStateAction<Selection>>>(
    (next) => {
      setSelection((now) => {
        const then = typeof next === 'function' ? next(now) : next;
        window.sessionStorage.setItem(key, writtenSelection(then));
        return then;
      });
    },
    [key],
  );
  return [selection, set];
}
