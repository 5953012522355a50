import CloseIcon from '@mui/icons-material/Close';
import { Box, IconButton, MenuItem, Select, TextField, Tooltip, Typography } from '@mui/material';
import type { ReactNode } from 'react';
import type { ExportFormat } from '../api/client';
import { NumberField } from '../controls/NumberField';
import { greys } from '../theme';
import { formatInfo, FORMATS, PROFILES, type Plan } from './outputs';

interface Props {
  number: number;
  output: Plan;
  onChange: (output: Plan) => void;
  onFormat: (format: ExportFormat) => void;
  onRemove: (() => void) | undefined;
}

const SIDE = { least: 16, most: 16_000 };

/** One kind of file that is wanted of each photo. */
export function OutputRow({ number, output, onChange, onFormat, onRemove }: Props) {
  const { help, has } = formatInfo(output.format);
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
          <Tooltip title="Leave this kind of file out">
            <IconButton aria-label="Leave this kind of file out" onClick={onRemove}>
              <CloseIcon sx={{ fontSize: 16 }} />
            </IconButton>
          </Tooltip>
        )}
      </Box>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', alignItems: 'center', columnGap: 2, rowGap: 0.5, mt: 0.75 }}>
        {has.side && (
          <Labelled label="Longest side" help="In pixels; a smaller photo is not enlarged. Empty is the photo’s own size.">
            <TextField
              size="small"
              placeholder="as it is"
              value={output.side ?? ''}
              slotProps={{ htmlInput: { 'aria-label': 'Longest side', inputMode: 'numeric', maxLength: 5, style: { width: 56, padding: '3px 6px', textAlign: 'right' } } }}
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
        {has.quality && (
          <Labelled label="Quality" help="Higher keeps more detail in a larger file.">
            <NumberField label="Quality" value={output.quality} min={1} max={100} step={1} unit="" rest={92} onChange={(quality) => { set({ quality }); }} />
          </Labelled>
        )}
        {has.bits && (
          <Labelled label="Bits" help="16 bits a channel keep every step of a gradient for further work; files are twice as large or more.">
            <Small label="Bits" value={output.bits} options={[[8, '8'], [16, '16']]} onChange={(bits) => { set({ bits }); }} />
          </Labelled>
        )}
        {has.profile && (
          <Labelled label="Profile" help={PROFILES.find(({ value }) => value === output.profile)?.help ?? ''}>
            <Small label="Profile" value={output.profile} options={PROFILES.map(({ value, title }) => [value, title])} onChange={(profile) => { set({ profile }); }} />
          </Labelled>
        )}
        {has.lattice && (
          <Labelled label="Fineness" help="Nodes along each axis of the table.">
            <Small label="Fineness" value={output.lattice} options={[[17, '17, small'], [33, '33, usual'], [65, '65, fine']]} onChange={(lattice) => { set({ lattice }); }} />
          </Labelled>
        )}
      </Box>
    </Box>
  );
}

function Labelled({ label, help, children }: { label: string; help: string; children: ReactNode }) {
  return (
    <Tooltip title={help} placement="top">
      <Box sx={{ display: 'flex', alignItems: 'center', gap: 0.75 }}>
        <Typography variant="caption">{label}</Typography>
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
