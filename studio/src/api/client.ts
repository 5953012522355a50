import createClient, { type FetchResponse } from 'openapi-fetch';
import type { components, paths } from '../generated/api';
import { here } from './here';
import { identified, type Look, type LookFile, type Reach } from '../model/looks';
import { edgesIn } from '../gl/edges';
import { planesIn, type PlaneLevels } from '../gl/planes';
import { DraftReader, type Draft } from '../gl/Track';
import { watchParts } from '../model/findings';
import type { Kept } from '../model/grading';
import type { Step as LookStep } from '../model/lookLine';

type Schemas = components['schemas'];
export type Photo = Schemas['PhotoView'];
export type PhotoSet = Schemas['SetView'];
export type SetSummary = Schemas['SetSummary'];
export type MoveSummary = Schemas['MoveView'];
export type ExportJob = Schemas['ExportView'];
export type Delivery = Schemas['DeliveryView'];
export type Output = Schemas['Output'];
export type Profile = Schemas['Profile'];
export type MetadataKept = Schemas['MetadataKept'];
export type DeliverTo = Schemas['DeliverTo'];
export type DeliveryBody = Schemas['AskDelivery'];
export type DeliveryPreset = Schemas['DeliveryPresetView'];
export type PresetBody = Schemas['KeepPreset'];
export type PhotoOrder = Schemas['PhotoOrder'];
export type SamePot = Schemas['SamePotView'];
export type Step = Schemas['StepView'];
export type OwnLook = Schemas['OwnLookView'];
export type ExportFormat = Schemas['ExportFormat'];
export type Source = Schemas['SourceView'];
export type Readings = Schemas['ReadingsView'];
export type Scopes = Schemas['ScopesView'];
export type ProbeReading = Schemas['ProbeView'];
export type Reading = Schemas['ColourView'];
export type Sample = Schemas['Sample'];
export type Fit = Schemas['FitView'];
export type Preset = Schemas['PresetView'];
export type StartingLook = Schemas['StartingLookView'];
export type StartingLookBody = Schemas['ChangeStartingLook'];
export type Job = Schemas['GradeJobView'];
export type SetImport = Schemas['SetImportView'];
export type Worker = Schemas['WorkerView'];
export type ReadChart = Schemas['ReadChart'];
export type ChartReading = Schemas['ChartView'];
export type CarryBody = Schemas['CarryOver'];
export type CastsLeft = Schemas['CastsLeftView'];
export type NeutralPlace = Schemas['NeutralPlaceView'];
export type ProbePoint = Schemas['ProbePoint'];

/** A failure the user can read: what is wrong and what to do. */
class Failure extends Error {
  constructor(
    message: string,
    readonly status: number,
  ) {
    super(message);
  }
}

const UNREACHABLE = 'The server does not answer. Start it with “make demo” or “bin/tovrin serve”. Nothing is lost.';

/** Cubes of so many nodes along each axis are computed before everything else. */
const DRAFT_MOST = 17;

const client = createClient<paths>({ baseUrl: '' });
client.use({
  onRequest: ({ request }) => {
    request.headers.set('Tovrin-Window', here.window);
    // Headers are plain letters.
    if (here.name !== '') request.headers.set('Tovrin-Name', encodeURIComponent(here.name));
    return request;
  },
});

type Operation = Record<string | number, unknown>;
type Responses<T> = T extends { responses: infer R } ? R[keyof R & (200 | 201 | 202)] : never;
/** What an operation answers when it succeeds, as the description has it: the client's own type forgets how long lists are. */
type Answered<T> = Responses<T> extends { content: { 'application/json': infer Json } } ? Json : never;

/** Sends, and gives back the response; failures become words. */
async function sent<A extends { error?: unknown; response: Response }>(call: Promise<A>): Promise<A> {
  let answer: A;
  try {
    answer = await call;
  } catch (reason) {
    if (reason instanceof DOMException && reason.name === 'AbortError') throw reason;
    throw new Failure(UNREACHABLE, 0);
  }
  if (!answer.response.ok) throw new Failure(problemText(answer.error), answer.response.status);
  return answer;
}

async function take<T extends Operation, Options>(call: Promise<FetchResponse<T, Options, 'application/json'>>): Promise<Answered<T>> {
  const { data } = await sent(call);
  if (data === undefined) throw new Failure(problemText(undefined), 0);
  return data as Answered<T>;
}

function problemText(error: unknown): string {
  if (typeof error === 'object' && error !== null && 'error' in error && typeof error.error === 'string') return error.error;
  return 'The server gave an answer that cannot be read. Reload the page and try again.';
}

/** An answer of bytes. */
async function bytes(call: Promise<{ data?: ArrayBuffer; error?: unknown; response: Response }>): Promise<ArrayBuffer> {
  return (await sent(call)).data ?? new ArrayBuffer();
}

/** An answer that says nothing but that it is done. */
async function done(call: Promise<{ error?: unknown; response: Response }>): Promise<void> {
  await sent(call);
}

function kept(grade: Schemas['GradeView']): Kept {
  return { ...grade, look: identified(grade.look) };
}

/** A version, its moves with ids. */
export type Version = Omit<Schemas['VersionView'], 'look'> & { look: Look };

function version(view: Schemas['VersionView']): Version {
  return { ...view, look: identified(view.look) };
}

/** A file as the body of a request. */
function asBytes(file: File) {
  return { body: file as never, bodySerializer: (body: unknown) => body as File, headers: { 'Content-Type': 'application/octet-stream' } };
}

const at = (id: number) => ({ params: { path: { id } } });

export const api = {
  sets: () => take(client.GET('/api/sets')),
  workers: () => take(client.GET('/api/workers')),
  storage: () => take(client.GET('/api/storage')),
  clearStorage: (what: 'finished' | 'removed' | 'remakeable') => take(client.DELETE('/api/storage/{what}', { params: { path: { what } } })),
  createSet: (name: string) => take(client.POST('/api/sets', { body: { name } })),
  renameSet: (id: number, name: string) => take(client.PATCH('/api/sets/{id}', { ...at(id), body: { name } })),
  sortSet: (id: number, sorted: PhotoOrder) => take(client.PATCH('/api/sets/{id}', { ...at(id), body: { sorted } })),
  arrangeSet: (id: number, photos: number[]) => take(client.PUT('/api/sets/{id}/arrangement', { ...at(id), body: { photos } })),
  takeIntoSet: (id: number, photos: number[]) => take(client.POST('/api/sets/{id}/take', { ...at(id), body: { photos } })),
  drawn: (id: number, after: number) => take(client.GET('/api/sets/{id}/drawn/{after}', { params: { path: { id, after } } })),
  removeSet: (id: number) => done(client.DELETE('/api/sets/{id}', at(id))),
  restoreSet: (id: number) => take(client.POST('/api/sets/{id}/restore', at(id))),
  set: (id: number) => take(client.GET('/api/sets/{id}', at(id))),
  renamePhoto: (id: number, name: string) => take(client.PATCH('/api/photos/{id}', { ...at(id), body: { name } })),
  removePhotos: (photos: number[]) => done(client.POST('/api/photos/removed', { body: { photos } })),
  restorePhotos: (photos: number[]) => take(client.POST('/api/photos/restored', { body: { photos } })),
  grade: (id: number) => take(client.GET('/api/photos/{id}/grade', at(id))).then(kept),
  keepGrade: (id: number, look: Look, basedOn: number) => take(client.PUT('/api/photos/{id}/grade', { ...at(id), body: { look, basedOn } })).then(kept),
  step: (id: number, step: 'undo' | 'redo', basedOn: number) => take(client.POST('/api/photos/{id}/{step}', { params: { path: { id, step } }, body: { basedOn } })).then(kept),
  history: (id: number) => take(client.GET('/api/photos/{id}/history', at(id))),
  goTo: (id: number, number: number, basedOn: number) => take(client.POST('/api/photos/{id}/history', { ...at(id), body: { number, basedOn } })).then(kept),
  versions: (id: number) => take(client.GET('/api/photos/{id}/versions', at(id))).then((versions) => versions.map(version)),
  keepVersion: (id: number, basedOn: number, name = '') => take(client.POST('/api/photos/{id}/versions', { ...at(id), body: { basedOn, name } })).then(version),
  renameVersion: (id: number, name: string) => take(client.PATCH('/api/versions/{id}', { ...at(id), body: { name } })).then(version),
  removeVersion: (id: number) => done(client.DELETE('/api/versions/{id}', at(id))),
  restoreVersion: (id: number) => take(client.POST('/api/versions/{id}/restore', at(id))).then(version),
  summary: (id: number, look: Look) => take(client.POST('/api/photos/{id}/summary', { ...at(id), body: { look } })),
  cube: async (look: Look, lattice: number, watched: string | null, photo: number | null = null) => {
    const { watch, check } = watchParts(watched);
    const { data, response } = await sent(client.POST('/api/cube', { params: { query: { draft: lattice <= DRAFT_MOST } }, body: { look, lattice, watch, photo, check }, parseAs: 'arrayBuffer' }));
    return { nodes: data ?? new ArrayBuffer(), planes: JSON.parse(response.headers.get('Tovrin-Planes') ?? '[]') as PlaneLevels[] };
  },
  /** Drafts along a line or all over a field, as they come. */
  track: async ({ look, steps, aside }: { look: Look; steps: LookStep[]; aside: LookStep[] }, watch: string | null, take: (draft: Draft, planes: PlaneLevels[]) => void, signal: AbortSignal) => {
    const { data, response } = await sent(client.POST('/api/cube/track', { body: { look, steps, aside, watch }, parseAs: 'stream', signal }));
    const planes = JSON.parse(response.headers.get('Tovrin-Planes') ?? '[]') as PlaneLevels[];
    const [reader, drafts] = [data?.getReader(), new DraftReader()];
    for (let piece = await reader?.read(); piece?.value; piece = await reader?.read()) for (const draft of drafts.take(piece.value)) take(draft, planes);
  },
  edges: async (id: number, look: Look, signal: AbortSignal) => edgesIn(await bytes(client.POST('/api/photos/{id}/edges', { ...at(id), body: { look }, parseAs: 'arrayBuffer', signal }))),
  planes: async (id: number, look: Look, points: number, watch: string | null) => planesIn(await bytes(client.POST('/api/photos/{id}/planes', { ...at(id), body: { look, points, watch: watchParts(watch).watch }, parseAs: 'arrayBuffer' }))),
  under: (id: number, points: [number, number][]) => take(client.POST('/api/photos/{id}/under', { ...at(id), body: { points } })),
  source: (id: number) => take(client.GET('/api/photos/{id}/source', at(id))),
  readings: (id: number, look: Look, watch: string | null, signal?: AbortSignal) => take(client.POST('/api/photos/{id}/readings', { ...at(id), body: { look, watch }, signal })),
  checks: (id: number, look: Look, ways: boolean, signal?: AbortSignal) => take(client.POST('/api/photos/{id}/checks', { ...at(id), body: { look, ways }, signal })),
  cloud: (id: number, look: Look, watch: string | null) => bytes(client.POST('/api/photos/{id}/cloud', { ...at(id), body: { look, watch }, parseAs: 'arrayBuffer' })),
  lit: (id: number, look: Look, watch: string, plane: string, chromaTop: number) => take(client.POST('/api/photos/{id}/lit', { ...at(id), body: { look, watch, plane, chromaTop } })),
  probes: (id: number, look: Look, points: ProbePoint[], how: { watch?: string | null; before?: string | null } = {}) => take(client.POST('/api/photos/{id}/probes', { ...at(id), body: { look, points, ...how } })),
  reachFrom: (id: number, base: Reach | null, samples: Sample[], alone: boolean) => take(client.POST('/api/photos/{id}/reach', { ...at(id), body: { base, samples, alone } })),
  potReach: (id: number, pot: number) => take(client.GET('/api/photos/{id}/pots/{pot}/reach', { params: { path: { id, pot } } })),
  spot: async (id: number, pot: number) => new Uint8Array(await bytes(client.GET('/api/photos/{id}/pots/{pot}/spot', { params: { path: { id, pot } }, parseAs: 'arrayBuffer' }))),
  family: async (look: Look, family: string) => new Uint8Array(await bytes(client.POST('/api/moves/family', { body: { look, family }, parseAs: 'arrayBuffer' }))),
  families: (id: number, look: Look) => take(client.POST('/api/photos/{id}/families', { ...at(id), body: { look } })),
  drawing: (look: Look) => take(client.POST('/api/moves/drawing', { body: { look } })),
  colour: (hex: string) => take(client.GET('/api/colours/{hex}', { params: { path: { hex: hex.replace('#', '') } } })),
  shown: (lightness: number, chroma: number, hue: number) => take(client.GET('/api/colours/{lightness}/{chroma}/{hue}', { params: { path: { lightness: String(lightness), chroma: String(chroma), hue: String(hue) } as never } })),
  absentPots: (id: number, look: Look) => take(client.POST('/api/photos/{id}/palette/absent', { ...at(id), body: { look } })),
  passages: (id: number) => take(client.GET('/api/photos/{id}/passages', at(id))),
  grain: (id: number) => take(client.GET('/api/photos/{id}/grain', at(id))),
  palette: (id: number) => take(client.GET('/api/photos/{id}/palette', at(id))),
  match: (id: number, other: number) => take(client.GET('/api/photos/{id}/match/{other}', { params: { path: { id, other } } })),
  matchFile: (id: number, file: File) => take(client.POST('/api/photos/{id}/match', { params: { path: { id }, query: { name: file.name } }, ...asBytes(file) })),
  readChart: (id: number, body: ReadChart) => take(client.POST('/api/photos/{id}/chart', { ...at(id), body })),
  fitChart: (look: Look) => take(client.POST('/api/charts/fit', { body: { look } })),
  neutralPlaces: (id: number) => take(client.GET('/api/photos/{id}/neutral-places', at(id))),
  lightOf: (id: number, look: Look) => take(client.POST('/api/photos/{id}/light', { ...at(id), body: { look } })),
  casts: (id: number, look: Look, watch: string | null) => take(client.POST('/api/photos/{id}/casts', { ...at(id), body: { look, watch } })),
  previewCarry: (id: number, body: CarryBody) => take(client.POST('/api/photos/{id}/carry/preview', { ...at(id), body })),
  carry: (id: number, body: CarryBody) => take(client.POST('/api/photos/{id}/carry', { ...at(id), body })),
  fitted: (id: number, look: Look) => take(client.POST('/api/photos/{id}/fitted', { ...at(id), body: { look } })),
  same: (id: number, pot: number, to: number[]) => take(client.POST('/api/photos/{id}/same', { ...at(id), body: { pot, to } })),
  bringToFirst: (id: number, pot: number, to: number[]) => take(client.POST('/api/photos/{id}/same/bring', { ...at(id), body: { pot, to } })),
  spread: (colours: string[]) => take(client.POST('/api/colours/spread', { body: { colours } })),
  startingLook: (set: number) => take(client.GET('/api/sets/{id}/starting-look', at(set))),
  startWith: (set: number, body: StartingLookBody) => take(client.PUT('/api/sets/{id}/starting-look', { ...at(set), body })),
  startAllWith: (look: LookFile | null) => done(client.PUT('/api/starting-look', { body: { look } })),
  beginning: (id: number) => take(client.GET('/api/photos/{id}/beginning', at(id))).then(({ look }) => identified(look)),
  exportSet: (id: number, photos: boolean) => take(client.POST('/api/sets/{id}/archive', { ...at(id), body: { photos } })),
  setImports: () => take(client.GET('/api/set-imports')),
  steerSetImport: (id: number, what: 'pause' | 'resume') => take(client.POST('/api/set-imports/{id}/{what}', { params: { path: { id, what } } })),
  forgetSetImport: (id: number) => done(client.DELETE('/api/set-imports/{id}', at(id))),
  jobs: () => take(client.GET('/api/jobs')),
  steerJob: (id: number, what: 'pause' | 'resume' | 'stop' | 'undo') => take(client.POST('/api/jobs/{id}/{what}', { params: { path: { id, what } } })),
  sampleSet: () => take(client.GET('/api/sample-set')),
  addSample: (set: number, file: string) => take(client.POST('/api/sets/{id}/sample', { ...at(set), body: { file } })),
  presets: () => take(client.GET('/api/presets')),
  ownLooks: () => take(client.GET('/api/looks')),
  saveLook: (look: LookFile, group: string) => take(client.POST('/api/looks', { body: { look, group } })),
  changeLook: (id: number, name: string, group: string) => take(client.PATCH('/api/looks/{id}', { ...at(id), body: { name, group } })),
  removeLook: (id: number) => done(client.DELETE('/api/looks/{id}', at(id))),
  restoreLook: (id: number) => take(client.POST('/api/looks/{id}/restore', at(id))),
  bringLook: (file: File) => take(client.POST('/api/looks/files', { params: { query: { name: file.name } }, ...asBytes(file) })),
  importLut: (file: File) => take(client.POST('/api/luts', { params: { query: { name: file.name } }, ...asBytes(file) })),
  importMask: (id: number, file: File) => take(client.POST('/api/photos/{id}/masks', { params: { path: { id }, query: { name: file.name } }, ...asBytes(file) })),
  lut: (digest: string) => take(client.GET('/api/luts/{digest}', { params: { path: { digest } } })),
  scaledReach: async (reach: Reach | null, factor: number) => (await take(client.POST('/api/reach/scaled', { body: { reach, factor } }))).reach,
  deliver: (body: DeliveryBody) => take(client.POST('/api/deliveries', { body })),
  planDelivery: (body: DeliveryBody) => take(client.POST('/api/deliveries/plan', { body })),
  deliveryPresets: () => take(client.GET('/api/delivery-presets')),
  keepPreset: (body: PresetBody) => take(client.POST('/api/delivery-presets', { body })),
  changePreset: (id: number, body: PresetBody) => take(client.PUT('/api/delivery-presets/{id}', { ...at(id), body })),
  removePreset: (id: number) => done(client.DELETE('/api/delivery-presets/{id}', at(id))),
  restorePreset: (id: number) => take(client.POST('/api/delivery-presets/{id}/restore', at(id))),
  deliveries: () => take(client.GET('/api/deliveries')),
  deliveryPlaces: () => take(client.GET('/api/deliveries/places')),
  steerDelivery: (id: number, what: 'pause' | 'resume' | 'stop' | 'again') => take(client.POST('/api/deliveries/{id}/{what}', { params: { path: { id, what } } })),
  forgetDelivery: (id: number) => done(client.DELETE('/api/deliveries/{id}', at(id))),
  cancelExport: (id: number) => take(client.POST('/api/exports/{id}/cancel', at(id))),
};

/** Sends a file with progress, which fetch cannot report. Resolves to the new photo. */
export function importPhoto(setId: number, file: File, progress: (share: number) => void, signal: AbortSignal): Promise<Photo> {
  return new Promise((resolve, reject) => {
    const request = new XMLHttpRequest();
    request.open('POST', `/api/sets/${String(setId)}/photos?name=${encodeURIComponent(file.name)}`);
    request.setRequestHeader('Content-Type', 'application/octet-stream');
    request.responseType = 'json';
    request.upload.onprogress = (event) => {
      if (event.lengthComputable) progress(event.loaded / event.total);
    };
    request.onload = () => {
      if (request.status === 201) resolve(request.response as Photo);
      else reject(new Failure(problemText(request.response), request.status));
    };
    request.onerror = () => {
      reject(new Failure(UNREACHABLE, 0));
    };
    request.onabort = () => {
      reject(new Failure('Stopped.', 0));
    };
    signal.addEventListener('abort', () => {
      request.abort();
    });
    request.send(file);
  });
}
