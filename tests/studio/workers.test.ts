import { describe, expect, it } from 'vitest';
import type { Worker } from '../../studio/src/api/client';
import { doing, logLine, needsCare, record, stateOf, summary, whereabouts } from '../../studio/src/features/shell/workers';

const worker = (change: Partial<Worker> = {}): Worker => ({ name: '@1-ab-1', title: 'kiln', here: false, key: 'farm', state: 'waiting', why: '', doing: '', stage: '', share: 0, done: 0, failed: 0, speed: null, silent: 3, since: '2026-12-01T08:00:00+00:00', said: [], ...change });

describe('workers in words', () => {
  it('says what one is at and how far', () => {
    expect(stateOf(worker({ state: 'working' }))).toBe('Working');
    expect(doing(worker({ doing: 'bowl-rust.jpg small', stage: 'Colouring', share: 0.424 }))).toBe('Bowl-rust.jpg small · colouring, 42 %');
    expect(doing(worker({ doing: 'study of “bowl.jpg”', stage: 'Starting' }))).toBe('Study of “bowl.jpg”');
    expect(doing(worker())).toBe('');
  });

  it('says how fast one is only when that is known', () => {
    expect(record(worker())).toBe('0 tasks done');
    expect(record(worker({ done: 1 }))).toBe('1 task done');
    expect(record(worker({ done: 1200, failed: 2, speed: 4.26 }))).toBe('1200 tasks done · 2 failed · 4.3 megapixels a second');
    expect(record(worker({ done: 5, speed: 31.4 }))).toBe('5 tasks done · 31 megapixels a second');
  });

  it('says where one is, and by which key', () => {
    expect(whereabouts(worker())).toBe('on another machine, key “farm”');
    expect(whereabouts(worker({ key: '' }))).toContain('revoked');
    expect(whereabouts(worker({ here: true, key: '' }))).toBe('');
  });

  it('names those that somebody should look after', () => {
    expect(['slow', 'resting', 'unable', 'silent'].every((state) => needsCare(worker({ state })))).toBe(true);
    expect(['working', 'waiting'].some((state) => needsCare(worker({ state })))).toBe(false);
    expect(stateOf(worker({ state: 'silent', silent: 50 }))).toBe('Not heard from for 50 s');
    expect(stateOf(worker({ state: 'silent', silent: 150 }))).toBe('Not heard from for 2 min');
  });

  it('tells when it said something by the clock of whoever reads', () => {
    const at = new Date(2026, 11, 1, 9, 5, 3).toISOString();
    expect(logLine({ at, line: 'Done in 1.2 s.' })).toBe('09:05:03 Done in 1.2 s.');
  });

  it('sums them up, and says what to do when there is none', () => {
    expect(summary([worker({ doing: 'a.jpg', state: 'working' }), worker({ state: 'unable' }), worker()])).toBe('3 workers, 1 working, 1 needs attention.');
    expect(summary([worker()])).toBe('1 worker, 0 working.');
    expect(summary([])).toContain('bin/tovrin work');
  });
});
