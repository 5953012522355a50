import { Box } from '@mui/material';
import type { ReactNode } from 'react';
import { OneOf } from '../../ui/controls/OneOf';
import { greys } from '../../theme';
import { TOOLS, type Tool } from './tools';

/** The strip above the photo: the tools, and what the one at hand says and sets. */
export function ToolStrip({ tool, onTool, children }: { tool: Tool; onTool: (tool: Tool) => void; children: ReactNode }) {
  return (
    <Box component="section" aria-label="Tools" sx={{ flex: 'none', bgcolor: greys.panel, borderBottom: `1px solid ${greys.line}`, containerType: 'inline-size' }}>
      {/* Of one height whatever is said, so that the photo never jumps; in two lines where there is little width. */}
      <Box sx={{ height: 35, display: 'flex', alignItems: 'center', gap: 1, px: 0.75, '@container (max-width: 640px)': { height: 66, flexDirection: 'column', alignItems: 'stretch', justifyContent: 'center', gap: '2px' } }}>
      <OneOf label="Tool" value={tool} options={TOOLS.map(({ tool: value, title, help, key }) => ({ value, title, help: `${help} (${key})` }))} onChange={onTool} sx={{ py: '1px', px: 1 }} />
      <Box sx={{ flex: 1, minWidth: 0, minHeight: 0, maxHeight: 33, overflow: 'hidden', display: 'flex', alignItems: 'center', gap: 0.75, '& .MuiTypography-root': { fontSize: '0.75rem', lineHeight: 1.2 }, '& .MuiButton-root': { flex: 'none', whiteSpace: 'nowrap', py: 0, minWidth: 0 } }}>{children}</Box>
      </Box>
    </Box>
  );
}
