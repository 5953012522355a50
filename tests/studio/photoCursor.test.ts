import { beforeEach, describe, expect, it } from 'vitest';
import { PhotoCursor } from '../../studio/src/features/photo/photoCursor';
import type { Place, Tool } from '../../studio/src/features/photo/tools';

let told: unknown[][];
let cursor: PhotoCursor;
const press = (keys: string[], tool: Tool, shift = false) => keys.map((key) => cursor.key(key, shift, tool, [1, 1]));
const near = (place: Place | null) => place?.map((v) => Math.round(v * 1000) / 1000);

beforeEach(() => {
  told = [];
  const tell = (name: string) => (...args: unknown[]) => { told.push([name, ...args]); };
  cursor = new PhotoCursor(() => ({ onStroke: tell('stroke'), onPullStart: tell('start'), onPull: tell('pull'), onPullAbandoned: tell('abandoned'), onPoint: tell('point') }));
});

describe('the cursor on the photo', () => {
  it('does nothing before it is shown, and then begins where it is told to', () => {
    expect(press(['ArrowLeft', 'Enter'], 'choose')).toEqual([false, false]);
    cursor.show([0.5, 0.5]);
    expect(told).toEqual([['point', [0.5, 0.5]]]);
  });

  it('goes a hundredth of what is shown, with Shift five, and stays on the photo', () => {
    cursor.show([0.5, 0.5]);
    press(['ArrowLeft', 'ArrowDown'], 'choose');
    expect(near(cursor.state.at)).toEqual([0.49, 0.51]);
    press(['ArrowUp'], 'choose', true);
    expect(near(cursor.state.at)).toEqual([0.49, 0.46]);
    cursor.key('ArrowRight', false, 'choose', [0.1, 0.1]);
    expect(near(cursor.state.at)).toEqual([0.491, 0.46]);
    for (let i = 0; i < 30; i++) press(['ArrowLeft'], 'choose', true);
    expect(cursor.state.at?.[0]).toBe(0);
  });

  it('clicks with Enter, and draws a stroke between two presses of Space', () => {
    cursor.show([0.2, 0.2]);
    press(['Enter'], 'probe');
    expect(told.at(-1)).toEqual(['stroke', 'point', [[0.2, 0.2]]]);
    press([' ', 'ArrowRight', 'ArrowRight'], 'hold');
    expect(cursor.state.stroke).toHaveLength(3);
    press([' '], 'hold');
    expect(told.at(-1)?.slice(0, 2)).toEqual(['stroke', 'path']);
    expect((told.at(-1)?.[2] as Place[]).map(near)).toEqual([[0.2, 0.2], [0.21, 0.2], [0.22, 0.2]]);
    expect(cursor.state.stroke).toBeNull();
    press([' ', ' '], 'choose');
    expect(told.at(-1)).toEqual(['stroke', 'point', [cursor.state.at]]);
  });

  it('gives a stroke up with Escape, and says so only while there is one', () => {
    cursor.show([0.2, 0.2]);
    expect(press(['Escape'], 'choose')).toEqual([false]);
    expect(press([' ', 'ArrowUp', 'Escape'], 'choose')).toEqual([true, true, true]);
    expect(told.some(([name]) => name === 'stroke')).toBe(false);
  });

  it('pulls: takes hold, goes with the arrows, keeps with Enter, gives up with Escape or when it is hidden', () => {
    cursor.show([0.3, 0.4]);
    press(['Enter', 'ArrowRight', 'ArrowUp'], 'pull');
    expect(told.slice(-3)).toEqual([['start', [0.3, 0.4]], ['pull', 4, 0, false], ['pull', 4, -4, false]]);
    expect(cursor.state.at, 'the cursor stays on the colour').toEqual([0.3, 0.4]);
    press(['Enter'], 'pull');
    expect(told.at(-1)).toEqual(['pull', 4, -4, true]);
    press(['Enter', 'Escape'], 'pull');
    expect(told.at(-1)).toEqual(['abandoned']);
    press(['Enter'], 'pull');
    cursor.hide();
    expect(told.slice(-2)).toEqual([['abandoned'], ['point', null]]);
    expect(cursor.state).toEqual({ at: null, stroke: null, pull: null });
  });
});
