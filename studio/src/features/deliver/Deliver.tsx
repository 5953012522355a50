import CloseIcon from '@mui/icons-material/Close';
import { Box, Button, IconButton, Paper, Popper, Typography } from '@mui/material';
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { api, type DeliverTo, type Photo } from '../../api/client';
import { settledRevision } from '../ledger/sessions';
import { useOpened } from '../../ui/place/useOpened';
import { lazily } from '../../ui/lazily';
import { filesWords, remembered, type Plan } from './outputs';
import { isUnderWay, useDeliveries } from './useDeliveries';
import { reasonOf } from '../../model/reason';

const KEPT = 'deliver-as';
/** More files than this one would not want one by one in the downloads. */
const MOST_DOWNLOADS = 20;

const DeliverForm = lazily(() => import('./DeliverForm').then((module) => module.DeliverForm));
const DeliveryList = lazily(() => import('./DeliveryList').then((module) => module.DeliveryList));

/** Asks for finished files and shows how far they are. Stands beside the work: one goes on while they are made. */
export function Deliver({ photos }: { photos: Photo[] }) {
  const { deliveries, lost, start, steer } = useDeliveries();
  const [button, setButton] = useState<HTMLElement | null>(null);
  const [over, setOver] = useOpened('over');
  const isOpen = over === 'deliver';
  const [outputs, setOutputs] = useState<Plan[]>(() => remembered(window.localStorage.getItem(KEPT)));
  const [to, setTo] = useState<DeliverTo | null>(null);
  const [folder, setFolder] = useState('');
  const [asking, setAsking] = useState(false);
  const [failure, setFailure] = useState<string | null>(null);
  const places = useQuery({ queryKey: ['delivery places'], queryFn: api.deliveryPlaces, staleTime: Infinity, enabled: isOpen }).data;
  // Counted by what each photo has in any case: mattes are one a move, and the server knows how many.
  const few = photos.length * outputs.length <= MOST_DOWNLOADS;
  const where = to ?? (photos.length * outputs.length === 1 ? 'downloads' : 'archive');
  const destination: DeliverTo = where === 'downloads' && !few ? 'archive' : where;
  const body = { photos: photos.map(({ id, revision }) => ({ id, basedOn: revision })), outputs, to: destination, folder: destination === 'folder' && folder.trim() !== '' ? folder.trim() : null };
  const plan = useQuery({
    queryKey: ['delivery plan', JSON.stringify(body)],
    queryFn: () => api.planDelivery(body),
    enabled: isOpen && photos.length > 0,
    placeholderData: keepPreviousData,
    retry: false,
    gcTime: 10_000,
  });
  const underWay = deliveries.filter(isUnderWay);
  const what = photos.length === 1 ? (photos[0]?.name ?? '') : `${String(photos.length)} photos`;
  const fails = (reason: unknown) => {
    setFailure(reasonOf(reason));
  };
  const change = (next: Plan[]) => {
    setOutputs(next);
    window.localStorage.setItem(KEPT, JSON.stringify(next));
  };
  const ask = async () => {
    setFailure(null);
    setAsking(true);
    try {
      // The file is what the screen shows: nothing is made while a change is not kept.
      const asked = await Promise.all(photos.map(async (photo) => ({ id: photo.id, basedOn: await settledRevision(photo) })));
      await start(() => api.deliver({ ...body, photos: asked }));
    } catch (reason) {
      fails(reason);
    } finally {
      setAsking(false);
    }
  };
  const close = () => {
    setOver(null);
    setFailure(null);
  };
  return (
    <>
      <Button
        variant="contained"
        ref={setButton}
        aria-expanded={isOpen}
        onClick={() => {
          if (isOpen) close();
          else setOver('deliver');
        }}
        sx={{ flex: 'none', whiteSpace: 'nowrap' }}
      >
        {underWay.length === 0 ? 'Deliver' : `Deliver · ${String(Math.round((underWay.reduce((sum, one) => sum + one.progress, 0) / underWay.length) * 100))} %`}
      </Button>
      <Popper role={undefined} open={isOpen && button !== null} anchorEl={button} placement="bottom-end" style={{ zIndex: 1200 }}>
        <Paper
          role="dialog"
          data-guide="parts/deliver"
          aria-label={`Deliver ${what}`}
          elevation={8}
          onKeyDown={(event) => {
            if (event.key !== 'Escape') return;
            event.preventDefault();
            close();
          }}
          sx={{ width: 460, p: 2, mt: 0.5, maxHeight: 'calc(100vh - 60px)', overflowY: 'auto' }}
        >
          <Box sx={{ display: 'flex', alignItems: 'center', mb: 0.5 }}>
            <Typography variant="subtitle1" component="h2" noWrap sx={{ flex: 1 }}>
              {photos.length === 0 ? 'Deliver' : `Deliver ${what}`}
            </Typography>
            <IconButton aria-label="Close" onClick={close}>
              <CloseIcon fontSize="small" />
            </IconButton>
          </Box>
          {photos.length === 0 ? (
            <Typography variant="body2">Select the photos to deliver first.</Typography>
          ) : (
            <>
              <DeliverForm
                outputs={outputs}
                onOutputs={change}
                destination={destination}
                few={few}
                folder={folder}
                into={body.folder}
                allowed={places?.folder ?? null}
                onTo={setTo}
                onFolder={setFolder}
                plan={plan.data}
                isOld={plan.isPlaceholderData}
                refusal={plan.error?.message ?? null}
                onFailure={fails}
              />
              <Button variant="contained" fullWidth disabled={asking || plan.isError} onClick={() => { void ask(); }}>
                {asking ? 'Saving the last change …' : `Deliver ${filesWords(plan.data?.count ?? photos.length * outputs.length)}`}
              </Button>
            </>
          )}
          {(failure !== null || lost) && (
            <Typography role="alert" variant="body2" sx={{ mt: 1 }}>
              {failure ?? 'The server does not answer. Files under way continue by themselves.'}
            </Typography>
          )}
          {deliveries.length > 0 && <DeliveryList deliveries={deliveries} onSteer={(id, how) => { steer(id, how).catch(fails); }} />}
        </Paper>
      </Popper>
    </>
  );
}
