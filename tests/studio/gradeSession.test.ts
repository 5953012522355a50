import { beforeEach, describe, expect, it } from 'vitest';
import type { Look } from '../../studio/src/model/looks';
import { GradeSession } from '../../studio/src/model/gradeSession';
import type { GradeServer, Kept } from '../../studio/src/model/grading';
import type { Patch } from '../../studio/src/model/lookPatch';
import { deferred, hueOf, look, shift, turns } from './looks';

class Refusal extends Error {
  constructor(
    message: string,
    readonly status: number,
  ) {
    super(message);
  }
}

/** A server that keeps revisions as the real one does, and can be away, slow, or used by others. */
class FakeServer implements GradeServer {
  states: Look[] = [look()];
  at = 0;
  calls: string[] = [];
  away = false;
  refuses: Refusal | null = null;
  gate: Promise<void> | null = null;

  private async answer(change: () => void): Promise<Kept> {
    await this.gate;
    if (this.away) throw new Refusal('The server does not answer.', 0);
    if (this.refuses) throw this.refuses;
    change();
    return { revision: this.at, look: this.states[this.at] ?? look(), canUndo: this.at > 0, canRedo: this.at < this.states.length - 1 };
  }

  load = () => this.answer(() => this.calls.push('load'));

  keep = (next: Look, basedOn: number) =>
    this.answer(() => {
      this.calls.push(`keep on ${String(basedOn)}`);
      if (basedOn !== this.at) throw new Refusal('Changed in another window.', 409);
      this.other(next);
    });

  step = (which: 'undo' | 'redo', basedOn: number) =>
    this.answer(() => {
      this.calls.push(`${which} on ${String(basedOn)}`);
      if (basedOn !== this.at) throw new Refusal('Changed in another window.', 409);
      this.at = Math.max(0, Math.min(this.states.length - 1, this.at + (which === 'undo' ? -1 : 1)));
    });

  goTo = (number: number, basedOn: number) =>
    this.answer(() => {
      this.calls.push(`go to ${String(number)} on ${String(basedOn)}`);
      if (basedOn !== this.at) throw new Refusal('Changed in another window.', 409);
      this.at = number;
    });

  /** Another window keeps a state. */
  other(next: Look): void {
    this.states = [...this.states.slice(0, this.at + 1), next];
    this.at++;
  }
}

let server: FakeServer;
let shelf: Patch[];
let said: string[];
let timers: { ms: number; run: () => void }[];

function begin(): GradeSession {
  return new GradeSession(
    server,
    {
      read: () => shelf,
      write: (edits) => {
        shelf = JSON.parse(JSON.stringify(edits)) as Patch[];
      },
    },
    (message) => said.push(message),
    (ms, run) => {
      const timer = { ms, run };
      timers.push(timer);
      return () => {
        timers = timers.filter((one) => one !== timer);
      };
    },
  );
}

async function begun(...moves: Parameters<typeof look>): Promise<GradeSession> {
  server.states = [look(...moves)];
  const session = begin();
  await turns();
  return session;
}

const setHue = (id: string, hue: number) => (now: Look) => ({ ...now, moves: now.moves.map((move) => (move.id === id ? shift(id, hue, { label: move.label }) : move)) });
const setLabel = (id: string, label: string) => (now: Look) => ({ ...now, moves: now.moves.map((move) => (move.id === id ? { ...move, label } : move)) });

beforeEach(() => {
  server = new FakeServer();
  shelf = [];
  said = [];
  timers = [];
});

describe('going through the history', () => {
  it('goes to any kept state, after what is still on its way', async () => {
    const session = await begun(shift('a', 10));
    session.edit(setHue('a', 20));
    session.edit(setHue('a', 30));
    session.goTo(1);
    await turns();
    expect(server.calls).toEqual(['load', 'keep on 0', 'keep on 1', 'go to 1 on 2']);
    expect(hueOf(session.state.look, 'a')).toBe(20);
    expect([session.state.canUndo, session.state.canRedo]).toEqual([true, true]);
  });

  it('says so when another window was faster', async () => {
    const session = await begun(shift('a', 10));
    server.other(look(shift('a', 50)));
    session.goTo(0);
    await turns();
    expect(hueOf(session.state.look, 'a')).toBe(50);
    expect(said[0]).toContain('go there once more');
  });
});

describe('a grade while it is worked on', () => {
  it('is loaded, and says so when it cannot be', async () => {
    server.away = true;
    const session = begin();
    expect(session.state.phase).toBe('loading');
    await turns();
    expect(session.state).toMatchObject({ phase: 'failed', failure: 'The server does not answer.', look: null });
    server.away = false;
    session.retry();
    await turns();
    expect(session.state.phase).toBe('ready');
  });

  it('shows an edit at once and keeps it on the server', async () => {
    const session = await begun(shift('a', 10));
    session.edit(setHue('a', 20));
    expect(hueOf(session.state.look, 'a')).toBe(20);
    expect(session.state.unkept).toBe(1);
    await turns();
    expect(session.state).toMatchObject({ unkept: 0, away: null, canUndo: true });
    expect(hueOf(server.states[1], 'a')).toBe(20);
  });

  it('sends edits one after another, each based on the one before it', async () => {
    const session = await begun(shift('a', 10));
    const gate = deferred<undefined>();
    server.gate = gate.promise;
    session.edit(setHue('a', 20));
    session.edit(setHue('a', 30));
    session.edit(setLabel('a', 'Bowl'));
    gate.resolve(undefined);
    await turns();
    expect(server.calls).toEqual(['load', 'keep on 0', 'keep on 1', 'keep on 2']);
    expect(server.states.map((state) => hueOf(state, 'a'))).toEqual([10, 20, 30, 30]);
  });

  it('gives each edit the newest look, whatever the caller saw', async () => {
    const session = await begun(shift('a', 10), shift('b', 10));
    const gate = deferred<undefined>();
    server.gate = gate.promise;
    session.edit(setHue('a', 20));
    // Something that was asked for earlier and answers only now.
    session.edit((now) => setHue('b', (hueOf(now, 'a') ?? 0) + 1)(now));
    gate.resolve(undefined);
    await turns();
    expect([hueOf(session.state.look, 'a'), hueOf(session.state.look, 'b')]).toEqual([20, 21]);
  });

  it('makes no step of what changes nothing', async () => {
    const session = await begun(shift('a', 10));
    session.edit((now) => now);
    session.edit(setHue('a', 10));
    await turns();
    expect(server.calls).toEqual(['load']);
    expect(session.state.canUndo).toBe(false);
  });
});

describe('an edit that cannot be sent', () => {
  it('is kept, said, and sent again when the server is back', async () => {
    const session = await begun(shift('a', 10));
    server.away = true;
    session.edit(setHue('a', 20));
    await turns();
    expect(session.state).toMatchObject({ unkept: 1, away: 'The server does not answer.' });
    expect(hueOf(session.state.look, 'a')).toBe(20);
    session.edit(setHue('a', 30));
    await turns();
    expect(session.state.unkept).toBe(2);
    server.away = false;
    timers.at(-1)?.run();
    await turns();
    expect(session.state).toMatchObject({ unkept: 0, away: null });
    expect(server.states.map((state) => hueOf(state, 'a'))).toEqual([10, 20, 30]);
  });

  it('waits longer from try to try, and not for ever', async () => {
    const session = await begun(shift('a', 10));
    server.away = true;
    session.edit(setHue('a', 20));
    const waits: (number | undefined)[] = [];
    for (let i = 0; i < 6; i++) {
      await turns();
      const timer = timers.pop();
      waits.push(timer?.ms);
      timer?.run();
    }
    expect(waits).toEqual([1000, 2000, 4000, 8000, 8000, 8000]);
  });

  it('survives a reload', async () => {
    const first = await begun(shift('a', 10));
    server.away = true;
    first.edit(setHue('a', 20));
    first.edit((now) => ({ ...now, moves: [...now.moves, shift('b', 5)] }));
    await turns();
    expect(shelf).toHaveLength(2);
    // The page is gone; another one finds what was put away.
    server.away = false;
    const again = begin();
    await turns();
    expect(hueOf(again.state.look, 'a')).toBe(20);
    expect(hueOf(server.states.at(-1), 'b')).toBe(5);
    expect(shelf).toEqual([]);
  });

  it('is taken back by undo without the server', async () => {
    const session = await begun(shift('a', 10));
    server.away = true;
    session.edit(setHue('a', 20));
    session.edit(setHue('a', 30));
    await turns();
    session.undo();
    expect(hueOf(session.state.look, 'a')).toBe(20);
    expect(session.state.unkept).toBe(1);
  });

  it('holds back what must be the same as on the screen', async () => {
    const session = await begun(shift('a', 10));
    server.away = true;
    session.edit(setHue('a', 20));
    await turns();
    const settled = session.settled();
    await expect(settled).rejects.toThrow('does not answer');
    server.away = false;
    await session.settled();
    expect(hueOf(server.states.at(-1), 'a')).toBe(20);
    await session.settled();
  });

  it('is dropped with the reason when the server refuses what it says, and others go on', async () => {
    const session = await begun(shift('a', 10));
    server.refuses = new Refusal('hue: 999 is too large.', 422);
    const gate = deferred<undefined>();
    server.gate = gate.promise;
    session.edit(setHue('a', 999));
    gate.resolve(undefined);
    await turns();
    server.refuses = null;
    expect(said).toEqual(['hue: 999 is too large.']);
    expect(hueOf(session.state.look, 'a')).toBe(10);
    session.edit(setHue('a', 12));
    await turns();
    expect(hueOf(server.states.at(-1), 'a')).toBe(12);
  });

  it('ends with its photo', async () => {
    const session = await begun(shift('a', 10));
    server.refuses = new Refusal('This photo no longer exists.', 404);
    session.edit(setHue('a', 20));
    await turns();
    expect(session.state).toMatchObject({ phase: 'failed', unkept: 0 });
    expect(said).toEqual(['This photo no longer exists.']);
    expect(shelf).toEqual([]);
  });

  it('ends with its photo also when that is found after a reload', async () => {
    const first = await begun(shift('a', 10));
    server.away = true;
    first.edit(setHue('a', 20));
    await turns();
    server.away = false;
    server.refuses = new Refusal('This photo no longer exists.', 404);
    const again = begin();
    await turns();
    expect(again.state).toMatchObject({ phase: 'failed', unkept: 0 });
    expect(said).toEqual(['This photo no longer exists.']);
    expect(shelf).toEqual([]);
  });
});

describe('another window', () => {
  it('loses nothing when this one edits: the edit is made on the newest state, and that is said', async () => {
    const session = await begun(shift('a', 10), shift('b', 10));
    server.other(look(shift('a', 10, { label: 'Theirs' }), shift('b', 50)));
    session.edit(setHue('a', 20));
    await turns();
    const newest = server.states.at(-1);
    expect([hueOf(newest, 'a'), hueOf(newest, 'b'), newest?.moves[0]?.label]).toEqual([20, 50, 'Theirs']);
    expect(said).toHaveLength(1);
    expect(said[0]).toContain('another window');
    expect(session.state.unkept).toBe(0);
  });

  it('may have removed the move: then that is said plainly, and the rest goes on', async () => {
    const session = await begun(shift('a', 10), shift('b', 10));
    server.other(look(shift('b', 10)));
    session.edit(setHue('a', 20));
    session.edit(setHue('b', 30));
    await turns();
    expect(said.join(' ')).toContain('could not be made');
    expect(server.states.at(-1)?.moves).toEqual([shift('b', 30)]);
  });

  it('is noticed by undo and redo, which then do nothing', async () => {
    const session = await begun(shift('a', 10));
    session.edit(setHue('a', 20));
    await turns();
    server.other(look(shift('a', 77)));
    session.undo();
    await turns();
    expect(server.at).toBe(2);
    expect(hueOf(session.state.look, 'a')).toBe(77);
    expect(said[0]).toContain('undo once more');
    session.undo();
    await turns();
    expect(hueOf(session.state.look, 'a')).toBe(20);
  });

  it('is looked at when one comes back here, unless something is under way', async () => {
    const session = await begun(shift('a', 10));
    server.other(look(shift('a', 33)));
    await session.refresh();
    expect(hueOf(session.state.look, 'a')).toBe(33);
    server.away = true;
    session.edit(setHue('a', 40));
    await turns();
    server.away = false;
    await session.refresh();
    expect(hueOf(session.state.look, 'a')).toBe(40);
  });
});

describe('undo and redo', () => {
  it('go back and forth, and an edit made while undo is under way is made on what it leads to', async () => {
    const session = await begun(shift('a', 10), shift('b', 1));
    session.edit(setHue('a', 20));
    await turns();
    const gate = deferred<undefined>();
    server.gate = gate.promise;
    session.undo();
    session.edit(setHue('b', 2));
    gate.resolve(undefined);
    await turns();
    expect([hueOf(session.state.look, 'a'), hueOf(session.state.look, 'b')]).toEqual([10, 2]);
    expect(server.calls.slice(1)).toEqual(['keep on 0', 'undo on 1', 'keep on 0']);
  });

  it('waits for the edit that is being sent', async () => {
    const session = await begun(shift('a', 10));
    const gate = deferred<undefined>();
    server.gate = gate.promise;
    session.edit(setHue('a', 20));
    session.undo();
    gate.resolve(undefined);
    await turns();
    expect(hueOf(session.state.look, 'a')).toBe(10);
    expect(session.state).toMatchObject({ canUndo: false, canRedo: true });
    session.redo();
    await turns();
    expect(hueOf(session.state.look, 'a')).toBe(20);
  });
});

describe('previews', () => {
  it('are told to those who listen, and changing nothing of the grade', async () => {
    const session = await begun(shift('a', 10));
    const shown: (number | undefined | null)[] = [];
    const stop = session.onPreview((now) => {
      shown.push(now && hueOf(now, 'a'));
      return Promise.resolve();
    });
    session.preview(setHue('a', 15));
    session.preview(null);
    session.edit(setHue('a', 10));
    session.edit(setHue('a', 16));
    stop();
    session.preview(setHue('a', 99));
    await turns();
    expect(shown).toEqual([15, null, null]);
    expect(hueOf(session.state.look, 'a')).toBe(16);
  });

  it('are made on the newest look', async () => {
    const session = await begun(shift('a', 10), shift('b', 10));
    let shown: Look | null = null;
    session.onPreview((now) => {
      shown = now;
      return Promise.resolve();
    });
    session.edit(setHue('b', 50));
    session.preview(setHue('a', 15));
    expect([hueOf(shown, 'a'), hueOf(shown, 'b')]).toEqual([15, 50]);
  });

  it('tell when all who listen have shown them', async () => {
    const session = await begun(shift('a', 10));
    const [one, other] = [deferred<undefined>(), deferred<undefined>()];
    session.onPreview(() => one.promise);
    session.onPreview(() => other.promise);
    let told = false;
    void session.shown(setHue('a', 15)).then(() => {
      told = true;
    });
    one.resolve(undefined);
    await turns();
    expect(told).toBe(false);
    other.resolve(undefined);
    await turns();
    expect(told).toBe(true);
  });
});
