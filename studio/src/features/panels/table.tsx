import { Box, Button, CircularProgress, Typography } from '@mui/material';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { api } from '../../api/client';
import { FilePicker } from '../../ui/controls/FilePicker';
import { paragraph } from '../../ui/help/topic';
import type { MovePanel, PanelProps } from './panel';
import { SettingChoice } from './SettingChoice';
import { withParams } from './settings';

/** Everyday names of the colour spaces that a table can be made for. */
const MADE_FOR = [
  ['display-p3', 'Display P3'],
  ['a98-rgb', 'opRGB'],
  ['prophoto-rgb', 'ROMM RGB'],
  ['srgb', 'sRGB'],
] as const;

/** Values as they are told: two digits behind the point are enough to see whether they are usual ones. */
const figures = (value: number) => Number(value.toFixed(2)).toString().replace('-', '−');

function TableControls({ move, onChange, onFailure }: PanelProps<'table'>) {
  const [busy, setBusy] = useState(false);
  const { table = '', data = '', name = '' } = move.params ?? {};
  const facts = useQuery({ queryKey: ['lut', table], queryFn: () => api.lut(table), enabled: table !== '', staleTime: Infinity, retry: false });
  const take = ([file]: File[]) => {
    if (!file) return;
    setBusy(true);
    api
      .importLut(file)
      .then((lut) => {
        onChange(withParams(move, { table: lut.digest, data: undefined, name: file.name.slice(0, 200) }), true);
      })
      .catch(onFailure)
      .finally(() => {
        setBusy(false);
      });
  };
  const there = table !== '' || data !== '';
  return (
    <Box>
      <Box data-topic={paragraph('Table')} onDragOver={(event) => { event.preventDefault(); }} onDrop={(event) => { event.preventDefault(); event.stopPropagation(); take(Array.from(event.dataTransfer.files)); }} sx={{ border: '1px dashed #7a7a7a', borderRadius: 1, p: 1, mb: 0.75 }}>
        <Typography variant="body2" sx={{ overflowWrap: 'anywhere', fontWeight: there ? 600 : 400 }}>
          {there ? (name === '' ? 'A table' : name) : 'No table yet.'}
        </Typography>
        {facts.data && (
          <Typography variant="caption" component="p" role="status" sx={{ m: 0, lineHeight: 1.35 }}>
            {facts.data.words}; values from {figures(facts.data.least)} to {figures(facts.data.most)}.
          </Typography>
        )}
        {facts.error && <Typography variant="caption" component="p" role="alert" sx={{ m: 0 }}>{facts.error.message}</Typography>}
        <FilePicker single label="A table" accept=".cube,.icc,.icm" onFiles={take}>
          {(ask) => (
            <Button variant="outlined" disabled={busy} onClick={ask} sx={{ mt: 0.75 }} startIcon={busy ? <CircularProgress size={14} aria-label="Reading the table" /> : undefined}>
              {there ? 'Choose another file …' : 'Choose a file …'}
            </Button>
          )}
        </FilePicker>
        <Typography variant="caption" component="p" sx={{ m: 0, mt: 0.5 }}>
          .cube or ICC device link
        </Typography>
      </Box>
      <SettingChoice move={move} name="encoding" label="Made for" options={MADE_FOR} onChange={onChange} />
    </Box>
  );
}

export const tablePanel: MovePanel<'table'> = {
  kind: 'table',
  wish: 'all',
  // There is none to show before a file is chosen: a curve stands for what tables often do.
  sample: () => ({ kind: 'curves', params: { all: [[0, 28], [128, 136], [255, 238]] } as never }),
  Controls: TableControls,
  words: (move) => ((move.params?.table ?? '') === '' && (move.params?.data ?? '') === '' ? 'no table yet' : (move.params?.name ?? '') || 'a table'),
};
