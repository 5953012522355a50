import type { Fit, Sample } from '../../api/client';
import { moveOf, newId, newMove, withField, withMove, type Look, type Reach } from '../../model/looks';
import { same } from '../../model/lookPatch';
import { Observable } from '../../model/observable';

/** The strokes that a reach was learned from on a photo, as they are sent again when one is added or taken away. */
export function strokesOf(reach: Reach | null | undefined, photoKey: string): Sample[] {
  const learned = reach?.learned;
  if (!learned || (learned.photo ?? '') !== photoKey) return [];
  return (learned.strokes ?? []).map(({ as, shape, points }) => ({ as, shape, points: points.map(([x = 0, y = 0]) => [x, y]) }));
}

interface Grading {
  readonly state: { look: Look | null };
  edit: (change: (look: Look) => Look) => void;
  /** Shows a change before it is kept; resolves when the photo shows it, or will not. */
  shown: (change: (look: Look) => Look) => Promise<void>;
}

/** Works out a reach from samples: the reach alone comes sooner than what there is to say of it. */
export type FitReach = (base: Reach | null, samples: Sample[], alone: boolean) => Promise<Fit>;

export interface ChoosingState {
  /** Strokes whose reach is being worked out. */
  busy: number;
  /** The next stroke begins a move of its own. */
  fresh: boolean;
  /** Id of the move whose next stroke replaces what it reaches. */
  anew: string | null;
  /** How the last stroke did, and the move and reach that this is true of. */
  last: { id: string; reach: Reach | null; fit: Fit } | null;
  /** What an answer to what is asked would change, while it is thought of: null where that is next to nothing. */
  considered: { sample: Sample; change: NonNullable<Fit['change']> | null } | null;
}

/**
 * Teaches reaches by strokes on one photo. Strokes are worked out one after another, so that each counts; what comes of one is
 * put on the newest grade, whatever was done meanwhile. The strokes themselves are kept with the reach.
 */
export class Choosing extends Observable {
  private now: ChoosingState = { busy: 0, fresh: false, anew: null, last: null, considered: null };
  private chain: Promise<void> = Promise.resolve();
  /** Counts what was considered: an answer to an earlier thought comes too late. */
  private thoughts = 0;
  /** The move that a stroke still under way begins. */
  private beginning: string | null = null;

  constructor(
    private readonly grading: Grading,
    private readonly fit: FitReach,
    private readonly photoKey: string,
    private readonly select: (id: string) => void,
    private readonly fails: (reason: unknown) => void,
  ) {
    super();
  }

  get state(): ChoosingState {
    return this.now;
  }

  /** A stroke of the tool that chooses or holds, for the move of an id or, where there is none, for a new one. */
  stroke = (sample: Sample, selected: string | null): Promise<void> => {
    const begins = (this.now.fresh && sample.as === 'wanted') || (selected === null && this.beginning === null);
    const id = begins ? newId() : (this.beginning ?? selected ?? newId());
    if (begins) this.beginning = id;
    const anew = this.now.anew === id;
    const taught = this.teach(id, begins, (reach) => (anew ? { base: null, samples: [sample] } : { base: reach, samples: [...strokesOf(reach, this.photoKey), sample] }));
    this.set({ fresh: begins ? false : this.now.fresh, anew: anew ? null : this.now.anew });
    return taught;
  };

  /** Takes one of a move's strokes away again. */
  unstroke = (id: string, index: number): Promise<void> => this.teach(id, false, (reach) => ({ base: reach, samples: strokesOf(reach, this.photoKey).filter((_, i) => i !== index) }));

  /** Learns a move's reach anew from its strokes, after something else of it changed what they mean. */
  again = (id: string): Promise<void> => this.teach(id, false, (reach) => ({ base: reach, samples: strokesOf(reach, this.photoKey) }));

  setFresh = (fresh: boolean): void => {
    this.set({ fresh });
  };

  /** The next stroke on a move replaces its reach; until then it acts as it did. */
  startOver = (id: string): void => {
    this.set({ anew: this.now.anew === id ? null : id, last: null });
  };

  dismiss = (): void => {
    this.set({ last: null, considered: null });
  };

  /** Works out what a sample would change, without changing anything; null when it is thought of no more. */
  consider = async (sample: Sample | null, id: string | null): Promise<void> => {
    const thought = ++this.thoughts;
    this.set({ considered: null });
    const move = sample && id !== null && this.grading.state.look ? moveOf(this.grading.state.look, id) : undefined;
    if (!sample || !move || this.now.busy > 0) return;
    try {
      const reach = move.reach ?? null;
      const fit = await this.fit(reach, [...strokesOf(reach, this.photoKey), sample], false);
      if (thought === this.thoughts) this.set({ considered: { sample, change: fit.change ?? null } });
    } catch {
      // It can be answered all the same.
    }
  };

  /** How the last stroke did, as long as it is still true: not of another move, nor after an undo. */
  fitOf = (id: string | null, reach: Reach | null): Fit | null => {
    const { last } = this.now;
    return last && last.id === id && same(last.reach, reach) ? last.fit : null;
  };

  private teach(id: string, begins: boolean, from: (reach: Reach | null) => { base: Reach | null; samples: Sample[] }): Promise<void> {
    this.thoughts += 1;
    const idle = this.now.busy === 0;
    // Asked at once where nothing is under way: before the screen is drawn anew, which may take longer than learning does.
    const taught = idle ? this.work(id, begins, from) : this.chain.then(() => this.work(id, begins, from));
    this.chain = taught;
    this.set({ busy: this.now.busy + 1, considered: null });
    return taught;
  }

  private async work(id: string, begins: boolean, from: (reach: Reach | null) => { base: Reach | null; samples: Sample[] }): Promise<void> {
    try {
      const look = this.grading.state.look;
      const move = look ? moveOf(look, id) : undefined;
      if (!look || (!move && !begins)) throw new Error('The move you were choosing for has been removed. Choose again.');
      const { base, samples } = from(move?.reach ?? null);
      const found = (await this.fit(base, samples, true)).reach ?? null;
      // The matte comes with a quick draft, before all else follows what is kept.
      if (move) await this.grading.shown((newest) => withMove(newest, id, (one) => withField(one, { reach: found })));
      this.grading.edit((newest) => (moveOf(newest, id) ? withMove(newest, id, (one) => withField(one, { reach: found })) : begins ? { ...newest, moves: [...newest.moves, { ...newMove('shift'), id, reach: found }] } : newest));
      if (begins) this.select(id);
      // Of several strokes in a row only the last is spoken of.
      if (this.now.busy === 1) void this.say(id, base, samples);
    } catch (reason) {
      this.fails(reason);
    } finally {
      if (this.beginning === id) this.beginning = null;
      this.set({ busy: this.now.busy - 1 });
    }
  }

  /** Says how a stroke did, once its matte is there; without words it counts all the same. */
  private async say(id: string, base: Reach | null, samples: Sample[]): Promise<void> {
    const thought = this.thoughts;
    const fit = await this.fit(base, samples, false).catch(() => null);
    if (fit && thought === this.thoughts) this.set({ last: { id, reach: fit.reach ?? null, fit } });
  }

  private set(change: Partial<ChoosingState>): void {
    this.now = { ...this.now, ...change };
    this.tell();
  }
}
