import { Box } from '@mui/material';
import { useEffect, useRef, useState } from 'react';
import { useDragging } from '../../ui/drag/useDragging';
import { CloudRenderer, RING } from './CloudRenderer';
import { dragged, keyed, placed, projection, USUAL, type Turn } from './turning';

interface Props {
  /** As the server sends them. */
  points: ArrayBuffer | undefined;
  /** 0 as the photo is, 1 as the grade has it. */
  share: number;
  /** What is not reached is grey. */
  lit: boolean;
}

/** OKLab hues of the names around the ring, in degrees. */
const HUES = [['red', 29], ['yellow', 110], ['green', 142], ['cyan', 195], ['blue', 264], ['magenta', 328]] as const;
const LABELS: { name: string; at: [number, number, number] }[] = [
  { name: 'white', at: [1.04, 0, 0] },
  { name: 'black', at: [-0.04, 0, 0] },
  ...HUES.map(([name, hue]) => ({ name, at: [0.5, 1.15 * RING * Math.cos((hue * Math.PI) / 180), 1.15 * RING * Math.sin((hue * Math.PI) / 180)] as [number, number, number] })),
];
/** Points that are drawn while it turns, and how soon after that all are. */
const MOVING_POINTS = 4000;
const RESTS_AFTER_MS = 150;

/** The space that the colours lie in, turned by hand and by arrow keys. What is drawn in every frame is kept plain. */
export function CloudSpace({ points, share, lit }: Props) {
  const [turn, setTurn] = useState<Turn>(USUAL);
  const [moving, setMoving] = useState(false);
  const canvas = useRef<HTMLCanvasElement>(null);
  const box = useRef<HTMLDivElement>(null);
  const [size, setSize] = useState({ width: 0, height: 0 });
  const [renderer, setRenderer] = useState<CloudRenderer | null>(null);
  useEffect(() => {
    const gl = canvas.current?.getContext('webgl2', { antialias: false, preserveDrawingBuffer: true });
    setRenderer(gl ? new CloudRenderer(gl) : null);
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
  useEffect(() => {
    if (!moving) return;
    const timer = window.setTimeout(() => {
      setMoving(false);
    }, RESTS_AFTER_MS);
    return () => {
      window.clearTimeout(timer);
    };
  }, [moving, turn]);
  const matrix = projection(turn, size.height > 0 ? size.width / size.height : 1);
  useEffect(() => {
    if (renderer && points) renderer.setPoints(points);
  }, [renderer, points]);
  useEffect(() => {
    renderer?.draw({ projection: matrix, share, lit, most: moving || (share > 0 && share < 1) ? MOVING_POINTS : Infinity });
  });
  const turned = (next: Turn) => {
    setMoving(true);
    setTurn(next);
  };
  const from = useRef(turn);
  const bind = useDragging<null>({
    onStart: () => {
      from.current = turn;
      return true;
    },
    onMove: ({ by }) => {
      turned(dragged(from.current, by.x, by.y));
    },
    onEnd: () => undefined,
    onAbandon: () => {
      setTurn(from.current);
    },
  });
  const ratio = window.devicePixelRatio;
  return (
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
        turned(next);
      }}
      onDoubleClick={() => {
        turned(USUAL);
      }}
      sx={SPACE}
    >
      <canvas ref={canvas} width={Math.max(1, Math.round(size.width * ratio))} height={Math.max(1, Math.round(size.height * ratio))} />
      {LABELS.map(({ name, at }) => {
        const { x, y, depth } = placed(matrix, at);
        return (
          <span key={name} aria-hidden style={{ transform: `translate(-50%, -50%) translate(${((0.5 + 0.5 * x) * size.width).toFixed(1)}px, ${((0.5 - 0.5 * y) * size.height).toFixed(1)}px)`, opacity: depth > 5 ? 0.55 : 1 }}>
            {name}
          </span>
        );
      })}
    </Box>
  );
}

const SPACE = {
  position: 'relative', flex: '1 1 0', minWidth: 0, maxWidth: 640, overflow: 'hidden', borderRadius: 1, bgcolor: '#262626', cursor: 'grab', touchAction: 'none',
  '& canvas': { display: 'block', width: '100%', height: '100%' },
  '& span': { position: 'absolute', left: 0, top: 0, fontSize: '0.68rem', pointerEvents: 'none', textShadow: '0 0 2px #000, 0 0 2px #000', willChange: 'transform' },
} as const;
