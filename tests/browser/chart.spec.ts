import { expect, test } from './served';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { at, distance, PHOTOS, root, Studio, type Rgb } from './studio';

const WHITE: Rgb = [241, 241, 239];
/** Its middle, as shares of the chart's width and height. */
const FIRST = [0.5 / 8, 0.5 / 5] as const;
const VALUES = join(root, 'demo/chart/quillhaven-chart.txt');

test('a chart is found by its values, its patches come right on the photo, and another method is one click away', async ({ page }) => {
  const studio = new Studio(page);
  await studio.openWith(PHOTOS.chart, []);
  const before = await studio.pixels();
  await studio.addMove('Chart');
  const controls = page.getByRole('region', { name: 'Controls of the move' });
  await controls.getByLabel('Values of a chart').setInputFiles(VALUES);
  const told = controls.getByText(/^ΔE [\d.]+ → [\d.]+ on average/);
  await expect(told).toBeVisible();
  const [from = 0, to = 0, worst = 0] = [...((await told.textContent()) ?? '').matchAll(/[\d]+\.\d/g)].map(([number]) => Number(number));
  expect(from).toBeGreaterThan(5);
  expect(to).toBeLessThan(1.5);
  expect(worst).toBeLessThan(4);
  await expect(controls.getByRole('list', { name: 'Patches' }).getByRole('listitem')).toHaveCount(40);
  const params = async () => (await studio.kept(PHOTOS.chart)).look.moves[0]?.params as { corners: [number, number][]; patches: { name: string }[]; method?: string };
  await expect.poll(async () => (await params()).patches.length).toBe(40);

  // White, the first patch, where the light is strongest: by the file Lab 95, −0.06, 0.7.
  await studio.settled();
  const after = await studio.pixels();
  const { corners } = await params();
  const between = (side: 0 | 1) => corners.reduce((sum, corner, index) => sum + corner[side] * (index === 1 || index === 2 ? FIRST[0] : 1 - FIRST[0]) * (index > 1 ? FIRST[1] : 1 - FIRST[1]), 0);
  const there = await studio.onCanvas(between(0), between(1));
  expect(distance(at(after, ...there), WHITE)).toBeLessThan(8);
  expect(distance(at(before, ...there), WHITE)).toBeGreaterThan(16);

  await controls.getByRole('button', { name: 'closer' }).click();
  await expect.poll(async () => (await params()).method).toBe('root-polynomial');
  await expect(told).toBeVisible();
  // One undo leads back to the method before, another to no chart.
  await page.keyboard.press('Control+z');
  await expect.poll(async () => (await params()).method ?? 'matrix').toBe('matrix');
});

test('where no chart is found the reason is told, and its corners can be clicked', async ({ page }) => {
  const studio = new Studio(page);
  await studio.openWith(PHOTOS.tiles, []);
  await studio.addMove('Chart');
  const controls = page.getByRole('region', { name: 'Controls of the move' });
  await controls.getByLabel('Values of a chart').setInputFiles({ name: 'list.txt', mimeType: 'text/plain', buffer: Buffer.from('eggs, milk') });
  await expect(controls.getByRole('alert')).toContainText('There is no BEGIN_DATA_FORMAT in this file.');
  await controls.getByLabel('Values of a chart').setInputFiles({ name: 'chart.txt', mimeType: 'text/plain', buffer: readFileSync(VALUES) });
  await expect(controls.getByRole('alert')).toContainText('No chart was found in this photo.');
  expect((await studio.kept(PHOTOS.tiles)).look.moves[0]?.params ?? {}).toEqual({});

  // Three rows of the chart alone are not found among five, but can be marked by hand: the move comes second in this grade, and says that it belongs first.
  await studio.openWith(PHOTOS.chart, [{ kind: 'warmth', params: { warmth: 10 } }]);
  await studio.addMove('Chart');
  const rows = readFileSync(VALUES, 'utf8').replace(/^[DE].*\n/gm, '').replace('SETS 40', 'SETS 24');
  await controls.getByLabel('Values of a chart').setInputFiles({ name: 'rows.txt', mimeType: 'text/plain', buffer: Buffer.from(rows) });
  await expect(controls.getByRole('alert')).toContainText('not in the colours of this chart');
  await controls.getByRole('button', { name: 'Mark its corners' }).click();
  for (const [words, u, v] of [['at its first patch', 0.326, 0.573], ['along the first row', 0.691, 0.575], ['opposite the first', 0.692, 0.784], ['the last corner', 0.324, 0.781]] as const) {
    await expect(controls.getByRole('status').filter({ hasText: words })).toBeVisible();
    await page.mouse.click(...(await studio.place(u, v)));
  }
  await expect(controls.getByText(/^ΔE/)).toBeVisible();
  await expect(controls.getByRole('listitem')).toHaveCount(24);
  await expect(controls.getByRole('note')).toContainText('Drag this move to the top');
});
