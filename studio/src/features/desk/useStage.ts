import { useEffect, useRef, useState } from 'react';
import type { Photo } from '../../api/client';
import { FIT, paneOf, panned, toggled, zoomAt, zoomOf, type Size, type Viewport } from '../../gl/viewport';

const ZOOM_STEP = 1.25;
/** Share of the window that an arrow key moves the photo by. */
const PAN_SHARE = 0.12;

/** How the photo lies in the window, and the keys that move it. The size of the window is followed, whatever changes it; while it is not shown, it keeps the one it had. */
export function useStage(photo: Photo, panes: 1 | 2, shown: boolean) {
  const frame = useRef<HTMLDivElement>(null);
  const pointerAt = useRef<{ x: number; y: number } | null>(null);
  const [size, setSize] = useState<Size>({ width: 0, height: 0 });
  const [viewport, setViewport] = useState<Viewport>(FIT);
  useEffect(() => {
    const box = shown ? frame.current : null;
    if (!box) return;
    const observer = new ResizeObserver(() => {
      const ratio = window.devicePixelRatio;
      setSize({ width: Math.max(1, Math.round(box.clientWidth * ratio)), height: Math.max(1, Math.round(box.clientHeight * ratio)) });
    });
    observer.observe(box);
    return () => {
      observer.disconnect();
    };
  }, [shown]);
  /** One of the views that stand on the stage. */
  const pane = paneOf(size, panes);
  /** Where a key acts: under the pointer, or in the middle when it is elsewhere. */
  const there = () => pointerAt.current ?? { x: pane.width / 2, y: pane.height / 2 };
  return {
    frame,
    pointerAt,
    size,
    panes,
    viewport,
    setViewport,
    zoom: size.width > 0 ? zoomOf(viewport, photo, pane) : 0,
    toggleZoom: () => {
      const { x, y } = there();
      setViewport((now) => toggled(now, photo, pane, x, y));
    },
    zoomBy: (steps: number) => {
      const { x, y } = there();
      setViewport((now) => zoomAt(now, photo, pane, x, y, ZOOM_STEP ** steps));
    },
    pan: (right: number, down: number) => {
      setViewport((now) => panned(now, photo, pane, -right * PAN_SHARE * pane.width, -down * PAN_SHARE * pane.height));
    },
  };
}
