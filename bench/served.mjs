// What the measurements over HTTP share: a server of its own with an empty data directory, and a browser.
import { execFileSync, spawn } from 'node:child_process';
import { mkdtempSync, readFileSync, readdirSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { chromium } from 'playwright-core';

export const root = join(dirname(fileURLToPath(import.meta.url)), '..');

const underWay = new WeakMap();

/** A page whose requests are known. */
function followed(page) {
  const open = new Set();
  underWay.set(page, open);
  // What windows are told comes over a connection that stays.
  page.on('request', (request) => !/events/.test(request.url()) && open.add(request));
  for (const end of ['requestfinished', 'requestfailed']) page.on(end, (request) => open.delete(request));
  return page;
}

/** Waits until a page has asked for nothing for half a second. */
export async function quiet(page) {
  const open = underWay.get(page);
  for (let rest = 0; rest < 5; rest = open.size === 0 ? rest + 1 : 0) await page.waitForTimeout(100);
}

/** Seconds of processor time of a process and all that come from it. */
function processorSeconds(of) {
  const parents = new Map();
  const ticks = new Map();
  for (const name of readdirSync('/proc').filter((entry) => /^\d+$/.test(entry))) {
    try {
      const stat = readFileSync(`/proc/${name}/stat`, 'utf8');
      const fields = stat.slice(stat.lastIndexOf(')') + 2).split(' ');
      parents.set(Number(name), Number(fields[1]));
      // Its own time, and that of those of its children that have ended.
      ticks.set(Number(name), [11, 12, 13, 14].reduce((sum, at) => sum + Number(fields[at]), 0));
    } catch {
      // It is gone.
    }
  }
  const belongs = (pid) => pid === of || (parents.has(pid) && belongs(parents.get(pid)));
  return [...ticks].reduce((sum, [pid, own]) => sum + (belongs(pid) ? own : 0), 0) / 100;
}

/** Serves an empty set, does some work with it, and leaves nothing behind. */
export async function served(port, work) {
  const data = mkdtempSync(join(tmpdir(), 'tovrin-bench-'));
  const base = `http://127.0.0.1:${port}`;
  const server = spawn(join(root, 'bin/tovrin'), ['serve', '--port', String(port)], { env: { ...process.env, TOVRIN_DATA: data }, stdio: ['ignore', 'pipe', 'inherit'] });
  await new Promise((ready) => server.stdout.on('data', (text) => String(text).includes('served at') && ready()));
  let browser;
  const send = async (path, body, method = 'POST') => {
    const answer = await fetch(base + path, { method, body, headers: { 'Content-Type': typeof body === 'string' ? 'application/json' : 'application/octet-stream' } });
    if (!answer.ok) throw new Error(await answer.text());
    return answer.json();
  };
  try {
    await send('/api/sets', '{"name":"Bench"}');
    await work({
      base,
      data,
      /** Seconds of processor time that the server's processes have taken that still run. */
      processorSeconds: () => processorSeconds(server.pid),
      send,
      /** The bowl and vase, enlarged to 24 megapixels. */
      bring24Megapixels: async () => {
        execFileSync('/usr/bin/convert', [join(root, 'demo/photos/bowl-and-vase.jpg'), '-resize', '6000x4000!', '-quality', '92', join(data, '24mp.jpg')]);
        await send('/api/sets/1/photos?name=24mp.jpg', readFileSync(join(data, '24mp.jpg')));
      },
      /** @param more arguments for the browser, besides those all have */
      newPage: async (more = []) => {
        browser ??= await chromium.launch({
          executablePath: '/usr/bin/chromium',
          args: ['--headless', '--no-sandbox', '--disable-quic', '--no-first-run', '--disable-background-networking', '--disable-component-update', '--disable-sync', '--use-angle=swiftshader', '--enable-unsafe-swiftshader', ...more],
        });
        return followed(await browser.newPage({ viewport: { width: 1280, height: 800 } }));
      },
    });
  } finally {
    await browser?.close();
    server.kill('SIGTERM');
    await new Promise((gone) => server.on('exit', gone));
    rmSync(data, { recursive: true, force: true });
  }
}

/** p50 and p95 of some milliseconds, in words. */
export function percentiles(times) {
  const sorted = [...times].sort((a, b) => a - b);
  const at = (share) => sorted[Math.min(sorted.length - 1, Math.floor(sorted.length * share))].toFixed(0);
  return `p50 ${at(0.5)} ms, p95 ${at(0.95)} ms`;
}
