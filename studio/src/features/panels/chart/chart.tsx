import { Box, Button, CircularProgress, Typography } from '@mui/material';
import { useQuery } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { api, type ChartReading } from '../../../api/client';
import type { Look, MoveOf } from '../../../model/looks';
import { reasonOf } from '../../../model/reason';
import { FilePicker } from '../../../ui/controls/FilePicker';
import { paragraph } from '../../../ui/help/topic';
import type { MovePanel, PanelProps } from '../panel';
import { SettingChoice } from '../SettingChoice';
import type { Place } from '../../photo/tools';
import { nextCorner, told, withCorner, type Laying } from './corners';
import { PatchTable } from './PatchTable';

type Move = MoveOf<'chart'>;

/** Stops by which light falls off across a chart before it is worth a word. */
const NOTED = 0.1;

const patchesOf = (move: Move) => move.params?.patches ?? [];

/** The move with its patches alone, to be fitted: what was found before may be of another method. */
const alone = (move: Move): Look => ({ tovrinLook: 1, name: '', moves: [{ ...move, params: { ...move.params, coefficients: undefined } }] });

/** The move with what was read; its amount and name stay. */
const withRead = (move: Move, { look }: ChartReading): Move => ({ ...move, params: (look.moves[0] as Move).params });

function Controls(props: PanelProps<'chart'>) {
  const { move, look, onChange, onFailure, onMarks, pick, picking, photoId } = props;
  const [laying, setLaying] = useState<Laying | null>(null);
  const [found, setFound] = useState<Place[]>([]);
  const [busy, setBusy] = useState(false);
  const read = patchesOf(move).length > 0;
  const facts = useQuery({ queryKey: ['chart', JSON.stringify(move.params)], queryFn: () => api.fitChart(alone(move)), enabled: read, staleTime: Infinity, retry: false });

  const corners = laying?.corners ?? found;
  const key = JSON.stringify(corners);
  useEffect(() => {
    onMarks((JSON.parse(key) as [number, number][]).map((at, index) => ({ at, label: String(index + 1), proposed: false })));
    return () => { onMarks([]); };
  }, [key, onMarks]);

  const take = (asked: Promise<ChartReading>, laid: boolean, otherwise: (reason: unknown) => void) => {
    setBusy(true);
    asked
      .then((reading) => {
        const next = withRead(move, reading);
        onChange(next, true);
        setLaying(null);
        if (laid) setFound((next.params?.corners ?? []) as Place[]);
      })
      .catch(otherwise)
      .finally(() => { setBusy(false); });
  };
  const find = (now: Laying, otherwise: (reason: unknown) => void) => {
    take(api.readChart(photoId, { reference: now.reference, name: now.name, corners: now.corners as never, method: move.params?.method ?? 'matrix' }), true, otherwise);
  };
  const ask = (now: Laying) => {
    const next = nextCorner(now);
    if (next === null) {
      find(now, (reason) => {
        setLaying({ ...now, corners: [] });
        onFailure(reason);
      });
      return;
    }
    pick(next, (_, at) => {
      const more = withCorner(now, at);
      setLaying(more);
      ask(more);
    });
  };
  const begin = ([file]: File[]) => {
    if (!file) return;
    file
      .text()
      .then((reference) => {
        const now = { reference, name: file.name.slice(0, 200), corners: [], why: '' };
        setLaying(now);
        // Found by itself wherever that is possible; marked by hand otherwise.
        find(now, (reason) => { setLaying({ ...now, why: reasonOf(reason) }); });
      })
      .catch(onFailure);
  };
  return (
    <Box>
      <Box data-topic={paragraph('The chart')} sx={{ border: '1px dashed #7a7a7a', borderRadius: 1, p: 1, mb: 0.75 }}>
        <Typography variant="body2" sx={{ overflowWrap: 'anywhere', fontWeight: read ? 600 : 400 }}>
          {read ? (move.params?.name ?? '') || 'A chart' : 'No chart yet.'}
        </Typography>
        {laying && (busy || picking !== null) && (
          <Typography variant="body2" role="status" sx={{ mt: 0.5 }}>
            {busy ? (corners.length === 0 ? 'Looking for the chart …' : 'Reading the patches …') : `Click ${nextCorner(laying) ?? ''}.`}
          </Typography>
        )}
        {laying && !busy && picking === null && laying.why !== '' && (
          <Typography variant="body2" role="alert" sx={{ mt: 0.5 }}>
            {laying.why}
          </Typography>
        )}
        <Box sx={{ display: 'flex', gap: 0.75, mt: 0.75, alignItems: 'center' }}>
          <FilePicker single label="Values of a chart" accept=".txt,.cgats,.cgt,text/plain" onFiles={begin}>
            {(choose) => (
              <Button variant="outlined" disabled={busy} onClick={choose}>
                {read ? 'Read another …' : 'Choose its values …'}
              </Button>
            )}
          </FilePicker>
          {laying && !busy && picking === null && <Button onClick={() => { const now = { ...laying, corners: [] }; setLaying(now); ask(now); }}>Mark its corners</Button>}
          {busy && <CircularProgress size={16} aria-label="Reading the chart" />}
        </Box>
        {!read && (
          <Typography variant="caption" component="p" sx={{ m: 0, mt: 0.5, lineHeight: 1.35 }}>
            A text file with the Lab or XYZ values of its patches (CGATS). The chart is then looked for in the photo.
          </Typography>
        )}
      </Box>
      {read && (
        <SettingChoice
          move={move}
          name="method"
          label="How colours are brought there"
          options={[['root-polynomial', 'closer'], ['matrix', 'steadier']]}
          onChange={(next) => { take(api.fitChart(alone(next)), false, onFailure); }}
        />
      )}
      {facts.error && <Typography variant="caption" component="p" role="alert" sx={{ m: 0 }}>{facts.error.message}</Typography>}
      {facts.data && <PatchTable reading={facts.data} columns={move.params?.columns ?? 0} />}
      {facts.data && (
        <Typography variant="body2" role="status" sx={{ mt: 0.75 }}>
          ΔE {told(facts.data.meanBefore)} → {told(facts.data.meanAfter)} on average, worst {told(facts.data.worstAfter)}.
          {facts.data.falloff >= NOTED && ` Light falls off across the chart by ${facts.data.falloff.toFixed(1)} stops, which is allowed for.`}
        </Typography>
      )}
      {read && look !== null && look.moves[0]?.id !== move.id && (
        <Typography variant="caption" component="p" role="note" sx={{ m: 0, mt: 0.5, lineHeight: 1.35 }}>
          The chart is read from the photo as it was imported. Drag this move to the top of the ledger.
        </Typography>
      )}
    </Box>
  );
}

export const chartPanel: MovePanel<'chart'> = {
  kind: 'chart',
  wish: 'cast',
  // There is none to show before a chart is read: a warmer light stands for what it often does.
  sample: () => ({ kind: 'warmth', params: { warmth: -30 } as never }),
  Controls,
  words: (move) => (patchesOf(move).length === 0 ? 'no chart yet' : `${(move.params?.name ?? '') || 'a chart'}, ${String(patchesOf(move).length)} patches`),
};
