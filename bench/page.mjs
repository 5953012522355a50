// A reload of the page while a photo is open: when it first shows something, when the photo is there as graded, and when all that
// belongs to it has come; and what was asked of the server for it. Prints medians of several reloads.
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { quiet, root, served } from './served.mjs';

const RELOADS = 9;
const median = (times) => [...times].sort((a, b) => a - b)[times.length >> 1];

await served(7391, async ({ base, send, newPage }) => {
  await send('/api/sets/1/photos?name=bowl-and-vase.jpg', readFileSync(join(root, 'demo/photos/bowl-and-vase.jpg')));
  const look = JSON.parse(readFileSync(join(root, 'demo/looks/bowl-to-rust.json'), 'utf8'));
  await send('/api/photos/1/grade', JSON.stringify({ basedOn: 0, look }), 'PUT');
  const page = await newPage();
  await page.addInitScript(() => {
    window.marks = {};
    const look = () => {
      const canvas = document.querySelector('canvas[data-settled]');
      if (document.querySelector('#root')?.firstElementChild) window.marks.page ??= performance.now();
      if (canvas?.style.visibility === 'visible') window.marks.photo ??= performance.now();
      if (canvas?.dataset.settled === 'true') window.marks.settled ??= performance.now();
      if (window.marks.settled === undefined) requestAnimationFrame(look);
    };
    requestAnimationFrame(look);
  });
  await page.goto(base);
  await page.waitForSelector('canvas[data-settled=true]');
  await quiet(page);
  const runs = [];
  for (let i = 0; i < RELOADS; i++) {
    await page.reload();
    await page.waitForFunction(() => window.marks.settled !== undefined);
    await quiet(page);
    runs.push(
      await page.evaluate(() => {
        const resources = performance.getEntriesByType('resource');
        const pictures = resources.filter(({ name }) => /\/(preview|thumb|full)/.test(name));
        return { ...window.marks, script: Math.max(...resources.filter(({ name }) => name.endsWith('.js')).map(({ responseEnd }) => responseEnd)), questions: resources.length, pictures: pictures.filter(({ transferSize }) => transferSize > 0).length, names: resources.map(({ name, startTime, duration }) => `${Math.round(startTime)}+${Math.round(duration)} ${new URL(name).pathname}`) };
      }),
    );
  }
  const of = (what) => median(runs.map((run) => run[what])).toFixed(0);
  console.log(`Reload with a photo open, median of ${RELOADS}: script there ${of('script')} ms, page ${of('page')} ms, photo ${of('photo')} ms (aim: at most 1000), settled ${of('settled')} ms; ${of('questions')} questions, ${of('pictures')} pictures from the server (aim: 0)`);
  if (process.argv.includes('--questions')) console.log(runs.at(-1).names.join('\n'));
});
