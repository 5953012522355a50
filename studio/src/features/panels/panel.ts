import type { ComponentType } from 'react';
import type { Areas } from '../area/useAreas';
import type { PlaneName } from '../bench/axes';
import type { Photo, ProbeReading, Readings, Source } from '../../api/client';
import type { Mark } from '../photo/PlaceMarks';
import type { Place } from '../photo/tools';
import type { Look, MoveKind, MoveOf, Reach } from '../../model/looks';

/** What surrounds a move's controls: the photo's colours, and ways to point at it. */
export interface Surroundings {
  source: Source | undefined;
  readings: Readings | undefined;
  /** The colour under the pointer on the photo. */
  pointed: ProbeReading | null;
  /** Lets the user click a colour on the photo, as it is before this move; the caller is told its `#rrggbb` and the place. One that stays goes on asking until it is put away. */
  pick: (what: string, done: (colour: string, at: Place) => void, stays?: boolean) => void;
  /** What is being picked, in the words given to pick(); null for nothing. */
  picking: string | null;
  /** How much of the photo each family of the move holds; undefined while that is not known. */
  families: Record<string, number> | undefined;
  /** Lights up one family of the move on the photo; null for none. */
  onLight: (family: string | null) => void;
  /** Colours of pinned probes, as the grade leaves them. */
  probeColours: string[];
  /** The photos of the set. */
  photos: Photo[];
  /** Shows places on the photo that the move speaks of. */
  onMarks: (marks: Mark[]) => void;
  /** The photo at hand. */
  photoId: number;
  /** The grade as it is shown. */
  look: Look | null;
  /** Tells the user that something went wrong. */
  onFailure: (reason: unknown) => void;
  /** Names the photo at hand in reaches learned on it. */
  photoKey: string;
  /** Takes away one of the strokes the move's reach was learned from. */
  onUnstroke: (index: number) => void;
  /** The areas of the move at hand. */
  areas: Areas;
  /** They are being drawn. */
  drawsArea: boolean;
  /** Takes the tool that draws them. */
  onDrawArea: () => void;
  /** The move acts on everything else now, or no longer: what its held strokes mean has changed. */
  onInverted: () => void;
}

export interface PanelProps<K extends MoveKind> extends Surroundings {
  move: MoveOf<K>;
  /**
   * Changes the move; with `keep` it is a step of undo, without it is only shown. What differs from the move that was given
   * is what changes: an answer that comes late undoes nothing that was done meanwhile.
   */
  onChange: (move: MoveOf<K>, keep: boolean) => void;
  /** Which target, band, channel or curve is at hand; the bench and the keys follow it. */
  aspect: string | null;
  onAspect: (aspect: string) => void;
}

/** How a drag on the photo drives a kind of move. */
export interface Pull<K extends MoveKind> {
  /** What a drag may drive; the first is where one begins. */
  modes: { id: string; title: string }[];
  /** Whether colours are shared among bands, and "only the nearest" is a choice. */
  shares: boolean;
  /** A click without a drag counts as well. */
  clicks?: boolean;
  /** The move after a drag of so many pixels (right and up are positive) that began on a colour. */
  apply: (move: MoveOf<K>, reading: ProbeReading, right: number, up: number, mode: string, nearestOnly: boolean, aspect: string | null) => MoveOf<K>;
}

/** What one wants when one adds a move, in the order of the work. */
export type Wish = 'recolour' | 'cast' | 'all' | 'light';

/** The families that a move divides colours into, as the core has them. */
export interface Families<K extends MoveKind> {
  /** The family at hand, which a key can light up on the photo. */
  at: (move: MoveOf<K>, aspect: string | null) => string;
  /** Settings of the move that decide what is in a family; none for most kinds. */
  params?: (move: MoveOf<K>) => NonNullable<MoveOf<K>['params']>;
}

/** What the studio knows of a kind of move. */
export interface MovePanel<K extends MoveKind> {
  kind: K;
  wish: Wish;
  /** Settings that show plainly on a photo what the kind does, given that photo's colours. */
  sample: (source: Source) => { params: NonNullable<MoveOf<K>['params']>; reach?: Reach; kind?: MoveKind };
  /** Its settings at first on a reach that is there already, from the mean colour of what that takes in. */
  beginOn?: (colour: string) => NonNullable<MoveOf<K>['params']>;
  /** Its settings at first, for a kind that holds on to the photo's own colours. */
  begin?: (photoId: number) => Promise<NonNullable<MoveOf<K>['params']>>;
  Controls: ComponentType<PanelProps<K>>;
  /** Its settings in one line. */
  words: (move: MoveOf<K>) => string;
  pull?: Pull<K>;
  families?: Families<K>;
  /** Drawn on the bench over the photo's colours, hue across; in the place of the reach, unless that is asked for. */
  Bench?: ComponentType<PanelProps<K> & { plane: PlaneName }>;
  /** It can be drawn on every plane of the bench, not only where hue lies across, and names the photo's colours itself. */
  everyPlane?: boolean;
  /** What the bench lays out first for this kind; hue against saturation when it is missing. */
  plane?: PlaneName;
  /** Parts that can be judged alone: the move with only that part in it. */
  parts?: { title: string; only: (move: MoveOf<K>) => MoveOf<K> }[];
}
