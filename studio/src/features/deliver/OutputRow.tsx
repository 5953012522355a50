import CloseIcon from '@mui/icons-material/Close';
import { Box, Button, Checkbox, FormControlLabel, IconButton, MenuItem, Select, TextField, Tooltip, Typography } from '@mui/material';
import { useState, type ReactNode } from 'react';
import type { ExportFormat } from '../../api/client';
import { HelpMark } from '../../ui/help/HelpMark';
import { paragraph } from '../../ui/help/topic';
import { NumberField } from '../../ui/controls/NumberField';
import { greys } from '../../theme';
import { FORMATS, PROFILES, type FormatInfo } from '../../generated/outputs';
import { formatInfo, isCoarse, METADATA, tableWords, type Plan } from './outputs';

interface Props {
  number: number;
  output: Plan;
  /** Kinds of file can have folders where they go. */
  folders: boolean;
  /** How near it comes to the grade, for a table. */
  table: Parameters<typeof tableWords>[0] | undefined;
  onChange: (output: Plan) => void;
  onFormat: (format: ExportFormat) => void;
  onRemove: (() => void) | undefined;
}

const SIDE = { least: 16, most: 30_000 };

/** One kind of file that is wanted of each photo. */
export function OutputRow({ number, output, folders, table, onChange, onFormat, onRemove }: Props) {
  const { help, has } = formatInfo(output.format);
  const [more, setMore] = useState(false);
  const hasMore = has.includes('metadata');
  const set = (change: Partial<Plan>) => {
    onChange({ ...output, ...change });
  };
  return (
    <Box role="group" aria-label={`File ${String(number)}`} sx={{ bgcolor: greys.raised, borderRadius: 1, p: 1, mb: 0.75 }}>
      <Box sx={{ display: 'flex', alignItems: 'center', gap: 1 }}>
        <Select size="small" value={output.format} onChange={(event) => { onFormat(event.target.value); }} slotProps={{ input: { 'aria-label': 'What to deliver' } }} sx={{ minWidth: 170, '& .MuiSelect-select': { py: '4px' } }}>
          {FORMATS.map(({ format, title }) => (
            <MenuItem key={format} value={format}>
              {title}
            </MenuItem>
          ))}
        </Select>
        <Typography variant="caption" sx={{ flex: 1, lineHeight: 1.25 }}>
          {help}
        </Typography>
        {onRemove && (
          <Tooltip title="Remove this kind of file">
            <IconButton aria-label="Remove this kind of file" onClick={onRemove}>
              <CloseIcon sx={{ fontSize: 16 }} />
            </IconButton>
          </Tooltip>
        )}
      </Box>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', alignItems: 'center', columnGap: 2, rowGap: 0.5, mt: 0.75 }}>
        {has.includes('side') && (
          <Labelled label="Longest side" help="In pixels. Empty keeps the photo’s own size; smaller photos are not enlarged.">
            <TextField
              size="small"
              placeholder="original"
              value={output.side ?? ''}
              slotProps={{ htmlInput: { 'aria-label': 'Longest side', inputMode: 'numeric', maxLength: 5, style: { width: 52, padding: '3px 6px', textAlign: 'right', fontSize: '0.8125rem' } } }}
              onChange={(event) => {
                const typed = event.target.value.replace(/\D/g, '');
                set({ side: typed === '' ? null : Number(typed) });
              }}
              onBlur={() => {
                if (output.side !== null) set({ side: Math.max(SIDE.least, Math.min(SIDE.most, output.side)) });
              }}
            />
          </Labelled>
        )}
        {has.includes('quality') && (
          <Labelled label="Quality" help="Higher keeps more detail in a larger file.">
            <NumberField label="Quality" value={output.quality} min={1} max={100} step={1} unit="" rest={92} onChange={(quality) => { set({ quality }); }} />
          </Labelled>
        )}
        {has.includes('bits') && (
          <Labelled label="Bits" help="16 bits per channel is best for further editing. Files are at least twice as large.">
            <Small label="Bits" value={output.bits ?? 0} options={[[0, 'same as the photo'], [8, '8'], [16, '16']]} onChange={(bits) => { set({ bits: bits === 0 ? null : bits }); }} />
          </Labelled>
        )}
        {has.includes('profile') && (
          <Labelled label="Profile" help={PROFILES.find(({ value }) => value === output.profile)?.help ?? ''}>
            <Small label="Profile" value={output.profile} options={PROFILES.map(({ value, title }) => [value, title])} onChange={(profile) => { set({ profile }); }} />
          </Labelled>
        )}
        {has.includes('lattice') && (
          <Labelled label="Grid size" help="Steps along each axis of the table; 33 is standard. Automatic uses as many as the grade needs.">
            <Small label="Grid size" value={output.lattice ?? 0} options={[[0, 'automatic'], [17, '17'], [33, '33'], [65, '65']]} onChange={(lattice) => { set({ lattice: lattice === 0 ? null : lattice }); }} />
          </Labelled>
        )}
        {has.includes('colourPart') && <Switched label="Without areas and edges" help="A table holds colour only: it acts on the whole picture, without areas and clean edges." on={output.colourPart} onChange={(colourPart) => { set({ colourPart }); }} />}
        {folders && (
          <Labelled label="Folder" help="A folder for this kind of file, for example web or print. Empty: beside the others.">
            <TextField size="small" placeholder="none" value={output.folder} slotProps={{ htmlInput: { 'aria-label': 'Folder', maxLength: 60, style: { width: 76, padding: '3px 6px', fontSize: '0.8125rem' } } }} onChange={(event) => { set({ folder: event.target.value }); }} />
          </Labelled>
        )}
        {hasMore && (
          <Button aria-expanded={more} onClick={() => { setMore(!more); }} sx={{ minWidth: 0, px: 0.75, py: 0, fontSize: '0.75rem' }}>
            {more ? 'Less' : 'More'}
          </Button>
        )}
      </Box>
      {table && (
        <Typography variant="caption" component="p" sx={{ m: 0, mt: 0.5 }}>
          {tableWords(table)}
        </Typography>
      )}
      {isCoarse(output) && (
        <Typography variant="caption" component="p" sx={{ m: 0, mt: 0.5 }}>
          8 bits are too coarse for ROMM RGB: gradients will show bands. Use a TIFF or PNG with 16 bits.
        </Typography>
      )}
      {more && hasMore && <MoreOf output={output} has={has} set={set} />}
    </Box>
  );
}

/** What is seldom changed. */
function MoreOf({ output, has, set }: { output: Plan; has: FormatInfo['has']; set: (change: Partial<Plan>) => void }) {
  return (
    <Box sx={{ display: 'flex', flexWrap: 'wrap', alignItems: 'center', columnGap: 2, rowGap: 0.5, mt: 0.75, pt: 0.75, borderTop: `1px solid ${greys.line}` }}>
      <Labelled label="Metadata" help={METADATA.find(({ value }) => value === output.metadata)?.help ?? ''}>
        <Small label="Metadata" value={output.metadata} options={METADATA.map(({ value, title }) => [value, title])} onChange={(metadata) => { set({ metadata }); }} />
      </Labelled>
      {has.includes('chroma') && (
        <Labelled label="Colour detail" help="Full keeps colour for every pixel; half makes smaller files. By quality: full from 90 up.">
          <Small label="Colour detail" value={output.fullColour === null ? 'quality' : output.fullColour ? 'full' : 'half'} options={[['quality', 'by quality'], ['full', 'full'], ['half', 'half']]} onChange={(detail) => { set({ fullColour: detail === 'quality' ? null : detail === 'full' }); }} />
        </Labelled>
      )}
      {has.includes('progressive') && <Switched label="Progressive" help="Shows a coarse picture first while it loads." on={output.progressive} onChange={(progressive) => { set({ progressive }); }} />}
      <Switched label="Dither" help="Prevents bands in gradients where a 16-bit photo becomes 8 bits." on={output.dither} onChange={(dither) => { set({ dither }); }} />
      <Switched label="Sharpen" help="Makes up for the sharpness that is lost when a picture is made smaller." on={output.sharpen} onChange={(sharpen) => { set({ sharpen }); }} />
    </Box>
  );
}

function Switched({ label, help, on, onChange }: { label: string; help: string; on: boolean; onChange: (on: boolean) => void }) {
  return (
    <Box data-topic={paragraph(label)} sx={{ display: 'flex', alignItems: 'center', gap: 0.5 }}>
      <Tooltip title={help} placement="top">
        <FormControlLabel label={label} control={<Checkbox size="small" checked={on} onChange={(event) => { onChange(event.target.checked); }} sx={{ p: 0.25 }} />} slotProps={{ typography: { variant: 'caption' } }} sx={{ m: 0 }} />
      </Tooltip>
      <HelpMark of={label} />
    </Box>
  );
}

function Labelled({ label, help, children }: { label: string; help: string; children: ReactNode }) {
  return (
    <Tooltip title={help} placement="top">
      <Box data-topic={paragraph(label)} sx={{ display: 'flex', alignItems: 'center', gap: 0.5 }}>
        <Typography variant="caption">{label}</Typography>
        <HelpMark of={label} />
        {children}
      </Box>
    </Tooltip>
  );
}

function Small<T extends string | number>({ label, value, options, onChange }: { label: string; value: T; options: (readonly [T, string])[]; onChange: (value: T) => void }) {
  return (
    <Select size="small" value={value} onChange={(event) => { onChange(event.target.value as T); }} slotProps={{ input: { 'aria-label': label } }} sx={{ fontSize: '0.8125rem', '& .MuiSelect-select': { py: '2px' } }}>
      {options.map(([option, title]) => (
        <MenuItem key={option} value={option}>
          {title}
        </MenuItem>
      ))}
    </Select>
  );
}
