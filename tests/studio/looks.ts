import type { Look, Move } from '../../studio/src/model/looks';

/** A shift by so many degrees, for tests. */
export function shift(id: string, hue = 0, more: Partial<Move> = {}): Move {
  return { id, kind: 'shift', label: '', on: true, strength: 100, reads: 'source', reach: null, params: hue === 0 ? {} : { hue }, ...more } as Move;
}

export function look(...moves: Move[]): Look {
  return { tovrinLook: 1, name: '', moves };
}

/** The hue of a move, or undefined when it has none. */
export function hueOf(of: Look | null | undefined, id: string): number | undefined {
  const move = of?.moves.find((one) => one.id === id);
  return move?.kind === 'shift' ? move.params?.hue : undefined;
}

/** A promise that the test settles when it wants to. */
export function deferred<T>(): { promise: Promise<T>; resolve: (value: T) => void; reject: (reason: unknown) => void } {
  let resolve: (value: T) => void = () => undefined;
  let reject: (reason: unknown) => void = () => undefined;
  const promise = new Promise<T>((yes, no) => {
    resolve = yes;
    reject = no;
  });
  return { promise, resolve, reject };
}

/** Lets everything run that waits for nothing but its turn. */
export async function turns(): Promise<void> {
  for (let i = 0; i < 20; i++) await Promise.resolve();
}
