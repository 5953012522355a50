import { useEffect, useState } from 'react';
import { api } from '../../api/client';
import type { Look } from '../../model/looks';
import type { PreviewListener } from '../../model/grading';
import { CubeFeed, SETTLED_LATTICE } from '../../gl/CubeFeed';
import type { DraftPlanes } from '../../gl/LineFollower';
import { DRAFT_POINTS, PlaneStore, SETTLED_POINTS, type PlaneLevels } from '../../gl/planes';
import { watchParts } from '../../model/findings';
import type { Drawing } from './useRenderer';
import { reasonOf } from '../../model/reason';

export interface CubePreview {
  /** The cube of the look at rest is shown. */
  settled: boolean;
  /** Any cube of this photo has been shown. */
  shown: boolean;
  /** Why the photo does not show the last change; null when it does. */
  stale: string | null;
}

/** The key of the cube that is shown settled, and the text of the look that is only being tried, if any. */
type Shown = Omit<CubePreview, 'settled'> & { settled: string | null; tried: string | null };

/** Keeps the cube in the renderer that of the look: settled while nothing moves, drafts while a control is held. */
export function useCubePreview(drawing: Drawing | null, photoId: number, look: Look | undefined, watch: string | null, onPreview: (listener: PreviewListener) => () => void, attempt: number): CubePreview {
  const [state, setState] = useState<Shown>({ settled: null, tried: null, shown: false, stale: null });
  const [feed, setFeed] = useState<CubeFeed | null>(null);
  useEffect(() => {
    if (!drawing) return;
    const store = new PlaneStore();
    const drawn = async (asked: Look, planes: PlaneLevels[], points: number, watched: string | null): Promise<DraftPlanes> => ({
      planes: await store.of(planes, points, (most) => api.planes(photoId, asked, most, watched)),
      watched: planes.find(({ watched: is }) => is)?.key ?? null,
    });
    const now = new CubeFeed(
      async (asked, lattice, watched) => {
        const { nodes, planes } = await api.cube(asked, lattice, watched, photoId);
        return { nodes, ...(await drawn(asked, planes, lattice < SETTLED_LATTICE ? DRAFT_POINTS : SETTLED_POINTS, watched)) };
      },
      (cube) => {
        drawing.renderer.setCube(cube);
        setState((before) => ({ ...before, settled: cube.settled ? keyOf(JSON.stringify(cube.look), cube.watch) : null, shown: true, stale: null }));
        drawing.loop.cubeCame(cube.settled, cube.askedAt);
      },
      (reason) => {
        setState((before) => ({ ...before, stale: reasonOf(reason) }));
      },
      async (line, watched, take, signal) => {
        // A check is lit by more than the look, and has no line.
        const { watch: move, check } = watchParts(watched);
        if (check !== null) return;
        let planes: Promise<DraftPlanes> | null = null;
        const taken: Promise<void>[] = [];
        await api.track(
          line,
          move,
          (draft, levels) => {
            // The planes are the same all along.
            planes ??= drawn(line.look, levels, DRAFT_POINTS, watched);
            taken.push(
              planes.then((known) => {
                take(draft, known);
              }),
            );
          },
          signal,
        );
        await Promise.all(taken);
      },
    );
    setFeed(now);
    setState((before) => ({ ...before, settled: null }));
    return () => {
      now.stop();
      setFeed(null);
    };
  }, [drawing, photoId]);

  // The text is what tells whether anything has changed; the object may be another one each time.
  const text = look ? JSON.stringify(look) : null;
  useEffect(() => {
    setState((before) => (before.tried === null ? before : { ...before, tried: null }));
    if (text !== null) feed?.settle(JSON.parse(text) as Look, watch);
  }, [feed, text, watch, attempt]);

  useEffect(
    () =>
      onPreview(async (moved, inputAt) => {
        // Asked first: drawing the screen anew may take longer than the answer.
        const shown = moved && feed?.follow(moved, watch, inputAt);
        if (moved === null && text !== null) feed?.settle(JSON.parse(text) as Look, watch);
        setState((before) => ({ ...before, settled: moved === null ? before.settled : null, tried: moved && JSON.stringify(moved) }));
        await shown;
      }),
    [feed, onPreview, text, watch],
  );
  // Settled is what belongs to the look of this very moment, not to the one before an edit.
  return { ...state, settled: state.settled !== null && state.settled === keyOf(state.tried ?? text, watch) };
}

/** Another move's reach is another cube, of the same look all the same. */
function keyOf(look: string | null, watch: string | null): string {
  return `${watch ?? ''} ${look ?? ''}`;
}
