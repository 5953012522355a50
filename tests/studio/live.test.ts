import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { Job } from '../../studio/src/api/client';
import { changesIn, Throttle, withJob } from '../../studio/src/features/live/changes';

describe('what open windows are told', () => {
  it('is several changes at once; what cannot be read is none', () => {
    expect(changesIn('[{"what":"looks"},{"what":"set","set":3},7,null]')).toEqual([{ what: 'looks' }, { what: 'set', set: 3 }]);
    for (const text of ['', '{}', '{"what":"looks"}', 'null', '[']) expect(changesIn(text), text).toEqual([]);
  });

  it('says how far a job is, and keeps what is known of its photos', () => {
    const job = (id: number, done: number, told: Job['told'] = []): Job => ({ id, setId: 1, kind: 'carry', name: '', paused: false, undone: false, count: 3, waiting: 3 - done, done, leftOut: 0, stopped: 0, told, madeAt: '' });
    const told = [{ photoId: 1, name: 'a', leftOut: true, words: ['x'] }];
    expect(withJob([job(2, 0), job(1, 1, told)], job(1, 2))).toEqual([job(2, 0), job(1, 2, told)]);
    expect(withJob(undefined, job(1, 2))).toEqual([job(1, 2)]);
    expect(withJob([job(1, 1)], job(3, 0)).map(({ id }) => id)).toEqual([3, 1]);
  });
});

describe('a throttle', () => {
  beforeEach(() => { vi.useFakeTimers(); });
  afterEach(() => { vi.useRealTimers(); });

  it('does something soon, and not again before some time has passed', () => {
    const run = vi.fn();
    const throttle = new Throttle(run, 100, 1000, () => Date.now());
    throttle.ask();
    throttle.ask();
    vi.advanceTimersByTime(100);
    expect(run).toHaveBeenCalledTimes(1);
    throttle.ask();
    vi.advanceTimersByTime(900);
    expect(run).toHaveBeenCalledTimes(1);
    throttle.ask();
    vi.advanceTimersByTime(100);
    expect(run).toHaveBeenCalledTimes(2);
    throttle.ask();
    throttle.stop();
    vi.advanceTimersByTime(5000);
    expect(run).toHaveBeenCalledTimes(2);
  });
});
