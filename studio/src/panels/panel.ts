import type { ComponentType } from 'react';
import type { ProbeReading } from '../api/client';
import type { MoveKind, MoveOf } from '../grade/looks';

export interface PanelProps<K extends MoveKind> {
  move: MoveOf<K>;
  onChange: (move: MoveOf<K>, keep: boolean) => void;
  /** The colour under the pointer on the photo. */
  pointed: ProbeReading | null;
}

/** How a drag on the photo drives a kind of move. */
export interface Pull<K extends MoveKind> {
  /** What an up-and-down or sideways drag may drive; the first is where one begins. */
  modes: { id: string; title: string }[];
  /** Whether colours are shared among bands, and "only the nearest" is a choice. */
  shares: boolean;
  /** The move after a drag of so many pixels (right and up are positive) that began on a colour. */
  apply: (move: MoveOf<K>, reading: ProbeReading, right: number, up: number, mode: string, nearestOnly: boolean) => MoveOf<K>;
}

/** What the studio knows of a kind of move: its controls, its settings in one line, how a pull drives it. */
export interface MovePanel<K extends MoveKind> {
  kind: K;
  Controls: ComponentType<PanelProps<K>>;
  words: (move: MoveOf<K>) => string;
  pull?: Pull<K>;
}
