import CloseIcon from '@mui/icons-material/Close';
import { Box, Button, IconButton, MenuItem, Select, Typography } from '@mui/material';
import { useLayoutEffect, useRef, useState } from 'react';
import { OneOf } from '../../ui/controls/OneOf';
import type { ProbePoint, ProbeReading, Scopes } from '../../api/client';
import { greys } from '../../theme';
import { clippingWords } from './clipping';

interface Props {
  source: Scopes | undefined;
  result: Scopes | undefined;
  probes: ProbePoint[];
  readings: (ProbeReading | null)[] | undefined;
  onProbes: (probes: ProbePoint[]) => void;
}

type Which = 'source' | 'result';
const SIZES = [1, 5, 15, 41];
const CHANNEL = { light: '#cfcfcf', red: '#c46a64', green: '#6fae6c', blue: '#6d86c9' } as const;

/** Figures: pinned probes before and after, and how the photo's levels and colours lie. */
export function ReadingsDrawer({ source, result, probes, readings, onProbes }: Props) {
  const [which, setWhich] = useState<Which>('result');
  const scopes = which === 'source' ? source : (result ?? source);
  return (
    <Box component="section" aria-label="Readings" data-guide="parts/readings" sx={{ height: '100%', display: 'flex', flexWrap: 'wrap-reverse', gap: 1.5, px: 1, py: 0.75, bgcolor: greys.panel, overflow: 'auto', alignContent: 'flex-end' }}>
      <Box sx={{ flex: '1 1 430px', minWidth: 0, overflow: 'auto' }}>
        {probes.length === 0 ? (
          <Typography variant="caption" component="p" sx={{ m: 0, maxWidth: 420 }}>
            No probe is pinned. Select the <b>Probe</b> tool and click what should be grey or white: its colour is read here before and after, with its cast.
          </Typography>
        ) : (
          <Box component="table" sx={{ borderSpacing: '7px 1px', fontSize: '0.75rem', fontVariantNumeric: 'tabular-nums', '& th': { textAlign: 'left', fontWeight: 500, color: greys.quiet }, '& td': { whiteSpace: 'nowrap', verticalAlign: 'top', lineHeight: 1.3 } }}>
            <thead>
              <tr>
                <td />
                <td />
                {['Colour', 'RGB', 'HSL', 'Lab', 'OKLCh', 'ΔE', 'Neutral?', 'Square'].map((title) => (
                  <th key={title}>{title}</th>
                ))}
              </tr>
            </thead>
            <tbody>
              {probes.map((probe, i) => (
                <ProbeRow
                  key={i}
                  number={i + 1}
                  probe={probe}
                  reading={readings?.length === probes.length ? readings[i] : undefined}
                  onSize={(size) => {
                    onProbes(probes.map((p, j) => (j === i ? { ...p, size } : p)));
                  }}
                  onRemove={() => {
                    onProbes(probes.filter((_, j) => j !== i));
                  }}
                />
              ))}
            </tbody>
          </Box>
        )}
        {probes.length > 1 && (
          <Button
            onClick={() => {
              onProbes([]);
            }}
          >
            Unpin all
          </Button>
        )}
      </Box>
      <Box sx={{ flex: 'none', display: 'flex', flexDirection: 'column', gap: 0.5 }}>
        <Box sx={{ display: 'flex', alignItems: 'center', gap: 1 }}>
          <Typography variant="caption" sx={{ flex: 1 }}>
            {scopes ? clippingWords(scopes) : 'Reading …'}
          </Typography>
          <OneOf label="Readings of" value={which} options={[{ value: 'source', title: 'Source' }, { value: 'result', title: 'Result' }]} onChange={setWhich} sx={{ py: 0, fontSize: '0.75rem' }} />
        </Box>
        <Box sx={{ display: 'flex', gap: 1 }}>
          <Scope title="Levels: lightness, red, green, blue" scopes={scopes} width={200} draw={drawHistogram} />
          <Scope title="Waveform: levels across the photo, left to right" scopes={scopes} width={200} draw={drawWaveform} />
          <Scope title="Hue around, saturation outwards" scopes={scopes} width={132} draw={drawWheel} />
        </Box>
      </Box>
    </Box>
  );
}

interface RowProps {
  number: number;
  probe: ProbePoint;
  reading: ProbeReading | null | undefined;
  onSize: (size: number) => void;
  onRemove: () => void;
}

function ProbeRow({ number, probe, reading, onSize, onRemove }: RowProps) {
  const pair = (read: (r: ProbeReading['before']) => string) =>
    reading ? (
      <>
        {read(reading.before)}
        <br />
        {read(reading.after)}
      </>
    ) : null;
  return (
    <tr aria-label={`Probe ${String(number)}`}>
      <td>
        <IconButton aria-label={`Unpin probe ${String(number)}`} onClick={onRemove} sx={{ p: 0.25 }}>
          <CloseIcon sx={{ fontSize: 15 }} />
        </IconButton>
      </td>
      <td>{number}</td>
      <td>
        {reading === null ? (
          'outside the photo'
        ) : reading ? (
          <Box sx={{ display: 'flex', gap: 0.75, alignItems: 'center' }}>
            <Box sx={{ width: 20, height: 30, border: '1px solid #222', flex: 'none' }}>
              <Box sx={{ height: '50%', bgcolor: reading.before.hex }} />
              <Box sx={{ height: '50%', bgcolor: reading.after.hex }} />
            </Box>
            <span>{pair((r) => r.name)}</span>
          </Box>
        ) : (
          '…'
        )}
      </td>
      <td>{pair((r) => r.rgb.join(' '))}</td>
      <td>{pair((r) => `${(r.hsl[0] ?? 0).toFixed(0)}° ${(r.hsl[1] ?? 0).toFixed(0)} ${(r.hsl[2] ?? 0).toFixed(0)}`)}</td>
      <td>{pair((r) => r.lab.map((v) => v.toFixed(1)).join(' '))}</td>
      <td>{pair((r) => `${(r.oklch[0] ?? 0).toFixed(2)} ${(r.oklch[1] ?? 0).toFixed(3)} ${(r.oklch[2] ?? 0).toFixed(0)}°`)}</td>
      <td>{reading?.deltaE.toFixed(1)}</td>
      <td>{pair((r) => r.neutrality)}</td>
      <td>
        <Select
          size="small"
          variant="standard"
          value={SIZES.includes(probe.size) ? probe.size : 5}
          inputProps={{ 'aria-label': `Size of probe ${String(number)}` }}
          onChange={(event) => {
            onSize(Number(event.target.value));
          }}
          sx={{ fontSize: '0.75rem' }}
        >
          {SIZES.map((size) => (
            <MenuItem key={size} value={size}>
              {size} px
            </MenuItem>
          ))}
        </Select>
      </td>
    </tr>
  );
}

const TALL = 132;
/** Cells of the scope's plane, as the server counts them. */
const COLUMNS = 180;
const ROWS = 36;

function Scope({ title, scopes, width, draw }: { title: string; scopes: Scopes | undefined; width: number; draw: (pen: CanvasRenderingContext2D, scopes: Scopes, width: number) => void }) {
  const canvas = useRef<HTMLCanvasElement>(null);
  useLayoutEffect(() => {
    const pen = canvas.current?.getContext('2d');
    if (!pen || !scopes || !canvas.current) return;
    const ratio = window.devicePixelRatio;
    canvas.current.width = width * ratio;
    canvas.current.height = TALL * ratio;
    pen.scale(ratio, ratio);
    draw(pen, scopes, width);
  }, [scopes, width, draw]);
  return <canvas ref={canvas} role="img" aria-label={title} title={title} style={{ width, height: TALL, background: '#242424', display: 'block' }} />;
}

function drawHistogram(pen: CanvasRenderingContext2D, scopes: Scopes, width: number): void {
  for (const name of ['light', 'red', 'green', 'blue'] as const) {
    const counts = scopes.histogram[name];
    // The tallest inner level sets the scale: a heap of clipped pixels must not flatten the rest.
    const most = Math.max(1, ...counts.slice(2, 254));
    pen.beginPath();
    pen.moveTo(0, TALL);
    counts.forEach((count, level) => {
      pen.lineTo(((level + 0.5) / 256) * width, TALL - Math.min(1, count / most) * (TALL - 4));
    });
    pen.lineTo(width, TALL);
    if (name === 'light') {
      pen.fillStyle = '#5a5a5a';
      pen.fill();
    } else {
      pen.strokeStyle = CHANNEL[name];
      pen.lineWidth = 1.2;
      pen.stroke();
    }
  }
}

function drawWaveform(pen: CanvasRenderingContext2D, scopes: Scopes, width: number): void {
  const { columns, levels, counts } = scopes.waveform;
  pen.globalCompositeOperation = 'lighter';
  const wide = width / columns;
  const tall = TALL / levels;
  [CHANNEL.red, CHANNEL.green, CHANNEL.blue].forEach((colour, channel) => {
    pen.fillStyle = colour;
    const cells = counts[channel] ?? [];
    const most = Math.max(1, ...cells);
    cells.forEach((count, i) => {
      if (count === 0) return;
      pen.globalAlpha = 0.15 + 0.6 * Math.sqrt(count / most);
      pen.fillRect(Math.floor(i / levels) * wide, TALL - ((i % levels) + 1) * tall, wide + 0.5, tall);
    });
  });
}

function drawWheel(pen: CanvasRenderingContext2D, scopes: Scopes, width: number): void {
  const middle = width / 2;
  const radius = middle - 4;
  pen.strokeStyle = '#4a4a4a';
  for (const share of [0.5, 1]) {
    pen.beginPath();
    pen.arc(middle, TALL / 2, radius * share, 0, 2 * Math.PI);
    pen.stroke();
  }
  const most = Math.max(1, ...scopes.plane.map(([, , count]) => count));
  for (const [column, row, count, colour] of scopes.plane) {
    const angle = ((column + 0.5) / COLUMNS) * 2 * Math.PI;
    const out = ((row + 0.5) / ROWS) * radius;
    pen.globalAlpha = 0.3 + 0.7 * Math.pow(count / most, 0.3);
    pen.fillStyle = colour;
    pen.beginPath();
    pen.arc(middle + out * Math.cos(angle), TALL / 2 - out * Math.sin(angle), 2.2, 0, 2 * Math.PI);
    pen.fill();
  }
}
