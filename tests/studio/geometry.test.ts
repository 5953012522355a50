import { expect, test } from 'vitest';
import { AXES, axesOf, moved, spanOf } from '../../studio/src/features/bench/axes';
import { FIT, fitZoom, held, placeOf, zoomAt } from '../../studio/src/gl/viewport';

// The studio's geometry by itself, without a page.

const window = { from: 350, to: 20, softFrom: 10, softTo: 15 };

test('a hue window moves across the seam and keeps its width', () => {
  const on = moved(window, 'body', 25, AXES.hue);
  expect([on.from, on.to]).toEqual([15, 45]);
  expect(spanOf(on, AXES.hue)).toBe(spanOf(window, AXES.hue));
  const back = moved(on, 'body', -25, AXES.hue);
  expect(back).toEqual(window);
});

test('an edge stops at the other one, and a soft foot at the edge', () => {
  expect(moved(window, 'from', 500, AXES.hue).from).toBe(20);
  expect(moved(window, 'to', -500, AXES.hue).to).toBe(350);
  expect(moved(window, 'softFrom', 500, AXES.hue).softFrom).toBe(0);
  expect(moved(window, 'softTo', 5000, AXES.hue).softTo).toBe(180);
});

test('a window on light stays on its axis', () => {
  const light = { from: 0.2, to: 0.6, softFrom: 0.1, softTo: 0.1 };
  expect(moved(light, 'body', 5, AXES.light)).toMatchObject({ from: 0.6, to: 1 });
  expect(moved(light, 'body', -5, AXES.light)).toMatchObject({ from: 0, to: 0.4 });
  expect(moved(light, 'from', -9, AXES.light).from).toBe(0);
  expect(moved(light, 'to', 9, AXES.light).to).toBe(1);
});

test('the axis of strength ends where the photo does, but a window may reach beyond', () => {
  const { across, up } = axesOf('hue-chroma', 0.18);
  expect(across.max).toBe(360);
  expect(up.max).toBe(0.18);
  expect(moved({ from: 0.05, to: 0.17 }, 'to', 0.1, up, 0.5).to).toBeCloseTo(0.27, 6);
  expect(axesOf('light-chroma').across.name).toBe('light');
});

const photo = { width: 3000, height: 2000 };
const canvas = { width: 844, height: 610 };

test('a photo that fits is in the middle and whole', () => {
  const place = placeOf(FIT, photo, canvas);
  expect(place.width / place.height).toBeCloseTo(1.5, 6);
  expect(Math.abs(place.left * 2 + place.width - canvas.width)).toBeLessThanOrEqual(1);
  expect(Math.abs(place.top * 2 + place.height - canvas.height)).toBeLessThanOrEqual(1);
  expect(place.left).toBeGreaterThanOrEqual(0);
});

test('zooming keeps the point under the pointer where it is', () => {
  let view = FIT;
  const [px, py] = [300, 200];
  const before = placeOf(view, photo, canvas);
  const u = (px - before.left) / before.width;
  for (const factor of [1.7, 2.2, 0.6]) {
    view = zoomAt(view, photo, canvas, px, py, factor);
    const now = placeOf(view, photo, canvas);
    expect(Math.abs(now.left + u * now.width - px)).toBeLessThanOrEqual(1.5);
  }
  expect(view.zoom).toBeCloseTo(fitZoom(photo, canvas) * 1.7 * 2.2 * 0.6, 6);
});

test('zoom has ends, and the photo cannot be lost', () => {
  expect(zoomAt(FIT, photo, canvas, 0, 0, 1e9).zoom).toBe(16);
  expect(zoomAt(FIT, photo, canvas, 0, 0, 1e-9).zoom).toBeCloseTo(fitZoom(photo, canvas) / 2, 9);
  const far = held({ fit: false, zoom: 1, x: 1e6, y: -1e6 }, photo, canvas);
  const place = placeOf(far, photo, canvas);
  expect(place.left).toBeLessThan(canvas.width);
  expect(place.top + place.height).toBeGreaterThan(0);
});
