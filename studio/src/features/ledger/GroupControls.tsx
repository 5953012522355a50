import { Box, Button, Typography } from '@mui/material';
import type { Edit } from '../../model/ledgerEdits';
import { ungrouped, withGroup } from '../../model/groupEdits';
import { settingOf } from '../../model/looks';
import type { Group } from '../../model/moveTree';
import { greys } from '../../theme';
import { paragraph } from '../../ui/help/topic';
import { HelpMark } from '../../ui/help/HelpMark';
import { ValueSlider } from '../../ui/controls/ValueSlider';
import { GROUP } from './GroupRow';

interface Props {
  group: Group;
  onEdit: (edit: Edit) => void;
  /** Shows a change without making it. */
  onPreview: (edit: Edit) => void;
}

/** The controls of the group at hand. */
export function GroupControls({ group, onEdit, onPreview }: Props) {
  const amount = settingOf('group', 'strength');
  return (
    <Box component="section" aria-label="Controls of the group" data-guide="parts/grade" sx={{ px: 1.5, py: 1, borderTop: `1px solid ${greys.line}`, overflowY: 'auto', flex: 1, minHeight: 0 }}>
      <Box data-topic={paragraph('Groups')} sx={{ display: 'flex', alignItems: 'center', gap: 0.75 }}>
        <Typography variant="subtitle2" component="h2" sx={{ overflowWrap: 'anywhere' }}>{group.label ? group.label : GROUP}</Typography>
        <HelpMark of="Groups" />
      </Box>
      <Typography variant="caption" component="p" sx={{ mt: 0.25, mb: 1, lineHeight: 1.35 }}>
        Moves held together. Switch them, weaken them, move or copy them as one.
      </Typography>
      <ValueSlider
        label={amount.title}
        help={amount.help}
        value={group.strength ?? 100}
        min={amount.min}
        max={amount.max}
        rest={amount.rest}
        unit={amount.unit}
        onChange={(strength, keep) => {
          (keep ? onEdit : onPreview)(withGroup(group.id, { strength }));
        }}
      />
      <Button variant="outlined" sx={{ mt: 1 }} onClick={() => { onEdit(ungrouped(group.id)); }}>
        Ungroup
      </Button>
    </Box>
  );
}
