import { Box, FormControlLabel, Switch, Typography } from '@mui/material';
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useEffect, useRef, useState } from 'react';
import { api } from '../../api/client';
import { OneOf } from '../../ui/controls/OneOf';
import { useDragging } from '../../ui/drag/useDragging';
import type { Look } from '../../model/looks';
import { greys } from '../../theme';
import { CloudRenderer, RING } from './CloudRenderer';
import { dragged, keyed, placed, projection, USUAL, type Turn } from './turning';

interface Props {
  photoId: number;
  /** The grade as it is kept. */
  kept: Look | undefined;
  /** Id of the move at hand. */
  watch: string | null;
}

/** OKLab hues of the names around the ring, in degrees. */
const HUES = [['red', 29], ['yellow', 110], ['green', 142], ['cyan', 195], ['blue', 264], ['magenta', 328]] as const;
const LABELS: { name: string; at: [number, number, number] }[] = [
  { name: 'white', at: [1.04, 0, 0] },
  { name: 'black', at: [-0.04, 0, 0] },
  ...HUES.map(([name, hue]) => ({ name, at: [0.5, 1.15 * RING * Math.cos((hue * Math.PI) / 180), 1.15 * RING * Math.sin((hue * Math.PI) / 180)] as [number, number, number] })),
];
const GOES_MS = 350;
type Which = 'source' | 'result';

/** The photo's colours as a cloud, to be turned by hand and by arrow keys; where the grade takes them; what the move at hand reaches. */
export function CloudDrawer({ photoId, kept, watch }: Props) {
  const [turn, setTurn] = useState<Turn>(USUAL);
  const [which, setWhich] = useState<Which>('result');
  const [lit, setLit] = useState(false);
  const points = useQuery({
    queryKey: ['cloud', photoId, JSON.stringify(kept), watch],
    queryFn: () => api.cloud(photoId, kept as Look, watch),
    enabled: kept !== undefined,
    placeholderData: keepPreviousData,
    staleTime: Infinity,
    gcTime: 30_000,
  });
  const canvas = useRef<HTMLCanvasElement>(null);
  const box = useRef<HTMLDivElement>(null);
  const [size, setSize] = useState({ width: 0, height: 0 });
  const [renderer, setRenderer] = useState<CloudRenderer | null>(null);
  const share = useGoing(which === 'result' ? 1 : 0);
  useEffect(() => {
    const gl = canvas.current?.getContext('webgl2', { antialias: false, preserveDrawingBuffer: true });
    if (!gl) return;
    const made = new CloudRenderer(gl);
    setRenderer(made);
    return () => {
      setRenderer(null);
    };
  }, []);
  useEffect(() => {
    const there = box.current;
    if (!there) return;
    const observer = new ResizeObserver(() => {
      setSize({ width: there.clientWidth, height: there.clientHeight });
    });
    observer.observe(there);
    return () => {
      observer.disconnect();
    };
  }, []);
  const matrix = projection(turn, size.height > 0 ? size.width / size.height : 1);
  useEffect(() => {
    if (renderer && points.data) renderer.setPoints(points.data);
  }, [renderer, points.data]);
  useEffect(() => {
    renderer?.draw({ projection: matrix, share, lit: lit && watch !== null });
  });
  const from = useRef(turn);
  const bind = useDragging<null>({
    onStart: () => {
      from.current = turn;
      return true;
    },
    onMove: ({ by }) => {
      setTurn(dragged(from.current, by.x, by.y));
    },
    onEnd: () => undefined,
    onAbandon: () => {
      setTurn(from.current);
    },
  });
  const ratio = window.devicePixelRatio;
  return (
    <Box component="section" aria-label="Cloud" sx={{ height: '100%', display: 'flex', gap: 1.5, px: 1, py: 0.75, bgcolor: greys.panel, overflow: 'hidden' }}>
      <Box
        ref={box}
        {...bind(null)}
        tabIndex={0}
        role="application"
        aria-label={`The photo’s colours in space, turned by ${String(Math.round(turn.around))}°, tilted by ${String(Math.round(turn.tilt))}°. Arrow keys turn it, Home turns it back.`}
        onKeyDown={(event) => {
          const next = keyed(turn, event.key, event.shiftKey);
          if (!next) return;
          event.preventDefault();
          event.stopPropagation();
          setTurn(next);
        }}
        onDoubleClick={() => {
          setTurn(USUAL);
        }}
        sx={{ position: 'relative', flex: '1 1 0', minWidth: 0, maxWidth: 640, overflow: 'hidden', borderRadius: 1, bgcolor: '#262626', cursor: 'grab', touchAction: 'none' }}
      >
        <canvas ref={canvas} width={Math.max(1, Math.round(size.width * ratio))} height={Math.max(1, Math.round(size.height * ratio))} style={{ display: 'block', width: '100%', height: '100%' }} />
        {LABELS.map(({ name, at }) => {
          const { x, y, depth } = placed(matrix, at);
          return (
            <Typography
              key={name}
              aria-hidden
              variant="caption"
              component="span"
              style={{ left: `${String(50 + 50 * x)}%`, top: `${String(50 - 50 * y)}%`, opacity: depth > 5 ? 0.55 : 1 }}
              sx={{ position: 'absolute', transform: 'translate(-50%, -50%)', fontSize: '0.68rem', pointerEvents: 'none', textShadow: '0 0 2px #000, 0 0 2px #000' }}
            >
              {name}
            </Typography>
          );
        })}
      </Box>
      <Box sx={{ flex: '0 1 320px', display: 'flex', flexDirection: 'column', alignItems: 'flex-start', gap: 0.75, minWidth: 180, overflow: 'auto' }}>
        <OneOf label="Cloud of" value={which} options={[{ value: 'source', title: 'Source' }, { value: 'result', title: 'Result' }]} onChange={setWhich} sx={{ py: 0, fontSize: '0.75rem' }} />
        <FormControlLabel
          disabled={watch === null}
          control={<Switch size="small" checked={lit && watch !== null} onChange={(_, next) => { setLit(next); }} />}
          label={<Typography variant="body2">Only what the move reaches in colour</Typography>}
          sx={{ ml: 0 }}
        />
        <Typography variant="caption" component="p" sx={{ m: 0 }}>
          {points.isError
            ? 'The colours could not be read. Close this and open it again.'
            : points.data === undefined
              ? 'Reading the photo’s colours …'
              : 'Each point is a colour of the photo: white at the top, black at the foot, hues around, stronger colours farther out. Drag to turn it, or use the arrow keys; double-click to turn it back.'}
        </Typography>
      </Box>
    </Box>
  );
}

/** A number on its way to another one, so that the eye can follow where the colours go. */
function useGoing(to: number): number {
  const [now, setNow] = useState(to);
  const at = useRef(to);
  useEffect(() => {
    const begin = at.current;
    if (begin === to) return;
    const started = performance.now();
    const still = window.matchMedia('(prefers-reduced-motion: reduce)').matches;
    let frame = 0;
    const step = () => {
      const share = still ? 1 : Math.min(1, (performance.now() - started) / GOES_MS);
      at.current = begin + (to - begin) * share * share * (3 - 2 * share);
      setNow(at.current);
      if (share < 1) frame = requestAnimationFrame(step);
    };
    frame = requestAnimationFrame(step);
    return () => {
      cancelAnimationFrame(frame);
    };
  }, [to]);
  return now;
}
