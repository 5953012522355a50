import { useEffect, useRef, useState, type RefObject } from 'react';
import { useDragging, type Drag } from '../../ui/drag/useDragging';
import type { Place, Stroke, StrokeShape, Tool } from './tools';
import { inPane, paneOf, panned, placeOf, toggled, zoomAt, type Size, type Viewport } from '../../gl/viewport';

export interface StageActions {
  /** A click or a finished stroke of the tools that take samples. */
  onStroke: (shape: StrokeShape, points: Place[]) => void;
  onPullStart: (at: Place) => void;
  /** How far a pull is from where it began, in CSS pixels; right and down are positive. */
  onPull: (dx: number, dy: number, done: boolean) => void;
  onPullAbandoned: () => void;
  /** The pointer moved over the photo, or left it. */
  onPoint: (at: Place | null) => void;
  onViewport: (change: (now: Viewport) => Viewport) => void;
  /** Takes a turn of the wheel, in pixels, when it has a use for it; with Ctrl the wheel always zooms. */
  onTurn?: ((pixels: number) => boolean) | undefined;
}

interface Stage extends StageActions {
  frame: RefObject<HTMLElement | null>;
  canvas: RefObject<HTMLCanvasElement | null>;
  photo: Size;
  /** The canvas, in device pixels. */
  size: Size;
  /** How many views stand on it side by side. */
  panes: 1 | 2;
  viewport: Viewport;
  tool: Tool;
  /** Where the pointer was last, in device pixels of the view it is in; keys that zoom do it there. */
  pointerAt: RefObject<{ x: number; y: number } | null>;
}

const MIDDLE = 1;
/** CSS pixels that a press may tremble and still be a click. */
const TREMBLE = 4;
const WHEEL = { line: 0.05, pixel: 0.0016, lineHeight: 33 };

/** What the pointer does on the photo: look, draw a stroke, pull. Gives the stage's listeners and the stroke being drawn. */
export function usePointerOnStage(stage: Stage) {
  const now = useRef(stage);
  now.current = stage;
  const [stroke, setStroke] = useState<Stroke | null>(null);
  const drawn = useRef<Stroke | null>(null);
  const panning = useRef({ x: 0, y: 0 });

  const onCanvas = (at: { x: number; y: number }) => {
    const box = stage.frame.current?.getBoundingClientRect();
    const ratio = window.devicePixelRatio;
    return { x: inPane((at.x - (box?.left ?? 0)) * ratio, stage.size, stage.panes), y: (at.y - (box?.top ?? 0)) * ratio };
  };
  const share = (at: { x: number; y: number }): Place => {
    const place = placeOf(stage.viewport, stage.photo, paneOf(stage.size, stage.panes));
    const { x, y } = onCanvas(at);
    return [(x - place.left) / place.width, (y - place.top) / place.height];
  };
  const pans = ({ button }: Drag) => stage.tool === 'look' || button === MIDDLE;
  const draw = (next: Stroke | null) => {
    drawn.current = next;
    setStroke(next);
  };

  const bind = useDragging(
    {
      onStart: (drag) => {
        if (drag.target !== stage.canvas.current) return false;
        stage.frame.current?.focus({ preventScroll: true });
        panning.current = drag.at;
        if (pans(drag)) return true;
        if (stage.tool === 'pull') stage.onPullStart(share(drag.at));
        else draw({ shape: 'point', points: [share(drag.at)] });
        return true;
      },
      onMove: (drag) => {
        if (pans(drag)) {
          const ratio = window.devicePixelRatio;
          const [x, y] = [(drag.at.x - panning.current.x) * ratio, (drag.at.y - panning.current.y) * ratio];
          panning.current = drag.at;
          stage.onViewport((view) => panned(view, now.current.photo, paneOf(now.current.size, now.current.panes), x, y));
        } else if (stage.tool === 'pull') stage.onPull(drag.by.x, drag.by.y, false);
        else if (drawn.current && (drawn.current.shape !== 'point' || Math.hypot(drag.by.x, drag.by.y) > TREMBLE)) {
          draw({ shape: drag.shift ? 'box' : 'path', points: [...drawn.current.points, share(drag.at)] });
        }
      },
      onEnd: (drag) => {
        if (pans(drag)) return;
        if (stage.tool === 'pull') stage.onPull(drag.by.x, drag.by.y, true);
        const done = drawn.current;
        // First: it asks the server, which need not wait until the screen is drawn without the stroke.
        if (done) stage.onStroke(done.shape, done.points);
        draw(null);
      },
      onAbandon: () => {
        draw(null);
        stage.onPullAbandoned();
      },
    },
    [1, 4],
  );

  // React listens to the wheel passively; zooming must keep the page still.
  const { frame } = stage;
  useEffect(() => {
    const box = frame.current;
    if (!box) return;
    const wheel = (event: WheelEvent) => {
      event.preventDefault();
      const { photo, size, panes, onViewport, onTurn } = now.current;
      if (!event.ctrlKey && onTurn?.(event.deltaY * (event.deltaMode === WheelEvent.DOM_DELTA_LINE ? WHEEL.lineHeight : 1))) return;
      const rect = box.getBoundingClientRect();
      const ratio = window.devicePixelRatio;
      const factor = Math.exp(-event.deltaY * (event.deltaMode === WheelEvent.DOM_DELTA_LINE ? WHEEL.line : WHEEL.pixel));
      onViewport((view) => zoomAt(view, photo, paneOf(size, panes), inPane((event.clientX - rect.left) * ratio, size, panes), (event.clientY - rect.top) * ratio, factor));
    };
    box.addEventListener('wheel', wheel, { passive: false });
    return () => {
      box.removeEventListener('wheel', wheel);
    };
  }, [frame]);

  return {
    stroke,
    listeners: {
      ...bind(undefined),
      onPointerMoveCapture: (event: React.PointerEvent) => {
        const at = { x: event.clientX, y: event.clientY };
        stage.pointerAt.current = onCanvas(at);
        if (event.buttons !== 0) return;
        const [x, y] = share(at);
        stage.onPoint(event.target === stage.canvas.current && x >= 0 && x < 1 && y >= 0 && y < 1 ? [x, y] : null);
      },
      onPointerLeave: () => {
        stage.pointerAt.current = null;
        stage.onPoint(null);
      },
      onDoubleClick: (event: React.MouseEvent) => {
        if (stage.tool !== 'look' || event.target !== stage.canvas.current) return;
        const { x, y } = onCanvas({ x: event.clientX, y: event.clientY });
        stage.onViewport((view) => toggled(view, stage.photo, paneOf(stage.size, stage.panes), x, y));
      },
    },
  };
}
