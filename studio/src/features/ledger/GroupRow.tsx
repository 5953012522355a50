import FoldedIcon from '@mui/icons-material/ChevronRight';
import UnfoldedIcon from '@mui/icons-material/ExpandMore';
import { IconButton, Typography } from '@mui/material';
import { plain } from '../../model/looks';
import { movesIn, type GroupNode } from '../../model/moveTree';
import { greys } from '../../theme';
import { LedgerLine, type LineActions, type LineState } from './LedgerLine';

interface Props extends LineState, LineActions {
  node: GroupNode;
  place: number;
  folded: boolean;
  onFold: () => void;
}

export const GROUP = 'Group';

/** A group of moves: what lies in it is shown below it, or folded away. */
export function GroupRow({ node, place, folded, onFold, ...line }: Props) {
  const { group } = node;
  const count = movesIn([node]).length;
  const amount = group.strength ?? 100;
  const on = group.on ?? true;
  const name = group.label ? group.label : GROUP;
  const details = [count === 1 ? '1 move' : `${String(count)} moves`, amount < 100 ? `at ${plain(amount)} %` : '', on ? '' : 'off'].filter((part) => part !== '').join(' · ');
  return (
    <LedgerLine
      {...line}
      of="group"
      what={`Group ${name}`}
      name={name}
      details={details}
      on={on}
      place={place}
      before={
        <IconButton aria-label={`${folded ? 'Unfold' : 'Fold'} ${name}`} aria-expanded={!folded} tabIndex={-1} sx={{ p: 0, ml: '-3px', width: 20, height: 20, alignSelf: 'center', flex: 'none', pointerEvents: 'auto' }} onClick={onFold}>
          {folded ? <FoldedIcon fontSize="small" /> : <UnfoldedIcon fontSize="small" />}
        </IconButton>
      }
      swatch={
        <Typography variant="caption" component="span" sx={{ fontSize: '0.72rem', color: line.selected ? greys.text : greys.quiet, whiteSpace: 'nowrap' }}>
          {details}
        </Typography>
      }
    />
  );
}
