import { Box, Button, CircularProgress, Typography } from '@mui/material';
import { useEffect, useMemo, useRef, type ReactNode, type RefObject } from 'react';
import type { Photo } from '../../api/client';
import type { Look } from '../../model/looks';
import type { PreviewListener } from '../../model/grading';
import { greys } from '../../theme';
import { AskedPatch, type Patch } from './AskedPatch';
import { CursorMark } from './CursorMark';
import { PhotoOverlay } from './PhotoOverlay';
import { PlaceMarks, type Mark } from './PlaceMarks';
import type { Shows, ViewMode } from '../../gl/PhotoRenderer';
import type { Rect } from '../../gl/rects';
import type { Place, Stroke, Tool } from './tools';
import { useCubePreview } from './useCubePreview';
import { useEdges } from './useEdges';
import { usePinch } from './usePinch';
import { usePhotoCursor } from './usePhotoCursor';
import { usePhotoTextures } from './usePhotoTextures';
import { usePointerOnStage, type StageActions } from './usePointerOnStage';
import { useRenderer } from './useRenderer';
import { lastPaneLeft, paneOf, placeOf, type Size, type Viewport } from '../../gl/viewport';

interface Props extends StageActions {
  photo: Photo;
  look: Look | undefined;
  /** Changes shown while a control is held. */
  onPreview: (listener: PreviewListener) => () => void;
  /** Places the move at hand speaks of. */
  marks: Mark[];
  /** Id of the move whose reach is shown. */
  watch: string | null;
  view: ViewMode;
  viewport: Viewport;
  /** The stage in device pixels; its owner has measured it. */
  size: Size;
  /** How many views stand on it side by side. */
  panes: 1 | 2;
  frame: RefObject<HTMLDivElement | null>;
  tool: Tool;
  pins: Place[];
  onPin: (index: number, to: Place, done: boolean) => void;
  /** Lattice of what to light up; null for nothing. */
  spot: Uint8Array | null;
  /** A part of the photo that is spoken of. */
  asked: Patch | null;
  /** Whether it is lit for a moment only. */
  briefly: boolean;
  /** Share of the stage left of which the split view shows the source. */
  divide: number;
  onDivide: (share: number) => void;
  /** Told where the pointer is, in device pixels of the canvas, so that keys can zoom there. */
  pointerAt: RefObject<{ x: number; y: number } | null>;
  pinsCatch: boolean;
  /** What else lies over the photo, told where that is in CSS pixels and what is being drawn. */
  over?: (place: Rect, stroke: Stroke | null) => ReactNode;
  /** What is shown of the watched move's weight. */
  shows: Shows;
  onUnpin: (index: number) => void;
  attempt: number;
  onRetry: () => void;
  /** Told why the photo does not show the last change; null when it does. */
  onStale: (why: string | null) => void;
  /** What stands around the photo is there. */
  whole: boolean;
  /** Told once the photo can be seen, or why it cannot. */
  onShown: () => void;
}

/** The photo, live through its grade; wheel zooms, and the tool at hand says what a drag does. */
export function PhotoStage(props: Props) {
  const { photo, view, viewport, size, panes, frame, tool, spot, divide, attempt } = props;
  const pane = useMemo(() => paneOf(size, panes), [size, panes]);
  const canvas = useRef<HTMLCanvasElement>(null);
  const { drawing, failure } = useRenderer(canvas);
  const loading = usePhotoTextures(drawing, photo, viewport, pane, attempt);
  const cube = useCubePreview(drawing, photo.id, props.look, props.watch, props.onPreview, attempt);
  const edges = useEdges(drawing, photo.id, props.look);
  const pointer = usePointerOnStage({ ...props, canvas });
  usePinch(props);
  const keyboard = usePhotoCursor({ ...props, pane });

  const { onStale } = props;
  useEffect(() => {
    onStale(cube.stale);
  }, [onStale, cube.stale]);
  useEffect(() => {
    drawing?.loop.show({ photo, size, viewport, view, divide });
  }, [drawing, photo, size, viewport, view, divide]);
  useEffect(() => {
    drawing?.renderer.setSpot(spot);
    drawing?.loop.ask();
  }, [drawing, spot]);

  const { shows } = props;
  useEffect(() => {
    drawing?.renderer.show(shows);
    drawing?.loop.ask();
  }, [drawing, shows]);

  const ratio = window.devicePixelRatio;
  const device = placeOf(viewport, photo, pane);
  const lastLeft = lastPaneLeft(size, panes);
  const place = { left: (device.left + lastLeft) / ratio, top: device.top / ratio, width: device.width / ratio, height: device.height / ratio };
  const stroke: Stroke | null = keyboard.cursor.stroke ? { shape: 'path', points: keyboard.cursor.stroke } : pointer.stroke;
  const ready = loading === 'ready' && drawing !== null;
  const error = failure ?? (typeof loading === 'object' ? loading.error : null);
  const seen = ready && (cube.shown || cube.stale !== null);
  const { onShown } = props;
  useEffect(() => {
    if (seen || error !== null) onShown();
  }, [seen, error, onShown]);
  return (
    <Box
      ref={frame}
      data-stage
      data-guide="parts/photo"
      data-inset
      tabIndex={0}
      role="application"
      aria-label="Photo"
      aria-describedby="photo-keys"
      {...pointer.listeners}
      {...keyboard.listeners}
      sx={{ position: 'relative', flex: 1, minWidth: 0, minHeight: 0, '&:focus:not(:focus-visible)': { outline: 'none' }, bgcolor: greys.surround, overflow: 'hidden', cursor: tool === 'look' ? (viewport.fit ? 'default' : 'grab') : tool === 'pull' ? 'move' : 'crosshair', touchAction: 'none' }}
    >
      <canvas
        ref={canvas}
        role="img"
        aria-label={`${photo.name}, ${view}`}
        data-settled={ready && cube.settled && edges.known && props.whole}
        style={{ visibility: seen ? 'visible' : 'hidden', position: 'absolute', inset: 0, width: '100%', height: '100%', display: 'block' }}
      />
      {ready && (
        <PhotoOverlay
          place={place}
          stroke={tool === 'probe' || tool === 'area' ? null : stroke}
          pinsCatch={props.pinsCatch}
          onUnpin={props.onUnpin}
          pins={props.pins.map(([x, y], i) => ({ x, y, number: i + 1 }))}
          onPin={props.onPin}
          divide={view === 'split' ? divide : null}
          onDivide={props.onDivide}
        />
      )}
      {ready && props.over?.(place, stroke)}
      {ready && props.marks.length > 0 && <PlaceMarks marks={props.marks} place={place} />}
      {ready && props.asked && <AskedPatch patch={props.asked} place={place} briefly={props.briefly} />}
      {ready && keyboard.cursor.at && <CursorMark at={keyboard.cursor.at} place={place} pulling={keyboard.cursor.pull !== null} />}
      {panes === 2 && <Box aria-hidden style={{ left: (lastLeft - 8) / ratio, width: 8 / ratio }} sx={{ position: 'absolute', top: 0, bottom: 0, bgcolor: greys.line }} />}
      <span id="photo-keys" hidden>
        With Pan, arrow keys move the photo. With any other tool they move a cursor over it: Enter clicks there, Space begins and ends a stroke.
      </span>
      {error !== null ? (
        <Box sx={{ position: 'absolute', inset: 0, display: 'grid', placeItems: 'center', p: 4 }}>
          <Box sx={{ textAlign: 'center' }}>
            <Typography sx={{ mb: 1 }}>{error}</Typography>
            <Button variant="outlined" onClick={props.onRetry}>
              Try again
            </Button>
          </Box>
        </Box>
      ) : (
        !ready && (
          <Box sx={{ position: 'absolute', inset: 0, display: 'grid', placeItems: 'center' }}>
            <CircularProgress size={28} aria-label="Loading the photo" />
          </Box>
        )
      )}
    </Box>
  );
}
