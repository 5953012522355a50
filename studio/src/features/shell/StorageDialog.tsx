import { Box, Button, Dialog, DialogActions, DialogContent, DialogTitle, Typography } from '@mui/material';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useId, type ReactNode } from 'react';
import { api } from '../../api/client';
import { roomTaken } from './room';

const KEY = ['storage'];

/** What room the photos and files take, and what of it can be cleared. */
export function StorageDialog({ onClose }: { onClose: () => void }) {
  const id = useId();
  const queries = useQueryClient();
  const storage = useQuery({ queryKey: KEY, queryFn: api.storage, gcTime: 0 });
  const clearing = useMutation({
    mutationFn: api.clearStorage,
    onSuccess: (after) => {
      queries.setQueryData(KEY, after);
      void queries.invalidateQueries({ queryKey: ['deliveries'] });
    },
  });
  const { data } = storage;
  const failure = storage.error ?? clearing.error;
  const clear = (what: Parameters<typeof api.clearStorage>[0], title: string, bytes: number) => (
    <Button disabled={bytes === 0 || clearing.isPending} onClick={() => { clearing.mutate(what); }} sx={{ flexShrink: 0 }}>
      {title}
    </Button>
  );
  return (
    <Dialog open onClose={onClose} maxWidth="sm" fullWidth aria-labelledby={id}>
      <DialogTitle id={id}>Storage</DialogTitle>
      <DialogContent>
        {failure && (
          <Typography variant="body2" role="alert" sx={{ mb: 1 }}>
            {failure.message}
          </Typography>
        )}
        {!data && !failure && <Typography variant="body2" role="status">Checking storage …</Typography>}
        {data && (
          <Box role="list" aria-label="What uses space">
            <Row title="Photos" room={data.photoBytes} help={`${counted(data.photos, 'photo')}, with what is kept beside them for looking and choosing.`} />
            <Row title="Finished files" room={data.finishedBytes} help={`${counted(data.finished, 'file')} kept for saving again; they go by themselves after fourteen days.${data.delivering ? ' Those of deliveries under way stay.' : ''}`}>
              {clear('finished', 'Clear finished files', data.finishedBytes)}
            </Row>
            <Row title="Removed photos" room={data.removedBytes} help={`${counted(data.removed, 'photo')} that can still be brought back; they go by themselves after seven days.`}>
              {clear('removed', 'Delete for good', data.removedBytes)}
            </Row>
            <Row title="Can be made again" room={data.remakeableBytes} help="Full-size pictures and tables. They are made again when needed, which takes a moment.">
              {clear('remakeable', 'Clear these', data.remakeableBytes)}
            </Row>
            <Row title="Free on the disk" room={data.freeBytes} help="" />
          </Box>
        )}
      </DialogContent>
      <DialogActions>
        <Button variant="contained" onClick={onClose}>Done</Button>
      </DialogActions>
    </Dialog>
  );
}

const counted = (count: number, what: string) => (count === 0 ? `No ${what}s` : count === 1 ? `1 ${what}` : `${String(count)} ${what}s`);

function Row({ title, room, help, children }: { title: string; room: number; help: string; children?: ReactNode }) {
  return (
    <Box role="listitem" sx={{ display: 'flex', alignItems: 'center', gap: 2, py: 1, borderBottom: '1px solid #555', '&:last-child': { borderBottom: 0 } }}>
      <Box sx={{ flex: 1, minWidth: 0 }}>
        <Typography variant="body2">{title}</Typography>
        {help !== '' && (
          <Typography variant="caption" component="p" sx={{ m: 0, lineHeight: 1.35 }}>
            {help}
          </Typography>
        )}
      </Box>
      <Typography variant="body2" sx={{ minWidth: 72, textAlign: 'right', fontVariantNumeric: 'tabular-nums' }}>
        {roomTaken(room)}
      </Typography>
      <Box sx={{ width: 168, display: 'flex', justifyContent: 'flex-end' }}>{children}</Box>
    </Box>
  );
}
