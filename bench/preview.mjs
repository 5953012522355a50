// Live preview in Chromium: from the input event to the frame with the new grade, a photo of 24 megapixels, a slider dragged back
// and forth, or what has two degrees of freedom in circles. Each grade is dragged with a draft asked for at every step, and with
// drafts for all of the way asked for once. Prints p50 and p95, the questions that a drag asks, and the processor time of the server for each second of it.
//
//     node bench/preview.mjs [--delay MILLISECONDS] [BEGINNING OF A GRADE'S NAME]
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { percentiles, quiet, root, served } from './served.mjs';

const given = process.argv.slice(2);
const at = given.indexOf('--delay');
const DELAY = at < 0 ? 0 : Number(given.splice(at, 2)[1]);
const [ONLY] = given;

await served(7398, async ({ base, processorSeconds, send, bring24Megapixels, newPage }) => {
  await bring24Megapixels();
  const five = JSON.parse(readFileSync(join(root, 'bench/look.json'), 'utf8'));
  const used = JSON.parse(readFileSync(join(root, 'tests/moves.json'), 'utf8'));
  const each = { tovrinLook: 1, moves: Object.entries(used).map(([kind, params]) => ({ kind, params })) };
  let revision = 0;
  const demo = (name) => JSON.parse(readFileSync(join(root, `demo/looks/${name}.json`), 'utf8'));
  const shift = { tovrinLook: 1, moves: [{ kind: 'shift', params: { hue: 20, saturation: 10 } }] };
  const AREA = { shapes: [{ shape: 'ellipse', centre: [0.4, 0.5], radii: [0.2, 0.3], feather: 0.05 }] };
  const GRADIENT = { shapes: [{ shape: 'gradient', from: [0.2, 0.2], to: [0.9, 0.4] }] };

  /** Where a slider's pointer goes in a round of 50 steps, and that of a point. */
  const backAndForth = ({ x, y, width, height }) => (i) => [x + width * (i < 0 ? 0.4 : 0.35 + (0.3 * Math.abs(25 - i)) / 25), y + height / 2];
  const inCircles = ({ x, y, width, height }) => (i) => {
    const turn = (2 * Math.PI * Math.max(0, i)) / 50;
    return [x + width / 2 + 24 * Math.sin(turn), y + height / 2 - 24 * (1 - Math.cos(turn))];
  };

  const dragged = async (page, at) => {
    const asked = [];
    const note = (request) => /\/api\/cube/.test(request.url()) && asked.push(request.url());
    page.on('request', note);
    const [from, began] = [processorSeconds(), Date.now()];
    await page.mouse.move(...at(-1));
    await page.mouse.down();
    for (let round = 0; round < 5; round++)
      for (let i = 0; i < 50; i++) {
        await page.mouse.move(...at(i));
        await page.waitForTimeout(16);
      }
    const seconds = (Date.now() - began) / 1000;
    const used = (processorSeconds() - from) / seconds;
    const times = await page.evaluate(() =>
      performance.getEntriesByName('tovrin:input-to-frame').map(({ startTime, duration }) => {
        const input = window.inputs.findLast((time) => time <= startTime);
        return startTime + duration - (input ?? startTime);
      }),
    );
    page.off('request', note);
    await page.mouse.up();
    return { times, asked: asked.length, used };
  };

  // The shift is dragged in the first two; then moves that know their photo's colours, beside a shift alone.
  for (const [name, look, move, aim, point] of [
    ['five moves', five, 1, 50],
    ['one of each kind', each, Object.keys(used).indexOf('shift'), 60],
    ['a shift', shift, 0, null],
    ['a shift in an area', { tovrinLook: 1, moves: [{ ...shift.moves[0], area: AREA }] }, 0, null],
    ['three moves in three planes', { tovrinLook: 1, moves: [{ ...shift.moves[0], area: AREA }, { kind: 'warmth', params: { warmth: 20 }, area: GRADIENT }, { kind: 'shift', params: { lightness: 5 }, soften: 4, reach: { light: { from: 0.5, to: 1, softFrom: 0.2, softTo: 0 } } }] }, 0, null],
    ['three moves on the whole photo', { tovrinLook: 1, moves: [shift.moves[0], { kind: 'warmth', params: { warmth: 20 } }, { kind: 'shift', params: { lightness: 5 }, reach: { light: { from: 0.5, to: 1, softFrom: 0.2, softTo: 0 } } }] }, 0, null],
    ['two reaches, edges unmixed', { ...demo('bowl-to-rust'), edges: 'unmixed' }, 0, null],
    ['two reaches, edges mixed', { ...demo('bowl-to-rust'), edges: 'mixed' }, 0, null],
    ['a palette', demo('rust-and-ink'), 0, null],
    ['a match, pot by pot', demo('like-the-first'), 0, null],
    ['four neutral places', demo('white-ware'), 0, null],
    ['a point of a curve', { tovrinLook: 1, moves: [{ kind: 'curves', params: { all: [[0, 0], [90, 80], [190, 210], [255, 255]] } }, shift.moves[0]] }, 0, null, 'Tone curve, point 2'],
  ]) {
    if (ONLY && !name.startsWith(ONLY)) continue;
    for (const way of ['step by step', 'all at once']) {
      ({ revision } = await (await fetch(`${base}/api/photos/1/grade`)).json());
      await send('/api/photos/1/grade', JSON.stringify({ basedOn: revision, look }), 'PUT');
      const page = await newPage();
      const settled = async () => {
        await quiet(page);
        await page.waitForSelector('canvas[data-settled=true]');
      };
      await page.addInitScript(() => {
        window.inputs = [];
        addEventListener('pointermove', ({ timeStamp }) => window.inputs.push(timeStamp), true);
      });
      // Without a track the studio asks for each step.
      if (way === 'step by step') await page.route('**/api/cube/track', (route) => route.abort());
      await page.goto(base);
      await settled();
      await page.getByRole('list', { name: 'Moves', exact: true }).getByRole('listitem').nth(move).click();
      await settled();
      if (DELAY > 0) {
        const network = await page.context().newCDPSession(page);
        await network.send('Network.emulateNetworkConditions', { offline: false, latency: DELAY, downloadThroughput: -1, uploadThroughput: -1 });
      }
      const slider = async (number) => backAndForth(await page.locator('section[aria-label="Controls of the move"] .MuiSlider-root').nth(number).boundingBox());
      const taken = async (number) => (point === undefined ? slider(number) : inCircles(await page.getByRole('slider', { name: point }).first().boundingBox()));
      // The next one to warm everything up, then the one that counts.
      await dragged(page, await taken(1));
      await settled();
      await page.evaluate(() => performance.clearMeasures());
      const { times, asked, used } = await dragged(page, await taken(0));
      await settled();
      await page.close();
      console.log(`Preview, ${name}, ${way}: ${times.length} frames, ${percentiles(times)}${aim === null ? '' : ` (aim: p95 at most ${aim})`}; ${asked} questions; ${used.toFixed(3)} s of the server's processor time a second`);
    }
  }
});
