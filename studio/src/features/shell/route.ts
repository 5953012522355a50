export interface Route {
  setId: number | null;
  photoId: number | null;
  /** The whole set at once. */
  sheet?: boolean;
}

export function routeOf(path: string): Route {
  const found = /^\/sets\/(\d+)(?:\/photos\/(\d+)|\/(sheet))?/.exec(path);
  return { setId: found?.[1] ? Number(found[1]) : null, photoId: found?.[2] ? Number(found[2]) : null, sheet: found?.[3] !== undefined };
}

export function pathOf({ setId, photoId, sheet }: Route): string {
  if (setId === null) return '/';
  const end = sheet ? '/sheet' : photoId === null ? '' : `/photos/${String(photoId)}`;
  return `/sets/${String(setId)}${end}`;
}

/** Where one was last, in this browser. */
export class LastPlace {
  constructor(private readonly storage: Pick<Storage, 'getItem' | 'setItem'>) {}

  keep(address: string): void {
    this.storage.setItem(KEY, address);
  }

  /** The address to begin at: where one was, if that set is still there, else the first set; null without sets. */
  among(sets: readonly { id: number }[]): string | null {
    const last = this.storage.getItem(KEY) ?? '';
    const { setId } = routeOf(last);
    if (sets.some(({ id }) => id === setId)) return last;
    const first = sets[0];
    return first ? pathOf({ setId: first.id, photoId: null }) : null;
  }
}

const KEY = 'last-place';
