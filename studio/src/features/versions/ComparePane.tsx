import { Box, CircularProgress, Typography } from '@mui/material';
import { useEffect, useRef } from 'react';
import type { Photo } from '../../api/client';
import { useCubePreview } from '../photo/useCubePreview';
import { usePhotoTextures } from '../photo/usePhotoTextures';
import { useRenderer } from '../photo/useRenderer';
import type { Size, Viewport } from '../../gl/viewport';
import type { Pane } from './comparing';

const NO_PREVIEW = () => () => undefined;

/** One state of the photo among several. */
export function ComparePane({ photo, pane, viewport, size }: { photo: Photo; pane: Pane; viewport: Viewport; size: Size }) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const { drawing, failure } = useRenderer(canvas);
  const loading = usePhotoTextures(drawing, photo, viewport, size, 0);
  const cube = useCubePreview(drawing, photo.id, pane.look, null, NO_PREVIEW, 0);
  useEffect(() => {
    drawing?.loop.show({ photo, size, viewport, view: 'result', divide: 0.5 });
  }, [drawing, photo, size, viewport]);
  const ready = loading === 'ready' && drawing !== null && cube.shown;
  const error = failure ?? (typeof loading === 'object' ? loading.error : cube.stale);
  return (
    <>
      <canvas ref={canvas} role="img" aria-label={`${photo.name}, ${pane.name}`} data-compared={ready && cube.settled} style={{ width: '100%', height: '100%', display: 'block', visibility: ready ? 'visible' : 'hidden' }} />
      {!ready && (
        <Box sx={{ position: 'absolute', inset: 0, display: 'grid', placeItems: 'center' }}>{error === null ? <CircularProgress size={24} aria-label={`Loading ${pane.name}`} /> : <Typography variant="body2">{error}</Typography>}</Box>
      )}
    </>
  );
}
