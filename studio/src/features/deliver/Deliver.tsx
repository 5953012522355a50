import CloseIcon from '@mui/icons-material/Close';
import { Box, Button, IconButton, Paper, Popper, Typography } from '@mui/material';
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { api, type DeliverTo, type Photo } from '../../api/client';
import { settledRevision } from '../ledger/sessions';
import { useOpened } from '../../ui/place/useOpened';
import { DeliveryList } from './DeliveryList';
import { Destination, MOST_DOWNLOADS } from './Destination';
import { NamePattern } from './NamePattern';
import { OutputRow } from './OutputRow';
import { PresetChoice } from './PresetChoice';
import { filesWords, inFormat, plansOf, remembered, usual, USUAL_NAME, type Plan } from './outputs';
import { isUnderWay, useDeliveries } from './useDeliveries';
import { reasonOf } from '../../model/reason';

const KEPT = 'deliver-as';
const MOST_OUTPUTS = 8;

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
  const name = outputs[0]?.name ?? USUAL_NAME;
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
              <PresetChoice
                now={{ outputs, to: destination, folder: body.folder }}
                onTake={(preset) => {
                  change(plansOf(preset.outputs as Partial<Plan>[]));
                  setTo(preset.to);
                  setFolder(preset.folder ?? '');
                }}
                onFailure={fails}
              />
              {outputs.map((output, index) => (
                <OutputRow
                  key={index}
                  number={index + 1}
                  output={output}
                  folders={destination !== 'downloads'}
                  table={plan.isPlaceholderData ? undefined : plan.data?.tables.find((one) => one.output === index)}
                  onChange={(next) => { change(outputs.map((one, i) => (i === index ? next : one))); }}
                  onFormat={(format) => { change(outputs.map((one, i) => (i === index ? inFormat(one, format) : one))); }}
                  onRemove={outputs.length > 1 ? () => { change(outputs.filter((_, i) => i !== index)); } : undefined}
                />
              ))}
              {outputs.length < MOST_OUTPUTS && (
                <Button size="small" onClick={() => { change([...outputs, usual(outputs.some(({ format }) => format === 'jpeg') ? 'tiff' : 'jpeg', name)]); }}>
                  Add another kind of file
                </Button>
              )}
              <NamePattern value={name} onChange={(next) => { change(outputs.map((one) => ({ ...one, name: next }))); }} plan={plan.data} failure={plan.error?.message ?? null} />
              <Destination to={destination} few={few} folder={folder} allowed={places?.folder ?? null} onTo={setTo} onFolder={setFolder} />
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
          <DeliveryList deliveries={deliveries} onSteer={(id, how) => { steer(id, how).catch(fails); }} />
        </Paper>
      </Popper>
    </>
  );
}
