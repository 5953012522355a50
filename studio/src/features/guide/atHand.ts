import { createContext } from 'react';
import type { Photo } from '../../api/client';
import type { Move } from '../../model/looks';
import type { Surroundings } from '../panels/panel';

/** What stands around the guide: the photo at hand, and what its controls need. */
export interface AtHand {
  photo: Photo;
  surroundings: Surroundings;
  onTake: (move: Move) => void;
}

/** Null where no photo is open. A context, so that what is tried in a page stays as it is while something else changes around it. */
export const AtHandContext = createContext<AtHand | null>(null);
