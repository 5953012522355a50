import { FormControlLabel, Switch, TextField, Tooltip, Typography } from '@mui/material';
import { useState } from 'react';
import { MoveChoice } from '../ledger/MoveChoice';
import type { Look, LookFile } from '../../model/looks';
import { NameDialog } from '../../ui/controls/NameDialog';
import { savedLook } from './savedLook';

interface Props {
  look: Look;
  onSave: (look: LookFile, group: string) => void;
  onClose: () => void;
}

/** Asks what of the grade is saved as a look, and under which name. */
export function SaveLookDialog({ look, onSave, onClose }: Props) {
  const [moves, setMoves] = useState<ReadonlySet<string>>(() => new Set(look.moves.map(({ id }) => id)));
  const [reaches, setReaches] = useState(true);
  const [areas, setAreas] = useState(false);
  const [group, setGroup] = useState('');
  return (
    <NameDialog
      title="Save this grade as a look"
      label="Name, for example Autumn glaze, matt"
      name={look.name ?? ''}
      action="Save"
      onName={(name) => { if (moves.size > 0) onSave(savedLook(look, name, moves, reaches, areas), group.trim()); }}
      onClose={onClose}
    >
      <TextField fullWidth size="small" margin="dense" label="Group (optional)" value={group} slotProps={{ htmlInput: { maxLength: 200 } }} onChange={(event) => { setGroup(event.target.value); }} />
      <Typography variant="subtitle2" component="h3" sx={{ mt: 1 }}>
        Moves
      </Typography>
      <MoveChoice look={look} chosen={moves} onChoose={setMoves} />
      <Tooltip placement="right" title="On: the look acts on the same colours, found in each photo. Off: it acts on all colours.">
        <FormControlLabel sx={{ ml: 0, mt: 0.5 }} control={<Switch size="small" checked={reaches} onChange={(_, on) => { setReaches(on); }} />} label={<Typography variant="body2">With their reaches</Typography>} />
      </Tooltip>
      {look.moves.some((move) => moves.has(move.id) && move.area) && (
        <Tooltip placement="right" title="On: moves stay limited to the same part of each picture. Off: they act on the whole picture.">
          <FormControlLabel sx={{ ml: 0, display: 'flex' }} control={<Switch size="small" checked={areas} onChange={(_, on) => { setAreas(on); }} />} label={<Typography variant="body2">With their areas</Typography>} />
        </Tooltip>
      )}
    </NameDialog>
  );
}
