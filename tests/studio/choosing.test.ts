import { beforeEach, describe, expect, it } from 'vitest';
import type { Fit, Sample } from '../../studio/src/api/client';
import { Choosing, strokesOf } from '../../studio/src/features/choose/choosing';
import { breadthOf, softnessOf, withBreadth, withSoftness } from '../../studio/src/features/choose/learned';
import { sampleOf } from '../../studio/src/features/choose/useChoosing';
import type { Look, Reach } from '../../studio/src/model/looks';
import { deferred, look, shift, turns } from './looks';

const stroke = (x: number, as: 'wanted' | 'held' = 'wanted'): Sample => ({ as, shape: 'point', points: [[x, 0.5]] });
const HERE = 'this-photo';
const learnedFrom = (samples: Sample[], photo = HERE): Reach => ({
  hue: null,
  chroma: null,
  light: null,
  invert: false,
  held: [],
  learned: { level: -0.4, broader: 0, soft: 0.6, grain: [0, 0, 0], scales: [], weights: [], photo, strokes: samples.map(({ as, shape, points }) => ({ as, shape, points: points as number[][], colour: '#808080' })) },
});
/** A fit that keeps the strokes it was made of. */
const fitOf = (samples: Sample[]): Fit => ({ reach: learnedFrom(samples), wanted: 1, held: null, overlap: 0, words: [`${String(samples.length)} strokes`], ask: null, change: null });

let grading: { state: { look: Look | null }; edit: (change: (now: Look) => Look) => void; shown: (change: (now: Look) => Look) => Promise<void> };
let previewed: Look[];
let asked: { base: Reach | null; samples: Sample[]; alone: boolean; answer: () => void; fail: (reason: unknown) => void }[];
let selected: string[];
let failures: unknown[];
let choosing: Choosing;

beforeEach(() => {
  grading = { state: { look: look(shift('a')) }, edit: (change) => { grading.state = { look: grading.state.look && change(grading.state.look) }; }, shown: (change) => { if (grading.state.look) previewed.push(change(grading.state.look)); return Promise.resolve(); } };
  previewed = [];
  asked = [];
  selected = [];
  failures = [];
  choosing = new Choosing(
    grading,
    (base, samples, alone) => {
      const { promise, resolve, reject } = deferred<Fit>();
      asked.push({ base, samples, alone, answer: () => { resolve(fitOf(samples)); }, fail: reject });
      return promise;
    },
    HERE,
    (id) => selected.push(id),
    (reason) => failures.push(reason),
  );
});

const reach = (id: string) => grading.state.look?.moves.find((move) => move.id === id)?.reach;
/** Where the strokes of a reach lie across. */
const xs = (one: Reach | null | undefined) => strokesOf(one, HERE).map(({ points }) => points[0]?.[0]);
/** Answers what was asked last, and then what there is to say of a reach that came alone. */
const answer = async () => {
  await turns();
  const last = asked.at(-1);
  last?.answer();
  await turns();
  if (last?.alone && asked.at(-1)?.alone === false) {
    asked.at(-1)?.answer();
    await turns();
  }
};

describe('choosing by strokes', () => {
  it('works out what an answer would change without changing anything, and forgets it when it is thought of no more', async () => {
    void choosing.stroke(stroke(0.1), 'a');
    await answer();
    const before = grading.state;
    void choosing.consider(stroke(0.5), 'a');
    expect(choosing.state.considered).toBeNull();
    await answer();
    expect(asked.at(-1)?.samples.map(({ points }) => points[0]?.[0])).toEqual([0.1, 0.5]);
    expect(choosing.state.considered).toEqual({ sample: stroke(0.5), change: null });
    expect(grading.state).toBe(before);
    void choosing.consider(null, 'a');
    expect(choosing.state.considered).toBeNull();
    // What comes after the pointer has left, or after it was answered, is not shown.
    void choosing.consider(stroke(0.6), 'a');
    void choosing.consider(null, 'a');
    await answer();
    expect(choosing.state.considered).toBeNull();
    void choosing.consider(stroke(0.7), 'a');
    void choosing.stroke(stroke(0.7), 'a');
    await turns();
    asked.at(-2)?.answer();
    await answer();
    expect(choosing.state.considered).toBeNull();
    expect(xs(reach('a'))).toEqual([0.1, 0.7]);
  });

  it('asks at once, and keeps a reach when its matte has been shown', async () => {
    const { promise, resolve } = deferred<undefined>();
    grading.shown = () => promise;
    void choosing.stroke(stroke(0.1), 'a');
    expect(asked, 'without waiting for the screen').toHaveLength(1);
    await answer();
    expect(reach('a')).toBeNull();
    resolve(undefined);
    await turns();
    expect(xs(reach('a'))).toEqual([0.1]);
  });

  it('counts both of two strokes in quick succession', async () => {
    void choosing.stroke(stroke(0.1), 'a');
    void choosing.stroke(stroke(0.2), 'a');
    expect(choosing.state.busy).toBe(2);
    await answer();
    await answer();
    expect(asked.map(({ samples, alone }) => [samples.length, alone]), 'only the last is spoken of').toEqual([[1, true], [2, true], [2, false]]);
    expect(xs(reach('a'))).toEqual([0.1, 0.2]);
    expect(xs(previewed.at(-1)?.moves[0]?.reach), 'shown before it is kept').toEqual([0.1, 0.2]);
    expect(choosing.state.busy).toBe(0);
  });

  it('loses nothing that is changed while the answer is on its way', async () => {
    void choosing.stroke(stroke(0.1), 'a');
    await turns();
    grading.edit((now) => ({ ...now, moves: [shift('a', 33), shift('b', 7)] }));
    await answer();
    expect(grading.state.look?.moves).toMatchObject([{ id: 'a', params: { hue: 33 }, reach: learnedFrom([stroke(0.1)]) }, { id: 'b', params: { hue: 7 } }]);
  });

  it('begins a move, and a second quick stroke goes to the same one', async () => {
    grading.state = { look: look() };
    void choosing.stroke(stroke(0.1), null);
    void choosing.stroke(stroke(0.2), null);
    await answer();
    await answer();
    expect(grading.state.look?.moves).toHaveLength(1);
    expect(xs(grading.state.look?.moves[0]?.reach)).toEqual([0.1, 0.2]);
    expect(selected).toEqual([grading.state.look?.moves[0]?.id]);
  });

  it('begins a new move beside one that does something already', async () => {
    grading.state = { look: look(shift('a', 20)) };
    choosing.setFresh(true);
    void choosing.stroke(stroke(0.1), 'a');
    await answer();
    expect(grading.state.look?.moves.map(({ id }) => id)[0]).toBe('a');
    expect(grading.state.look?.moves).toHaveLength(2);
    expect(reach('a')).toBeNull();
    expect(choosing.state.fresh).toBe(false);
  });

  it('goes on from its own samples after an undo', async () => {
    void choosing.stroke(stroke(0.1), 'a');
    await answer();
    void choosing.stroke(stroke(0.2), 'a');
    await answer();
    // Undo: the reach of the first stroke is there again.
    grading.edit(() => look(shift('a', 0, { reach: learnedFrom([stroke(0.1)]) })));
    void choosing.stroke(stroke(0.3), 'a');
    await turns();
    expect(asked.at(-1)?.samples.map(({ points }) => points[0]?.[0])).toEqual([0.1, 0.3]);
  });

  it('takes one stroke away, and keeps the others', async () => {
    grading.edit(() => look(shift('a', 0, { reach: learnedFrom([stroke(0.1), stroke(0.2, 'held'), stroke(0.3)]) })));
    void choosing.unstroke('a', 1);
    await answer();
    expect(asked.at(-1)?.samples.map(({ as }) => as)).toEqual(['wanted', 'wanted']);
    expect(xs(reach('a'))).toEqual([0.1, 0.3]);
  });

  it('never sends strokes that were made on another photo', async () => {
    const elsewhere = learnedFrom([stroke(0.1)], 'another-photo');
    grading.edit(() => look(shift('a', 0, { reach: elsewhere })));
    void choosing.stroke(stroke(0.7), 'a');
    await turns();
    expect(asked.at(-1)).toMatchObject({ base: elsewhere, samples: [stroke(0.7)] });
  });

  it('learns anew from the same strokes', async () => {
    grading.edit(() => look(shift('a', 0, { reach: { ...learnedFrom([stroke(0.1), stroke(0.2, 'held')]), invert: true } })));
    void choosing.again('a');
    await answer();
    expect(asked.at(-1)?.base?.invert).toBe(true);
    expect(asked.at(-1)?.samples).toHaveLength(2);
  });

  it('says how the last stroke did only while that is true', async () => {
    void choosing.stroke(stroke(0.1), 'a');
    await answer();
    expect(choosing.fitOf('a', reach('a') ?? null)?.words).toEqual(['1 strokes']);
    expect(choosing.fitOf('a', null)).toBeNull();
    expect(choosing.fitOf('b', reach('a') ?? null)).toBeNull();
    choosing.dismiss();
    expect(choosing.fitOf('a', reach('a') ?? null)).toBeNull();
  });

  it('starts over with the next stroke, and until then the move acts as it did', async () => {
    const before = learnedFrom([stroke(0.1), stroke(0.2)]);
    grading.edit(() => look(shift('a', 10, { reach: before })));
    choosing.startOver('a');
    expect(reach('a')).toEqual(before);
    void choosing.stroke(stroke(0.4), 'a');
    await answer();
    expect(asked.at(-1)).toMatchObject({ base: null, samples: [stroke(0.4)] });
    expect(xs(reach('a'))).toEqual([0.4]);
    expect(choosing.state.anew).toBeNull();
  });

  it('tells of a failure, and of a move that is gone, and works on', async () => {
    void choosing.stroke(stroke(0.1), 'a');
    await turns();
    asked[0]?.fail(new Error('away'));
    await turns();
    void choosing.stroke(stroke(0.1), 'gone');
    await turns();
    expect(failures.map(String)).toEqual(['Error: away', expect.stringContaining('has been removed')]);
    void choosing.stroke(stroke(0.2), 'a');
    await answer();
    expect(xs(reach('a'))).toEqual([0.2]);
  });
});

describe('a stroke as a sample', () => {
  it('keeps its ends and no more points than say anything', () => {
    const points = Array.from({ length: 3001 }, (_, i): [number, number] => [i / 3000, 0.5]);
    const sample = sampleOf('wanted', 'path', points);
    expect(sample.points.length).toBeLessThan(520);
    expect([sample.points[0], sample.points.at(-1)]).toEqual([points[0], points.at(-1)]);
    expect(sampleOf('held', 'point', [[0.5, 0.5]]).points).toEqual([[0.5, 0.5]]);
  });
});

describe('how a learned reach is read', () => {
  it('is set in per cent, within its range, and leaves a reach of windows alone', () => {
    const one = learnedFrom([stroke(0.1)]);
    expect(breadthOf(withBreadth(one, 35))).toBe(35);
    expect(breadthOf(withBreadth(one, -180))).toBe(-100);
    expect(softnessOf(one)).toBe(60);
    expect(softnessOf(withSoftness(one, 140))).toBe(100);
    const windows: Reach = { hue: { from: 0, to: 30 } };
    expect(withBreadth(windows, 20)).toBe(windows);
    expect(breadthOf(null)).toBe(0);
  });
});
