import { useState } from 'react';
import type { Choosing } from '../choose/choosing';
import { isAtRest, type Move } from '../../model/looks';
import type { ViewMode } from '../../gl/PhotoRenderer';
import type { Tool } from '../photo/tools';

export const chooses = (tool: Tool) => tool === 'choose' || tool === 'hold';

/** Which tool is at hand and what the photo is shown as; the two follow one another. */
export function useTools(choosing: Choosing, move: Move | undefined, onProbe: () => void) {
  const [tool, setToolNow] = useState<Tool>('look');
  const [view, setView] = useState<ViewMode>('result');
  const [held, setHeld] = useState({ before: false, reached: false });
  return {
    tool,
    view,
    setView,
    held,
    holdBefore: (before: boolean) => {
      setHeld((now) => ({ ...now, before }));
    },
    holdReached: (reached: boolean) => {
      setHeld((now) => ({ ...now, reached }));
    },
    setTool: (next: Tool) => {
      // Choosing shows what is caught; leaving it shows the photo again.
      if (!chooses(next) && chooses(tool) && view === 'reached') setView('result');
      // A move that does something already is not widened by a stray click: choosing begins a new one.
      if (next === 'choose' && !chooses(tool)) choosing.setFresh(move !== undefined && !isAtRest(move));
      setToolNow(next);
      if (next === 'probe') onProbe();
    },
  };
}
