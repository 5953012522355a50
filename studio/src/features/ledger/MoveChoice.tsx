import { Checkbox, FormControlLabel, Typography } from '@mui/material';
import { kindTitle, type Look } from '../../model/looks';
import { isGroup, linesOf, movesIn } from '../../model/moveTree';
import { GROUP } from './GroupRow';

interface Props {
  look: Look;
  /** Ids of the moves that are chosen. */
  chosen: ReadonlySet<string>;
  onChoose: (chosen: ReadonlySet<string>) => void;
}

/** Which moves of a grade are meant: one by one, or a group at once. */
export function MoveChoice({ look, chosen, onChoose }: Props) {
  return linesOf(look, new Set()).map(({ node, depth, number }) => {
    const ids = movesIn([node]).map(({ id }) => id);
    const all = ids.every((id) => chosen.has(id));
    const name = isGroup(node) ? (node.group.label ? node.group.label : GROUP) : `${String(number)} ${node.move.label ? node.move.label : kindTitle(node.move.kind)}`;
    return (
      <FormControlLabel
        key={node.id}
        sx={{ display: 'flex', mr: 0, ml: `${String(depth * 16 - 11)}px` }}
        control={
          <Checkbox
            size="small"
            checked={all}
            indeterminate={!all && ids.some((id) => chosen.has(id))}
            onChange={() => {
              onChoose(new Set(all ? [...chosen].filter((id) => !ids.includes(id)) : [...chosen, ...ids]));
            }}
          />
        }
        label={<Typography variant="body2" sx={{ fontWeight: isGroup(node) ? 600 : 400 }}>{name}</Typography>}
      />
    );
  });
}
