// One connection for all windows of this browser: browsers allow six to one server, and each window would take one for good.
const ports: MessagePort[] = [];
const source = new EventSource('/api/events');
let lost = false;

function tell(data: string | null): void {
  for (const port of ports) port.postMessage(data);
}

source.addEventListener('message', ({ data }: MessageEvent<string>) => {
  tell(data);
});
source.addEventListener('error', () => {
  lost = true;
});
source.addEventListener('open', () => {
  // What happened in between is not known.
  if (lost) tell(null);
  lost = false;
});
self.addEventListener('connect', (event) => {
  ports.push(...(event as MessageEvent).ports);
});
