import ExpandIcon from '@mui/icons-material/ExpandMore';
import { Box, ButtonBase, Collapse, Typography } from '@mui/material';
import { useState, type ReactNode } from 'react';
import { HelpMark } from '../../ui/help/HelpMark';
import { greys } from '../../theme';

interface Props {
  title: string;
  /** What is in it, in a few words. */
  words: string;
  /** The page of the guide about it. */
  guide: string;
  /** Said at the right end. */
  end?: ReactNode;
  children: ReactNode;
}

/** A part of the controls that can be folded away; folded, a few words say what is in it. */
export function Section({ title, words, guide, end, children }: Props) {
  const [open, setOpen] = useState(false);
  return (
    <Box data-guide={guide}>
      <Box sx={{ display: 'flex', alignItems: 'center', gap: 0.75, borderTop: `1px solid ${greys.line}` }}>
        <ButtonBase
          aria-expanded={open}
          onClick={() => {
            setOpen(!open);
          }}
          sx={{ width: '100%', justifyContent: 'flex-start', gap: 0.5, py: 0.75, textAlign: 'left' }}
        >
          <ExpandIcon fontSize="small" sx={{ transform: open ? 'none' : 'rotate(-90deg)' }} />
          <Typography variant="subtitle2" component="span">{title}</Typography>
          <Typography variant="caption" sx={{ flex: 1, lineHeight: 1.25 }}>
            {words}
          </Typography>
          {end}
        </ButtonBase>
        <HelpMark of={title} />
      </Box>
      <Collapse in={open}>{children}</Collapse>
    </Box>
  );
}
