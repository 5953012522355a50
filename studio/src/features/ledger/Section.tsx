import ExpandIcon from '@mui/icons-material/ExpandMore';
import { ButtonBase, Collapse, Typography } from '@mui/material';
import { useState, type ReactNode } from 'react';
import { greys } from '../../theme';

interface Props {
  title: string;
  /** What is in it, in a few words. */
  words: string;
  /** Said at the right end. */
  end?: ReactNode;
  children: ReactNode;
}

/** A part of the controls that can be folded away; folded, a few words say what is in it. */
export function Section({ title, words, end, children }: Props) {
  const [open, setOpen] = useState(false);
  return (
    <>
      <ButtonBase
        aria-expanded={open}
        onClick={() => {
          setOpen(!open);
        }}
        sx={{ width: '100%', justifyContent: 'flex-start', gap: 0.5, py: 0.75, borderTop: `1px solid ${greys.line}`, textAlign: 'left' }}
      >
        <ExpandIcon fontSize="small" sx={{ transform: open ? 'none' : 'rotate(-90deg)' }} />
        <Typography variant="subtitle2" component="span">{title}</Typography>
        <Typography variant="caption" sx={{ flex: 1, lineHeight: 1.25 }}>
          {words}
        </Typography>
        {end}
      </ButtonBase>
      <Collapse in={open}>{children}</Collapse>
    </>
  );
}
