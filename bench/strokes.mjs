// Choosing in Chromium: from letting go of a stroke to the frames that show its matte, on a photo of 24 megapixels. Strokes here
// and there over the photo, four to a move; the first of a move has no draft. Prints p50 and p95, and the same of the server's
// answers alone.
import { percentiles, quiet, served } from './served.mjs';

await served(7396, async ({ base, bring24Megapixels, newPage }) => {
  await bring24Megapixels();
  const page = await newPage();
  const answers = [];
  page.on('requestfinished', async (request) => {
    if (request.url().endsWith('/reach')) answers.push(request.timing().responseEnd);
  });
  await page.goto(base);
  await page.waitForSelector('canvas[data-settled=true]');
  await quiet(page);
  await page.getByRole('group', { name: 'Tool' }).getByRole('button', { name: 'Choose', exact: true }).click();
  const times = [];
  const box = await page.locator('canvas[data-settled]').boundingBox();
  for (let n = 0; n < 24; n++) {
    // A new move after every fourth stroke.
    if (n % 4 === 0 && n > 0) await page.getByRole('button', { name: 'New move' }).click();
    const [u, v] = [0.12 + ((n * 0.37) % 0.7), 0.2 + ((n * 0.23) % 0.6)];
    const at = (share, side, from) => from + side * share;
    await page.mouse.move(at(u, box.width, box.x), at(v, box.height, box.y));
    await page.mouse.down();
    await page.mouse.move(at(u + 0.04, box.width, box.x), at(v + 0.01, box.height, box.y), { steps: 4 });
    await page.evaluate(() => {
      window.addEventListener('pointerup', () => { window.letGo = performance.now(); }, { capture: true, once: true });
      performance.clearMeasures();
      const canvas = document.querySelector('canvas[data-settled]');
      window.shown = new Promise((done) => {
        let first = null;
        // The first matte is a draft, drawn as an answer to an input.
        new PerformanceObserver((list) => {
          for (const entry of list.getEntriesByName('tovrin:input-to-frame')) first ??= entry.startTime + entry.duration - window.letGo;
        }).observe({ entryTypes: ['measure'] });
        new MutationObserver((_, watching) => {
          // Settled again after it was not.
          if (canvas.dataset.settled === 'true') {
            watching.disconnect();
            requestAnimationFrame(() => done({ first, settled: performance.now() - window.letGo }));
          }
        }).observe(canvas, { attributes: true, attributeFilter: ['data-settled'] });
      });
    });
    await page.mouse.up();
    times.push(await page.evaluate(() => window.shown));
    await quiet(page);
    await page.waitForTimeout(300);
  }
  const print = (name, list) => {
    console.log(`${name}, 24 megapixels, ${list.length} strokes: ${percentiles(list)}`);
  };
  print('From a stroke to its matte, as a draft (aim: p95 at most 400)', times.flatMap(({ first }) => (first === null ? [] : [first])));
  print('From a stroke to its matte, settled', times.slice(1).map(({ settled }) => settled));
  print('  of which the server learning', answers.slice(1));
});
