import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { PNG } from 'pngjs';
import { expect, test } from './served';
import { at, differing, distance, file, root, row, rows, scratch, tovrin, PHOTOS, type Rgb, Studio } from './studio';

const colourfulness = (c: Rgb) => Math.max(...c) - Math.min(...c);

/** The bowl's shade, body, far side and foot. */
const BOWL = [[0.2, 0.6], [0.3, 0.65], [0.42, 0.66], [0.3, 0.48], [0.35, 0.74]] as const;
const ELSEWHERE = [[0.7, 0.45], [0.66, 0.2], [0.3, 0.2], [0.9, 0.15], [0.55, 0.75], [0.1, 0.4], [0.1, 0.9], [0.9, 0.9]] as const;

test('one drag lights up the whole bowl and nothing else; strokes are listed, undone and taken away; a pull changes it', async ({ page }) => {
  const studio = new Studio(page);
  await studio.open(PHOTOS.bowl);
  await studio.tool('Choose');
  // The chosen move does something already: choosing begins one of its own.
  await expect(page.getByRole('status')).toContainText('to start a new move');
  await studio.stroke([[0.22, 0.58], [0.36, 0.62]]);
  await expect(rows(page)).toHaveCount(4);
  await expect(page.getByRole('group', { name: 'View' }).getByRole('button', { name: 'Reached', pressed: true })).toBeVisible();
  const reached = await studio.pixels();
  for (const [u, v] of BOWL) expect(colourfulness(at(reached, ...(await studio.onCanvas(u, v)))), `bowl at ${String(u)}, ${String(v)}`).toBeGreaterThan(40);
  for (const [u, v] of ELSEWHERE) expect(colourfulness(at(reached, ...(await studio.onCanvas(u, v)))), `elsewhere at ${String(u)}, ${String(v)}`).toBeLessThan(6);
  // Two strokes in quick succession both count.
  await studio.tool('Hold');
  const answers = [page.waitForResponse((one) => one.url().endsWith('/reach')), page.waitForResponse((one) => one.url().endsWith('/reach') && one.request().postDataJSON().samples.length === 3)];
  for (const [u, v] of [[0.1, 0.9], [0.85, 0.7]] as const) {
    await page.mouse.move(...(await studio.place(u, v)));
    await page.mouse.down();
    await page.mouse.move(...(await studio.place(u + 0.08, v + 0.01)), { steps: 5 });
    await page.mouse.up();
  }
  await Promise.all(answers);
  await page.getByRole('button', { name: /^Reach \d/ }).click();
  const strokes = page.getByRole('list', { name: 'Strokes' }).getByRole('button');
  await expect(strokes).toHaveCount(3);
  // Undo takes back one stroke; the cross on a swatch takes away that one.
  await studio.settled();
  await page.keyboard.press('Control+z');
  await expect(strokes).toHaveCount(2);
  await page.getByRole('button', { name: 'Remove stroke 2, held' }).click();
  await expect(strokes).toHaveCount(1);
  await studio.settled();

  await studio.tool('Pull');
  await studio.view('Result');
  const before = await studio.pixels();
  const { revision } = await studio.kept(PHOTOS.bowl);
  await studio.stroke([[0.35, 0.47], [0.42, 0.47]], '/probes');
  const after = await studio.pixels();
  expect(differing(before, after, 3)).toBeGreaterThan(0.02);
  const kept = await studio.kept(PHOTOS.bowl);
  expect(kept.revision, 'one pull is one step').toBe(revision + 1);
  expect(kept.look.moves[3]?.params?.['hue']).toBeGreaterThan(5);
  await page.keyboard.press('Control+z');
  await expect.poll(async () => (await studio.kept(PHOTOS.bowl)).revision).toBe(revision + 2);
  await studio.settled();
  await expect.poll(async () => differing(before, await studio.pixels(), 1)).toBeLessThan(0.002);
});

test('what is caught without having been marked is lit and asked about; one click holds it', async ({ page }) => {
  const studio = new Studio(page);
  await studio.openWith(PHOTOS.tiles, []);
  await studio.tool('Choose');
  // One tile of many: the others are caught too, and nobody marked them.
  await studio.stroke([[0.47, 0.48], [0.53, 0.5]]);
  await expect(page.getByRole('status')).toContainText(/Also selected: .*green.* % of the photo\./);
  await expect(page.getByRole('img', { name: 'What the question is about' })).toBeVisible();
  const share = async () => (await studio.kept(PHOTOS.tiles)).look.moves[0]?.reach;
  const before = await share();
  // Share of the photo that is reached by half or more.
  const caught = (reach: unknown): number => {
    const path = join(scratch, 'tiles-matte.png');
    tovrin(['matte', join(root, 'demo/photos/tiles.jpg'), '--reach', file('reach.json', JSON.stringify(reach)), '-o', path]);
    const { data, width, height } = PNG.sync.read(readFileSync(path));
    return data.filter((level, i) => i % 4 === 0 && level >= 128).length / (width * height);
  };
  // What an answer would change is said and lit before it is given, and nothing is changed by looking.
  await page.getByRole('button', { name: 'Protect' }).hover();
  await expect(page.getByRole('status').filter({ hasText: /This would (also )?release/ })).toBeVisible();
  await page.getByRole('button', { name: 'Include' }).hover();
  await expect(page.getByRole('status').filter({ hasText: 'This would catch nothing else.' })).toBeVisible();
  expect(await share()).toEqual(before);
  const answered = page.waitForResponse((response) => response.url().endsWith('/reach'));
  await page.getByRole('button', { name: 'Include' }).click();
  await answered;
  await expect.poll(share).not.toEqual(before);
  await studio.settled();
  // A yes to what is caught takes nothing else in, lets nothing go, and is asked once.
  const [one, after] = [caught(before), caught(await share())];
  expect(one).toBeGreaterThan(0.1);
  expect(Math.abs(after - one)).toBeLessThan(0.01);
  await expect(page.getByRole('button', { name: 'Include' })).toBeHidden();
  await studio.put(PHOTOS.tiles, []);
});

test('the wheel makes it tighter and broader while choosing, in one step of undo, and the bench follows', async ({ page }) => {
  const studio = new Studio(page);
  await studio.openWith(PHOTOS.third, []);
  await studio.tool('Choose');
  await studio.stroke([[0.2, 0.62], [0.3, 0.66]]);
  await expect(page.getByRole('img', { name: 'What the move reaches' })).toBeVisible();
  const broader = async () => (await studio.kept(PHOTOS.third)).look.moves[0]?.reach?.learned?.broader ?? 0;
  const { revision } = await studio.kept(PHOTOS.third);
  await page.mouse.move(...(await studio.place(0.5, 0.3)));
  for (let i = 0; i < 2; i++) await page.mouse.wheel(0, -240);
  await expect.poll(broader).toBeGreaterThan(0.2);
  expect((await studio.kept(PHOTOS.third)).revision, 'one turn of the wheel is one step').toBe(revision + 1);
  await page.keyboard.press('Control+z');
  await expect.poll(broader).toBe(0);
  // With Ctrl the wheel zooms, as it does with the other tools.
  await page.keyboard.down('Control');
  await page.mouse.wheel(0, -300);
  await page.keyboard.up('Control');
  await expect(page.getByRole('button', { name: 'Zoom' })).not.toHaveText('27 %');
  expect(await broader()).toBe(0);
});

test('pulling on a green shares itself among the bands that hold it, or moves only the nearest', async ({ page }) => {
  const studio = new Studio(page);
  await studio.open(PHOTOS.planters);
  const index = (await studio.kept(PHOTOS.planters)).look.moves.length;
  await studio.addMove('Band mix');
  await page.mouse.move(...(await studio.place(0.3, 0.75)));
  // The rows that hold the colour under the pointer are marked with how much they hold of it.
  const marked = page.getByRole('group', { name: 'Hue, saturation and lightness of each band' }).getByText('under the pointer');
  await expect(marked).toHaveCount(2);
  await studio.tool('Pull');
  await page.getByRole('group', { name: 'What pulling changes' }).getByRole('button', { name: 'Saturation' }).click();
  await studio.stroke([[0.3, 0.75], [0.3, 0.6]], '/probes');
  const shared = (await studio.kept(PHOTOS.planters)).look.moves[index]?.params as Record<string, { saturation?: number }>;
  const bands = Object.keys(shared).filter((band) => (shared[band]?.saturation ?? 0) > 0);
  expect(bands.length).toBe(2);
  await page.keyboard.press('Control+z');
  await expect.poll(async () => Object.keys((await studio.kept(PHOTOS.planters)).look.moves[index]?.params ?? {}).filter((name) => name !== 'grain')).toEqual([]);
  await page.getByRole('button', { name: 'Nearest' }).click();
  await studio.settled();
  await studio.stroke([[0.3, 0.75], [0.3, 0.6]], '/probes');
  const nearest = (await studio.kept(PHOTOS.planters)).look.moves[index]?.params as Record<string, { saturation?: number }>;
  const [band, ...others] = Object.keys(nearest).filter((name) => name !== 'grain');
  expect(others).toEqual([]);
  expect(nearest[band ?? '']?.saturation).toBeGreaterThan(Math.max(...bands.map((band) => shared[band]?.saturation ?? 0)));
  await page.keyboard.press('Control+z');
});

test('the bench shapes the reach by drag and by keyboard, and R shows it meanwhile', async ({ page }) => {
  const studio = new Studio(page);
  await studio.open(PHOTOS.platter);
  await row(page, /Terracotta stain/).click();
  const edge = page.getByRole('slider', { name: 'Bench: Hue, end' });
  const hueEnd = async () => Number(await edge.getAttribute('aria-valuenow'));
  const start = await hueEnd();
  await edge.focus();
  await page.keyboard.press('Shift+ArrowRight');
  await expect.poll(hueEnd).toBe(start + 10);
  const box = await edge.boundingBox();
  if (!box) throw new Error('The edge is not on the screen.');
  await page.mouse.move(box.x + 3, box.y + 5);
  await page.mouse.down();
  await page.mouse.move(box.x + 63, box.y + 5, { steps: 6 });
  await page.keyboard.down('r');
  await expect(page.getByRole('group', { name: 'View' }).getByRole('button', { name: 'Reached', pressed: true })).toBeVisible();
  await studio.settled();
  expect(colourfulness(at(await studio.pixels(), ...(await studio.onCanvas(0.31, 0.68))))).toBeLessThan(6);
  await page.keyboard.up('r');
  await page.mouse.up();
  await expect.poll(hueEnd).toBeGreaterThan(start + 20);
  await page.keyboard.press('Control+z');
  await page.keyboard.press('Control+z');
  await expect.poll(hueEnd).toBe(start);
});

test('pointing at a pot lights it up; choosing it starts a move that reaches it', async ({ page }) => {
  const studio = new Studio(page);
  await studio.open(PHOTOS.bowl);
  const moves = (await studio.kept(PHOTOS.bowl)).look.moves.length;
  const pot = page.getByRole('list', { name: 'Colours of this photo' }).getByRole('button', { name: /^dark teal \d/ });
  await pot.hover();
  await expect.poll(async () => colourfulness(at(await studio.pixels(), ...(await studio.onCanvas(0.7, 0.5))))).toBeGreaterThan(40);
  const lit = await studio.pixels();
  expect(colourfulness(at(lit, ...(await studio.onCanvas(0.3, 0.2)))), 'the wall is dimmed to grey').toBeLessThan(3);
  await pot.click();
  await expect(rows(page)).toHaveCount(moves + 1);
  await studio.view('Matte');
  await page.mouse.move(5, 5);
  await expect.poll(async () => at(await studio.pixels(), ...(await studio.onCanvas(0.7, 0.5)))[0], 'reached by more than half').toBeGreaterThan(128);
  expect(at(await studio.pixels(), ...(await studio.onCanvas(0.3, 0.2)))[0]).toBeLessThan(10);
  await page.keyboard.press('Control+z');
});

test('the plates multiply back to the photo, and split shows source beside result', async ({ page }) => {
  const studio = new Studio(page);
  await studio.open(PHOTOS.bowl);
  const result = await studio.pixels();
  await studio.view('Tone');
  const tone = await studio.pixels();
  await studio.view('Colour');
  const colour = await studio.pixels();
  let worst = 0;
  for (const [u, v] of [[0.3, 0.65], [0.7, 0.45], [0.2, 0.1], [0.5, 0.8], [0.9, 0.9], [0.45, 0.55]] as const) {
    const [x, y] = await studio.onCanvas(u, v);
    const t = at(tone, x, y);
    const c = at(colour, x, y);
    expect(t[0]).toBe(t[1]);
    worst = Math.max(worst, distance(at(result, x, y), c.map((value, i) => Math.round((value * (t[i] ?? NaN)) / 255)) as Rgb));
  }
  expect(worst, 'to the last bit of 8').toBe(0);
  await studio.view('Source');
  const source = await studio.pixels();
  await studio.view('Split');
  const divider = page.getByRole('slider', { name: 'Divider between source and result' });
  await divider.focus();
  for (let i = 0; i < 3; i++) await page.keyboard.press('ArrowRight');
  await studio.settled();
  const split = await studio.pixels();
  const left = await studio.onCanvas(0.3, 0.65);
  const right = await studio.onCanvas(0.7, 0.45);
  expect(distance(at(split, ...left), at(source, ...left))).toBeLessThanOrEqual(1);
  expect(distance(at(split, ...right), at(result, ...right))).toBeLessThanOrEqual(1);
  expect(distance(at(split, ...right), at(source, ...right))).toBeGreaterThan(20);
});

test('probes are pinned, read before and after, moved and kept over a reload', async ({ page }) => {
  const studio = new Studio(page);
  await studio.open(PHOTOS.bowl);
  await studio.tool('Probe');
  await studio.settled();
  await page.mouse.click(...(await studio.place(0.7, 0.45)));
  const row = page.getByRole('row', { name: 'Probe 1' });
  await expect(row).toContainText('teal');
  await expect(row).toContainText('blue');
  await expect(row).toContainText('cast');
  await page.mouse.click(...(await studio.place(-0.03, 0.5)));
  await expect(page.getByText('That is outside the photo')).toBeVisible();
  const pin = page.getByRole('group', { name: /^Probe 1:/ });
  const [x, y] = await studio.place(0.3, 0.65);
  await pin.hover();
  await page.mouse.down();
  await page.mouse.move(x, y, { steps: 5 });
  await page.mouse.up();
  await expect(row).toContainText(/brown|ochre/);
  await page.reload();
  await studio.settled();
  // What was open is open.
  await expect(page.getByRole('button', { name: 'Readings (1)' })).toHaveAttribute('aria-expanded', 'true');
  await expect(row).toContainText(/brown|ochre/);
  await page.getByRole('button', { name: 'Unpin probe 1' }).click();
  await expect(page.getByText('No probe is pinned')).toBeVisible();
});
