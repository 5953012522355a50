import { Box, Tooltip, Typography } from '@mui/material';
import { useState, type ReactNode } from 'react';
import { OneOf } from '../../ui/controls/OneOf';
import type { Source } from '../../api/client';
import type { Reach } from '../../model/looks';
import { greys } from '../../theme';
import { axesOf, PLANES, type Axis, type PlaneName } from './axes';
import { Density } from './Density';
import { Islands } from './Islands';
import { LitShape, type LitCell } from './LitShape';
import { ReachShape } from './ReachShape';
import { GridLines, GUTTER, ScaleAcross, ScaleUp } from './Scales';

interface Props {
  source: Source | undefined;
  plane: PlaneName;
  onPlane: (plane: PlaneName) => void;
  reach: Reach | null;
  /** False when no move is chosen: nothing can be shaped. */
  shaping: boolean;
  onReach: (reach: Reach | null, keep: boolean) => void;
  /** The colour under the pointer on the photo, OKLCh. */
  pointed: readonly number[] | null;
  /** Drawn over the plane by the move at hand: curves, pointers. Stands in the place of the reach. */
  overlay?: ReactNode;
  /** The overlay names the photo's colours itself. */
  named?: boolean;
  /** Further switches on the left. */
  switches?: ReactNode;
  /** What a learned reach takes in on this plane. */
  lit: LitCell[] | undefined;
}

/** The photo's own colours on two axes, with the reach drawn on them as a shape whose edges can be dragged. */
export function Bench({ source, plane, onPlane, reach: kept, shaping, onReach, pointed, overlay, named = false, switches, lit }: Props) {
  const [live, setLive] = useState<Reach | null | undefined>(undefined);
  const reach = live === undefined ? kept : live;
  const axes = axesOf(plane, source?.planes.chromaTop);
  return (
    <Box component="section" aria-label="Bench" data-guide="parts/bench" sx={{ display: 'flex', height: '100%', bgcolor: greys.panel, minHeight: 0 }}>
      <Box sx={{ width: 152, flex: 'none', pl: 1, pr: 0.5, py: 0.5, display: 'flex', flexDirection: 'column', gap: 0.5, overflowY: 'auto' }}>
        <Tooltip placement="top" title="The colours of this photo. What the selected move reaches is lit; the line is where its effect is half. A light frame is a limit: drag its edges, or the round handles of its soft edges.">
          <Typography variant="subtitle2" component="h2" tabIndex={0} sx={{ width: 'fit-content', cursor: 'help' }}>
            Bench
          </Typography>
        </Tooltip>
        <OneOf
          label="Axes of the bench"
          orientation="vertical"
          value={plane}
          options={(Object.keys(PLANES) as PlaneName[]).map((name) => ({ value: name, title: PLANES[name].title }))}
          onChange={onPlane}
          sx={{ py: 0, px: 0.75, lineHeight: 1.55, justifyContent: 'flex-start', fontSize: '0.72rem' }}
        />
        {switches}
      </Box>
      <Box sx={{ flex: 1, minWidth: 0, position: 'relative', m: `8px 14px ${String(GUTTER.below + 3)}px ${String(GUTTER.left)}px`, bgcolor: '#2c2c2c', userSelect: 'none' }}>
        <GridLines axes={axes} hues={source?.planes.hues ?? []} />
        <Density source={source} plane={plane} />
        {!overlay && lit && source && <LitShape cells={lit} columns={source.planes.columns} rows={source.planes.rows} />}
        {source && !(overlay && named) && <Islands source={source} plane={plane} />}
        {pointed && <Pointed axes={axes} colour={pointed} />}
        {overlay ?? (
          <ReachShape
            across={axes.across}
            up={axes.up}
            reach={reach}
            kept={kept}
            shaping={shaping}
            onReach={(next, keep) => {
              setLive(keep || next === kept ? undefined : next);
              onReach(next, keep);
            }}
          />
        )}
        <ScaleUp axis={axes.up} />
        <ScaleAcross axis={axes.across} hues={source?.planes.hues ?? []} />
      </Box>
    </Box>
  );
}

function Pointed({ axes: { across, up }, colour }: { axes: { across: Axis; up: Axis }; colour: readonly number[] }) {
  const value = (axis: Axis) => Math.min(1, (colour[{ light: 0, chroma: 1, hue: 2 }[axis.name]] ?? 0) / axis.max);
  return (
    <Box
      style={{ left: `${String(value(across) * 100)}%`, bottom: `${String(value(up) * 100)}%` }}
      sx={{ position: 'absolute', width: 11, height: 11, m: '0 0 -6px -6px', border: '2px solid #fff', outline: '1.5px solid #000', borderRadius: '50%', pointerEvents: 'none', zIndex: 2 }}
    />
  );
}
