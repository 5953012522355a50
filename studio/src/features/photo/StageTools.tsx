import { Box } from '@mui/material';
import type { ReactNode } from 'react';
import { OneOf } from '../../ui/controls/OneOf';
import { FINGERS, greys } from '../../theme';
import { TOOLS, type Tool } from './tools';

/** Where each tool is explained. */
const GUIDE: Record<Tool, string> = { look: 'pan', choose: 'choose', hold: 'hold', pull: 'pull', probe: 'probe', area: 'area' };

interface Props {
  tool: Tool;
  onTool: (tool: Tool) => void;
  /** What stands at the right end. */
  end: ReactNode;
  children: ReactNode;
}

/** The strip above the photo: the tools, and what the one at hand says and sets. Of one height whatever is said, so that the photo never jumps; in two lines where there is little width. */
export function ToolStrip({ tool, onTool, end, children }: Props) {
  return (
    <Box component="section" aria-label="Tools" data-guide={`tools/${GUIDE[tool]}`} sx={{ flex: 'none', bgcolor: greys.panel, borderBottom: `1px solid ${greys.line}`, containerType: 'inline-size' }}>
      <Box sx={STRIP}>
        <OneOf label="Tool" value={tool} options={TOOLS.map(({ tool: value, title, help, key }) => ({ value, title, help: `${help} (${key})`, guide: `tools/${GUIDE[value]}` }))} onChange={onTool} sx={{ py: '1px', px: 1 }} />
        <Box sx={WORDS}>{children}</Box>
        <Box sx={{ gridArea: 'end', display: 'flex', alignItems: 'center', justifyContent: 'flex-end' }}>{end}</Box>
      </Box>
    </Box>
  );
}

const STRIP = {
  height: 35,
  px: 0.75,
  display: 'grid',
  gridTemplate: '"tools words end" 1fr / auto minmax(0, 1fr) auto',
  alignItems: 'center',
  columnGap: 1,
  [FINGERS]: { height: 44 },
  '@container (max-width: 700px)': { height: 66, gridTemplate: '"tools end" 1fr "words words" 1fr / 1fr auto', [FINGERS]: { height: 88 } },
} as const;

const WORDS = {
  gridArea: 'words',
  minWidth: 0,
  maxHeight: 42,
  overflow: 'hidden',
  display: 'flex',
  alignItems: 'center',
  gap: 0.75,
  '& .MuiTypography-root': { fontSize: '0.75rem', lineHeight: 1.2 },
  '& .MuiButton-root': { flex: 'none', whiteSpace: 'nowrap', py: 0, minWidth: 0 },
} as const;
