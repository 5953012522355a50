import createClient from 'openapi-fetch';
import type { components, paths } from '../generated/api';
import type { Look, Reach } from '../generated/look';

export type Photo = components['schemas']['Photo'];
export type PhotoSet = components['schemas']['Set'];
export type SetSummary = components['schemas']['SetSummary'];
export type MoveSummary = components['schemas']['MoveSummary'];
export type ExportJob = components['schemas']['Export'];
export type ExportFormat = ExportJob['format'];
export type Grade = Omit<components['schemas']['Grade'], 'look'> & { look: Look };

export type Source = components['schemas']['Source'];
export type Readings = components['schemas']['Readings'];
export type Scopes = components['schemas']['Scopes'];
export type ProbeReading = components['schemas']['ProbeReading'];
export type Sample = components['schemas']['Sample'];
export type Fit = Omit<components['schemas']['Fit'], 'reach'> & { reach: Reach | null };
export interface Preset {
  group: string;
  look: Look;
}
/** Kinds of move that divide the colours into families. */
export type FamilyKind = paths['/api/families/{kind}/{family}']['get']['parameters']['path']['kind'];
export type Reading = components['schemas']['Reading'];
/** A place on the photo: shares of its width and height, and the side of the square read there in pixels of the preview. */
export interface ProbePoint {
  x: number;
  y: number;
  size: number;
}

/** A failure the user can read: what is wrong and what to do. */
export class Failure extends Error {
  constructor(
    message: string,
    readonly status: number,
  ) {
    super(message);
  }
}

export const UNREACHABLE = 'The server does not answer. Start it with “make demo” or “bin/tovrin serve”; nothing is lost.';

const client = createClient<paths>({ baseUrl: '' });

type Answer<T> = { data?: T; error?: unknown; response: Response };

async function take<T>(call: Promise<Answer<T>>): Promise<T> {
  let answer: Answer<T>;
  try {
    answer = await call;
  } catch (reason) {
    if (reason instanceof DOMException && reason.name === 'AbortError') throw reason;
    throw new Failure(UNREACHABLE, 0);
  }
  if (answer.data === undefined) {
    throw new Failure(problemText(answer.error), answer.response.status);
  }
  return answer.data;
}

function problemText(error: unknown): string {
  if (typeof error === 'object' && error !== null && 'error' in error && typeof error.error === 'string') return error.error;
  return 'The server gave an answer that cannot be read. Reload the page and try again.';
}

// The description of the API leaves the look to its own schema; its type joins here.
const asApiLook = (look: Look) => look as unknown as components['schemas']['Look'];
const asGrade = (grade: components['schemas']['Grade']) => grade as unknown as Grade;
const asFit = (fit: components['schemas']['Fit']) => fit as unknown as Fit;

export const api = {
  sets: () => take(client.GET('/api/sets')),
  createSet: (name: string) => take(client.POST('/api/sets', { body: { name } })),
  set: (id: number) => take(client.GET('/api/sets/{id}', { params: { path: { id } } })),
  removePhoto: async (id: number) => {
    const { response, error } = await client.DELETE('/api/photos/{id}', { params: { path: { id } } });
    if (!response.ok) throw new Failure(problemText(error), response.status);
  },
  grade: async (id: number) => asGrade(await take(client.GET('/api/photos/{id}/grade', { params: { path: { id } } }))),
  keepGrade: async (id: number, look: Look, basedOn: number) =>
    asGrade(await take(client.PUT('/api/photos/{id}/grade', { params: { path: { id } }, body: { look: asApiLook(look), basedOn } }))),
  undo: async (id: number) => asGrade(await take(client.POST('/api/photos/{id}/undo', { params: { path: { id } } }))),
  redo: async (id: number) => asGrade(await take(client.POST('/api/photos/{id}/redo', { params: { path: { id } } }))),
  summary: (id: number, look: Look) =>
    take(client.POST('/api/photos/{id}/summary', { params: { path: { id } }, body: { look: asApiLook(look) } })),
  cube: (look: Look, lattice: number, watch: number | null, signal?: AbortSignal) =>
    take(client.POST('/api/cube', { body: { look: asApiLook(look), lattice, watch }, parseAs: 'arrayBuffer', signal })) as unknown as Promise<ArrayBuffer>,
  // Fixed-length lists lose their form in the client's own types.
  source: (id: number) => take(client.GET('/api/photos/{id}/source', { params: { path: { id } } })) as unknown as Promise<Source>,
  readings: (id: number, look: Look, watch: number | null, signal?: AbortSignal) =>
    take(client.POST('/api/photos/{id}/readings', { params: { path: { id } }, body: { look: asApiLook(look), watch }, signal })) as unknown as Promise<Readings>,
  probes: (id: number, look: Look, watch: number | null, points: ProbePoint[], signal?: AbortSignal) =>
    take(client.POST('/api/photos/{id}/probes', { params: { path: { id } }, body: { look: asApiLook(look), watch, points }, signal })),
  reachFrom: async (id: number, base: Reach | null, samples: Sample[]) =>
    asFit(await take(client.POST('/api/photos/{id}/reach', { params: { path: { id } }, body: { base: base as never, samples } }))),
  potReach: async (id: number, pot: number) => asFit(await take(client.GET('/api/photos/{id}/pots/{pot}/reach', { params: { path: { id, pot } } }))),
  spot: async (id: number, pot: number) =>
    new Uint8Array(await (take(client.GET('/api/photos/{id}/pots/{pot}/spot', { params: { path: { id, pot } }, parseAs: 'arrayBuffer' })) as unknown as Promise<ArrayBuffer>)),
  family: async (kind: FamilyKind, family: string) =>
    new Uint8Array(await (take(client.GET('/api/families/{kind}/{family}', { params: { path: { kind, family } }, parseAs: 'arrayBuffer' })) as unknown as Promise<ArrayBuffer>)),
  drawing: (look: Look) => take(client.POST('/api/moves/drawing', { body: { look: asApiLook(look) } })),
  colour: (hex: string) => take(client.GET('/api/colours/{hex}', { params: { path: { hex: hex.replace('#', '') } } })),
  presets: async () => (await take(client.GET('/api/presets'))) as unknown as Preset[],
  scaledReach: async (reach: Reach | null, factor: number) => (await take(client.POST('/api/reach/scaled', { body: { reach: reach as never, factor } }))) as Reach,
  startExport: (photoId: number, format: ExportFormat, quality: number, lattice: number) =>
    take(client.POST('/api/exports', { body: { photoId, format, quality, lattice } })),
  export: (id: number) => take(client.GET('/api/exports/{id}', { params: { path: { id } } })),
  cancelExport: (id: number) => take(client.POST('/api/exports/{id}/cancel', { params: { path: { id } } })),
};

/** Sends a file with progress, which fetch cannot report. Resolves to the new photo. */
export function bringIn(setId: number, file: File, progress: (share: number) => void, signal: AbortSignal): Promise<Photo> {
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
