import { beforeEach, describe, expect, it } from 'vitest';
import type { ProbeReading } from '../../studio/src/api/client';
import { Pulling } from '../../studio/src/features/desk/pulling';
import type { Look, Move } from '../../studio/src/model/looks';
import { deferred, hueOf, look, shift, turns } from './looks';

let grading: { state: { look: Look | null }; edit: (change: (now: Look) => Look) => void; preview: (change: ((now: Look) => Look) | null) => void };
let previews: (number | undefined | null)[];
let edits: number;
let reading: ReturnType<typeof deferred<ProbeReading | null>>;
let failures: unknown[];
let pulling: Pulling;

const apply = (move: Move, _reading: ProbeReading, right: number) => shift(move.id, (hueOf(look(move), move.id) ?? 0) + right, { label: move.label });

beforeEach(() => {
  previews = [];
  edits = 0;
  failures = [];
  reading = deferred<ProbeReading | null>();
  grading = {
    state: { look: look(shift('a', 10), shift('b')) },
    edit: (change) => {
      edits++;
      grading.state = { look: grading.state.look && change(grading.state.look) };
    },
    preview: (change) => previews.push(change && grading.state.look && hueOf(change(grading.state.look), 'a')),
  };
  pulling = new Pulling(grading, () => reading.promise, (reason) => failures.push(reason));
});

describe('pulling on the photo', () => {
  it('acts from where the hand is, once what lies under it is known', async () => {
    pulling.start('a', [0.5, 0.5], apply);
    pulling.to(5, 0, false);
    expect(previews).toEqual([]);
    reading.resolve({} as ProbeReading);
    await turns();
    expect(previews).toEqual([15]);
    pulling.to(8, 0, false);
    pulling.to(9, 0, true);
    expect(previews).toEqual([15, 18]);
    expect([hueOf(grading.state.look, 'a'), edits]).toEqual([19, 1]);
  });

  it('keeps a pull that ended before the answer came', async () => {
    pulling.start('a', [0.5, 0.5], apply);
    pulling.to(7, 0, true);
    reading.resolve({} as ProbeReading);
    await turns();
    expect([hueOf(grading.state.look, 'a'), edits]).toEqual([17, 1]);
  });

  it('keeps nothing of a pull that was given up, and takes its preview away', async () => {
    pulling.start('a', [0.5, 0.5], apply);
    reading.resolve({} as ProbeReading);
    await turns();
    pulling.to(5, 0, false);
    pulling.abandon();
    pulling.to(9, 0, true);
    expect(previews).toEqual([15, null]);
    expect(edits).toBe(0);
  });

  it('leaves alone what was changed meanwhile', async () => {
    pulling.start('a', [0.5, 0.5], apply);
    reading.resolve({} as ProbeReading);
    await turns();
    grading.edit(() => look(shift('a', 10, { label: 'Bowl' }), shift('b', 44)));
    pulling.to(5, 0, true);
    expect(grading.state.look?.moves).toMatchObject([{ label: 'Bowl', params: { hue: 15 } }, { params: { hue: 44 } }]);
  });

  it('makes no step of a press that does not move, and says what fails', async () => {
    pulling.start('a', [0.5, 0.5], apply);
    reading.resolve({} as ProbeReading);
    await turns();
    pulling.to(0, 0, true);
    expect(edits).toBe(0);
    reading = deferred<ProbeReading | null>();
    pulling.start('a', [0.5, 0.5], apply);
    reading.reject(new Error('away'));
    await turns();
    expect(failures).toHaveLength(1);
  });
});
