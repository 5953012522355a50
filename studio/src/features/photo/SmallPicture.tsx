import { Box } from '@mui/material';
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useLayoutEffect, useRef } from 'react';
import { api, type Photo } from '../../api/client';
import type { Look } from '../../model/looks';
import { pictureUrl } from '../../api/pictures';
import { PlaneStore } from '../../gl/planes';
import { graded, type Pixels } from './cubePicture';

const LATTICE = 17;
/** Of an area, along its longer side. */
const POINTS = 256;
/** Pixels across; twice what is drawn, for fine screens. */
const WIDE = 300;

async function smallPhoto(url: string, shape: { width: number; height: number }): Promise<Pixels> {
  const picture = await createImageBitmap(await (await fetch(url)).blob(), { colorSpaceConversion: 'none' });
  const canvas = document.createElement('canvas');
  canvas.width = Math.min(WIDE, picture.width);
  canvas.height = Math.max(1, Math.round((canvas.width * shape.height) / shape.width));
  const pen = canvas.getContext('2d', { willReadFrequently: true });
  if (!pen) throw new Error('This browser cannot draw small pictures.');
  pen.drawImage(picture, 0, 0, canvas.width, canvas.height);
  picture.close();
  return pen.getImageData(0, 0, canvas.width, canvas.height);
}

interface Props {
  photo: Photo;
  look: Look;
  /** What is seen on it, for those who do not see it; none where the words beside it say so. */
  label?: string;
  /** Shape of the frame; the photo fills it. */
  ratio?: number;
}

/** The photo through a grade, small. */
export function SmallPicture({ photo, look, label, ratio = photo.width / photo.height }: Props) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const source = useQuery({ queryKey: ['small', photo.key], queryFn: () => smallPhoto(pictureUrl(photo, 'thumb'), photo), staleTime: Infinity }).data;
  // Ids of moves are no part of what a grade looks like.
  const cube = useQuery({
    queryKey: ['small cube', photo.key, JSON.stringify([look.groups, look.moves.map((move) => ({ ...move, id: '' }))])],
    queryFn: async () => {
      const { nodes, planes } = await api.cube(look, LATTICE, null);
      return { nodes: new Float32Array(nodes), planes: await new PlaneStore().of(planes, POINTS, (points) => api.planes(photo.id, look, points, null)) };
    },
    placeholderData: keepPreviousData,
    staleTime: Infinity,
    gcTime: 60_000,
  }).data;
  useLayoutEffect(() => {
    const pen = canvas.current?.getContext('2d');
    if (!pen || !source || !cube || !canvas.current) return;
    const { data, width, height } = graded(source, cube.nodes, LATTICE, cube.planes);
    canvas.current.width = width;
    canvas.current.height = height;
    pen.putImageData(new ImageData(new Uint8ClampedArray(data), width, height), 0, 0);
  }, [source, cube]);
  return (
    <Box sx={{ width: '100%', aspectRatio: String(ratio), bgcolor: '#2b2b2b', overflow: 'hidden', borderRadius: 0.5 }}>
      <canvas ref={canvas} {...(label === undefined ? { 'aria-hidden': true } : { role: 'img', 'aria-label': label })} data-drawn={source !== undefined && cube !== undefined} style={{ width: '100%', height: '100%', objectFit: 'cover', display: 'block' }} />
    </Box>
  );
}
