import AddIcon from '@mui/icons-material/AddPhotoAlternateOutlined';
import { Box, ButtonBase, Tooltip, Typography } from '@mui/material';
import { useVirtualizer } from '@tanstack/react-virtual';
import { useEffect, useRef, useState } from 'react';
import type { Photo } from '../../api/client';
import { smallUrl } from '../../api/pictures';
import { FINGERS, greys } from '../../theme';
import { FilePicker, PHOTOS } from '../../ui/controls/FilePicker';
import { ImportErrors } from './ImportErrors';
import { ImportProgress } from './ImportProgress';
import type { ImportState } from './useImport';

interface Props {
  photos: Photo[];
  current: number | null;
  /** Selected on the sheet. */
  selected: ReadonlySet<number>;
  /** Photos on their way into the set. */
  arriving: ImportState;
  onOpen: (id: number) => void;
}

const HEIGHT = 36;
const GAP = 6;
const WIDTH = { least: 40, most: 150 };

/** The set's photos, small and as graded; new ones are imported here. Only those in the window are there. */
export function Filmstrip({ photos, current, selected, arriving, onOpen }: Props) {
  const [importAt, setImportAt] = useState<HTMLElement | null>(null);
  const scroller = useRef<HTMLDivElement>(null);
  const width = ({ width: wide, height: high }: Photo) => Math.max(WIDTH.least, Math.min(WIDTH.most, (HEIGHT * wide) / high));
  const cells = useVirtualizer({
    horizontal: true,
    count: photos.length,
    getScrollElement: () => scroller.current,
    estimateSize: (index) => {
      const photo = photos[index];
      return (photo ? width(photo) : WIDTH.least) + GAP;
    },
    overscan: 4,
  });
  const at = photos.findIndex(({ id }) => id === current);
  useEffect(() => {
    if (at >= 0) cells.scrollToIndex(at, { align: 'auto' });
  }, [cells, at]);
  return (
    <Box component="nav" aria-label="Photos of the set" data-guide="parts/import" sx={{ display: 'flex', alignItems: 'stretch', gap: 0.75, px: 1, py: '4px', flex: 1, minWidth: 0, height: 44, [FINGERS]: { py: '2px' } }}>
      <FilePicker label="Photo files" accept={PHOTOS} onFiles={arriving.add}>
        {(ask) => (
          <ButtonBase ref={setImportAt} onClick={ask} sx={{ bgcolor: greys.panel, flex: 'none', px: 1.25, border: `1px dashed #777`, borderRadius: 0.5, gap: 0.5, color: greys.quiet, '&:hover': { color: greys.text } }}>
            <AddIcon fontSize="small" />
            <Typography variant="caption" sx={{ color: 'inherit', lineHeight: 1.2 }}>
              Import photos
            </Typography>
          </ButtonBase>
        )}
      </FilePicker>
      <Box ref={scroller} sx={{ flex: '0 1 auto', minWidth: photos.length > 0 ? 60 : 0, overflowX: 'auto', overflowY: 'hidden', px: '3px', py: '3px', my: '-3px' }} style={{ width: cells.getTotalSize() + 6 }}>
        <Box style={{ width: cells.getTotalSize() }} sx={{ position: 'relative', height: HEIGHT }}>
          {cells.getVirtualItems().map(({ index, start }) => {
            const photo = photos[index];
            if (!photo) return null;
            return (
              <Tooltip key={photo.id} title={photo.name} placement="top">
                <ButtonBase
                  aria-label={photo.name}
                  aria-current={photo.id === current}
                  onClick={() => {
                    onOpen(photo.id);
                  }}
                  style={{ left: start, width: width(photo) }}
                  sx={{ position: 'absolute', top: 0, height: HEIGHT, outline: photo.id === current ? '2px solid #f5f5f5' : 'none', outlineOffset: '1px', borderRadius: 0.25, overflow: 'hidden', opacity: photo.id === current ? 1 : 0.82, '&:hover': { opacity: 1 } }}
                >
                  <img src={smallUrl(photo)} alt="" draggable={false} loading="lazy" fetchPriority="low" style={{ width: '100%', height: '100%', objectFit: 'cover', display: 'block' }} />
                  {photo.graded && <Box aria-label="graded" sx={{ position: 'absolute', right: 4, bottom: 4, width: 8, height: 8, borderRadius: '50%', bgcolor: '#f5f5f5', border: '1.5px solid #222' }} />}
                  {selected.size > 1 && selected.has(photo.id) && <Box aria-label="selected" sx={{ position: 'absolute', left: 0, right: 0, top: 0, height: 4, bgcolor: '#f5f5f5' }} />}
                </ButtonBase>
              </Tooltip>
            );
          })}
        </Box>
      </Box>
      <ImportProgress photos={arriving} />
      <ImportErrors photos={arriving} anchor={importAt} />
    </Box>
  );
}
