import { Box, Button, Typography } from '@mui/material';
import { useState } from 'react';
import { OneOf } from '../../ui/controls/OneOf';
import { CurveEditor, type CurvePoint } from '../../ui/controls/CurveEditor';
import { NumberField } from '../../ui/controls/NumberField';
import { settingInfo } from '../../model/looks';
import type { MovePanel, PanelProps } from './panel';
import { withParams } from './settings';
import { TonesShape } from './TonesShape';
import { useDrawing } from './useDrawing';

const CHANNELS = ['all', 'red', 'green', 'blue', 'light'] as const;
type Channel = (typeof CHANNELS)[number];
const LINE: Record<Channel, string> = { all: '#fff', red: '#e08a84', green: '#8fd08a', blue: '#8fa6ea', light: '#fff' };
const STRAIGHT: CurvePoint[] = [[0, 0], [255, 255]];

type Props = PanelProps<'curves'>;
const pointsOf = (move: Props['move'], channel: Channel): CurvePoint[] => {
  const points = move.params?.[channel] ?? [];
  return points.length === 0 ? STRAIGHT : points;
};
const changed = (move: Props['move'], channel: Channel) => pointsOf(move, channel).some(([x, y]) => x !== y) || pointsOf(move, channel)[0]?.[0] !== 0;

function Controls({ move, onChange, aspect, onAspect, source, pointed }: Props) {
  const channel: Channel = CHANNELS.find((name) => name === aspect) ?? 'all';
  const [selected, setSelected] = useState<number | null>(null);
  const [live, setLive] = useState<CurvePoint[] | null>(null);
  const points = live ?? pointsOf(move, channel);
  const shown = withParams(move, { [channel]: points });
  const drawing = useDrawing(shown);
  const set = (next: CurvePoint[], keep: boolean) => {
    setLive(keep ? null : next);
    onChange(withParams(move, { [channel]: next }), keep);
  };
  const point = selected === null ? undefined : points[selected];
  const type = (index: 0 | 1) => (value: number, keep: boolean) => {
    if (selected === null || !point) return;
    const before = points[selected - 1]?.[0] ?? -2;
    const after = points[selected + 1]?.[0] ?? 257;
    const next: CurvePoint = index === 0 ? [Math.max(before + 2, Math.min(after - 2, value)), point[1]] : [point[0], value];
    set(points.map((p, i) => (i === selected ? next : p)), keep);
  };
  const counts = source?.scopes.histogram[channel === 'all' ? 'light' : channel] ?? [];
  const level = pointed?.along[channel]?.at ?? null;
  return (
    <Box>
      <OneOf
        label="Channel"
        fullWidth
        value={channel}
        options={CHANNELS.map((name) => ({ value: name, title: `${name === 'all' ? 'All' : settingInfo('curves', name).title}${changed(move, name) ? ' •' : ''}` }))}
        onChange={(next) => {
          setSelected(null);
          onAspect(next);
        }}
        sx={{ px: 0.5 }}
      />
      <Box sx={{ position: 'relative', height: 208, bgcolor: '#262626', m: '6px 6px 8px' }}>
        <CurveEditor
          label="Tone curve"
          points={points}
          line={drawing[channel] ?? []}
          x={[0, 255]}
          y={[0, 255]}
          gap={2}
          step={1}
          fewest={2}
          onChange={set}
          selected={selected}
          onSelect={setSelected}
          colour={LINE[channel]}
        >
          <svg viewBox="0 0 256 100" preserveAspectRatio="none" aria-hidden style={{ position: 'absolute', inset: 0, width: '100%', height: '100%', pointerEvents: 'none' }}>
            <TonesShape counts={counts} />
            {[64, 128, 192].map((mark) => (
              <g key={mark} stroke="#3a3a3a" vectorEffect="non-scaling-stroke">
                <line x1={mark} x2={mark} y1={0} y2={100} vectorEffect="non-scaling-stroke" />
                <line x1={0} x2={256} y1={(mark / 256) * 100} y2={(mark / 256) * 100} vectorEffect="non-scaling-stroke" />
              </g>
            ))}
            {level !== null && <line x1={level} x2={level} y1={0} y2={100} stroke="#fff" strokeOpacity={0.55} vectorEffect="non-scaling-stroke" />}
          </svg>
        </CurveEditor>
      </Box>
      <Box sx={{ display: 'flex', alignItems: 'center', gap: 0.5, minHeight: 28 }}>
        {point && selected !== null ? (
          <>
            <Typography variant="caption">in</Typography>
            <NumberField label="Input" value={point[0]} min={0} max={255} step={1} onChange={type(0)} />
            <Typography variant="caption">out</Typography>
            <NumberField label="Output" value={point[1]} min={0} max={255} step={1} onChange={type(1)} />
            <Button
              disabled={points.length <= 2}
              onClick={() => {
                setSelected(null);
                set(points.filter((_, i) => i !== selected), true);
              }}
              sx={{ ml: 'auto' }}
            >
              Remove
            </Button>
          </>
        ) : (
          <Typography variant="caption" sx={{ flex: 1 }}>
            Click the curve to set a point. Delete removes it.
          </Typography>
        )}
        <Button
          disabled={!changed(move, channel)}
          onClick={() => {
            setSelected(null);
            set([], true);
          }}
        >
          Reset
        </Button>
      </Box>
    </Box>
  );
}

export const curvesPanel: MovePanel<'curves'> = {
  kind: 'curves',
  plane: 'light-chroma',
  wish: 'light',
  sample: () => ({ params: { all: [[0, 0], [64, 40], [190, 216], [255, 255]] } }),
  Controls,
  words: (move) => {
    const names = CHANNELS.filter((channel) => changed(move, channel)).map((channel) => `${channel === 'all' ? 'all channels' : channel} (${String(pointsOf(move, channel).length)} points)`);
    return names.length === 0 ? 'no change' : names.join(', ');
  },
  parts: CHANNELS.map((channel) => ({ title: settingInfo('curves', channel).title, only: (move) => withParams(move, Object.fromEntries(CHANNELS.filter((other) => other !== channel).map((other) => [other, []]))) })),
  pull: {
    modes: [{ id: 'tone', title: '↕ the curve at the tone pointed at' }],
    shares: false,
    clicks: true,
    apply: (move, reading, _right, up, _mode, _nearest, aspect) => {
      const channel: Channel = CHANNELS.find((name) => name === aspect) ?? 'all';
      const along = reading.along[channel];
      if (!along) return move;
      const x = Math.max(3, Math.min(252, Math.round(along.at)));
      const points = pointsOf(move, channel);
      const near = points.findIndex(([px]) => Math.abs(px - x) < 8);
      const lift = (y: number) => Math.round(Math.max(0, Math.min(255, y + up * 0.5)));
      const next: CurvePoint[] =
        near >= 0
          ? points.map(([px, py], i) => (i === near ? [px, lift(py)] : [px, py]))
          : [...points.filter(([px]) => px < x), [x, lift(along.height)] as CurvePoint, ...points.filter(([px]) => px > x)];
      return withParams(move, { [channel]: next });
    },
  },
};
