import { describe, expect, it } from 'vitest';
import type { Job } from '../../studio/src/api/client';
import { share, toldOf, words } from '../../studio/src/features/jobs/jobs';

const job = (change: Partial<Job>): Job => ({ id: 1, setId: 1, kind: 'carry', name: 'Carry over from bowl.jpg', paused: false, undone: false, count: 3, waiting: 0, done: 3, leftOut: 0, stopped: 0, told: [], madeAt: '', ...change });
const told = (leftOut: boolean) => ({ photoId: 2, name: 'vase.jpg', leftOut, words: ['x'] });

describe('a change to many photos', () => {
  it('is told in words while it goes on, and when it is done', () => {
    expect(words(job({ waiting: 2, done: 1 }))).toBe('Carry over from bowl.jpg: 1 of 3');
    expect(words(job({ waiting: 2, done: 1, paused: true }))).toBe('Carry over from bowl.jpg: 1 of 3, paused');
    expect(words(job({}))).toBe('Carried over to 3 photos.');
    expect(words(job({ count: 1, done: 1 }))).toBe('Carried over to one photo.');
    expect(words(job({ done: 2, leftOut: 1, told: [told(true)] }))).toBe('Carried over to 2 photos. One was left out.');
    expect(words(job({ done: 3, told: [told(false), told(false)] }))).toBe('Carried over to 3 photos. Look at 2 of them: not everything reaches there what it reaches here.');
    expect(words(job({ done: 0, stopped: 3 }))).toBe('Nothing was changed. 3 were stopped before.');
    expect(words(job({ undone: true, done: 2, leftOut: 1 }))).toBe('Undone in 2 photos. One was left alone.');
    expect(words(job({ kind: 'same-colour', done: 3 }))).toBe('Brought 3 photos to the colour of the first.');
    expect(words(job({ kind: 'from-the-future', name: 'Shine', done: 3 }))).toBe('Shine: 3 photos.');
  });

  it('stands at the foot while it goes on, for everybody; afterwards where it was asked for, until it is closed', () => {
    const jobs = [job({ id: 3 }), job({ id: 2, waiting: 1 }), job({ id: 1 })];
    expect(toldOf(jobs, [1, 3])?.id).toBe(2);
    expect(toldOf(jobs.filter(({ id }) => id !== 2), [1, 3])?.id).toBe(3);
    expect(toldOf(jobs.filter(({ id }) => id !== 2), [])).toBeNull();
  });

  it('is as far as photos are dealt with, also those that were left out', () => {
    expect(share(job({ count: 4, waiting: 1, done: 2, leftOut: 1 }))).toBe(0.75);
  });
});
