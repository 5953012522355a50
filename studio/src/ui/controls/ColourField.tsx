import ClearIcon from '@mui/icons-material/Close';
import PickIcon from '@mui/icons-material/ColorizeOutlined';
import ListIcon from '@mui/icons-material/PaletteOutlined';
import { Box, ButtonBase, IconButton, InputBase, ListSubheader, Menu, MenuItem, Tooltip, Typography } from '@mui/material';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { api, type Photo } from '../../api/client';
import { around, pictureUrl } from '../../api/pictures';
import { HelpMark } from '../help/HelpMark';
import { paragraph } from '../help/topic';
import { readColour } from './typed';

interface Props {
  label: string;
  help: string;
  colour: string | null;
  onChange: (colour: string | null) => void;
  /** Lets the user click it on the photo. */
  onPick: () => void;
  picking: boolean;
  /** Offers probes, other photos' colours and saved swatches too. */
  more?: { probes: string[]; photos: Photo[] };
  /** Says what it leans to: for colours that ought to be neutral. */
  leans?: boolean;
}

const SAVED = 'saved-swatches';

function saved(): string[] {
  try {
    return JSON.parse(window.localStorage.getItem(SAVED) ?? '[]') as string[];
  } catch {
    return [];
  }
}

/** A colour: picked on the photo, typed, or taken from a probe, another photo or a saved swatch. */
export function ColourField({ label, help, colour, onChange, onPick, picking, more, leans = false }: Props) {
  const [text, setText] = useState<string | null>(null);
  const [menu, setMenu] = useState<HTMLElement | null>(null);
  const typed = text === null ? null : readColour(text);
  const wrong = text !== null && text.trim() !== '' && !typed;
  const reading = useQuery({ queryKey: ['colour', colour], queryFn: () => api.colour(colour ?? ''), enabled: colour !== null, staleTime: Infinity }).data;
  const keep = () => {
    if (typed) {
      if (typed !== colour) onChange(typed);
    } else if (text !== null && text.trim() === '' && colour !== null) onChange(null);
    setText(null);
  };
  return (
    <Box role="group" aria-label={label} data-topic={paragraph(label)} sx={{ display: 'flex', alignItems: 'center', gap: 0.75, minHeight: 32 }}>
      <Box sx={{ minWidth: 66, flex: 'none', display: 'flex', alignItems: 'center', gap: 0.75 }}>
        <Tooltip title={help} placement="left">
          <Typography variant="body2">{label}</Typography>
        </Tooltip>
        <HelpMark of={label} />
      </Box>
      <Box sx={{ width: 24, height: 24, flex: 'none', borderRadius: 0.5, border: '1px solid #222', bgcolor: colour ?? 'transparent', background: colour === null ? 'repeating-linear-gradient(45deg, #333 0 4px, #444 4px 8px)' : undefined }} />
      <Box sx={{ flex: 1, minWidth: 0 }}>
        <Tooltip open={wrong} title="A colour such as #c8922e" placement="bottom">
          <InputBase
            value={text ?? colour ?? ''}
            placeholder="none"
            inputProps={{ 'aria-label': `${label}, colour`, 'aria-invalid': wrong, spellCheck: false }}
            onFocus={(event) => {
              setText(colour ?? '');
              event.target.select();
            }}
            onChange={(event) => {
              setText(event.target.value);
            }}
            onBlur={keep}
            onKeyDown={(event) => {
              event.stopPropagation();
              const field = event.target as HTMLElement;
              if (event.key === 'Enter') field.blur();
              else if (event.key === 'Escape') {
                setText(null);
                window.setTimeout(() => { field.blur(); });
              }
            }}
            sx={{ width: 78, fontSize: '0.8125rem', fontVariantNumeric: 'tabular-nums', '& input': { py: 0, px: 0.5, borderRadius: 0.5, border: '1px solid transparent' }, '& input:hover, & input:focus': { borderColor: '#777', bgcolor: '#2e2e2e' } }}
          />
        </Tooltip>
        {reading && (
          <Typography variant="caption" noWrap component="div" title={leans ? reading.neutrality : reading.name} sx={{ pl: 0.5, lineHeight: 1.2, fontSize: '0.7rem' }}>
            {leans ? reading.neutrality : reading.name}
          </Typography>
        )}
      </Box>
      <Tooltip title="Pick it on the photo">
        <IconButton aria-label={`Pick ${label.toLowerCase()} on the photo`} aria-pressed={picking} onClick={onPick} sx={{ bgcolor: picking ? '#6a6a6a' : undefined }}>
          <PickIcon sx={{ fontSize: 18 }} />
        </IconButton>
      </Tooltip>
      {more && (
        <Tooltip title="From a probe, another photo, or a saved swatch">
          <IconButton
            aria-label={`More colours for ${label.toLowerCase()}`}
            onClick={(event) => {
              setMenu(event.currentTarget);
            }}
          >
            <ListIcon sx={{ fontSize: 18 }} />
          </IconButton>
        </Tooltip>
      )}
      {colour !== null && !more && (
        <IconButton
          aria-label={`Clear ${label.toLowerCase()}`}
          onClick={() => {
            onChange(null);
          }}
        >
          <ClearIcon sx={{ fontSize: 16 }} />
        </IconButton>
      )}
      {more && (
        <ColourMenu
          anchor={menu}
          colour={colour}
          more={more}
          onClose={() => {
            setMenu(null);
          }}
          onTake={(taken) => {
            setMenu(null);
            onChange(taken);
          }}
        />
      )}
    </Box>
  );
}

interface MenuProps {
  anchor: HTMLElement | null;
  colour: string | null;
  more: { probes: string[]; photos: Photo[] };
  onClose: () => void;
  onTake: (colour: string | null) => void;
}

function ColourMenu({ anchor, colour, more, onClose, onTake }: MenuProps) {
  const [swatches, setSwatches] = useState(saved);
  const [photo, setPhoto] = useState<Photo | null>(null);
  const pots = useQuery({ queryKey: ['source', photo?.id], queryFn: () => api.source(photo?.id ?? 0), enabled: photo !== null, staleTime: Infinity }).data?.pots;
  const keep = (next: string[]) => {
    window.localStorage.setItem(SAVED, JSON.stringify(next));
    setSwatches(next);
  };
  const row = (colours: { colour: string; name: string }[]) => (
    <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 0.5, px: 2, pb: 1, maxWidth: 260 }}>
      {colours.map((one, i) => (
        <Tooltip key={i} title={`${one.name} ${one.colour}`}>
          <ButtonBase
            aria-label={`Take ${one.name} ${one.colour}`}
            onClick={() => {
              onTake(one.colour);
            }}
            sx={{ width: 26, height: 26, bgcolor: one.colour, border: '1px solid #222', borderRadius: 0.5 }}
          />
        </Tooltip>
      ))}
    </Box>
  );
  return (
    <Menu anchorEl={anchor} open={anchor !== null} onClose={onClose}>
      {more.probes.length > 0 && <ListSubheader sx={{ lineHeight: 2, bgcolor: 'transparent' }}>Probes</ListSubheader>}
      {more.probes.length > 0 && row(more.probes.map((one, i) => ({ colour: one, name: `probe ${String(i + 1)}` })))}
      <ListSubheader sx={{ lineHeight: 2, bgcolor: 'transparent' }}>Saved swatches</ListSubheader>
      {swatches.length > 0 && row(swatches.map((one) => ({ colour: one, name: 'saved' })))}
      {colour !== null && !swatches.includes(colour) && (
        <MenuItem
          onClick={() => {
            keep([colour, ...swatches].slice(0, 24));
          }}
        >
          Save {colour}
        </MenuItem>
      )}
      {colour !== null && swatches.includes(colour) && (
        <MenuItem
          onClick={() => {
            keep(swatches.filter((one) => one !== colour));
          }}
        >
          Remove {colour} from the list
        </MenuItem>
      )}
      <ListSubheader sx={{ lineHeight: 2, bgcolor: 'transparent' }}>Colours of a photo of the set</ListSubheader>
      <Box sx={{ display: 'flex', gap: 0.5, px: 2, pb: 0.75, maxWidth: 260, flexWrap: 'wrap' }}>
        {around(more.photos, null).map((one) => (
          <ButtonBase
            key={one.id}
            aria-label={`Colours of ${one.name}`}
            onClick={() => {
              setPhoto(one);
            }}
            sx={{ outline: one.id === photo?.id ? '2px solid #fff' : 'none' }}
          >
            <img src={pictureUrl(one, 'thumb')} alt="" style={{ height: 30, display: 'block' }} />
          </ButtonBase>
        ))}
      </Box>
      {pots && row(pots)}
      {colour !== null && (
        <MenuItem
          onClick={() => {
            onTake(null);
          }}
        >
          None
        </MenuItem>
      )}
    </Menu>
  );
}
