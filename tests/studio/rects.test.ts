import { expect, test } from 'vitest';
import { common, partOf, pixelsIn } from '../../studio/src/gl/rects';

const rect = (left: number, top: number, width: number, height: number) => ({ left, top, width, height });

test('what two rectangles have in common, and nothing where they only touch', () => {
  expect(common(rect(0, 0, 10, 10), rect(4, -5, 10, 10))).toEqual(rect(4, 0, 6, 5));
  expect(common(rect(0, 0, 10, 10), rect(10, 0, 5, 5))).toBeNull();
});

test('two parts of a divided rectangle share no pixel and leave none out', () => {
  for (const at of [0, 0.2, 0.5, 3.5, 3.51, 9.99, 10]) {
    const [left, right] = [pixelsIn(rect(0, 0, at, 4)), pixelsIn(rect(at, 0, 10 - at, 4))];
    expect(right.left - left.left - left.width).toBeCloseTo(0);
    expect(left.width + right.width).toBe(10);
  }
});

test('a part of a rectangle lies where its shares say', () => {
  expect(partOf(rect(10, 20, 200, 100), rect(0.5, 0.25, 0.25, 0.5))).toEqual(rect(110, 45, 50, 50));
});
