import { Box, Dialog, DialogContent, DialogTitle, Typography } from '@mui/material';
import { TOOLS } from '../photo/tools';

const KEYS: [string, string][] = [
  ['B (held)', 'the photo as it was'],
  ['R (held)', 'what the selected move acts on, also while dragging'],
  ['Q (held)', 'what the current row of a mix table contains'],
  ...TOOLS.map(({ key, title, help }): [string, string] => [key, `${title}: ${help.charAt(0).toLowerCase()}${help.slice(1)}`]),
  ['F', 'hide or show the panels'],
  ['S', 'the sheet, and back to the photo'],
  ['K', 'save a version'],
  ['Z, or double-click', 'fit to window ↔ 100 %, at the pointer'],
  ['+, −, wheel', 'zoom in, zoom out, at the pointer'],
  ['wheel, while choosing', 'tighter, broader; with Ctrl zoom'],
  ['Arrows, drag', 'move the photo'],
  ['Arrows on the photo, with another tool', 'move a cursor; with Shift faster'],
  ['Enter, Space there', 'click; begin and end a stroke, or a pull'],
  ['Esc', 'cancels what is being dragged, closes what is open'],
  ['Page Up, Page Down', 'previous, next photo (of the selected ones, if there are several)'],
  ['Ctrl+Z, Ctrl+Shift+Z', 'undo, redo'],
  ['Arrows on a slider', 'one step; with Shift ten'],
  ['In a mix table', 'left and right change a value, up and down lead to other rows, a digit begins typing; Ctrl and the wheel change what is pointed at'],
  ['Double-click a value', 'resets it'],
  ['Ctrl or Shift and click in the grade', 'select several moves; Ctrl+A all'],
  ['Ctrl+C, Ctrl+X, Ctrl+V', 'copy, cut, paste moves, also to other photos and windows'],
  ['Ctrl+G, Ctrl+Shift+G', 'group the selected moves, ungroup'],
  ['Arrows in the grade', 'select a move; with Alt move it; left and right fold and unfold a group'],
  ['F2, Delete', 'rename, remove the selected move, or on the sheet the selected photos'],
  ['On the sheet', 'arrows, Home, End lead to other photos, with Shift select to there; Ctrl+A all, Esc none, Enter opens, + and − change the size, B held shows all as they came'],
];

export function ShortcutsDialog({ open, onClose }: { open: boolean; onClose: () => void }) {
  return (
    <Dialog open={open} onClose={onClose} maxWidth="md">
      <DialogTitle>Keys</DialogTitle>
      <DialogContent tabIndex={0} data-inset>
        <Box component="dl" sx={{ display: 'grid', gridTemplateColumns: 'auto auto', columnGap: 3, rowGap: 0.75, m: 0 }}>
          {KEYS.map(([keys, what]) => (
            <Box key={keys} sx={{ display: 'contents' }}>
              <Typography component="dt" variant="body2" sx={{ fontWeight: 600 }}>
                {keys}
              </Typography>
              <Typography component="dd" variant="body2" sx={{ m: 0 }}>
                {what}
              </Typography>
            </Box>
          ))}
        </Box>
        <Typography variant="body2" sx={{ mt: 2, color: 'text.secondary' }}>
          Tovrin {__VERSION__}
        </Typography>
      </DialogContent>
    </Dialog>
  );
}
