import { useCallback, useEffect, useState } from 'react';

export interface Route {
  setId: number | null;
  photoId: number | null;
  /** The whole set at once. */
  sheet?: boolean;
}

function read(): Route {
  const found = /^\/sets\/(\d+)(?:\/photos\/(\d+)|\/(sheet))?/.exec(window.location.pathname);
  return { setId: found?.[1] ? Number(found[1]) : null, photoId: found?.[2] ? Number(found[2]) : null, sheet: found?.[3] !== undefined };
}

/** The open set and photo, kept in the address, so that a reload or a bookmark comes back to them. */
export function useRoute(): [Route, (route: Route, replace?: boolean) => void] {
  const [route, setRoute] = useState(read);
  useEffect(() => {
    const back = () => {
      setRoute(read());
    };
    window.addEventListener('popstate', back);
    return () => {
      window.removeEventListener('popstate', back);
    };
  }, []);
  const go = useCallback((next: Route, replace = false) => {
    const path = next.setId === null ? '/' : `/sets/${String(next.setId)}${next.sheet ? '/sheet' : next.photoId === null ? '' : `/photos/${String(next.photoId)}`}`;
    window.history[replace ? 'replaceState' : 'pushState'](null, '', path);
    setRoute(next);
  }, []);
  return [route, go];
}
