import ResetIcon from '@mui/icons-material/RestartAltOutlined';
import { Box, Button, ButtonBase, IconButton, Tooltip, Typography } from '@mui/material';
import { visuallyHidden } from '@mui/utils';
import { useRef, useState } from 'react';
import { percent } from '../pots/percent';
import { greys } from '../../theme';
import { MixCell } from './MixCell';
import { cellAt, folded, type MixChange, type MixColumn, type MixRow } from './mixing';

interface Props {
  label: string;
  columns: MixColumn[];
  rows: MixRow[];
  valueOf: (row: string, column: string) => number;
  onChange: (changes: MixChange[], keep: boolean) => void;
  /** The row at hand: a key lights it on the photo. */
  onRow: (row: string) => void;
  /** The row whose colours are lit on the photo while it is pointed at; null for none. */
  onLight: (row: string | null) => void;
}

/**
 * All values of a move at once: a row a family, a column a property. What a family holds of the photo is a faint bar under its name; what it
 * holds of the colour under the pointer, a bright one.
 */
export function MixTable({ label, columns, rows, valueOf, onChange, onRow, onLight }: Props) {
  const [unfolded, setUnfolded] = useState(false);
  const [at, setAt] = useState<string | null>(null);
  const table = useRef<HTMLDivElement>(null);
  const isSet = (row: string) => columns.some(({ id }) => valueOf(row, id) !== 0);
  const { shown, away } = unfolded ? { shown: rows, away: [] } : folded(rows, isSet);
  const ids = shown.map(({ id }) => id);
  const stopRow = at !== null && ids.includes(at) ? at : (ids[0] ?? null);
  const most = Math.max(0.01, ...rows.map(({ share }) => share ?? 0));
  const rest = (cells: { row: string; column: string }[]) => {
    onChange(cells.filter(({ row, column }) => valueOf(row, column) !== 0).map((cell) => ({ ...cell, value: 0 })), true);
  };
  const all = rows.flatMap(({ id: row }) => columns.map(({ id: column }) => ({ row, column })));
  const go = (row: string, column: string) => (key: string) => {
    const to = cellAt(key, { row, column }, ids, columns.map(({ id }) => id));
    if (!to) return false;
    table.current?.querySelector<HTMLElement>(`[data-row="${to.row}"] [data-column="${to.column}"] [role=slider]`)?.focus();
    return true;
  };
  const grid = { display: 'grid', gridTemplateColumns: `minmax(${columns.length > 3 ? '94px' : '110px'}, ${columns.length > 3 ? '1.5fr' : '1.3fr'}) repeat(${String(columns.length)}, minmax(42px, 1fr))`, columnGap: '3px' } as const;
  return (
    <Box ref={table} role="group" aria-label={label} sx={{ mx: -0.5 }}>
      <Box sx={{ ...grid, alignItems: 'end', pb: '3px' }}>
        <Box sx={{ minHeight: 20 }}>
          {rows.some(({ id }) => isSet(id)) && (
            <Button startIcon={<ResetIcon sx={{ fontSize: '14px !important' }} />} onClick={() => { rest(all); }} sx={{ py: 0, px: 0.5, minWidth: 0, fontSize: '0.7rem', '& .MuiButton-startIcon': { mr: 0.25 } }}>
              Reset all
            </Button>
          )}
        </Box>
        {columns.map(({ id, title, less, help }) => {
          const set = rows.some(({ id: row }) => valueOf(row, id) !== 0);
          return (
            <Tooltip key={id} title={set ? `${help} Click to reset it in every row.` : help} placement="top">
              <ButtonBase
                disabled={!set}
                aria-label={`${title}${less === '' ? '' : ` or ${less}`}: reset in every row`}
                onClick={() => { rest(rows.map(({ id: row }) => ({ row, column: id }))); }}
                sx={{ display: 'block', borderRadius: 0.5, fontSize: columns.length > 3 ? '0.68rem' : '0.65rem', lineHeight: 1.15, textAlign: 'center', color: greys.text, '&.Mui-disabled': { color: greys.text }, '&:hover': { bgcolor: greys.raised } }}
              >
                <Box component="span" sx={{ display: 'block', fontWeight: set ? 650 : 500 }}>{title}</Box>{' '}
                {less !== '' && <Box component="span" sx={{ display: 'block', color: greys.quiet }}>or {less}</Box>}
              </ButtonBase>
            </Tooltip>
          );
        })}
      </Box>
      {shown.map((row) => (
        <Box key={row.id} data-row={row.id} sx={{ ...grid, alignItems: 'center', mb: '2px', '&:hover [data-reset], &:focus-within [data-reset]': { opacity: 1 } }}>
          <RowName
            row={row}
            most={most}
            set={isSet(row.id)}
            onLight={(on) => { onLight(on ? row.id : null); }}
            onRest={() => { rest(columns.map(({ id }) => ({ row: row.id, column: id }))); }}
          />
          {columns.map((column) => (
            <Box key={column.id} data-column={column.id}>
              <MixCell
                label={`${row.title}, ${column.title}`}
                column={column}
                value={valueOf(row.id, column.id)}
                stop={row.id === stopRow}
                onChange={(value, keep) => { onChange([{ row: row.id, column: column.id, value }], keep); }}
                onFocus={() => {
                  setAt(row.id);
                  onRow(row.id);
                }}
                onGo={go(row.id, column.id)}
              />
            </Box>
          ))}
        </Box>
      ))}
      {(away.length > 0 || unfolded) && (
        <ButtonBase
          aria-expanded={unfolded}
          onClick={() => { setUnfolded(!unfolded); }}
          sx={{ width: '100%', justifyContent: 'flex-start', textAlign: 'left', px: 0.5, py: '3px', borderRadius: 0.5, fontSize: '0.75rem', lineHeight: 1.25, color: greys.quiet, '&:hover': { bgcolor: greys.raised, color: greys.text } }}
        >
          {unfolded ? 'Hide what this photo hardly has' : `Hardly in this photo: ${away.map(({ title }) => title.toLowerCase()).join(', ')}`}
        </ButtonBase>
      )}
    </Box>
  );
}

interface RowNameProps {
  row: MixRow;
  most: number;
  set: boolean;
  onLight: (on: boolean) => void;
  onRest: () => void;
}

function RowName({ row, most, set, onLight, onRest }: RowNameProps) {
  const marked = row.marked > 0.02;
  return (
    <Box
      onPointerEnter={() => { onLight(true); }}
      onPointerLeave={() => { onLight(false); }}
      sx={{ position: 'relative', display: 'flex', alignItems: 'center', gap: 0.5, height: 22, pl: 0.5, borderRadius: 0.5, bgcolor: marked ? '#575757' : 'transparent', overflow: 'hidden' }}
      title={row.share === null ? undefined : `${percent(row.share)} of this photo. Lit up on it while you point here.`}
    >
      <Box sx={{ width: 11, height: 11, flex: 'none', borderRadius: '50%', bgcolor: row.swatch, border: '1px solid #1c1c1c' }} />
      <Typography component="span" noWrap sx={{ fontSize: '0.75rem', fontWeight: set ? 600 : 400 }}>
        {row.title}
      </Typography>
      {marked && (
        <Box component="span" sx={{ ml: 'auto', pr: '3px', fontSize: '0.66rem', fontVariantNumeric: 'tabular-nums' }}>
          {String(Math.round(row.marked * 100))}
          <span style={visuallyHidden}> per cent of the colour under the pointer</span>
        </Box>
      )}
      {set && !marked && (
        <IconButton data-reset aria-label={`Reset ${row.title.toLowerCase()}`} onClick={onRest} sx={{ ml: 'auto', p: 0, opacity: 0.45, '&:hover, &:focus-visible': { opacity: 1 } }}>
          <ResetIcon sx={{ fontSize: 14 }} />
        </IconButton>
      )}
      <Box aria-hidden style={{ width: `${String(((row.share ?? 0) / most) * 100)}%` }} sx={{ position: 'absolute', left: 0, bottom: 0, height: 2, bgcolor: '#7d7d7d' }} />
      {marked && <Box aria-hidden style={{ width: `${String(row.marked * 100)}%` }} sx={{ position: 'absolute', left: 0, bottom: 0, height: 2, bgcolor: '#fff' }} />}
    </Box>
  );
}
