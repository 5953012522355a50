import { useEffect, useState } from 'react';

type Guide = typeof import('./pages');

/** The pages of the guide, which come once they are asked for; null until then. */
export function useGuide(): Guide | null {
  const [guide, setGuide] = useState<Guide | null>(null);
  useEffect(() => {
    let wanted = true;
    void import('./pages').then((pages) => {
      if (wanted) setGuide(pages);
    });
    return () => {
      wanted = false;
    };
  }, []);
  return guide;
}
