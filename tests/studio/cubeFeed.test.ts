import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { CubeFeed, SETTLED_LATTICE, type Answer, type FeedCube } from '../../studio/src/gl/CubeFeed';
import { deferred, hueOf, look, shift, turns } from './looks';

interface Asked {
  hue: number | undefined;
  lattice: number;
  answer: () => void;
  fail: (reason: unknown) => void;
}

let asked: Asked[];
let shown: FeedCube[];
let failures: unknown[];
let feed: CubeFeed;

beforeEach(() => {
  vi.useFakeTimers();
  asked = [];
  shown = [];
  failures = [];
  feed = new CubeFeed(
    (of, lattice) => {
      const { promise, resolve, reject } = deferred<Answer>();
      asked.push({ hue: hueOf(of, 'a'), lattice, answer: () => { resolve({ nodes: new ArrayBuffer(16), planes: [], watched: null }); }, fail: reject });
      return promise;
    },
    (cube) => shown.push(cube),
    (reason) => failures.push(reason),
  );
});
afterEach(() => {
  vi.useRealTimers();
});

const follow = (hue: number, at = 1) => { feed.follow(look(shift('a', hue)), null, at); };
const settle = (hue: number) => { feed.settle(look(shift('a', hue)), null); };
const answerAll = async () => {
  for (let i = 0; i < 10; i++) {
    asked.at(-1)?.answer();
    await turns();
  }
};

describe('the preview feed', () => {
  it('asks a draft at once and the settled cube when the hand rests', async () => {
    follow(10, 123);
    expect(asked[0]?.lattice).toBeLessThan(SETTLED_LATTICE);
    await answerAll();
    expect(shown[0]).toMatchObject({ settled: false, askedAt: 123 });
    vi.advanceTimersByTime(1000);
    await answerAll();
    expect(asked.at(-1)).toMatchObject({ hue: 10, lattice: SETTLED_LATTICE });
    expect(shown.at(-1)).toMatchObject({ settled: true, askedAt: null });
  });

  it('has one question under way, and then only the newest', async () => {
    for (const hue of [1, 2, 3, 4, 5]) follow(hue);
    expect(asked.map(({ hue }) => hue)).toEqual([1]);
    asked[0]?.answer();
    await turns();
    expect(asked.map(({ hue }) => hue)).toEqual([1, 5]);
  });

  it('shows nothing older than what is shown', async () => {
    follow(1);
    settle(2);
    asked[0]?.answer();
    await turns();
    asked[1]?.answer();
    await turns();
    expect(asked[1]?.hue).toBe(2);
    expect(shown.map(({ settled }) => settled)).toEqual([false, true]);
  });

  it('a look put to rest takes the place of the draft that would have settled', async () => {
    follow(10);
    await answerAll();
    settle(0);
    vi.advanceTimersByTime(1000);
    await answerAll();
    expect(asked.filter(({ lattice }) => lattice === SETTLED_LATTICE).map(({ hue }) => hue)).toEqual([undefined]);
  });

  it('tells when what was asked for is shown, has failed or is wanted no more', async () => {
    const told: number[] = [];
    const followAndTell = (hue: number) => {
      void feed.follow(look(shift('a', hue)), null, 1).then(() => told.push(hue));
    };
    followAndTell(1);
    followAndTell(2);
    await turns();
    expect(told).toEqual([]);
    asked[0]?.answer();
    await turns();
    expect(told).toEqual([1]);
    asked[1]?.fail(new Error('away'));
    await turns();
    expect(told).toEqual([1, 2]);
    followAndTell(3);
    feed.stop();
    await turns();
    expect(told).toEqual([1, 2, 3]);
  });

  it('goes to a coarser draft where answers are slow, and back where they are quick', async () => {
    const now = vi.spyOn(performance, 'now');
    let time = 0;
    now.mockImplementation(() => time);
    const round = async (took: number) => {
      follow(1);
      time += took;
      asked.at(-1)?.answer();
      await turns();
      return asked.at(-1)?.lattice ?? 0;
    };
    const first = await round(100);
    const second = await round(5);
    const third = await round(5);
    expect(second).toBeLessThan(first);
    expect(third).toBe(first);
    now.mockRestore();
  });

  it('tells of a failure and goes on with the next question', async () => {
    follow(1);
    follow(2);
    asked[0]?.fail(new Error('away'));
    await turns();
    expect(failures).toHaveLength(1);
    await answerAll();
    expect(shown.length).toBeGreaterThan(0);
  });

  it('is silent once it is stopped', async () => {
    follow(1);
    feed.stop();
    asked[0]?.answer();
    await turns();
    vi.advanceTimersByTime(1000);
    expect(shown).toEqual([]);
    expect(asked).toHaveLength(1);
  });
});
