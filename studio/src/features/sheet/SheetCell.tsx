import { useDraggable, useDroppable } from '@dnd-kit/core';
import { Box, Tooltip, Typography } from '@mui/material';
import { visuallyHidden } from '@mui/utils';
import { memo, type MouseEvent } from 'react';
import type { Photo } from '../../api/client';
import { plainUrl, smallUrl } from '../../api/pictures';
import { greys } from '../../theme';
import type { Rect } from './grid';
import { isBehind } from './useDrawn';

interface Props {
  photo: Photo;
  index: number;
  count: number;
  at: Rect;
  chosen: boolean;
  lead: boolean;
  /** The keyboard is here. */
  here: boolean;
  before: boolean;
  /** A photo is being dragged to this side of it. */
  dropAt: 'before' | 'behind' | null;
  onClick: (id: number, event: MouseEvent) => void;
  onOpen: (id: number) => void;
}

/** One photo of the sheet, as graded. */
export const SheetCell = memo(function SheetCell({ photo, index, count, at, chosen, lead, here, before, dropAt, onClick, onOpen }: Props) {
  const drag = useDraggable({ id: photo.id });
  const drop = useDroppable({ id: photo.id });
  const behind = isBehind(photo);
  const url = before ? plainUrl(photo) : smallUrl(photo);
  return (
    <Box
      ref={(node: HTMLElement | null) => {
        drag.setNodeRef(node);
        drop.setNodeRef(node);
      }}
      role="option"
      id={`sheet-${String(photo.id)}`}
      aria-selected={chosen}
      aria-setsize={count}
      aria-posinset={index + 1}
      data-photo={photo.id}
      data-drop={dropAt ?? undefined}
      style={{ left: at.left, top: at.top, width: at.width, height: at.height }}
      onClick={(event) => { onClick(photo.id, event); }}
      onDoubleClick={() => { onOpen(photo.id); }}
      {...drag.listeners}
      sx={{ position: 'absolute', display: 'flex', flexDirection: 'column', cursor: 'default', opacity: drag.isDragging ? 0.45 : 1, '&::before': dropAt === null ? {} : { content: '""', position: 'absolute', top: 0, bottom: 0, [dropAt === 'before' ? 'left' : 'right']: -7, width: 3, bgcolor: '#f5f5f5' } }}
    >
      <Box sx={{ order: 2, height: 22, display: 'flex', alignItems: 'center', gap: 0.75, px: 0.25 }}>
        {photo.graded && <Box aria-hidden sx={{ flex: 'none', width: 7, height: 7, borderRadius: '50%', bgcolor: '#e8e8e8' }} />}
        <Typography variant="caption" noWrap title={photo.name} sx={{ color: greys.text }}>
          {photo.name}
        </Typography>
        {photo.graded && <span style={visuallyHidden}>graded</span>}
        {photo.troubles.length > 0 && (
          <Tooltip title={<span style={{ whiteSpace: 'pre-line' }}>{photo.troubles.join('\n')}</span>}>
            <Box component="span" role="img" aria-label={`Check: ${photo.troubles.join(', ')}`} sx={{ ml: 'auto', flex: 'none', px: 0.6, fontSize: '0.6875rem', lineHeight: '15px', color: '#222', bgcolor: '#d9d9d9', borderRadius: 0.5 }}>
              check
            </Box>
          </Tooltip>
        )}
      </Box>
      <Box sx={{ order: 1, flex: 1, minHeight: 0, display: 'grid', placeItems: 'center', bgcolor: chosen ? '#8c8c8c' : '#404040', outline: here ? '2px dotted #fff' : 'none', outlineOffset: 2, borderRadius: 0.5, p: '6px', position: 'relative' }}>
        <img src={url} alt="" draggable={false} loading="lazy" style={{ maxWidth: '100%', maxHeight: '100%', minWidth: 0, minHeight: 0, width: '100%', height: '100%', objectFit: 'contain', display: 'block' }} />
        {lead && (
          <Tooltip title="First selected: its grade is carried over, and the others are compared with it">
            <Box sx={{ position: 'absolute', left: 8, top: 8, px: 0.75, bgcolor: '#f2f2f2', color: '#222', fontSize: '0.6875rem', fontWeight: 600, borderRadius: 0.5 }}>first</Box>
          </Tooltip>
        )}
        {behind && !before && <Box sx={{ position: 'absolute', right: 8, top: 8, px: 0.75, bgcolor: 'rgb(30 30 30 / 75%)', color: greys.text, fontSize: '0.6875rem', borderRadius: 0.5 }}>updating …</Box>}
      </Box>
    </Box>
  );
});
