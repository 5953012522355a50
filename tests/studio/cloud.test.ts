import { describe, expect, it } from 'vitest';
import { dragged, keyed, placed, projection, USUAL } from '../../studio/src/features/cloud/turning';

const front = projection({ around: 0, tilt: 0 }, 2);

describe('the cloud', () => {
  it('has white above black in the middle, and both well inside the picture', () => {
    const [white, black] = [placed(front, [1, 0, 0]), placed(front, [0, 0, 0])];
    expect([white.x, black.x]).toEqual([0, 0]);
    expect(white.y).toBeGreaterThan(0.6);
    expect(white.y).toBeLessThan(0.95);
    expect(black.y).toBeCloseTo(-white.y, 6);
  });

  it('keeps a colour’s distance from the axis when it is turned about it, and brings its far side to the front', () => {
    const yellow = [0.5, 0, 0.15] as const;
    const turned = projection({ around: 180, tilt: 0 }, 2);
    expect(placed(front, yellow).depth).toBeCloseTo(10 - placed(turned, yellow).depth, 5);
    const red = [0.5, 0.15, 0] as const;
    expect(placed(front, red).x).toBeCloseTo(-placed(turned, red).x, 6);
    // Seen from above, lightness is depth.
    const above = projection({ around: 0, tilt: 90 }, 1);
    expect(placed(above, [1, 0, 0]).depth).toBeLessThan(placed(above, [0, 0, 0]).depth);
    expect(placed(above, [1, 0, 0]).y).toBeCloseTo(0, 6);
  });

  it('is turned by dragging and by keys, all round but never over its top', () => {
    expect(dragged({ around: 170, tilt: 0 }, 40, 0).around).toBe(-170);
    expect(dragged({ around: 0, tilt: 80 }, 0, 100).tilt).toBe(90);
    expect(keyed({ around: 0, tilt: 0 }, 'ArrowLeft', false)).toEqual({ around: -5, tilt: 0 });
    expect(keyed({ around: 0, tilt: 0 }, 'ArrowDown', true)).toEqual({ around: 0, tilt: 30 });
    expect(keyed({ around: 3, tilt: 4 }, 'Home', false)).toEqual(USUAL);
    expect(keyed(USUAL, 'x', false)).toBeNull();
  });
});
