import { beforeEach, describe, expect, it } from 'vitest';
import type { Photo } from '../../studio/src/api/client';
import { Importing, type Source } from '../../studio/src/features/set/importing';
import { deferred, turns } from './looks';

interface Sent {
  setId: number;
  name: string;
  progress: (share: number) => void;
  arrive: () => void;
  fail: (reason: unknown) => void;
  signal: AbortSignal;
}

let sent: Sent[];
let arrived: [number, number][];
let takenBack: number[];
let importing: Importing;
const file = (name: string): Source => ({
  name,
  send: (setId, progress, signal) => {
    const { promise, resolve, reject } = deferred<Photo>();
    sent.push({ setId, name, progress, arrive: () => { resolve({ id: sent.length } as Photo); }, fail: reject, signal });
    return promise;
  },
});

beforeEach(() => {
  sent = [];
  arrived = [];
  takenBack = [];
  importing = new Importing(({ id }) => Promise.resolve(takenBack.push(id)));
  importing.onArrived = (setId, photo) => arrived.push([setId, photo.id]);
});

describe('importing photos in', () => {
  it('sends one after another, each into the set it was dropped on', async () => {
    void importing.add(1, [file('a.jpg'), file('b.jpg')]);
    void importing.add(2, [file('c.jpg')]);
    await turns();
    expect(sent.map(({ name }) => name)).toEqual(['a.jpg']);
    for (let i = 0; i < 3; i++) {
      sent[i]?.arrive();
      await turns();
    }
    expect(sent.map(({ setId, name }) => `${String(setId)} ${name}`)).toEqual(['1 a.jpg', '1 b.jpg', '2 c.jpg']);
    expect(arrived).toEqual([[1, 1], [1, 2], [2, 3]]);
    expect(importing.state).toEqual([]);
  });

  it('tells how far each is, and keeps the message of one that failed until it is dismissed', async () => {
    void importing.add(1, [file('a.jpg'), file('b.jpg')]);
    await turns();
    sent[0]?.progress(0.4);
    expect(importing.state[0]).toMatchObject({ share: 0.4, error: null });
    sent[0]?.fail(new Error('“a.jpg” is no picture.'));
    await turns();
    sent[1]?.arrive();
    await turns();
    expect(importing.state).toMatchObject([{ name: 'a.jpg', error: '“a.jpg” is no picture.' }]);
    importing.stop(importing.state[0]?.key ?? 0);
    expect(importing.state).toEqual([]);
  });

  it('takes a photo away again that was stopped while the server already had all of it', async () => {
    void importing.add(1, [file('a.jpg')]);
    await turns();
    sent[0]?.progress(1);
    importing.stop(importing.state[0]?.key ?? 0);
    expect(importing.state).toEqual([]);
    expect(sent[0]?.signal.aborted).toBe(false);
    sent[0]?.arrive();
    await turns();
    expect(arrived).toEqual([]);
    expect(takenBack).toEqual([1]);
  });

  it('stops what is under way, and never begins what was stopped before its turn', async () => {
    void importing.add(1, [file('a.jpg'), file('b.jpg'), file('c.jpg')]);
    await turns();
    importing.stop(importing.state[1]?.key ?? 0);
    importing.stop(importing.state[0]?.key ?? 0);
    expect(sent[0]?.signal.aborted).toBe(true);
    sent[0]?.fail(new Error('Stopped.'));
    await turns();
    expect(sent.map(({ name }) => name)).toEqual(['a.jpg', 'c.jpg']);
    expect(importing.state.map(({ name }) => name)).toEqual(['c.jpg']);
  });

  it('stops everything at once, and takes all messages about a set away at once', async () => {
    void importing.add(1, [file('a.jpg'), file('b.jpg'), file('c.jpg')]);
    void importing.add(2, [file('d.jpg')]);
    await turns();
    sent[0]?.fail(new Error('“a.jpg” is no picture.'));
    await turns();
    importing.stopAll(1);
    expect(importing.state.map(({ name, error }) => [name, error !== null])).toEqual([['a.jpg', true], ['d.jpg', false]]);
    importing.closeErrors(2);
    expect(importing.state).toHaveLength(2);
    importing.closeErrors(1);
    expect(importing.state.map(({ name }) => name)).toEqual(['d.jpg']);
  });
});
