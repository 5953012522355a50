import { useEffect, useState, type Dispatch, type SetStateAction } from 'react';
import { NOTHING, readSelection, writtenSelection, type Selection } from './selection';

/** The photos of a set that are selected; they stay so over a reload, in this window. */
export function useSelected(setId: number): [Selection, Dispatch<SetStateAction<Selection>>] {
  const key = `selected-in-${String(setId)}`;
  const [selection, setSelection] = useState<Selection>(() => readSelection(window.sessionStorage.getItem(key)) ?? NOTHING);
  useEffect(() => {
    window.sessionStorage.setItem(key, writtenSelection(selection));
  }, [key, selection]);
  return [selection, setSelection];
}
