import AddIcon from '@mui/icons-material/AddPhotoAlternateOutlined';
import CloseIcon from '@mui/icons-material/Close';
import { Box, ButtonBase, IconButton, LinearProgress, Tooltip, Typography } from '@mui/material';
import { useRef } from 'react';
import type { Photo } from '../api/client';
import { greys } from '../theme';
import type { Incoming } from './bringing';

interface Props {
  photos: Photo[];
  current: number | null;
  incoming: Incoming[];
  onOpen: (id: number) => void;
  onFiles: (files: File[]) => void;
  onStop: (key: number) => void;
}

/** The set's photos, small; new ones are brought in here. */
export function Filmstrip({ photos, current, incoming, onOpen, onFiles, onStop }: Props) {
  const picker = useRef<HTMLInputElement>(null);
  return (
    <Box component="nav" aria-label="Photos of the set" sx={{ display: 'flex', alignItems: 'stretch', gap: 0.75, px: 1, py: '4px', overflowX: 'auto', flex: 1, minWidth: 0, height: 44 }}>
      <ButtonBase
        onClick={() => picker.current?.click()}
        sx={{ position: 'sticky', left: 0, zIndex: 1, bgcolor: greys.panel, flex: 'none', px: 1.25, border: `1px dashed #777`, borderRadius: 0.5, gap: 0.5, color: greys.quiet, '&:hover': { color: greys.text } }}
      >
        <AddIcon fontSize="small" />
        <Typography variant="caption" sx={{ color: 'inherit', lineHeight: 1.2 }}>
          Bring in photos
        </Typography>
      </ButtonBase>
      {photos.map((photo) => (
        <Tooltip key={photo.id} title={photo.name} placement="top">
          <ButtonBase
            aria-label={photo.name}
            aria-current={photo.id === current}
            onClick={() => {
              onOpen(photo.id);
            }}
            sx={{ flex: 'none', height: '100%', aspectRatio: `${String(photo.width)} / ${String(photo.height)}`, maxWidth: 150, minWidth: 40, outline: photo.id === current ? '2px solid #f5f5f5' : 'none', outlineOffset: '1px', borderRadius: 0.25, overflow: 'hidden', position: 'relative', opacity: photo.id === current ? 1 : 0.82, '&:hover': { opacity: 1 } }}
          >
            <img src={photo.thumbUrl} alt="" draggable={false} style={{ width: '100%', height: '100%', objectFit: 'cover', display: 'block' }} />
            {photo.graded && <Box aria-label="has a grade" sx={{ position: 'absolute', right: 4, bottom: 4, width: 8, height: 8, borderRadius: '50%', bgcolor: '#f5f5f5', border: '1.5px solid #222' }} />}
          </ButtonBase>
        </Tooltip>
      ))}
      {incoming.map((file) => (
        <Box key={file.key} sx={{ flex: 'none', width: file.error === null ? 110 : 260, bgcolor: greys.raised, borderRadius: 0.5, p: 0.75, position: 'relative', overflow: 'hidden', py: 0.25 }} role="status">
          {file.error === null ? (
            <>
              <Typography variant="caption" noWrap component="div" sx={{ pr: 2, color: greys.text, lineHeight: 1.2 }}>
                {file.name}
              </Typography>
              <LinearProgress variant={file.share < 1 ? 'determinate' : 'indeterminate'} value={file.share * 100} sx={{ my: 0.25 }} />
              <Typography variant="caption" component="div" sx={{ lineHeight: 1 }}>{file.share < 1 ? `sending ${String(Math.round(file.share * 100))} %` : 'decoding'}</Typography>
            </>
          ) : (
            <Typography variant="caption" component="div" sx={{ lineHeight: 1.15, whiteSpace: 'normal', maxHeight: 30, overflowY: 'auto', pr: 2 }}>
              {file.error}
            </Typography>
          )}
          <IconButton
            aria-label={file.error === null ? `Stop bringing in ${file.name}` : `Dismiss the message about ${file.name}`}
            sx={{ position: 'absolute', right: 0, top: 0, p: 0.25 }}
            onClick={() => {
              onStop(file.key);
            }}
          >
            <CloseIcon sx={{ fontSize: 16 }} />
          </IconButton>
        </Box>
      ))}
      <input
        ref={picker}
        type="file"
        accept="image/jpeg,image/png"
        multiple
        hidden
        aria-label="Photo files"
        onChange={(event) => {
          onFiles([...(event.target.files ?? [])]);
          event.target.value = '';
        }}
      />
    </Box>
  );
}
