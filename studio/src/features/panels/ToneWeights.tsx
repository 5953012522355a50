import { Box, Typography } from '@mui/material';
import { useRef, useState } from 'react';
import { useDragging } from '../../ui/drag/useDragging';
import { useHeldKeys } from '../../ui/drag/useHeldKeys';
import { settingInfo } from '../../model/looks';
import { binned } from './binned';
import type { PanelProps } from './panel';
import { withParams } from './settings';
import { useDrawing } from './useDrawing';

const ZONES = ['shadows', 'midtones', 'highlights'] as const;
const BOUNDS = ['shadowsFull', 'shadowsEnd', 'highlightsStart', 'highlightsFull'] as const;
const TONES = 60;

interface Props extends Pick<PanelProps<'colour-balance'>, 'move' | 'onChange' | 'source' | 'pointed'> {
  /** The tone at hand, drawn stronger. */
  zone: string;
}

/** The weights of the three tones over lightness, the photo's own tones behind them; the bounds can be dragged. */
export function ToneWeights({ move, zone, onChange, source, pointed }: Props) {
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
  const tones = binned(source, 'light', 1, TONES);
  const most = Math.max(1, ...tones);
  const under = pointed ? (pointed.before.oklch[0] ?? 0) * 100 : null;
  return (
    <Box sx={{ mb: 0.75 }}>
      <Box ref={area} sx={{ position: 'relative', height: 78, bgcolor: '#262626', touchAction: 'none', mx: 0.75 }}>
        <svg viewBox="0 0 100 100" preserveAspectRatio="none" aria-hidden style={{ position: 'absolute', inset: 0, width: '100%', height: '100%' }}>
          {tones.map((count, i) => (
            <rect key={i} x={(i / TONES) * 100} width={1.6} y={100 - Math.sqrt(count / most) * 80} height={Math.sqrt(count / most) * 80} fill="#4c4c4c" />
          ))}
          {ZONES.map((name) => (
            <path key={name} d={path(drawing[name])} fill="none" stroke={name === zone ? '#fff' : '#9a9a9a'} strokeWidth={name === zone ? 2 : 1.2} vectorEffect="non-scaling-stroke" />
          ))}
          {under !== null && <line x1={under} x2={under} y1={0} y2={100} stroke="#fff" strokeOpacity={0.6} vectorEffect="non-scaling-stroke" />}
        </svg>
        {BOUNDS.map((name, i) => (
          <Box
            key={name}
            role="slider"
            tabIndex={0}
            aria-label={settingInfo('colour-balance', 'bounds', name).title}
            aria-valuemin={0}
            aria-valuemax={1}
            aria-valuenow={bounds[i] ?? 0}
            title={`${settingInfo('colour-balance', 'bounds', name).title} ${String(bounds[i])}`}
            style={{ left: `${String((bounds[i] ?? 0) * 100)}%`, top: name === 'shadowsFull' || name === 'highlightsFull' ? 2 : undefined, bottom: name === 'shadowsEnd' || name === 'highlightsStart' ? 2 : undefined }}
            {...bind(i)}
            {...arrows}
            onFocus={() => {
              focused.current = i;
            }}
            sx={{
              position: 'absolute', width: 13, height: 18, ml: '-6.5px', cursor: 'ew-resize', borderRadius: '2px',
              // The shape is a child, so that the mark of the focus is not clipped with it.
              '&::before': { content: '""', position: 'absolute', inset: '1px 2px', bgcolor: '#f2f2f2', clipPath: name.startsWith('shadows') ? 'polygon(0 0, 100% 50%, 0 100%)' : 'polygon(100% 0, 0 50%, 100% 100%)' },
            }}
          />
        ))}
      </Box>
      <Box sx={{ height: 7, mx: 0.75, background: 'linear-gradient(90deg in oklab, #000, #fff)' }} aria-hidden />
      <Typography variant="caption" component="div" sx={{ textAlign: 'center', lineHeight: 1.4, fontSize: '0.7rem' }}>
        Shadows, midtones and highlights
      </Typography>
    </Box>
  );
}
