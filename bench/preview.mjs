// Live preview in Chromium: from the input event to the frame with the new grade, five moves, a photo of
// 24 megapixels, a slider dragged back and forth. Prints p50 and p95.
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { percentiles, quiet, root, served } from './served.mjs';

const ONLY = process.argv[2];
await served(7398, async ({ base, send, bring24Megapixels, newPage }) => {
  await bring24Megapixels();
  const five = JSON.parse(readFileSync(join(root, 'bench/look.json'), 'utf8'));
  const used = JSON.parse(readFileSync(join(root, 'tests/moves.json'), 'utf8'));
  const each = { tovrinLook: 1, moves: Object.entries(used).map(([kind, params]) => ({ kind, params })) };
  let revision = 0;
  const demo = (name) => JSON.parse(readFileSync(join(root, `demo/looks/${name}.json`), 'utf8'));
  const shift = { tovrinLook: 1, moves: [{ kind: 'shift', params: { hue: 20, saturation: 10 } }] };
  const AREA = { shapes: [{ shape: 'ellipse', centre: [0.4, 0.5], radii: [0.2, 0.3], feather: 0.05 }] };
  const GRADIENT = { shapes: [{ shape: 'gradient', from: [0.2, 0.2], to: [0.9, 0.4] }] };
  // The shift is dragged in the first two; then moves that know their photo's colours, beside a shift alone.
  for (const [name, look, move, aim] of [
    ['five moves', five, 1, 60],
    ['one of each kind', each, Object.keys(used).indexOf('shift'), 100],
    ['a shift', shift, 0, null],
    ['a shift in an area', { tovrinLook: 1, moves: [{ ...shift.moves[0], area: AREA }] }, 0, null],
    ['three moves in three planes', { tovrinLook: 1, moves: [{ ...shift.moves[0], area: AREA }, { kind: 'warmth', params: { warmth: 20 }, area: GRADIENT }, { kind: 'shift', params: { lightness: 5 }, soften: 4, reach: { light: { from: 0.5, to: 1, softFrom: 0.2, softTo: 0 } } }] }, 0, null],
    ['three moves on the whole photo', { tovrinLook: 1, moves: [shift.moves[0], { kind: 'warmth', params: { warmth: 20 } }, { kind: 'shift', params: { lightness: 5 }, reach: { light: { from: 0.5, to: 1, softFrom: 0.2, softTo: 0 } } }] }, 0, null],
    ['a palette', demo('rust-and-ink'), 0, null],
    ['a match, pot by pot', demo('like-the-first'), 0, null],
    ['four neutral places', demo('white-ware'), 0, null],
  ]) {
    if (ONLY && name !== ONLY) continue;
    await send('/api/photos/1/grade', JSON.stringify({ basedOn: revision, look }), 'PUT');
    const page = await newPage();
    const settled = async () => {
      await quiet(page);
      await page.waitForSelector('canvas[data-settled=true]');
    };
    await page.goto(base);
    await settled();
    await page.getByRole('list', { name: 'Moves', exact: true }).getByRole('listitem').nth(move).click();
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
    const times = await page.evaluate(() => performance.getEntriesByName('tovrin:input-to-frame').map((entry) => entry.duration));
    await page.mouse.up();
    await settled();
    ({ revision } = await (await fetch(`${base}/api/photos/1/grade`)).json());
    await page.close();
    console.log(`Preview, ${name}, 24 megapixels, ${times.length} frames: ${percentiles(times)} (${aim === null ? '' : `aim: p95 at most ${aim}; `}drawn in software where there is no graphics card)`);
  }
});
