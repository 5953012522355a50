import { expect as expects, test as base } from '@playwright/test';
import { spawn } from 'node:child_process';
import { cpSync, mkdtempSync, rmSync } from 'node:fs';
import { createServer, type AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

export type { Locator, Page } from '@playwright/test';

export const root = join(dirname(fileURLToPath(import.meta.url)), '../..');
const LOOKS_AGAIN_MS = 100;
const SEEDED_WITHIN_MS = 110_000;

type Poll = typeof expects.poll;

/** As the library has it, but for looking again sooner: it would let a second pass between two looks. */
export const expect = new Proxy(expects, {
  get: (from, name, self): unknown => (name === 'poll' ? (...[look, how]: Parameters<Poll>) => from.poll(look, { intervals: [LOOKS_AGAIN_MS], ...(typeof how === 'string' ? { message: how } : how) }) : Reflect.get(from, name, self)),
});

async function answers(url: string): Promise<boolean> {
  const until = Date.now() + SEEDED_WITHIN_MS;
  while (Date.now() < until) {
    if ((await fetch(url).catch(() => null))?.ok) return true;
    await new Promise((later) => setTimeout(later, 200));
  }
  return false;
}

interface Served {
  address: string;
  /** Its data folder. */
  data: string;
  stop: () => Promise<void>;
}

async function freePort(): Promise<number> {
  return new Promise((found, failed) => {
    const taker = createServer().once('error', failed);
    taker.listen(0, '127.0.0.1', () => {
      const { port } = taker.address() as AddressInfo;
      taker.close(() => {
        found(port);
      });
    });
  });
}

/** Starts a server with a data folder of its own, empty or with the demo set, and waits until it answers at a path. */
export async function serve(command: 'demo' | 'serve', path: string): Promise<Served> {
  const port = await freePort();
  const data = mkdtempSync(join(tmpdir(), 'tovrin-browser-'));
  const seed = process.env['TOVRIN_TEST_SEED'];
  if (command === 'demo' && seed !== undefined) cpSync(seed, data, { recursive: true });
  const server = spawn(join(root, 'bin/tovrin'), [command, '--port', String(port)], { env: { ...process.env, TOVRIN_DATA: data }, stdio: 'ignore' });
  const gone = new Promise((ended) => server.once('exit', ended));
  const address = `http://127.0.0.1:${String(port)}`;
  if (!(await answers(address + path))) throw new Error('Tovrin is not served.');
  return {
    address,
    data,
    stop: async () => {
      server.kill('SIGTERM');
      await gone;
      rmSync(data, { recursive: true, force: true });
    },
  };
}

/** A test with a server of its worker's own, filled with the demo set: what tests change must not meet. */
export const test = base.extend<object, { served: string }>({
  served: [
    // eslint-disable-next-line no-empty-pattern -- the library tells by the pattern what is needed
    async ({}, use) => {
      const { address, stop } = await serve('demo', '/api/sets/1');
      await use(address);
      await stop();
    },
    { scope: 'worker', timeout: 120_000 },
  ],
  baseURL: async ({ served }, use) => {
    await use(served);
  },
});
