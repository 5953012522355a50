import { describe, expect, it, vi } from 'vitest';
import { LineFollower, type AskTrack, type DraftPlanes, type Followed } from '../../studio/src/gl/LineFollower';
import { DraftReader, Track, type Draft } from '../../studio/src/gl/Track';
import type { Look } from '../../studio/src/model/looks';

const NODES = 4 * 2 ** 3;
const draft = (place: number, level: number, size = 2, aside = 0): Draft => ({ place, aside, size, words: new Uint16Array(4 * size ** 3).fill(Math.round(level * 65535)) });
const look = (hue: number, more: object = {}): Look => ({ tovrinLook: 1, name: '', moves: [{ id: 'm1', kind: 'shift', params: { hue, ...more } }] }) as unknown as Look;
const NO_PLANES: DraftPlanes = { planes: [], watched: null };

describe('Track', () => {
  it('mixes the drafts on both sides', () => {
    const track = new Track();
    for (const one of [draft(0, 0), draft(10, 1), draft(-10, 0.5)]) track.add(one);
    expect(track.at(2.5)?.nodes[0]).toBeCloseTo(0.25, 4);
    expect(track.at(-5)?.nodes[NODES - 1]).toBeCloseTo(0.25, 4);
    expect(track.at(10)?.nodes[0]).toBeCloseTo(1, 6);
  });

  it('shows the nearest while there is none beyond, and says so', () => {
    const track = new Track();
    expect(track.at(1)).toBeNull();
    track.add(draft(0, 0.5));
    expect(track.at(0)?.exact).toBe(true);
    expect(track.at(3)).toMatchObject({ exact: false, size: 2 });
  });

  it('goes by finer drafts as soon as they enclose the place', () => {
    const track = new Track();
    for (const one of [draft(0, 0), draft(10, 0), draft(0, 1, 3)]) track.add(one);
    expect(track.at(5)?.size).toBe(2);
    track.add(draft(10, 1, 3));
    expect(track.at(5)).toMatchObject({ size: 3, exact: true });
  });
});

describe('DraftReader', () => {
  it('finds drafts in pieces of any length', () => {
    const bytes = [draft(-1.5, 0.25, 2, 4), draft(7, 1)].flatMap(({ place, aside, size, words }) => {
      const head = new DataView(new ArrayBuffer(24));
      head.setFloat64(0, place, true);
      head.setFloat64(8, aside, true);
      head.setUint32(16, size, true);
      head.setUint32(20, 1, true);
      return [...new Uint8Array(head.buffer), ...new Uint8Array(words.buffer)];
    });
    const reader = new DraftReader();
    const found: Draft[] = [];
    for (let at = 0; at < bytes.length; at += 37) found.push(...reader.take(new Uint8Array(bytes.slice(at, at + 37))));
    expect(found.map(({ place, aside, size }) => [place, aside, size])).toEqual([[-1.5, 4, 2], [7, 0, 2]]);
    expect(found[0]?.words[5]).toBe(Math.round(0.25 * 65535));
  });
});

describe('LineFollower', () => {
  /** A follower, what it shows, and the questions that it asks. */
  function follower() {
    const asked: { steps: unknown; aside: unknown; take: (draft: Draft) => void; end: () => void; signal: AbortSignal }[] = [];
    const ask: AskTrack = (line, _watch, take, signal) =>
      new Promise((end) => {
        asked.push({ steps: line.steps, aside: line.aside, take: (one) => { take(one, NO_PLANES); }, end, signal });
      });
    const shown: Followed[] = [];
    const failed = vi.fn();
    const follows = new LineFollower(ask, (cube) => shown.push({ ...cube, nodes: cube.nodes.slice() }), failed);
    follows.rest(look(0));
    let order = 0;
    const follow = (to: Look, watch: string | null = null) => follows.follow({ look: to, watch, order: ++order, askedAt: order });
    return { follows, follow, asked, shown, failed };
  }

  it('asks once a drag, and answers every step by itself from then on', () => {
    const { follow, asked, shown } = follower();
    expect(follow(look(1))).toBe(true);
    asked[0]?.take(draft(0, 0.1));
    asked[0]?.take(draft(9, 1));
    for (const hue of [2, 5, 10]) follow(look(hue));
    expect(asked).toHaveLength(1);
    expect(shown.map(({ askedAt }) => askedAt)).toEqual([1, 2, 3, 4]);
    expect(shown.at(-1)?.nodes[0]).toBeCloseTo(1, 4);
  });

  it('shows what is nearest without taking it for an answer, and answers when more has come', () => {
    const { follow, asked, shown } = follower();
    follow(look(1));
    follow(look(4));
    asked[0]?.take(draft(0, 0));
    expect(shown.at(-1)?.askedAt).toBeNull();
    asked[0]?.take(draft(6, 1));
    expect(shown.at(-1)).toMatchObject({ askedAt: 2 });
    expect(shown.at(-1)?.nodes[0]).toBeCloseTo(0.5, 4);
    // What comes then makes drafts finer, not the one that is shown.
    asked[0]?.take(draft(8, 1));
    expect(shown).toHaveLength(2);
  });

  it('keeps the drafts for the next drag of the same control', async () => {
    const { follows, follow, asked } = follower();
    follow(look(1));
    asked[0]?.take(draft(0, 0));
    asked[0]?.end();
    await Promise.resolve();
    follows.rest(look(7));
    expect(follow(look(3))).toBe(true);
    expect(asked).toHaveLength(1);
    // Another move's reach to be seen is another line.
    follow(look(3), 'm1');
    expect(asked).toHaveLength(2);
    expect(asked[0]?.signal.aborted).toBe(true);
  });

  it('wants no more of them once the hand has let go, and all of them the next time', () => {
    const { follows, follow, asked } = follower();
    follow(look(1));
    asked[0]?.take(draft(0, 0));
    follows.rest(look(7));
    expect(asked[0]?.signal.aborted).toBe(true);
    follow(look(8));
    expect(asked).toHaveLength(2);
  });

  it('leaves to others what is on no line', () => {
    const { follow, asked } = follower();
    expect(follow(look(1, { name: 'x' }))).toBe(false);
    expect(asked).toHaveLength(0);
  });

  it('asks for no more than two lines of a drag that bends', () => {
    const { follow, asked } = follower();
    for (const [hue, saturation, lightness] of [[8, 8, 8], [9, 12, 30], [10, 20, 60], [11, 40, 90]] as const) follow(look(hue, { saturation, lightness }));
    expect(asked).toHaveLength(2);
    expect(follow(look(12, { saturation: 60, lightness: 95 }))).toBe(false);
  });

  it('asks for a field when a drag leaves its line, and answers every step in it', () => {
    const { follow, asked, shown } = follower();
    follow(look(1));
    expect(follow(look(2, { saturation: 3 }))).toBe(true);
    expect(asked.map(({ steps, aside }) => [steps, aside])).toEqual([
      [[{ path: '/moves/0/params/hue', by: 1 }], []],
      [[{ path: '/moves/0/params/hue', by: 1 }], [{ path: '/moves/0/params/saturation', by: 1 }]],
    ]);
    expect(asked[0]?.signal.aborted).toBe(true);
    for (const [x, y, level] of [[0, 0, 0], [8, 0, 0.4], [0, 8, 0.4], [8, 8, 1]] as const) asked[1]?.take(draft(x, level, 2, y));
    for (const [hue, saturation] of [[6, 7], [10, 11], [4, 5]] as const) expect(follow(look(hue, { saturation }))).toBe(true);
    expect(asked).toHaveLength(2);
    expect(shown.slice(-2).map(({ nodes, askedAt }) => [nodes[0]?.toFixed(3), askedAt])).toEqual([['1.000', 4], ['0.213', 5]]);
  });

  it('asks anew around a hand that has gone far, and shows what it has until that has come', async () => {
    const { follow, asked, shown } = follower();
    follow(look(1));
    follow(look(2, { saturation: 3 }));
    for (const x of [-100, 0, 10, 100]) for (const y of [-100, 0, 10, 100]) asked[1]?.take(draft(x, 0.5, 2, y));
    asked[1]?.end();
    await Promise.resolve();
    follow(look(11, { saturation: 12 }));
    expect(asked).toHaveLength(2);
    // Also where one of the two is what it was at rest.
    follow(look(62, { saturation: 0 }));
    expect(asked).toHaveLength(3);
    expect(asked[2]?.aside).toEqual([{ path: '/moves/0/params/saturation', by: 1 }]);
    expect(shown.at(-1)?.nodes[0], 'of the field before').toBeCloseTo(0.5, 3);
    expect(shown.at(-1)?.askedAt).not.toBeNull();
    asked[2]?.take(draft(0, 0.9));
    follow(look(62, { saturation: 1 }));
    expect(shown.at(-1)?.nodes[0], 'the new one has nothing around it').toBeCloseTo(0.5, 3);
    asked[2]?.take(draft(0, 0.9, 2, 2));
    asked[2]?.take(draft(4, 0.9));
    asked[2]?.take(draft(4, 0.9, 2, 2));
    follow(look(63, { saturation: 1 }));
    expect(shown.at(-1)?.nodes[0]).toBeCloseTo(0.9, 3);
  });

  it('gives back what it cannot show', async () => {
    const { follow, asked, failed } = follower();
    follow(look(1));
    follow(look(2));
    asked[0]?.end();
    await vi.waitFor(() => { expect(failed).toHaveBeenCalledTimes(1); });
    expect(failed.mock.calls[0]?.[0]).toMatchObject({ order: 2, askedAt: 2 });
    expect(follow(look(3))).toBe(false);
  });
});
