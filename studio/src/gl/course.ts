import type { LookField } from '../model/lookField';
import type { LookLine, Step } from '../model/lookLine';
import type { Look } from '../model/looks';
import { Field } from './Field';
import { Track, type Between, type Draft } from './Track';

/** Where a look can go while a control is dragged: along a line, or all over a field. */
export interface Way {
  look: Look;
  steps: Step[];
  /** Those of the second degree of freedom; none for a line. */
  aside: Step[];
  /** The same for all that change the same settings. */
  settings: string;
}

/** The drafts of such a way, and a place on it. */
export interface Course {
  readonly way: Way;
  add: (draft: Draft) => void;
  /** Goes to where a look lies; false when it lies elsewhere. */
  go: (look: Look) => boolean;
  /** What is there; null while there is nothing. */
  here: () => Between | null;
  /** Whether one is so far from the middle that drafts lie too far apart, once all have come. */
  isFar: () => boolean;
  /** The same with a look in the middle; null where that would be no better. */
  around: (look: Look) => Course | null;
}

export function alongLine(line: LookLine): Course {
  const way = { look: line.look, steps: line.steps, aside: [], settings: line.settings };
  return { ...located(new Track(), 0, (look) => line.placeOf(look)), way, isFar: () => false, around: () => null };
}

export function overField(field: LookField): Course {
  const way = { look: field.look, steps: field.steps, aside: field.aside, settings: field.settings };
  const drafts = new Field();
  const place = located(drafts, [0, 0] as [number, number], (look) => field.placeOf(look));
  const around = (look: Look) => {
    const other = field.around(look);
    return other && overField(other);
  };
  return { ...place, way, isFar: () => drafts.isFar(place.now()), around };
}

/** Drafts, and a place among them that looks lie at. */
function located<Place>(drafts: { add: (draft: Draft) => void; at: (place: Place) => Between | null }, begin: Place, placeOf: (look: Look) => Place | null) {
  let place = begin;
  return {
    add: (draft: Draft) => {
      drafts.add(draft);
    },
    go: (look: Look) => {
      const found = placeOf(look);
      place = found ?? place;
      return found !== null;
    },
    here: () => drafts.at(place),
    now: () => place,
  };
}
