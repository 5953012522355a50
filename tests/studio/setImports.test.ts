import { describe, expect, it } from 'vitest';
import type { SetImport } from '../../studio/src/api/client';
import { isArchive, SendingSets, share, toldOf, words, type Send } from '../../studio/src/features/archive/setImports';

const one = (change: Partial<SetImport>): SetImport => ({ id: 1, name: 'glazes.zip', state: 'waiting', bytes: 100, received: 100, total: 4, next: 1, done: 1, error: null, words: [], awaited: [], setId: 3, setName: 'Glazes', ...change });

/** Sends nothing; what the server would say is said by hand. */
function byHand() {
  const sent: { file: File; on: Parameters<Send>[1]; stopped: boolean }[] = [];
  const sending = new SendingSets((file, on) => {
    const now = { file, on, stopped: false };
    sent.push(now);
    return { stop: () => { now.stopped = true; } };
  });
  return { sending, sent };
}

const archive = (name: string) => new File(['PK'], name);

describe('sending archives of sets', () => {
  it('one after another, each with its share', () => {
    const { sending, sent } = byHand();
    let whole = 0;
    sending.onSent = () => { whole += 1; };
    sending.add([archive('a.zip'), archive('b.zip')]);
    expect(sent.map(({ file }) => file.name)).toEqual(['a.zip']);
    sent[0]?.on.progress(0.25);
    expect(sending.state).toEqual({ name: 'a.zip', share: 0.25, error: null });
    sent[0]?.on.sent();
    expect([whole, sending.state?.name]).toEqual([1, 'b.zip']);
    sent[1]?.on.sent();
    expect(sending.state).toBeNull();
  });

  it('a failure stays until it is tried again or closed, and the next one waits for that', () => {
    const { sending, sent } = byHand();
    sending.add([archive('a.zip'), archive('b.zip')]);
    sent[0]?.on.progress(0.5);
    sent[0]?.on.failed('The disk is full.');
    expect(sending.state).toEqual({ name: 'a.zip', share: 0.5, error: 'The disk is full.' });
    sending.again();
    expect([sent.length, sent[1]?.file.name, sending.state?.error]).toEqual([2, 'a.zip', null]);
    sending.stop();
    expect([sent[1]?.stopped, sending.state?.name]).toEqual([true, 'b.zip']);
  });

  it('knows archives by their ending', () => {
    expect(['x.ZIP', 'x.jpg', 'zip'].map((name) => isArchive(archive(name)))).toEqual([true, false, false]);
  });
});

describe('a set that is imported', () => {
  it('says how far it is', () => {
    expect(words(one({}))).toBe('Importing “Glazes”: 1 of 4');
    expect(words(one({ total: 0, next: 0, setName: null }))).toBe('glazes.zip: waiting for a worker …');
    expect(words(one({ state: 'paused' }))).toBe('Importing “Glazes”: 1 of 4, paused');
    expect([share(one({})), share(one({ total: 0 })), share(one({ state: 'done' }))]).toEqual([0.25, 0, null]);
  });

  it('says what came of it', () => {
    expect(words(one({ state: 'done', done: 4 }))).toBe('“Glazes” is here, with 4 photos.');
    expect(words(one({ state: 'done', done: 0, awaited: ['a.jpg'] }))).toBe('“Glazes” is here. Grades of one photo wait: import the photos into this set.');
    expect(words(one({ state: 'done', done: 3, words: ['“a.jpg” is damaged.'] }))).toBe('“Glazes” is here, with 3 photos. Not everything could be used.');
    expect(words(one({ state: 'failed', error: 'The disk is full.' }))).toBe('The disk is full.');
  });

  it('is told of until it is closed; one whose bytes are still to come is told of by whoever sends them', () => {
    expect(toldOf([one({ id: 3, state: 'receiving' }), one({ id: 2 }), one({ id: 1 })], [])?.id).toBe(2);
    expect(toldOf([one({ id: 2 }), one({ id: 1 })], [2])?.id).toBe(1);
    expect(toldOf([one({ id: 1 })], [1])).toBeNull();
  });
});
