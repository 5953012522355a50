import { useState } from 'react';
import { treeOf, moveIds, pathTo } from '../../model/moveTree';
import type { Look } from '../../model/looks';

const MEMORY = 'folded-groups';
/** So many are remembered. */
const KEPT = 500;

function remembered(): string[] {
  try {
    return JSON.parse(window.localStorage.getItem(MEMORY) ?? '[]') as string[];
  } catch {
    return [];
  }
}

/** Which groups are folded: how one looks at a grade, no part of it. What is at hand is never folded away. */
export function useFolded(look: Look, selected: string | null, onSelect: (id: string) => void): { folded: ReadonlySet<string>; fold: (id: string, folded: boolean) => void } {
  const [kept, setKept] = useState<ReadonlySet<string>>(() => new Set(remembered()));
  const around = selected === null ? [] : pathTo(treeOf(look), selected).slice(0, -1);
  return {
    folded: new Set([...kept].filter((id) => around.every((node) => node.id !== id))),
    fold: (id, on) => {
      const next = [...remembered().filter((one) => one !== id), ...(on ? [id] : [])].slice(-KEPT);
      window.localStorage.setItem(MEMORY, JSON.stringify(next));
      setKept(new Set(next));
      if (on && selected !== null && selected !== id && (around.some((node) => node.id === id) || moveIds(look, new Set([id])).has(selected))) onSelect(id);
    },
  };
}
