import { useEffect, type RefObject } from 'react';

const ABOVE = 8;
const HANDS = ['wheel', 'pointerdown', 'keydown', 'touchstart'] as const;

/** Scrolls a page to one of its headings and marks it; to its top without one. As the page grows it stays there, until a hand scrolls. */
export function useScrollTo(body: RefObject<HTMLElement | null>, heading: string | null): void {
  useEffect(() => {
    const page = body.current;
    const scroller = page?.parentElement;
    if (!page || !scroller) return;
    const there = heading === null ? null : page.querySelector<HTMLElement>(`[id="${heading}"]`);
    const scroll = () => {
      // Nothing else on the screen is to move.
      scroller.scrollTop = there ? there.getBoundingClientRect().top - page.getBoundingClientRect().top + page.offsetTop - scroller.offsetTop - ABOVE : 0;
    };
    there?.setAttribute('data-looked-for', '');
    const growth = new ResizeObserver(scroll);
    growth.observe(page);
    const stop = () => { growth.disconnect(); };
    for (const hand of HANDS) scroller.addEventListener(hand, stop, { passive: true });
    return () => {
      there?.removeAttribute('data-looked-for');
      stop();
      for (const hand of HANDS) scroller.removeEventListener(hand, stop);
    };
  }, [body, heading]);
}
