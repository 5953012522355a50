import { Box, ToggleButton, ToggleButtonGroup, Typography } from '@mui/material';
import { useRef, useState } from 'react';
import { useDragging } from '../drag/useDragging';
import { useHeldKeys } from '../drag/useHeldKeys';
import { ValueSlider } from '../controls/ValueSlider';
import { settingInfo, signed } from '../grade/looks';
import type { MovePanel, PanelProps } from './panel';
import { Flag, withParams } from './settings';
import { useDrawing } from './useDrawing';

const ZONES = ['shadows', 'midtones', 'highlights'] as const;
type Zone = (typeof ZONES)[number];
const AXES = ['cyanRed', 'magentaGreen', 'yellowBlue'] as const;
const ENDS = { cyanRed: ['cyan', 'red'], magentaGreen: ['magenta', 'green'], yellowBlue: ['yellow', 'blue'] } satisfies Record<(typeof AXES)[number], [string, string]>;
const BOUNDS = ['shadowsFull', 'shadowsEnd', 'highlightsStart', 'highlightsFull'] as const;

type Props = PanelProps<'colour-balance'>;

function Controls({ move, onChange, aspect, onAspect, source, pointed }: Props) {
  const zone: Zone = ZONES.find((name) => name === aspect) ?? 'shadows';
  return (
    <Box>
      <Tones move={move} zone={zone} onChange={onChange} source={source} pointed={pointed} />
      <ToggleButtonGroup
        exclusive
        fullWidth
        size="small"
        value={zone}
        aria-label="Tones"
        onChange={(_, next: Zone | null) => {
          if (next) onAspect(next);
        }}
        sx={{ my: 0.5, '& .MuiToggleButton-root': { px: 0.25, whiteSpace: 'nowrap' } }}
      >
        {ZONES.map((name) => (
          <ToggleButton key={name} value={name}>
            {settingInfo('colour-balance', name).title}
            {AXES.some((axis) => (move.params?.[name]?.[axis] ?? 0) !== 0) ? ' •' : ''}
          </ToggleButton>
        ))}
      </ToggleButtonGroup>
      {AXES.map((axis) => {
        const info = settingInfo('colour-balance', zone, axis);
        return (
          <ValueSlider
            key={axis}
            label={info.title}
            help={info.help}
            value={move.params?.[zone]?.[axis] ?? 0}
            min={info.min}
            max={info.max}
            rest={0}
            unit={info.unit}
            onChange={(value, keep) => {
              onChange(withParams(move, { [zone]: { ...move.params?.[zone], [axis]: value } }), keep);
            }}
          />
        );
      })}
      <Flag move={move} name="keepLuminance" rest onChange={onChange} />
    </Box>
  );
}

/** The weights of the three zones over the tone axis, the photo's tones behind them; the bounds can be dragged. */
function Tones({ move, zone, onChange, source, pointed }: Pick<Props, 'move' | 'onChange' | 'source' | 'pointed'> & { zone: Zone }) {
  const area = useRef<HTMLDivElement>(null);
  const focused = useRef(0);
  const [live, setLive] = useState<number[] | null>(null);
  const kept = BOUNDS.map((name) => move.params?.bounds?.[name] ?? settingInfo('colour-balance', 'bounds', name).rest);
  const bounds = live ?? kept;
  const shown = withParams(move, { bounds: Object.fromEntries(BOUNDS.map((name, i) => [name, bounds[i]])) });
  const drawing = useDrawing(shown);
  const moved = (now: number[], index: number, to: number): number[] => {
    const low = now[index - 1] ?? 0;
    const high = now[index + 1] ?? 1;
    return now.map((v, i) => (i === index ? Math.round(Math.max(low, Math.min(high, to)) * 100) / 100 : v));
  };
  const send = (next: number[], keep: boolean) => {
    setLive(keep ? null : next);
    onChange(withParams(move, { bounds: Object.fromEntries(BOUNDS.map((name, i) => [name, next[i]])) }), keep);
  };
  const dragged = (x: number, index: number) => {
    const box = area.current?.getBoundingClientRect();
    return moved(kept, index, box ? (x - box.left) / box.width : 0);
  };
  const bind = useDragging<number>({
    onMove: ({ at }, index) => {
      send(dragged(at.x, index), false);
    },
    onEnd: ({ at, by }, index) => {
      if (by.x === 0) setLive(null);
      else send(dragged(at.x, index), true);
    },
    onAbandon: () => {
      setLive(null);
      onChange(move, false);
    },
  });
  const arrows = useHeldKeys<number[]>(
    (event, so) => {
      const way = { ArrowLeft: -0.01, ArrowRight: 0.01 }[event.key];
      const now = so ?? kept;
      return way === undefined ? null : moved(now, focused.current, (now[focused.current] ?? 0) + way * (event.shiftKey ? 10 : 1));
    },
    (next) => {
      send(next, false);
    },
    (next) => {
      send(next, true);
    },
  );
  const path = (line: number[] | undefined) => (line ?? []).map((v, i) => `${i === 0 ? 'M' : 'L'}${String((i / 100) * 100)} ${String(100 - v * 92)}`).join('');
  const tones = new Array<number>(60).fill(0);
  for (const [column, , count] of source?.planes.cells['light-chroma'] ?? []) {
    const bin = Math.min(59, Math.floor(((column + 0.5) / (source?.planes.columns ?? 180)) * 60));
    tones[bin] = (tones[bin] ?? 0) + count;
  }
  const most = Math.max(1, ...tones);
  return (
    <Box>
      <Box ref={area} sx={{ position: 'relative', height: 84, bgcolor: '#262626', touchAction: 'none', mx: 0.75 }}>
        <svg viewBox="0 0 100 100" preserveAspectRatio="none" aria-hidden style={{ position: 'absolute', inset: 0, width: '100%', height: '100%' }}>
          {tones.map((count, i) => (
            <rect key={i} x={(i / 60) * 100} width={1.6} y={100 - Math.sqrt(count / most) * 80} height={Math.sqrt(count / most) * 80} fill="#4c4c4c" />
          ))}
          {ZONES.map((name) => (
            <path key={name} d={path(drawing[name])} fill="none" stroke={name === zone ? '#fff' : '#9a9a9a'} strokeWidth={name === zone ? 2 : 1.2} vectorEffect="non-scaling-stroke" />
          ))}
          {pointed && <line x1={(pointed.before.oklch[0] ?? 0) * 100} x2={(pointed.before.oklch[0] ?? 0) * 100} y1={0} y2={100} stroke="#fff" strokeOpacity={0.6} vectorEffect="non-scaling-stroke" />}
        </svg>
        {BOUNDS.map((name, i) => (
          <Box
            key={name}
            role="slider"
            tabIndex={0}
            aria-label={settingInfo('colour-balance', 'bounds', name).title}
            aria-valuemin={0}
            aria-valuemax={1}
            aria-valuenow={bounds[i]}
            title={`${settingInfo('colour-balance', 'bounds', name).title} ${String(bounds[i])}`}
            style={{ left: `${String((bounds[i] ?? 0) * 100)}%`, top: name === 'shadowsFull' || name === 'highlightsFull' ? 2 : undefined, bottom: name === 'shadowsEnd' || name === 'highlightsStart' ? 2 : undefined }}
            {...bind(i)}
            {...arrows}
            onFocus={() => {
              focused.current = i;
            }}
            sx={{ position: 'absolute', width: 9, height: 16, ml: '-4.5px', bgcolor: '#f2f2f2', border: '1px solid #222', borderRadius: '2px', cursor: 'ew-resize', clipPath: name.startsWith('shadows') ? 'polygon(0 0, 100% 50%, 0 100%)' : 'polygon(100% 0, 0 50%, 100% 100%)' }}
          />
        ))}
      </Box>
      <Box sx={{ height: 8, mx: 0.75, background: 'linear-gradient(90deg in oklab, #000, #fff)' }} aria-hidden />
      <Typography variant="caption" component="div" sx={{ textAlign: 'center', lineHeight: 1.4 }}>
        how much each tone counts as shadow, midtone, highlight
      </Typography>
    </Box>
  );
}

export const colourBalancePanel: MovePanel<'colour-balance'> = {
  kind: 'colour-balance',
  Controls,
  words: (move) => {
    const parts = ZONES.flatMap((zone) =>
      AXES.filter((axis) => (move.params?.[zone]?.[axis] ?? 0) !== 0).map((axis) => {
        const value = move.params?.[zone]?.[axis] ?? 0;
        return `${zone} ${ENDS[axis][value < 0 ? 0 : 1]} ${signed(Math.abs(value))}`;
      }),
    );
    return parts.length === 0 ? 'at rest' : parts.join(', ');
  },
  parts: ZONES.map((zone) => ({
    title: settingInfo('colour-balance', zone).title,
    only: (move) => withParams(move, Object.fromEntries(ZONES.filter((other) => other !== zone).map((other) => [other, {}]))),
  })),
};
