import { Box, Button, Typography } from '@mui/material';
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useContext, useState, type ComponentType } from 'react';
import { api } from '../../api/client';
import { kindTitle, type Look, type Move, type MoveKind } from '../../model/looks';
import { greys } from '../../theme';
import { panelOf, panelOfKind } from '../panels';
import type { PanelProps, Surroundings } from '../panels/panel';
import { SmallPicture } from '../photo/SmallPicture';
import { useRested } from '../read/useRested';
import { AtHandContext, type AtHand } from './atHand';
import { CHARTS } from './charts';
import { ChartPicture } from './ChartPicture';
import { begun, type Example } from './example';

const LATTICE = 17;
const REST_MS = 50;

/** A move of the guide, drawn as it acts: on charts, and on the photo at hand. Its controls can be dragged right there, and the move taken over. */
export function LiveMove({ example }: { example: Example }) {
  const atHand = useContext(AtHandContext);
  const source = atHand?.surroundings.source;
  const needsPhoto = example.params === undefined;
  const photoId = atHand?.photo.id;
  // A kind that holds on to the photo's own colours begins with these.
  const beginning = useQuery({
    queryKey: ['guide example', example.kind, photoId],
    queryFn: async () => {
      const panel = panelOfKind(example.kind);
      const sample = source ? panel.sample(source) : null;
      return sample?.kind === undefined || sample.kind === example.kind ? (sample?.params ?? null) : ((await panel.begin?.(photoId ?? 0)) ?? null);
    },
    enabled: needsPhoto && source !== undefined,
    staleTime: Infinity,
  });
  if (needsPhoto && !beginning.data) {
    return <Typography variant="body2" sx={{ fontStyle: 'italic' }}>{atHand ? 'Reading the photo …' : 'Open a photo to try this here.'}</Typography>;
  }
  return <Shown key={`${example.kind} ${String(photoId)}`} start={begun(needsPhoto && beginning.data ? { ...example, params: beginning.data } : example)} atHand={atHand} />;
}

function Shown({ start, atHand }: { start: Move; atHand: AtHand | null }) {
  const [move, setMove] = useState(start);
  const [before, setBefore] = useState(false);
  const [aspect, setAspect] = useState<string | null>(null);
  const look: Look = { tovrinLook: 1, moves: [useRested(move, REST_MS)] };
  const { nodes } = useQuery({ queryKey: ['guide cube', JSON.stringify(look)], queryFn: () => api.cube(look, LATTICE, null), placeholderData: keepPreviousData, gcTime: 30_000 }).data ?? {};
  const Controls = panelOf(move).Controls as unknown as ComponentType<PanelProps<MoveKind>>;
  const hold = (held: boolean) => () => { setBefore(held); };
  return (
    <Box component="figure" aria-label={`${kindTitle(move.kind)}, to try`} data-guide={`moves/${move.kind}`} sx={{ m: 0, my: 1.5, p: 1, bgcolor: '#303030', borderRadius: 1, border: `1px solid ${greys.line}` }}>
      <Box sx={{ display: 'grid', gridTemplateColumns: '140px 1fr', gap: 1, alignItems: 'start', touchAction: 'manipulation', userSelect: 'none' }} onPointerDown={hold(true)} onPointerUp={hold(false)} onPointerLeave={hold(false)} title="Hold to see it without the move">
        <Box sx={{ display: 'grid', gap: 0.75 }}>
          {CHARTS.map((chart) => (
            <ChartPicture key={chart.id} chart={chart} nodes={nodes && !before ? new Float32Array(nodes) : null} size={LATTICE} />
          ))}
        </Box>
        {atHand && (
          <Box sx={{ alignSelf: 'center' }}>
            <SmallPicture photo={atHand.photo} look={before ? { ...look, moves: [] } : look} label="The photo at hand with this move" />
            <Typography variant="caption" component="p" sx={{ m: 0, mt: 0.5 }}>
              Your photo. Hold to see it without the move.
            </Typography>
          </Box>
        )}
      </Box>
      <Box sx={{ mt: 1 }}>
        <Controls {...(atHand?.surroundings ?? STAND_IN)} move={move as never} onChange={(next) => { setMove(next); }} aspect={aspect} onAspect={setAspect} families={undefined} onLight={nothing} onMarks={nothing} />
      </Box>
      <Box sx={{ display: 'flex', gap: 1, mt: 1 }}>
        {atHand && (
          <Button variant="outlined" onClick={() => { atHand.onTake(move); }}>
            Add this to my grade
          </Button>
        )}
        <Button onClick={() => { setMove(start); }}>Reset</Button>
      </Box>
    </Box>
  );
}

const nothing = () => undefined;

/** For the guide while no photo is open. */
const STAND_IN: Surroundings = {
  source: undefined, readings: undefined, pointed: null, pick: nothing, picking: null, families: undefined, onLight: nothing, probeColours: [], photos: [], onMarks: nothing, photoId: 0, look: null,
  onFailure: nothing, photoKey: '', onUnstroke: nothing, areas: { area: null } as Surroundings['areas'], drawsArea: false, onDrawArea: nothing, onInverted: nothing,
};
