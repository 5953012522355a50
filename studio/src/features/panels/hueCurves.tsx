import { Box, Button, Typography } from '@mui/material';
import { useState } from 'react';
import { OneOf } from '../../ui/controls/OneOf';
import { CurveEditor, type CurvePoint } from '../../ui/controls/CurveEditor';
import { NumberField } from '../../ui/controls/NumberField';
import { settingInfo } from '../../model/looks';
import type { MovePanel, PanelProps } from './panel';
import { hueOf, plainestPot } from './samples';
import { withParams } from './settings';
import { useDrawing } from './useDrawing';
import { toldGrain } from './toldGrain';

const CURVES = ['hue', 'saturation', 'luminance'] as const;
type Curve = (typeof CURVES)[number];
const MOST: Record<Curve, number> = { hue: 60, saturation: 100, luminance: 100 };

type Props = PanelProps<'hue-curves'>;
const pointsOf = (move: Props['move'], curve: Curve): CurvePoint[] => move.params?.[curve] ?? [];
const curveOf = (aspect: string | null): Curve => CURVES.find((name) => name === aspect) ?? 'saturation';

function Controls({ move, onChange, aspect, onAspect }: Props) {
  const curve = curveOf(aspect);
  const points = pointsOf(move, curve);
  const set = (next: CurvePoint[], keep: boolean) => {
    onChange(withParams(move, { [curve]: next }), keep);
  };
  return (
    <Box>
      <OneOf
        label="Curve"
        fullWidth
        value={curve}
        options={CURVES.map((name) => ({ value: name, title: `${settingInfo('hue-curves', name).title}${pointsOf(move, name).some(([, y]) => y !== 0) ? ' •' : ''}` }))}
        onChange={onAspect}
        sx={{ px: 0.25 }}
      />
      <Typography variant="caption" component="p" sx={{ mt: 0.5, mb: 0.5 }}>
        The curve is on the bench, over this photo’s colours. Click it to set a point, or use <b>Pull</b> and drag on a colour of the photo: it gets a point, with a fixed point on either side.
      </Typography>
      {points.map(([hue, value], i) => (
        <Box key={i} sx={{ display: 'flex', alignItems: 'center', gap: 0.5 }}>
          <Box sx={{ width: 12, height: 12, borderRadius: 0.5, bgcolor: `oklch(0.68 0.11 ${String(hue)})` }} />
          <NumberField
            label={`Point ${String(i + 1)}, hue`}
            value={hue}
            min={(points[i - 1]?.[0] ?? -1) + 1}
            max={(points[i + 1]?.[0] ?? 361) - 1}
            step={1}
            unit="°"
            onChange={(next, keep) => {
              set(points.map((p, j) => (j === i ? [next, p[1]] : p)), keep);
            }}
          />
          <NumberField
            label={`Point ${String(i + 1)}, value`}
            value={value}
            min={-MOST[curve]}
            max={MOST[curve]}
            step={1}
            unit={curve === 'hue' ? '°' : ''}
            onChange={(next, keep) => {
              set(points.map((p, j) => (j === i ? [p[0], next] : p)), keep);
            }}
          />
          <Button
            aria-label={`Remove point ${String(i + 1)}`}
            onClick={() => {
              set(points.filter((_, j) => j !== i), true);
            }}
            sx={{ ml: 'auto', minWidth: 0 }}
          >
            Remove
          </Button>
        </Box>
      ))}
      {points.length > 0 && (
        <Button
          onClick={() => {
            set([], true);
          }}
        >
          Reset
        </Button>
      )}
    </Box>
  );
}

function Bench({ move, onChange, aspect, onAspect }: Props) {
  const curve = curveOf(aspect);
  const [selected, setSelected] = useState<number | null>(null);
  const [live, setLive] = useState<CurvePoint[] | null>(null);
  const points = live ?? pointsOf(move, curve);
  const drawing = useDrawing(withParams(move, { [curve]: points }));
  const most = MOST[curve];
  return (
    <>
      <CurveEditor
        key={curve}
        label={`${settingInfo('hue-curves', curve).title} over hue`}
        points={points}
        line={drawing[curve] ?? []}
        x={[0, 360]}
        y={[-most, most]}
        gap={3}
        step={1}
        circular
        fewest={0}
        onChange={(next, keep) => {
          setLive(keep ? null : next);
          onChange(withParams(move, { [curve]: next }), keep);
        }}
        selected={selected}
        onSelect={setSelected}
      >
        <Box sx={{ position: 'absolute', left: 0, right: 0, top: '50%', borderTop: '1px dashed rgb(255 255 255 / 45%)', pointerEvents: 'none' }} />
        {([['+', 'top', 0], ['−', 'bottom', 0]] as const).map(([sign, edge, at]) => (
          <Typography key={sign} variant="caption" aria-hidden sx={{ position: 'absolute', left: 4, [edge]: at, fontSize: 10, pointerEvents: 'none', textShadow: '0 0 3px #000' }}>
            {sign}
            {most}
            {curve === 'hue' ? '°' : ''}
          </Typography>
        ))}
      </CurveEditor>
      <Box sx={{ position: 'absolute', right: 4, top: 2, display: 'flex', gap: 0.5 }}>
        {CURVES.map((name) => (
          <Button
            key={name}
            size="small"
            variant={name === curve ? 'contained' : 'text'}
            onClick={() => {
              onAspect(name);
            }}
            sx={{ minHeight: 0, py: 0, px: 0.75, fontSize: '0.7rem', bgcolor: name === curve ? undefined : 'rgb(40 40 40 / 70%)' }}
          >
            {settingInfo('hue-curves', name).title}
          </Button>
        ))}
      </Box>
    </>
  );
}

export const hueCurvesPanel: MovePanel<'hue-curves'> = {
  kind: 'hue-curves',
  wish: 'all',
  sample: (source) => {
    const hue = hueOf(plainestPot(source));
    const around: CurvePoint[] = [[(hue + 315) % 360, 0], [hue, -95], [(hue + 45) % 360, 0]];
    return { params: { saturation: around.sort((a, b) => a[0] - b[0]) } };
  },
  begin: toldGrain,
  Controls,
  Bench,
  words: (move) => {
    const names = CURVES.filter((curve) => pointsOf(move, curve).some(([, y]) => y !== 0)).map((curve) => `${settingInfo('hue-curves', curve).title.toLowerCase()} (${String(pointsOf(move, curve).length)} points)`);
    return names.length === 0 ? 'no change' : names.join(', ');
  },
  parts: CURVES.map((curve) => ({ title: settingInfo('hue-curves', curve).title, only: (move) => withParams(move, Object.fromEntries(CURVES.filter((other) => other !== curve).map((other) => [other, []]))) })),
  pull: {
    modes: [{ id: 'value', title: '↕ the curve at the hue pointed at' }],
    shares: false,
    apply: (move, reading, _right, up, _mode, _nearest, aspect) => {
      const curve = curveOf(aspect);
      const points = pointsOf(move, curve);
      const along = reading.along[curve];
      if (!along) return move;
      const hue = Math.round(along.at) % 360;
      const value = (y: number) => Math.round(Math.max(-MOST[curve], Math.min(MOST[curve], y + up * (curve === 'hue' ? 0.25 : 0.5))));
      const away = (other: number) => Math.abs(((other - hue + 540) % 360) - 180);
      const near = points.findIndex(([x]) => away(x) < 10);
      if (near >= 0) return withParams(move, { [curve]: points.map(([x, y], i) => (i === near ? [x, value(y)] : [x, y])) });
      // The colour itself, and the guards that keep the rest of the circle still.
      const added: CurvePoint[] = [[hue, value(along.height)], ...along.guards.map(([at, height]): CurvePoint => [Math.round(at) % 360, Math.round(height)])];
      return withParams(move, { [curve]: [...points, ...added].sort((p, q) => p[0] - q[0]) });
    },
  },
};
