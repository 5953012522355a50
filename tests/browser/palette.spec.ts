import { expect, test } from './served';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { PNG } from 'pngjs';
import { at, differing, distance, root, PHOTOS, scratch, Studio, tovrin, type Rgb } from './studio';

interface PotIn {
  name: string;
  middle: { lightness: number; chroma: number; hue: number };
  to?: { lightness: number; chroma: number; hue: number } | null;
}

const hueOf = ([r, g, b]: Rgb) => (Math.atan2(Math.sqrt(3) * (g - b), 2 * r - g - b) * 180) / Math.PI;

test('a palette: an island dragged on the bench takes its thing along and nothing else, by keys, by figures, back by double click', async ({ page }) => {
  const studio = new Studio(page);
  await studio.openWith(PHOTOS.bowl, []);
  const before = await studio.pixels();
  await studio.addMove('Palette');
  const pots = async () => (await studio.kept(PHOTOS.bowl)).look.moves[0]?.params['pots'] as unknown as PotIn[];
  await expect.poll(async () => ((await pots()) as PotIn[] | undefined)?.length ?? 0).toBeGreaterThan(3);
  const index = (await pots()).findIndex(({ middle }) => middle.chroma > 0.08 && middle.hue < 100);
  const bowl = (await pots())[index];
  if (!bowl) throw new Error('The bowl has no pot.');
  const island = page.getByRole('region', { name: 'Bench' }).getByRole('slider', { name: `${bowl.name}, where it goes`, exact: true });
  const box = await island.boundingBox();
  if (!box) throw new Error('There is no island.');
  await page.mouse.move(box.x + 10, box.y + 10);
  await page.mouse.down();
  await page.mouse.move(box.x - 40, box.y + 4, { steps: 5 });
  await page.mouse.move(box.x - 80, box.y - 8, { steps: 5 });
  await page.mouse.up();
  await expect.poll(async () => (await pots())[index]?.to?.hue ?? 360).toBeLessThan(bowl.middle.hue - 20);
  const { to } = (await pots())[index] ?? {};
  expect(to?.lightness).toBeCloseTo(bowl.middle.lightness, 3);
  await studio.settled();
  const after = await studio.pixels();
  // The bowl, in light and in shade, is another colour; vase, wall, table and cup are what they were.
  for (const [u, v] of [[0.3, 0.5], [0.22, 0.62], [0.32, 0.7]] as const) {
    const [x, y] = await studio.onCanvas(u, v);
    expect(hueOf(at(before, x, y)) - hueOf(at(after, x, y)), `bowl at ${String(u)}`).toBeGreaterThan(8);
  }
  for (const [u, v] of [[0.68, 0.5], [0.2, 0.15], [0.9, 0.2], [0.54, 0.75]] as const) {
    const [x, y] = await studio.onCanvas(u, v);
    expect(distance(at(before, x, y), at(after, x, y)), `elsewhere at ${String(u)}`).toBeLessThan(4);
  }

  // Lightness with Alt, hue by an arrow key.
  await island.focus();
  await page.keyboard.press('Alt+ArrowDown');
  await expect.poll(async () => (await pots())[index]?.to?.lightness).toBeCloseTo((to?.lightness ?? 0) - 0.01, 3);
  await page.keyboard.press('ArrowRight');
  await expect.poll(async () => (await pots())[index]?.to?.hue).toBeCloseTo((to?.hue ?? 0) + 2, 1);
  // The same by figures and by a typed colour.
  await studio.number('Saturation').fill('4');
  await studio.number('Saturation').press('Enter');
  await expect.poll(async () => (await pots())[index]?.to?.chroma).toBe(0.04);
  await page.getByRole('textbox', { name: 'To, colour' }).fill('#7a3b2a');
  await page.getByRole('textbox', { name: 'To, colour' }).press('Enter');
  await expect.poll(async () => Math.round((await pots())[index]?.to?.hue ?? 0)).toBe(36);
  await studio.settled();

  // What is delivered is what is on the screen: the exact grade agrees with it.
  const look = join(scratch, 'palette.json');
  const delivered = join(scratch, 'palette.png');
  const { writeFileSync } = await import('node:fs');
  writeFileSync(look, JSON.stringify((await studio.kept(PHOTOS.bowl)).look));
  tovrin(['render', join(root, 'demo/photos/bowl-and-vase.jpg'), '--look', look, '-o', delivered]);
  const file = PNG.sync.read(readFileSync(delivered));
  const shown = await studio.pixels();
  for (const [u, v] of [[0.3, 0.5], [0.68, 0.5], [0.2, 0.15]] as const) {
    const [x, y] = await studio.onCanvas(u, v);
    const own = mean(file, u, v);
    expect(distance(at(shown, x, y), own)).toBeLessThan(8);
  }

  await island.dblclick();
  await expect.poll(async () => (await pots())[index]?.to ?? null).toBeNull();
  await studio.settled();
  expect(differing(before, await studio.pixels(), 3)).toBeLessThan(0.001);
});

/** Mean of the pixels of a picture around a place. */
function mean(picture: PNG, u: number, v: number): Rgb {
  const sums: Rgb = [0, 0, 0];
  for (let dy = -6; dy <= 6; dy++) {
    for (let dx = -6; dx <= 6; dx++) {
      const colour = at(picture, Math.round(u * picture.width) + dx, Math.round(v * picture.height) + dy);
      for (const i of [0, 1, 2] as const) sums[i] += colour[i] / 169;
    }
  }
  return sums;
}

test('a match: another photo is chosen, pots are paired, amounts are set; a file of one’s own does too, a grey one says what it gives', async ({ page }) => {
  const studio = new Studio(page);
  await studio.openWith(PHOTOS.third, []);
  const before = await studio.pixels();
  await studio.addMove('Match');
  const params = async () => (await studio.kept(PHOTOS.third)).look.moves[0]?.params as unknown as { by?: string; saturation?: number; reference?: { name: string }; pots: { like?: number | null }[] };
  await page.getByRole('button', { name: 'Like bisque-by-the-window.jpg' }).click();
  await expect.poll(async () => (await params()).reference?.name).toBe('bisque-by-the-window.jpg');
  await studio.settled();
  const whole = await studio.pixels();
  expect(differing(before, whole, 6)).toBeGreaterThan(0.5);
  await page.getByRole('button', { name: 'Colour by colour' }).click();
  await expect.poll(async () => (await params()).by).toBe('pots');
  const choice = page.getByRole('combobox', { name: /^Match .* to$/ }).first();
  await choice.click();
  await page.getByRole('option', { name: 'stays' }).click();
  await expect.poll(async () => (await params()).pots[0]?.like ?? null).toBeNull();
  await studio.settled();
  expect(differing(whole, await studio.pixels(), 6)).toBeGreaterThan(0.05);

  const grey = new PNG({ width: 60, height: 40 });
  for (let i = 0; i < 2400; i++) grey.data.set([40 + (i % 60) * 3, 40 + (i % 60) * 3, 40 + (i % 60) * 3, 255], 4 * i);
  await page.getByLabel('A picture to match').setInputFiles({ name: 'old print.png', mimeType: 'image/png', buffer: PNG.sync.write(grey) });
  await expect(page.getByText('only its lightness can be matched')).toBeVisible();
  await expect.poll(async () => (await params()).reference?.name).toBe('old print.png');
  // What is no picture says so, and nothing is lost.
  await page.getByLabel('A picture to match').setInputFiles({ name: 'notes.txt', mimeType: 'text/plain', buffer: Buffer.from('nothing') });
  await expect(page.getByRole('alert').filter({ hasText: 'notes.txt' })).toBeVisible();
  expect((await params()).reference?.name).toBe('old print.png');
});

test('neutral under mixed light: places are proposed and seen before they are taken, more are pointed at, and what is left is told', async ({ page }) => {
  const studio = new Studio(page);
  await studio.openWith(PHOTOS.bisque, []);
  await studio.addMove('Neutralise');
  const params = async () => (await studio.kept(PHOTOS.bisque)).look.moves[0]?.params as unknown as { probes?: { colour: string; at?: number[] }[]; light?: string };
  await page.getByRole('button', { name: 'Propose places' }).click();
  const proposed = page.getByRole('group', { name: 'Proposed places' });
  await expect(proposed.getByRole('checkbox')).toHaveCount(4);
  expect((await params()).probes ?? []).toHaveLength(0);
  await proposed.getByRole('checkbox').nth(3).click();
  await page.getByRole('button', { name: 'Take these 3' }).click();
  await expect.poll(async () => (await params()).probes?.length).toBe(3);
  expect((await params()).light).toMatch(/^#/);
  await page.getByRole('button', { name: 'Point at some' }).click();
  await page.mouse.click(...(await studio.place(0.3, 0.3)));
  await expect.poll(async () => (await params()).probes?.length).toBe(4);
  expect((await params()).probes?.[3]?.at?.[0]).toBeCloseTo(0.3, 2);
  const left = page.getByLabel('Colour left');
  await expect(left).toContainText('in all its weak colours');
  const figures = async () => ((await left.textContent()) ?? '').match(/weak colours(\d\.\d) → (\d\.\d)/);
  await expect.poll(async () => Number((await figures())?.[2]) / Number((await figures())?.[1])).toBeLessThan(0.35);
  await studio.settled();
  // The wall in window shade and the beaker in lamp light are both grey now.
  const after = await studio.pixels();
  for (const [u, v] of [[0.3, 0.33], [0.93, 0.55], [0.2, 0.52], [0.1, 0.1]] as const) {
    const [x, y] = await studio.onCanvas(u, v);
    const [r, g, b] = at(after, x, y);
    expect(Math.max(r, g, b) - Math.min(r, g, b), `at ${String(u)}`).toBeLessThan(14);
  }
  await page.getByRole('button', { name: 'Remove place d' }).click();
  await expect.poll(async () => (await params()).probes?.length).toBe(3);
});
