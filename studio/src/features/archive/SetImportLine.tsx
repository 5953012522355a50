import { Button, Dialog, DialogActions, DialogContent, DialogTitle, Typography } from '@mui/material';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect, useState, useSyncExternalStore } from 'react';
import { api, type SetImport } from '../../api/client';
import { goTo } from '../../ui/place/useOpened';
import { WorkLine } from '../../ui/layout/WorkLine';
import { messages } from '../shell/messages';
import { pathOf, routeOf } from '../shell/route';
import { isUnderWay, share, toldOf, words } from './setImports';
import { sendingSets } from './sendHere';

const CLOSED = 'set-imports-closed';
/** Windows are told; this is for when that fails, and for pages that are not. */
const FOLLOW_MS = 1500;

function closedBefore(): number[] {
  try {
    return JSON.parse(window.localStorage.getItem(CLOSED) ?? '[]') as number[];
  } catch {
    return [];
  }
}

/** In the line at the foot: a set that is being imported, from its first byte to its last photo. */
export function SetImportLine() {
  const queries = useQueryClient();
  const sending = useSyncExternalStore(sendingSets.subscribe, () => sendingSets.state);
  const imports = useQuery({ queryKey: ['set imports'], queryFn: api.setImports, staleTime: 0, refetchInterval: (query) => (query.state.data?.some(isUnderWay) ? FOLLOW_MS : false) }).data ?? [];
  const [closed, setClosed] = useState(closedBefore);
  const [open, setOpen] = useState(false);
  const told = toldOf(imports, closed);
  const begun = told?.setId ?? null;
  useEffect(() => {
    sendingSets.onSent = () => { void queries.invalidateQueries({ queryKey: ['set imports'] }); };
  }, [queries]);
  useEffect(() => {
    if (begun !== null) void queries.invalidateQueries({ queryKey: ['sets'] });
  }, [queries, begun]);
  if (sending) {
    return (
      <WorkLine
        label="Importing a set"
        name={`Sending ${sending.name}`}
        text={sending.error ?? `Sending ${sending.name}: ${String(Math.floor(sending.share * 100))} %`}
        share={sending.error === null ? sending.share : null}
        actions={sending.error === null ? [{ title: 'Stop', run: sendingSets.stop }] : [{ title: 'Try again', run: sendingSets.again }]}
        onClose={sending.error === null ? undefined : sendingSets.stop}
      />
    );
  }
  if (!told) return null;
  const steer = (title: string, what: 'pause' | 'resume') => ({
    title,
    run: () => {
      api.steerSetImport(told.id, what).then(() => queries.invalidateQueries({ queryKey: ['set imports'] })).catch(messages.fail);
    },
  });
  const close = () => {
    const next = [...closed, told.id].slice(-50);
    setClosed(next);
    window.localStorage.setItem(CLOSED, JSON.stringify(next));
    // What could not be read at all is of no further use.
    if (told.state === 'failed' && told.setId === null) api.forgetSetImport(told.id).catch(messages.fail);
  };
  return (
    <WorkLine
      label="Importing a set"
      name={words(told)}
      text={words(told)}
      share={share(told)}
      actions={[
        ...(isUnderWay(told) && told.total > 0 ? [steer('Pause', 'pause')] : []),
        ...(told.state === 'paused' ? [steer('Resume', 'resume')] : []),
        ...(told.state === 'failed' && told.setId !== null ? [steer('Try again', 'resume')] : []),
        ...(begun === null || begun === routeOf(window.location.pathname).setId ? [] : [{ title: 'Open', run: () => { goTo(pathOf({ setId: begun, photoId: null }), false); } }]),
        ...(told.words.length + told.awaited.length > 0 ? [{ title: 'Details', run: () => { setOpen(true); } }] : []),
      ]}
      onClose={isUnderWay(told) ? undefined : close}
    >
      <Details of={told} open={open} onClose={() => { setOpen(false); }} />
    </WorkLine>
  );
}

/** What could not be used and why, and which photos are waited for. */
function Details({ of: { name, words: told, awaited }, open, onClose }: { of: SetImport; open: boolean; onClose: () => void }) {
  return (
    <Dialog open={open} onClose={onClose} maxWidth="sm" fullWidth aria-labelledby="set-import-title">
      <DialogTitle id="set-import-title" sx={{ pb: 0.5 }}>{name}</DialogTitle>
      <DialogContent tabIndex={0} data-inset>
        {told.map((text, index) => (
          <Typography key={index} variant="body2" sx={{ mb: 1 }}>{text}</Typography>
        ))}
        {awaited.length > 0 && (
          <Typography variant="body2">Waiting for these photos: {awaited.join(', ')}. Import them into the set; each takes up its grade.</Typography>
        )}
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>Close</Button>
      </DialogActions>
    </Dialog>
  );
}
