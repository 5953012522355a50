import { Box, FormControlLabel, Switch, Tooltip, Typography } from '@mui/material';
import { HelpMark } from '../../ui/help/HelpMark';
import { paragraph } from '../../ui/help/topic';
import type { Edit } from '../../model/ledgerEdits';
import { edgesInfo, type Look } from '../../model/looks';

/** Whether the grade takes apart what is mixed at the edges of what its moves reach. */
export function EdgesSwitch({ look, onEdit }: { look: Look; onEdit: (edit: Edit) => void }) {
  const { title, help } = edgesInfo();
  return (
    <Box data-guide="parts/grade" data-topic={paragraph(title)} sx={{ display: 'flex', alignItems: 'center', flex: 'none', mb: 0.25 }}>
    <Tooltip title={help} placement="left">
      <FormControlLabel
        control={
          <Switch
            size="small"
            checked={look.edges === 'unmixed'}
            onChange={(_, unmixed) => {
              onEdit((newest) => ({ ...newest, edges: unmixed ? 'unmixed' : 'mixed' }));
            }}
          />
        }
        label={<Typography variant="caption">{title}</Typography>}
        sx={{ ml: 0.75, mr: 0.75 }}
      />
    </Tooltip>
    <HelpMark of={title} />
    </Box>
  );
}
