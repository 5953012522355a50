import ArrowIcon from '@mui/icons-material/ArrowDropDown';
import { Box, Button, Divider, Menu, MenuItem, Typography } from '@mui/material';
import { useState } from 'react';
import type { Photo } from '../../api/client';
import { AboutPhoto } from './AboutPhoto';

interface Props {
  photo: Photo;
  onRemove: () => void;
  onKeys: () => void;
}

/** The photo's name, with what can be done to the photo itself. */
export function PhotoMenu({ photo, onRemove, onKeys }: Props) {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const [about, setAbout] = useState<HTMLElement | null>(null);
  const act = (what: () => void) => () => {
    setAnchor(null);
    what();
  };
  return (
    <>
      <Box component="h1" sx={{ m: 0, minWidth: 60, display: 'flex', flex: '0 1 auto' }}>
        <Button endIcon={<ArrowIcon />} aria-haspopup="menu" title={`${photo.name}, ${String(photo.width)} × ${String(photo.height)} pixels`} onClick={(event) => { setAnchor(event.currentTarget); }} sx={{ minWidth: 0, px: 0.75 }}>
          <Typography variant="body2" component="span" noWrap sx={{ fontWeight: 600, maxWidth: 170 }}>
            {photo.name}
          </Typography>
        </Button>
      </Box>
      <Menu anchorEl={anchor} open={anchor !== null} onClose={() => { setAnchor(null); }}>
        <MenuItem onClick={act(() => { setAbout(anchor); })}>About this photo</MenuItem>
        <MenuItem onClick={act(onRemove)}>Remove from set</MenuItem>
        <Divider />
        <MenuItem onClick={act(onKeys)}>Keys (?)</MenuItem>
      </Menu>
      <AboutPhoto photo={photo} anchor={about} onClose={() => { setAbout(null); }} />
    </>
  );
}
