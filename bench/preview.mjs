// Live preview in Chromium: from the input event to the frame with the new grade, five moves, a photo of
// 24 megapixels, a slider dragged back and forth. Prints p50 and p95.
import { execFileSync, spawn } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { chromium } from 'playwright-core';

const root = join(dirname(fileURLToPath(import.meta.url)), '..');
const data = mkdtempSync(join(tmpdir(), 'tovrin-bench-'));
const port = 7398;
const base = `http://127.0.0.1:${port}`;
const server = spawn(join(root, 'bin/tovrin'), ['serve', '--port', String(port)], { env: { ...process.env, TOVRIN_DATA: data }, stdio: ['ignore', 'pipe', 'inherit'] });
await new Promise((ready) => server.stdout.on('data', (text) => String(text).includes('served at') && ready()));
let browser;
try {
  const post = async (path, body) => {
    const answer = await fetch(base + path, { method: path.endsWith('grade') ? 'PUT' : 'POST', body, headers: { 'Content-Type': typeof body === 'string' ? 'application/json' : 'application/octet-stream' } });
    if (!answer.ok) throw new Error(await answer.text());
    return answer.json();
  };
  await post('/api/sets', '{"name":"Bench"}');
  execFileSync('/usr/bin/convert', [join(root, 'demo/photos/bowl-and-vase.jpg'), '-resize', '6000x4000!', '-quality', '92', join(data, '24mp.jpg')]);
  await post('/api/sets/1/photos?name=24mp.jpg', readFileSync(join(data, '24mp.jpg')));

  browser = await chromium.launch({
    executablePath: '/usr/bin/chromium',
    args: ['--headless', '--no-sandbox', '--disable-quic', '--no-first-run', '--disable-background-networking', '--disable-component-update', '--disable-sync', '--use-angle=swiftshader', '--enable-unsafe-swiftshader'],
  });
  const five = JSON.parse(readFileSync(join(root, 'bench/look.json'), 'utf8'));
  const used = JSON.parse(readFileSync(join(root, 'tests/moves.json'), 'utf8'));
  const each = { tovrinLook: 1, moves: Object.entries(used).map(([kind, params]) => ({ kind, params })) };
  let revision = 0;
  // The shift is dragged in both.
  for (const [name, look, move, aim] of [['five moves', five, 1, 60], ['one of each kind', each, Object.keys(used).indexOf('shift'), 100]]) {
    await post('/api/photos/1/grade', JSON.stringify({ basedOn: revision, look }));
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
    const settled = async () => {
      await page.waitForLoadState('networkidle');
      await page.waitForSelector('canvas[data-settled=true]');
    };
    await page.goto(base);
    await settled();
    await page.getByRole('option').nth(move).click();
    await settled();
    const box = await page.locator('section[aria-label="Controls of the move"] .MuiSlider-root').first().boundingBox();
    const y = box.y + box.height / 2;
    await page.mouse.move(box.x + box.width * 0.4, y);
    await page.mouse.down();
    // A short while to warm everything up, then the run that counts.
    for (const [rounds, counts] of [[1, false], [5, true]]) {
      if (counts) await page.evaluate(() => performance.clearMeasures());
      for (let round = 0; round < rounds; round++)
        for (let i = 0; i < 50; i++) {
          await page.mouse.move(box.x + box.width * (0.35 + (0.3 * Math.abs(25 - i)) / 25), y);
          await page.waitForTimeout(16);
        }
    }
    const times = (await page.evaluate(() => performance.getEntriesByName('tovrin:input-to-frame').map((entry) => entry.duration))).sort((a, b) => a - b);
    await page.mouse.up();
    await settled();
    ({ revision } = await (await fetch(`${base}/api/photos/1/grade`)).json());
    await page.close();
    const at = (share) => times[Math.floor(times.length * share)].toFixed(0);
    console.log(`Preview, ${name}, 24 megapixels, ${times.length} frames: p50 ${at(0.5)} ms, p95 ${at(0.95)} ms (aim: p95 at most ${aim}; drawn in software where there is no graphics card)`);
  }
} finally {
  await browser?.close();
  server.kill('SIGTERM');
  await new Promise((gone) => server.on('exit', gone));
  rmSync(data, { recursive: true, force: true });
}
