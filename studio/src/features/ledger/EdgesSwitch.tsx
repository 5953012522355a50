import { Box } from '@mui/material';
import { LabelledSwitch } from '../../ui/controls/LabelledSwitch';
import type { Edit } from '../../model/ledgerEdits';
import { edgesInfo, type Look } from '../../model/looks';

/** Whether the grade takes apart what is mixed at the edges of what its moves reach. */
export function EdgesSwitch({ look, onEdit }: { look: Look; onEdit: (edit: Edit) => void }) {
  const { title, help } = edgesInfo();
  return (
    <Box sx={{ ml: 0.75, mb: 0.25, flex: 'none' }}>
      <LabelledSwitch quiet label={title} help={help} checked={look.edges === 'unmixed'} onChange={(unmixed) => { onEdit((newest) => ({ ...newest, edges: unmixed ? 'unmixed' : 'mixed' })); }} />
    </Box>
  );
}
