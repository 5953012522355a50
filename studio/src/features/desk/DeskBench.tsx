
import { useState, type ComponentType } from 'react';
import { OneOf } from '../../ui/controls/OneOf';
import type { PlaneName } from '../bench/axes';
import { Bench } from '../bench/Bench';
import { withField, type Look, type Move, type MoveKind } from '../../model/looks';
import { panelOf } from '../panels';
import type { PanelProps, Surroundings } from '../panels/panel';
import { useLit } from '../read/useColours';

interface Props {
  photoId: number;
  /** The grade as it is kept. */
  kept: Look | undefined;
  move: Move | undefined;
  onMove: (given: Move, next: Move, keep: boolean) => void;
  surroundings: Surroundings;
  aspect: string | null;
  onAspect: (aspect: string) => void;
}

/** The bench with what the move at hand draws on it, or its reach. */
export function DeskBench({ photoId, kept, move, onMove, surroundings, aspect, onAspect }: Props) {
  /** What was asked for; until then each kind of move has what suits it. */
  const [asked, setPlane] = useState<PlaneName | null>(null);
  const plane = asked ?? (move && panelOf(move).plane) ?? 'hue-chroma';
  const [shaping, setShaping] = useState<'move' | 'reach'>('move');
  const lit = useLit(photoId, kept, move?.id ?? null, plane, surroundings.source?.planes.chromaTop);
  const Drawn = (move && (plane !== 'light-chroma' || panelOf(move).everyPlane) ? panelOf(move).Bench : undefined) as ComponentType<PanelProps<MoveKind> & { plane: PlaneName }> | undefined;
  const Overlay = shaping === 'move' ? Drawn : undefined;
  return (
    <Bench
      source={surroundings.source}
      plane={plane}
      onPlane={setPlane}
      reach={move?.reach ?? null}
      shaping={move !== undefined}
      onReach={(reach, keep) => {
        if (move) onMove(move, withField(move, { reach }), keep);
      }}
      pointed={surroundings.pointed?.before.oklch ?? null}
      lit={lit}
      named={move !== undefined && panelOf(move).everyPlane === true}
      switches={
        Drawn && (
          <OneOf
            label="What the bench shows"
            fullWidth
            value={shaping}
            options={[{ value: 'move', title: 'Move' }, { value: 'reach', title: 'Reach' }]}
            onChange={setShaping}
            sx={{ py: 0, px: 0.5, fontSize: '0.72rem', lineHeight: 1.55 }}
          />
        )
      }
      overlay={Overlay && move ? <Overlay key={move.id} plane={plane} move={move as never} onChange={(next: Move, keep: boolean) => { onMove(move, next, keep); }} {...surroundings} aspect={aspect} onAspect={onAspect} /> : undefined}
    />
  );
}
