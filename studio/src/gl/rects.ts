/** A rectangle in device pixels of the canvas, or in pixels of the photo, as its owner says. */
export interface Rect {
  left: number;
  top: number;
  width: number;
  height: number;
}

/** What two rectangles have in common; null when that is nothing. */
export function common(a: Rect, b: Rect): Rect | null {
  const [left, top] = [Math.max(a.left, b.left), Math.max(a.top, b.top)];
  const [width, height] = [Math.min(a.left + a.width, b.left + b.width) - left, Math.min(a.top + a.height, b.top + b.height) - top];
  return width > 0 && height > 0 ? { left, top, width, height } : null;
}

/** The whole pixels whose centres lie in a rectangle. */
export function pixelsIn({ left, top, width, height }: Rect): Rect {
  const [first, upper] = [Math.ceil(left - 0.5), Math.ceil(top - 0.5)];
  return { left: first, top: upper, width: Math.ceil(left + width - 0.5) - first, height: Math.ceil(top + height - 0.5) - upper };
}

/** Where a part of something lies, given as shares of it from 0 to 1. */
export function partOf(whole: Rect, part: Rect): Rect {
  return { left: whole.left + part.left * whole.width, top: whole.top + part.top * whole.height, width: part.width * whole.width, height: part.height * whole.height };
}
