import { Box, Button, LinearProgress, Typography } from '@mui/material';
import type { Delivery } from '../../api/client';
import { fetched, isUnderWay, isUnfinished } from './useDeliveries';

type Steer = (id: number, what: 'pause' | 'resume' | 'stop' | 'again' | 'forget') => void;

/** The deliveries, newest first, each with how far it is and what can be done about it. */
export function DeliveryList({ deliveries, onSteer }: { deliveries: Delivery[]; onSteer: Steer }) {
  if (deliveries.length === 0) return null;
  return (
    <Box role="list" aria-label="Deliveries" sx={{ maxHeight: 230, overflowY: 'auto', mt: 1.5, borderTop: '1px solid #555', pt: 1 }}>
      {deliveries.map((delivery) => (
        <OneDelivery key={delivery.id} delivery={delivery} onSteer={onSteer} />
      ))}
    </Box>
  );
}

function OneDelivery({ delivery, onSteer }: { delivery: Delivery; onSteer: Steer }) {
  const { id, paused, failed, stopped } = delivery;
  const single = delivery.count === 1 ? delivery.files[0] : undefined;
  const name = single?.fileName ?? delivery.name;
  const files = fetched(delivery);
  const act = (title: string, what: Parameters<Steer>[1], help: string) => (
    <Button key={what} aria-label={`${title}: ${name}`} title={help} sx={{ minWidth: 0, px: 0.75 }} onClick={() => { onSteer(id, what); }}>
      {title}
    </Button>
  );
  return (
    <Box role="listitem" sx={{ py: 0.5 }}>
      <Box sx={{ display: 'flex', alignItems: 'center', gap: 0.5 }}>
        <Box sx={{ flex: 1, minWidth: 0 }}>
          <Typography variant="body2" noWrap title={name}>
            {name}
          </Typography>
          <Typography variant="caption" component="div" role="status" sx={{ lineHeight: 1.3 }}>
            {words(delivery)}
          </Typography>
        </Box>
        {isUnfinished(delivery) && delivery.count > 1 && (paused ? act('Resume', 'resume', 'Continue with the waiting files') : act('Pause', 'pause', 'Finishes the current files; the others wait'))}
        {isUnfinished(delivery) && act('Stop', 'stop', 'Keeps finished files and does not make the others')}
        {!isUnfinished(delivery) && failed + stopped > 0 && act('Again', 'again', 'Make the failed or stopped files again')}
        {!isUnfinished(delivery) && files.length === 1 && files[0] && (
          <Button component="a" href={files[0].url} download={files[0].name} sx={{ minWidth: 0, px: 0.75, whiteSpace: 'nowrap' }}>
            Save again
          </Button>
        )}
        {!isUnfinished(delivery) && act('Remove from list', 'forget', 'Also removes the files kept on the server')}
      </Box>
      {isUnderWay(delivery) && <LinearProgress variant="determinate" value={delivery.progress * 100} aria-label={`Progress of ${name}`} />}
      {delivery.files.filter(({ error }) => error !== null).map((file) => (
        <Typography key={file.id} variant="caption" component="p" role="alert" sx={{ m: 0 }}>
          {file.fileName}: {file.error}
        </Typography>
      ))}
    </Box>
  );
}

/** How far a delivery is, for people. */
export function words(delivery: Delivery): string {
  const { count, done, failed, stopped, running, paused, stalled, to, folder } = delivery;
  if (paused && isUnfinished(delivery)) return `Paused: ${String(done)} of ${String(count)} are done.`;
  if (stalled) return `${String(done)} of ${String(count)} done. No worker runs that would make the rest: start Tovrin again, or have “bin/tovrin work” run. Nothing is lost.`;
  if (isUnfinished(delivery)) {
    const stage = delivery.files.find(({ state }) => state === 'running')?.stage;
    if (count === 1) return running > 0 ? `${stage ?? 'Starting'} …` : 'Waiting for a worker …';
    return running > 0 ? `${String(done)} of ${String(count)} done · ${stage ?? 'Working'} …` : `${String(done)} of ${String(count)} done · waiting for a worker …`;
  }
  if (failed + stopped > 0) {
    const parts = [failed > 0 ? `${String(failed)} failed` : '', stopped > 0 ? `${String(stopped)} stopped` : ''].filter((part) => part !== '').join(', ');
    return count === 1 && stopped === 1 ? 'Stopped. No file was made.' : `${String(done)} of ${String(count)} done, ${parts}.`;
  }
  const where = to === 'folder' ? `Done: in ${folder ?? 'the folder'}.` : to === 'archive' ? 'Done: the archive is in your downloads.' : 'Done: in your downloads.';
  return [where, exactness(delivery), troubles(delivery)].filter((part) => part !== '').join(' ');
}

/** What goes plainly wrong with colours in the files, worst first. */
function troubles({ files }: Delivery): string {
  const troubled = files.filter((file) => file.troubles.length > 0);
  const first = troubled[0]?.troubles[0];
  if (first === undefined) return '';
  return troubled.length === 1 ? `Check: ${first}.` : `Check ${String(troubled.length)} of them: ${troubled.map(({ fileName }) => fileName).slice(0, 3).join(', ')}${troubled.length > 3 ? ' …' : ''}.`;
}

/** How near the files come to their grades: the one that is furthest off. */
function exactness({ files, count }: Delivery): string {
  const known = files.filter(({ meanError }) => meanError !== null);
  const worst = (pick: (file: (typeof files)[number]) => number | null) => Math.max(...known.map((file) => pick(file) ?? 0));
  if (known.length === 0 || known.length < count) return '';
  if (worst(({ lattice }) => lattice) === 0) return 'Each pixel as it came.';
  const size = String(worst(({ lattice }) => lattice));
  return `Within ΔE ${worst(({ meanError }) => meanError).toFixed(2)} on average, ${worst(({ error99 }) => error99).toFixed(2)} for 99 of 100 colours (${size}³ nodes).`;
}
