import type { ComponentType } from 'react';
import type { MoveKind, MoveOf } from '../grade/looks';

export interface PanelProps<K extends MoveKind> {
  move: MoveOf<K>;
  onChange: (move: MoveOf<K>, keep: boolean) => void;
}

/** What the studio knows of a kind of move: its controls, and its settings in one line. */
export interface MovePanel<K extends MoveKind> {
  kind: K;
  Controls: ComponentType<PanelProps<K>>;
  words: (move: MoveOf<K>) => string;
}
