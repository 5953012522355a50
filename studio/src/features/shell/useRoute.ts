import { useCallback, useEffect, useMemo, useSyncExternalStore } from 'react';
import { staying } from '../../ui/place/address';
import { goTo, listenToPlace } from '../../ui/place/useOpened';
import { LastPlace, pathOf, routeOf, type Route } from './route';

/** The open set and photo, kept in the address, so that a reload or a bookmark comes back to them; opening Tovrin goes on where one left off. */
export function useRoute(): [Route, (route: Route, replace?: boolean) => void] {
  const path = useSyncExternalStore(listenToPlace, () => window.location.pathname);
  const search = useSyncExternalStore(listenToPlace, () => window.location.search);
  const route = useMemo(() => routeOf(path), [path]);
  useEffect(() => {
    if (route.setId !== null) new LastPlace(window.localStorage).keep(path + search);
  }, [route, path, search]);
  const go = useCallback((next: Route, replace = false) => {
    goTo(pathOf(next) + staying(window.location.search), replace);
  }, []);
  return [route, go];
}
