import DeleteIcon from '@mui/icons-material/DeleteOutlined';
import { Box, Button, CircularProgress, FormControlLabel, IconButton, Switch, ToggleButton, Typography } from '@mui/material';
import { FilePicker } from '../../ui/controls/FilePicker';
import { NumberField } from '../../ui/controls/NumberField';
import { OneOf } from '../../ui/controls/OneOf';
import type { Look } from '../../model/looks';
import { same } from '../../model/lookPatch';
import { BrushSettings } from './BrushSettings';
import { numbersOf } from './numbers';
import { areaWords, titleOf, type Shape } from './shapes';
import type { Areas } from './useAreas';

function detailOf(shape: Shape): string {
  if (shape.shape === 'mask') return shape.name ? `, ${shape.name}` : '';
  return shape.shape === 'brush' && shape.colours ? ', on its colour' : '';
}

/** The shapes of a move's area: which one is at hand, its numbers, added or taken off, and what is shown of it all. */
export function AreaPanel({ areas, look, onDraw }: { areas: Areas; look: Look | null; onDraw: (() => void) | null }) {
  const { area, index } = areas;
  const shape = area?.shapes[index];
  /** Areas of other moves, each once. */
  const others = (look?.moves ?? []).flatMap((move, i) => (move.area && !same(move.area, area) ? [{ number: i + 1, area: move.area }] : [])).filter((one, i, all) => all.findIndex((other) => same(other.area, one.area)) === i);
  return (
    <Box>
      <Typography variant="caption" component="p" sx={{ lineHeight: 1.35 }}>
        {area ? 'The move acts only here, on the colours in its reach.' : 'The move acts on the whole photo. If two things have the same colour, draw where it may act. It still changes only the colours in its reach.'}
      </Typography>
      {onDraw === null && areas.state.kind === 'brush' && <BrushSettings drawing={areas.drawing} state={areas.state} />}
      {area && (
        <Box role="list" aria-label="Shapes of the area" sx={{ my: 0.5 }}>
          {area.shapes.map((one, i) => (
            <Box key={i} role="listitem" sx={{ display: 'flex', alignItems: 'center', gap: 0.5 }}>
              <ToggleButton value={i} size="small" selected={i === index} onChange={() => { areas.select(i); }} sx={{ flex: 1, justifyContent: 'flex-start', textAlign: 'left', lineHeight: 1.2, py: 0.25, border: 'none', fontSize: '0.8125rem' }}>
                {`${String(i + 1)} ${titleOf(one)}${detailOf(one)}`}
              </ToggleButton>
              <OneOf
                label={`Shape ${String(i + 1)} is`}
                value={one.subtract ? 'subtract' : 'add'}
                options={[
                  { value: 'add', title: 'Added' },
                  { value: 'subtract', title: 'Subtracted' },
                ]}
                onChange={(next) => {
                  areas.change(i, { ...one, subtract: next === 'subtract' }, true);
                }}
                sx={{ py: 0, px: 0.5, fontSize: '0.6875rem' }}
              />
              <IconButton size="small" aria-label={`Remove shape ${String(i + 1)}`} onClick={() => { areas.remove(i); }}>
                <DeleteIcon sx={{ fontSize: 16 }} />
              </IconButton>
            </Box>
          ))}
        </Box>
      )}
      {shape && (
        <Box sx={{ display: 'grid', gridTemplateColumns: '1fr auto', alignItems: 'center', columnGap: 0.5, borderLeft: '2px solid #8a8a8a', pl: 1 }}>
          {numbersOf(shape).map(({ with: put, label, ...number }) => (
            <Box key={label} sx={{ display: 'contents' }}>
              <Typography variant="body2">{label}</Typography>
              <NumberField label={`${titleOf(shape)}, ${label.toLowerCase()}`} {...number} onChange={(next, keep) => { areas.change(index, put(next), keep); }} />
            </Box>
          ))}
        </Box>
      )}
      <Box sx={{ display: 'flex', alignItems: 'center', gap: 1, flexWrap: 'wrap', py: 0.5 }}>
        {onDraw && (
          <Button size="small" variant="outlined" onClick={onDraw}>
            {area ? 'Draw another shape' : 'Draw on the photo'}
          </Button>
        )}
        <FilePicker single label="A mask" accept="image/png,image/tiff,image/jpeg,.png,.tif,.tiff,.jpg" onFiles={([file]) => { if (file) areas.importMask(file); }}>
          {(ask) => (
            <Button size="small" disabled={areas.reading} title="A grey picture of the whole photo: white is inside the area, black outside" onClick={ask} startIcon={areas.reading ? <CircularProgress size={14} aria-label="Reading the mask" /> : undefined}>
              Mask from a file …
            </Button>
          )}
        </FilePicker>
        {area && <Button size="small" onClick={() => { areas.take(null); }}>Remove the area</Button>}
        {others.map((other) => (
          <Button key={other.number} size="small" title={areaWords(other.area)} onClick={() => { areas.take(other.area); }}>
            {`Same as move ${String(other.number)}`}
          </Button>
        ))}
      </Box>
      {area && (
        <FormControlLabel
          sx={{ ml: 0 }}
          control={<Switch size="small" checked={area.invert ?? false} onChange={(_, invert) => { areas.invert(invert); }} />}
          label={<Typography variant="body2">Invert the area</Typography>}
        />
      )}
    </Box>
  );
}
