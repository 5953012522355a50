import type { Fit, Sample } from '../api/client';
import { moveOf, newId, newMove, withField, withMove, type Look, type Reach } from '../grade/looks';
import { same } from '../session/lookPatch';

/** The samples a reach was made from, and the reach they began with. */
export interface Gathered {
  base: Reach | null;
  samples: Sample[];
}

/** Samples by the reach that they made, so that the reach that is there again after an undo or a reload finds its own. */
export interface SampleMemory {
  recall: (reach: Reach | null) => Gathered | null;
  remember: (reach: Reach | null, gathered: Gathered) => void;
}

interface Grading {
  readonly state: { look: Look | null };
  edit: (change: (look: Look) => Look) => void;
}

export interface ChoosingState {
  /** Strokes whose reach is being worked out. */
  busy: number;
  /** The next stroke begins a move of its own. */
  fresh: boolean;
  /** Id of the move whose next stroke replaces what it reaches. */
  anew: string | null;
  /** How the last stroke did, and the move and reach that this is true of. */
  last: { id: string; reach: Reach | null; fit: Fit } | null;
}

/**
 * Makes and widens reaches from strokes on one photo. Strokes are worked out one after another, so that each counts; what
 * comes of one is put on the newest grade, whatever was done meanwhile.
 */
export class Choosing {
  private now: ChoosingState = { busy: 0, fresh: false, anew: null, last: null };
  private readonly listeners = new Set<() => void>();
  private chain: Promise<void> = Promise.resolve();
  /** The move that a stroke still under way begins. */
  private beginning: string | null = null;

  constructor(
    private readonly grading: Grading,
    private readonly fit: (base: Reach | null, samples: Sample[]) => Promise<Fit>,
    private readonly memory: SampleMemory,
    private readonly select: (id: string) => void,
    private readonly fails: (reason: unknown) => void,
  ) {}

  get state(): ChoosingState {
    return this.now;
  }

  subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => {
      this.listeners.delete(listener);
    };
  };

  /** A stroke of the tool that chooses or holds, for the move of an id or, where there is none, for a new one. */
  stroke = (sample: Sample, selected: string | null): Promise<void> => {
    const begins = (this.now.fresh && sample.as === 'wanted') || (selected === null && this.beginning === null);
    const id = begins ? newId() : (this.beginning ?? selected ?? newId());
    if (begins) this.beginning = id;
    const anew = this.now.anew === id;
    this.set({ busy: this.now.busy + 1, fresh: begins ? false : this.now.fresh, anew: anew ? null : this.now.anew });
    this.chain = this.chain.then(() => this.work(sample, id, begins, anew));
    return this.chain;
  };

  setFresh = (fresh: boolean): void => {
    this.set({ fresh });
  };

  /** The next stroke on a move replaces its reach; until then it acts as it did. */
  startOver = (id: string): void => {
    this.set({ anew: this.now.anew === id ? null : id, last: null });
  };

  dismiss = (): void => {
    this.set({ last: null });
  };

  /** How the last stroke did, as long as it is still true: not of another move, nor after an undo. */
  fitOf = (id: string | null, reach: Reach | null): Fit | null => {
    const { last } = this.now;
    return last && last.id === id && same(last.reach, reach) ? last.fit : null;
  };

  private async work(sample: Sample, id: string, begins: boolean, anew: boolean): Promise<void> {
    try {
      const look = this.grading.state.look;
      const move = look ? moveOf(look, id) : undefined;
      if (!look || (!move && !begins)) throw new Error('The move that this was chosen for is gone. Choose again for another one.');
      const reach = anew ? null : (move?.reach ?? null);
      const gathered = anew ? { base: null, samples: [] } : (this.memory.recall(reach) ?? { base: reach, samples: [] });
      const samples = [...gathered.samples, sample];
      const fit = await this.fit(gathered.base, samples);
      const found = fit.reach ?? null;
      this.grading.edit((newest) => (moveOf(newest, id) ? withMove(newest, id, (one) => withField(one, { reach: found })) : begins ? { ...newest, moves: [...newest.moves, { ...newMove('shift'), id, reach: found }] } : newest));
      this.memory.remember(found, { base: gathered.base, samples });
      if (begins) this.select(id);
      this.set({ last: { id, reach: found, fit } });
    } catch (reason) {
      this.fails(reason);
    } finally {
      if (this.beginning === id) this.beginning = null;
      this.set({ busy: this.now.busy - 1 });
    }
  }

  private set(change: Partial<ChoosingState>): void {
    this.now = { ...this.now, ...change };
    for (const listener of this.listeners) listener();
  }
}
