import type { Rect } from './rects';

/** Where the photo lies on the canvas. `zoom` is device pixels per photo pixel; `fit` follows the window. */
export interface Viewport {
  fit: boolean;
  zoom: number;
  /** The photo's centre relative to the canvas's centre, in device pixels. */
  x: number;
  y: number;
}

export interface Size {
  width: number;
  height: number;
}

/** One of the views that stand side by side on a canvas. */
export function paneOf(canvas: Size, panes: 1 | 2): Size {
  return panes === 1 ? canvas : { width: Math.max(0, Math.floor((canvas.width - GAP) / 2)), height: canvas.height };
}

/** Where the last view begins; the one in which pins and strokes are drawn. */
export function lastPaneLeft(canvas: Size, panes: 1 | 2): number {
  return panes === 1 ? 0 : paneOf(canvas, 2).width + GAP;
}

/** A place of the canvas as one of the view it lies in: the views are linked. */
export function inPane(x: number, canvas: Size, panes: 1 | 2): number {
  const left = lastPaneLeft(canvas, panes);
  return x >= left ? x - left : x;
}

export const FIT: Viewport = { fit: true, zoom: 1, x: 0, y: 0 };
const MARGIN = 6;
/** Between two views side by side, in device pixels. */
const GAP = 8;
const MAX_ZOOM = 16;

export function fitZoom(photo: Size, canvas: Size): number {
  const margin = MARGIN * 2;
  return Math.max(0.001, Math.min((canvas.width - margin) / photo.width, (canvas.height - margin) / photo.height, MAX_ZOOM));
}

/** Device pixels per photo pixel, as it is shown now. */
export function zoomOf(view: Viewport, photo: Size, canvas: Size): number {
  return view.fit ? fitZoom(photo, canvas) : view.zoom;
}

export function placeOf(view: Viewport, photo: Size, canvas: Size): Rect {
  const zoom = zoomOf(view, photo, canvas);
  const width = photo.width * zoom;
  const height = photo.height * zoom;
  // Whole pixels, so that at 100 % photo and screen pixels coincide.
  const left = Math.round(canvas.width / 2 + (view.fit ? 0 : view.x) - width / 2);
  const top = Math.round(canvas.height / 2 + (view.fit ? 0 : view.y) - height / 2);
  return { left, top, width, height };
}

/** Zooms by a factor, keeping the point under the pointer (canvas device pixels) where it is. */
export function zoomAt(view: Viewport, photo: Size, canvas: Size, px: number, py: number, factor: number): Viewport {
  const now = placeOf(view, photo, canvas);
  const zoomNow = now.width / photo.width;
  const least = Math.min(fitZoom(photo, canvas), 1) * 0.5;
  const zoom = Math.min(MAX_ZOOM, Math.max(least, zoomNow * factor));
  const u = (px - now.left) / now.width;
  const v = (py - now.top) / now.height;
  const x = px - u * photo.width * zoom + (photo.width * zoom) / 2 - canvas.width / 2;
  const y = py - v * photo.height * zoom + (photo.height * zoom) / 2 - canvas.height / 2;
  return held({ fit: false, zoom, x, y }, photo, canvas);
}

/** Keeps at least a part of the photo in the window. */
export function held(view: Viewport, photo: Size, canvas: Size): Viewport {
  const reachX = (photo.width * view.zoom + canvas.width) / 2 - 60;
  const reachY = (photo.height * view.zoom + canvas.height) / 2 - 60;
  return { ...view, x: Math.max(-reachX, Math.min(reachX, view.x)), y: Math.max(-reachY, Math.min(reachY, view.y)) };
}

/** The whole photo, or 100 % with what is under a place (canvas device pixels) staying under it. */
export function toggled(view: Viewport, photo: Size, canvas: Size, px: number, py: number): Viewport {
  return view.fit ? zoomAt(view, photo, canvas, px, py, 1 / fitZoom(photo, canvas)) : FIT;
}

/** Moved by some device pixels; the whole photo stays where it is. */
export function panned(view: Viewport, photo: Size, canvas: Size, x: number, y: number): Viewport {
  return view.fit ? view : held({ ...view, x: view.x + x, y: view.y + y }, photo, canvas);
}

/** After two fingers: what was under their middle is under it still, so many times as large. Places in canvas device pixels. */
export function pinched(view: Viewport, photo: Size, canvas: Size, from: { x: number; y: number }, to: { x: number; y: number }, factor: number): Viewport {
  return panned(zoomAt(view, photo, canvas, from.x, from.y, factor), photo, canvas, to.x - from.x, to.y - from.y);
}
