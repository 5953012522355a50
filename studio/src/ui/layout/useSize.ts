import { useEffect, useState, type RefObject } from 'react';

/** How large an element is in CSS pixels, whatever changes it; nothing before it has been measured. */
export function useSize(element: RefObject<HTMLElement | null>): { width: number; height: number } {
  const [size, setSize] = useState({ width: 0, height: 0 });
  useEffect(() => {
    const box = element.current;
    if (!box) return;
    const observer = new ResizeObserver(() => {
      setSize({ width: box.clientWidth, height: box.clientHeight });
    });
    observer.observe(box);
    return () => {
      observer.disconnect();
    };
  }, [element]);
  return size;
}
