import { Alert, Box, Button, CircularProgress, Typography } from '@mui/material';
import { useCallback, useEffect, useRef, useState, type PointerEvent, type ReactNode } from 'react';
import type { Photo } from '../api/client';
import type { Look } from '../grade/looks';
import type { GradeEditor } from '../grade/useGrade';
import { greys } from '../theme';
import { CubeFeed, type FeedCube } from './CubeFeed';
import { PhotoRenderer, type ViewMode } from './PhotoRenderer';
import { PhotoOverlay } from './PhotoOverlay';
import type { Place, Stroke, StrokeShape, Tool } from './tools';
import { FIT, fitZoom, held, placeOf, zoomAt, type Viewport } from './viewport';

interface Props {
  photo: Photo;
  look: Look | undefined;
  /** Changes shown while a control is held. */
  onPreview: GradeEditor['onPreview'];
  watch: number | null;
  view: ViewMode;
  viewport: Viewport;
  onViewport: (change: (now: Viewport) => Viewport) => void;
  tool: Tool;
  /** A click or a finished stroke of the tools that take samples. */
  onStroke: (shape: StrokeShape, points: Place[]) => void;
  onPullStart: (at: Place) => void;
  onPull: (dx: number, dy: number, done: boolean) => void;
  /** The pointer moved over the photo, or left it. */
  onPoint: (at: Place | null) => void;
  pins: Place[];
  onPin: (index: number, to: Place, done: boolean) => void;
  /** Lattice of what to light up; null for nothing. */
  spot: Uint8Array | null;
  /** Share of the stage left of which the split view shows the source. */
  divide: number;
  onDivide: (share: number) => void;
  children?: ReactNode;
}

const SURROUND = parseInt(greys.surround.slice(1, 3), 16) / 255;

async function bitmapOf(url: string, signal: AbortSignal): Promise<ImageBitmap> {
  const response = await fetch(url, { signal });
  if (!response.ok) throw new Error('The photo cannot be loaded. Reload the page; if that does not help, bring the photo in again.');
  return createImageBitmap(await response.blob(), { colorSpaceConversion: 'none', premultiplyAlpha: 'none' });
}

interface Pace {
  last: number;
  slow: number;
  scale: number;
}

/**
 * Without a graphics card a frame takes long, and the photo would lag behind the hand. While a
 * control is held, such a machine draws half as many pixels each way; at rest always all of them.
 */
function keepPace(pace: Pace): void {
  const now = performance.now();
  const took = now - pace.last;
  pace.last = now;
  if (took > 200) return;
  pace.slow = took > 28 ? pace.slow + 1 : Math.max(0, pace.slow - 1);
  if (pace.slow >= 3) pace.scale = 0.5;
}

/** The photo, live through its grade; wheel zooms, and the tool at hand says what a drag does. */
export function PhotoStage(props: Props) {
  const { photo, look, onPreview, watch, view, viewport, onViewport, tool, spot, divide } = props;
  const canvas = useRef<HTMLCanvasElement>(null);
  const frame = useRef<HTMLDivElement>(null);
  const renderer = useRef<PhotoRenderer | null>(null);
  const feed = useRef<CubeFeed | null>(null);
  const scheduled = useRef(0);
  const drag = useRef<{ x: number; y: number; pans: boolean } | null>(null);
  const drawn = useRef<Stroke | null>(null);
  const [stroke, setStroke] = useState<Stroke | null>(null);
  const lastAnswered = useRef(0);
  /** True from the first step of a held control until its settled cube is shown. */
  const following = useRef(false);
  const pace = useRef<Pace>({ last: 0, slow: 0, scale: 1 });
  const [state, setState] = useState<'loading' | 'ready' | { error: string }>('loading');
  const [stale, setStale] = useState<string | null>(null);
  const [size, setSize] = useState({ width: 0, height: 0 });
  const [settled, setSettled] = useState(false);
  /** Which photo the cube at hand belongs to: another one's colours must not flash up. */
  const [cubeOf, setCubeOf] = useState<number | null>(null);
  const [retry, setRetry] = useState(0);
  const now = useRef({ view, viewport, size, photo, divide });
  now.current = { view, viewport, size, photo, divide };

  const draw = useCallback((askedAt: number | null) => {
    if (askedAt !== null) lastAnswered.current = askedAt;
    if (scheduled.current !== 0) return;
    scheduled.current = requestAnimationFrame(() => {
      scheduled.current = 0;
      const { view: v, viewport: p, size: s, photo: f, divide: d } = now.current;
      if (!renderer.current || s.width === 0) return;
      const scale = following.current ? pace.current.scale : 1;
      const element = canvas.current;
      if (element && (element.width !== Math.round(s.width * scale) || element.height !== Math.round(s.height * scale))) {
        element.width = Math.round(s.width * scale);
        element.height = Math.round(s.height * scale);
      }
      const place = placeOf(p, f, s);
      renderer.current.draw({ left: place.left * scale, top: place.top * scale, width: place.width * scale, height: place.height * scale }, v, v === 'split' ? d : null, SURROUND);
      if (following.current) keepPace(pace.current);
      if (lastAnswered.current > 0) {
        // User Timing: from the input event to its frame, for bench/ and for whoever profiles the page.
        performance.measure('tovrin:input-to-frame', { start: lastAnswered.current, end: performance.now() });
        lastAnswered.current = 0;
      }
    });
  }, []);

  // The canvas always has as many pixels as the screen shows.
  useEffect(() => {
    const box = frame.current;
    if (!box) return;
    const observer = new ResizeObserver(() => {
      const ratio = window.devicePixelRatio;
      const next = { width: Math.max(1, Math.round(box.clientWidth * ratio)), height: Math.max(1, Math.round(box.clientHeight * ratio)) };
      setSize(next);
    });
    observer.observe(box);
    return () => {
      observer.disconnect();
    };
  }, []);

  useEffect(() => {
    if (!canvas.current) return;
    try {
      renderer.current = new PhotoRenderer(canvas.current);
    } catch (reason) {
      setState({ error: reason instanceof Error ? reason.message : String(reason) });
      return;
    }
    feed.current = new CubeFeed(
      (cube: FeedCube) => {
        renderer.current?.setCube(cube.nodes, cube.size, cube.settled);
        setSettled(cube.settled);
        following.current = !cube.settled;
        setCubeOf(now.current.photo.id);
        setStale(null);
        draw(cube.askedAt);
      },
      (reason) => {
        setStale(reason instanceof Error ? reason.message : String(reason));
      },
    );
    return () => {
      feed.current?.stop();
      feed.current = null;
      renderer.current?.dispose();
      renderer.current = null;
    };
  }, [draw]);

  // The preview; its full resolution comes only when one looks that close.
  useEffect(() => {
    const abort = new AbortController();
    setState('loading');
    setSettled(false);
    bitmapOf(photo.previewUrl, abort.signal)
      .then((picture) => {
        renderer.current?.setPhoto(picture);
        picture.close();
        setState('ready');
        draw(null);
      })
      .catch((reason: unknown) => {
        if (!abort.signal.aborted) setState({ error: reason instanceof Error ? reason.message : String(reason) });
      });
    return () => {
      abort.abort();
    };
  }, [photo.previewUrl, draw, retry]);

  useEffect(() => {
    feed.current?.forget();
  }, [photo.id]);

  const lookText = look ? JSON.stringify(look) : null;
  useEffect(() => {
    if (lookText !== null) feed.current?.settle(JSON.parse(lookText) as Look, watch);
  }, [photo.id, lookText, watch, retry]);

  useEffect(
    () =>
      onPreview((moved, inputAt) => {
        setSettled(false);
        feed.current?.follow(moved, watch, inputAt);
      }),
    [onPreview, watch],
  );

  useEffect(() => {
    draw(null);
  }, [view, viewport, size, divide, draw]);

  useEffect(() => {
    renderer.current?.setSpot(spot);
    draw(null);
  }, [spot, draw]);

  // Full resolution of what is in the window, once the preview has fewer pixels than the screen.
  const zoom = viewport.fit ? (size.width > 0 ? fitZoom(photo, size) : 0) : viewport.zoom;
  const needsDetail = photo.previewWidth < photo.width && zoom > photo.previewWidth / photo.width + 0.01;
  const full = useRef<{ url: string; picture: Promise<ImageBitmap> } | null>(null);
  useEffect(() => {
    if (!needsDetail || state !== 'ready') {
      renderer.current?.setDetail(null, { left: 0, top: 0, width: 1, height: 1 });
      return;
    }
    const abort = new AbortController();
    const timer = window.setTimeout(() => {
      if (full.current?.url !== photo.fullUrl) full.current = { url: photo.fullUrl, picture: bitmapOf(photo.fullUrl, new AbortController().signal) };
      void full.current.picture
        .then(async (picture) => {
          if (abort.signal.aborted || !renderer.current) return;
          const place = placeOf(viewport, photo, size);
          const limit = renderer.current.maxTextureSide;
          const scale = place.width / picture.width;
          const left = Math.max(0, Math.floor(-place.left / scale) - 64);
          const top = Math.max(0, Math.floor(-place.top / scale) - 64);
          const width = Math.min(limit, picture.width - left, Math.ceil(size.width / scale) + 128);
          const height = Math.min(limit, picture.height - top, Math.ceil(size.height / scale) + 128);
          if (width <= 0 || height <= 0) return;
          const part = await createImageBitmap(picture, left, top, width, height, { colorSpaceConversion: 'none', premultiplyAlpha: 'none' });
          if (!abort.signal.aborted) {
            renderer.current.setDetail(part, { left: left / picture.width, top: top / picture.height, width: width / picture.width, height: height / picture.height });
            draw(null);
          }
          part.close();
        })
        .catch(() => {
          // The preview stays; the next look closer tries again.
          full.current = null;
        });
    }, 120);
    return () => {
      abort.abort();
      window.clearTimeout(timer);
    };
  }, [needsDetail, viewport, size, photo, state, draw]);

  const pointer = (event: { clientX: number; clientY: number }) => {
    const box = frame.current?.getBoundingClientRect();
    const ratio = window.devicePixelRatio;
    return { x: (event.clientX - (box?.left ?? 0)) * ratio, y: (event.clientY - (box?.top ?? 0)) * ratio };
  };

  const ratio = window.devicePixelRatio;
  const place = placeOf(viewport, photo, size);
  const share = ({ x, y }: { x: number; y: number }): Place => [(x - place.left) / place.width, (y - place.top) / place.height];

  // React listens to the wheel passively; zooming must keep the page still.
  useEffect(() => {
    const box = frame.current;
    if (!box) return;
    const wheel = (event: WheelEvent) => {
      event.preventDefault();
      const { x, y } = pointer(event);
      const factor = Math.exp(-event.deltaY * (event.deltaMode === 1 ? 0.05 : 0.0016));
      onViewport((v) => zoomAt(v, now.current.photo, now.current.size, x, y, factor));
    };
    box.addEventListener('wheel', wheel, { passive: false });
    return () => {
      box.removeEventListener('wheel', wheel);
    };
  }, [onViewport]);

  return (
    <Box
      ref={frame}
      data-stage
      sx={{ position: 'relative', flex: 1, minWidth: 0, minHeight: 0, bgcolor: greys.surround, overflow: 'hidden', cursor: tool === 'look' ? (viewport.fit ? 'default' : 'grab') : tool === 'pull' ? 'move' : 'crosshair', touchAction: 'none' }}
      onPointerDown={(event: PointerEvent) => {
        if (event.button > 1 || event.target !== canvas.current) return;
        event.preventDefault();
        event.currentTarget.setPointerCapture(event.pointerId);
        const at = pointer(event);
        // The middle button moves the photo whatever the tool is.
        const pans = tool === 'look' || event.button === 1;
        drag.current = { ...at, pans };
        if (pans) return;
        if (tool === 'pull') props.onPullStart(share(at));
        else {
          drawn.current = { shape: 'point', points: [share(at)] };
          setStroke(drawn.current);
        }
      }}
      onPointerMove={(event: PointerEvent) => {
        const at = pointer(event);
        if (!drag.current) {
          const where = share(at);
          props.onPoint(event.target === canvas.current && where[0] >= 0 && where[0] < 1 && where[1] >= 0 && where[1] < 1 ? where : null);
          return;
        }
        const by = { x: at.x - drag.current.x, y: at.y - drag.current.y };
        if (drag.current.pans) {
          drag.current = { ...at, pans: true };
          if (!viewport.fit) onViewport((v) => held({ ...v, x: v.x + by.x, y: v.y + by.y }, photo, size));
        } else if (tool === 'pull') props.onPull(by.x / window.devicePixelRatio, by.y / window.devicePixelRatio, false);
        else if (drawn.current && (drawn.current.shape !== 'point' || Math.hypot(by.x, by.y) > 4)) {
          drawn.current = { shape: event.shiftKey ? 'box' : 'path', points: [...drawn.current.points, share(at)] };
          setStroke(drawn.current);
        }
      }}
      onPointerUp={(event: PointerEvent) => {
        const from = drag.current;
        drag.current = null;
        if (!from || from.pans) return;
        const at = pointer(event);
        if (tool === 'pull') props.onPull((at.x - from.x) / window.devicePixelRatio, (at.y - from.y) / window.devicePixelRatio, true);
        const done = drawn.current;
        drawn.current = null;
        setStroke(null);
        if (done) props.onStroke(done.shape, done.points);
      }}
      onPointerCancel={() => {
        drag.current = null;
        drawn.current = null;
        setStroke(null);
      }}
      onPointerLeave={() => {
        props.onPoint(null);
      }}
      onDoubleClick={(event) => {
        if (tool !== 'look') return;
        const { x, y } = pointer(event);
        onViewport((v) => (v.fit ? zoomAt(v, photo, size, x, y, 1 / fitZoom(photo, size)) : FIT));
      }}
    >
      <canvas
        ref={canvas}
        role="img"
        aria-label={`${photo.name}, ${view}`}
        data-settled={state === 'ready' && settled && cubeOf === photo.id}
        style={{ visibility: state === 'ready' && (cubeOf === photo.id || stale !== null) ? 'visible' : 'hidden', position: 'absolute', inset: 0, width: '100%', height: '100%', display: 'block' }}
      />
      {state === 'ready' && (
        <PhotoOverlay
          place={{ left: place.left / ratio, top: place.top / ratio, width: place.width / ratio, height: place.height / ratio }}
          stroke={tool === 'probe' ? null : stroke}
          pins={props.pins.map(([x, y], i) => ({ x, y, number: i + 1 }))}
          onPin={props.onPin}
          divide={view === 'split' ? divide : null}
          onDivide={props.onDivide}
        />
      )}
      {props.children}
      {state === 'loading' && (
        <Box sx={{ position: 'absolute', inset: 0, display: 'grid', placeItems: 'center' }}>
          <CircularProgress size={28} aria-label="Loading the photo" />
        </Box>
      )}
      {typeof state === 'object' && (
        <Box sx={{ position: 'absolute', inset: 0, display: 'grid', placeItems: 'center', p: 4 }}>
          <Box sx={{ textAlign: 'center' }}>
            <Typography sx={{ mb: 1 }}>{state.error}</Typography>
            <Button
              variant="outlined"
              onClick={() => {
                setRetry((n) => n + 1);
              }}
            >
              Try again
            </Button>
          </Box>
        </Box>
      )}
      {stale !== null && (
        <Alert
          severity="warning"
          sx={{ position: 'absolute', left: 12, bottom: 12, maxWidth: 520 }}
          action={
            <Button
              onClick={() => {
                setRetry((n) => n + 1);
              }}
            >
              Try again
            </Button>
          }
        >
          The photo does not show the last change. {stale}
        </Alert>
      )}
    </Box>
  );
}
