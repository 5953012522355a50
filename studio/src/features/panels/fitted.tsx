import { Button, Tooltip } from '@mui/material';
import { api } from '../../api/client';
import type { MoveKind } from '../../model/looks';
import type { PanelProps } from './panel';

/** A button that fits a move made for another photo to this one. */
export function fitButton<K extends MoveKind>({ move, onChange, photoId, onFailure }: PanelProps<K>) {
  return (
    <Tooltip title="For a move made on another photo: finds the same colours here.">
      <Button
        size="small"
        sx={{ mt: 0.5 }}
        onClick={() => {
          api.fitted(photoId, { tovrinLook: 1, moves: [move] } as never).then(({ look }) => {
            onChange({ ...move, params: look.moves[0]?.params as never }, true);
          }, onFailure);
        }}
      >
        Fit to this photo
      </Button>
    </Tooltip>
  );
}
