import { changesIn, type Change } from './changes';

interface Listener {
  onChanges: (changes: Change[]) => void;
  /** The connection was lost for a while: anything may have changed. */
  onAgain: () => void;
}

/** Hears what the server tells open windows, until it is no longer wanted. */
export function listen({ onChanges, onAgain }: Listener): () => void {
  const hear = (data: string | null) => {
    if (data === null) onAgain();
    else onChanges(changesIn(data));
  };
  if (typeof SharedWorker === 'undefined') return listenAlone(hear);
  const worker = new SharedWorker(new URL('./events.worker.ts', import.meta.url), { type: 'module', name: 'tovrin-events' });
  worker.port.onmessage = ({ data }: MessageEvent<string | null>) => {
    hear(data);
  };
  return () => {
    worker.port.close();
  };
}

/** Where windows cannot share a connection. */
function listenAlone(hear: (data: string | null) => void): () => void {
  const source = new EventSource('/api/events');
  let lost = false;
  source.onmessage = ({ data }: MessageEvent<string>) => {
    hear(data);
  };
  source.onerror = () => {
    lost = true;
  };
  source.onopen = () => {
    if (lost) hear(null);
    lost = false;
  };
  return () => {
    source.close();
  };
}
