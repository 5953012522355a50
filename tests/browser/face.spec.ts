import { expect, test, type Locator } from './served';
import { at, differing, distance, PHOTOS, rows, Studio, type Rgb } from './studio';

const colourfulness = (c: Rgb) => Math.max(...c) - Math.min(...c);
const middleOf = async (of: Locator): Promise<[number, number]> => {
  // Waits until it has come to rest: what is still loading above it moves it.
  await of.hover();
  const box = await of.boundingBox();
  if (!box) throw new Error('It is not on the screen.');
  return [box.x + box.width / 2, box.y + box.height / 2];
};

test('a mix table: drag, wheel, arrow keys, double click; reset of a row, a column and all; a row lit on the photo', async ({ page }) => {
  const studio = new Studio(page);
  await studio.openWith(PHOTOS.planters, []);
  await studio.addMove('Selective colour');
  const params = async () => (await studio.kept(PHOTOS.planters)).look.moves[0]?.params as Record<string, Record<string, number> | undefined>;
  const before = await studio.pixels();
  // Across a cell: a unit a pixel, followed by the photo; one step of undo.
  const cell = studio.cell('Greens', 'cyan');
  const [x, y] = await middleOf(cell);
  await page.mouse.move(x, y);
  await page.mouse.down();
  await page.mouse.move(x + 45, y, { steps: 9 });
  await expect(cell).toHaveAttribute('aria-valuenow', '45');
  await page.mouse.up();
  await expect.poll(async () => (await params())['greens']).toEqual({ cyan: 45 });
  await studio.settled();
  expect(differing(before, await studio.pixels(), 2)).toBeGreaterThan(0.05);
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('Shift+ArrowRight');
  await expect.poll(async () => (await params())['greens']).toEqual({ cyan: 56 });
  // Down a row and on by typing; Tab leads along it.
  await page.keyboard.press('ArrowDown');
  await expect(studio.cell('Whites', 'cyan')).toBeFocused();
  await page.keyboard.press('Tab');
  await expect(studio.cell('Whites', 'magenta')).toBeFocused();
  await page.keyboard.type('-30');
  await page.keyboard.press('Enter');
  await expect.poll(async () => (await params())['whites']).toEqual({ magenta: -30 });
  await studio.cell('Blacks', 'cyan').hover();
  await page.keyboard.down('Control');
  for (let i = 0; i < 4; i++) await page.mouse.wheel(0, -100);
  await page.keyboard.up('Control');
  await expect.poll(async () => (await params())['blacks']).toEqual({ cyan: 4 });
  // What the photo hardly has is one line, until it is asked for.
  await expect(studio.cell('Blues', 'cyan')).toHaveCount(0);
  await page.getByRole('button', { name: /^Hardly in this photo: .*blues/ }).click();
  await studio.setCell('Blues', 'cyan', 12);
  await page.getByRole('button', { name: 'Hide what this photo hardly has' }).click();
  await expect(studio.cell('Blues', 'cyan'), 'something is set in it').toBeVisible();
  await page.getByRole('button', { name: /^cyan or red: reset/ }).click();
  await expect.poll(params, 'what is at rest is not kept').toEqual({ whites: { magenta: -30 } });
  await page.keyboard.press('Control+z');
  await expect.poll(async () => (await params())['greens']).toEqual({ cyan: 56 });
  await page.getByRole('button', { name: 'Reset greens' }).click();
  await expect.poll(async () => (await params())['greens']).toBeUndefined();
  await studio.cell('Whites', 'magenta').dblclick();
  await expect.poll(async () => (await params())['whites']).toBeUndefined();
  await page.getByRole('button', { name: 'Reset all' }).click();
  await expect(page.getByRole('button', { name: 'Reset all' })).toHaveCount(0);
  await studio.settled();
  await expect.poll(async () => differing(before, await studio.pixels(), 1)).toBeLessThan(0.01);
  // Pointing at a family lights it on the photo and dims the rest.
  await page.getByText('Greens', { exact: true }).hover();
  await expect.poll(async () => colourfulness(at(await studio.pixels(), ...(await studio.onCanvas(0.08, 0.3))))).toBeLessThan(5);
  // A switch in plain words in the place of two terms.
  await page.getByRole('switch', { name: 'Scale with existing ink' }).click();
  await expect.poll(async () => (await params())['method']).toBe('absolute');
});

test('saturation is worked on its curve, hue relief and side warmth on the bench', async ({ page }) => {
  const studio = new Studio(page);
  await studio.openWith(PHOTOS.third, []);
  await studio.addMove('Saturation');
  const params = async () => (await studio.kept(PHOTOS.third)).look.moves[0]?.params ?? {};
  const pull = async (handle: Locator, dx: number, dy: number) => {
    const [x, y] = await middleOf(handle);
    await page.mouse.move(x, y);
    await page.mouse.down();
    await page.mouse.move(x + dx, y + dy, { steps: 6 });
    await page.mouse.up();
  };
  const onCurve = (name: string) => page.getByRole('slider', { name: `Gain curve: ${name}`, exact: true });
  await pull(onCurve('vibrance'), 0, -5);
  await expect.poll(async () => (await params())['vibrance']).toBeGreaterThan(10);
  // The point follows the hand: it lies where it was let go.
  const [, top] = await middleOf(onCurve('saturation'));
  await pull(onCurve('saturation'), 0, -20);
  await expect.poll(async () => (await params())['saturation']).toBeGreaterThan(8);
  await expect.poll(async () => Math.abs((await middleOf(onCurve('saturation')))[1] - (top - 20))).toBeLessThan(5);
  await pull(onCurve('neutral guard'), 60, 0);
  await expect.poll(async () => (await params())['guard']).toBeGreaterThan(15);
  await onCurve('limit').focus();
  await page.keyboard.press('Shift+ArrowDown');
  await expect.poll(async () => (await params())['limit']).toBe(90);
  await onCurve('vibrance').dblclick();
  await expect.poll(async () => (await params())['vibrance'] ?? 0).toBe(0);

  await studio.openWith(PHOTOS.third, [{ kind: 'hue-relief', params: { hue: 60, amount: 0 } }]);
  await studio.settled();
  const before = await studio.pixels();
  const bench = page.getByRole('region', { name: 'Bench' });
  await pull(bench.getByRole('slider', { name: 'this hue' }), 30, -25);
  await expect.poll(async () => (await params())['amount']).toBeGreaterThan(40);
  expect(Number((await params())['hue'])).toBeGreaterThan(65);
  await studio.settled();
  expect(differing(before, await studio.pixels(), 3)).toBeGreaterThan(0.1);
  const across = bench.getByRole('slider', { name: 'across from it' });
  await across.focus();
  const amount = Number((await params())['amount']);
  await page.keyboard.press('ArrowUp');
  await expect.poll(async () => (await params())['amount']).toBe(amount - 1);
  // The reach can be shaped there all the same.
  await bench.getByRole('button', { name: 'Reach', exact: true }).click();
  await expect(across).toHaveCount(0);

  await studio.openWith(PHOTOS.third, [{ kind: 'side-warmth', params: {} }]);
  await page.getByRole('region', { name: 'Bench' }).getByRole('slider', { name: 'cool side' }).focus();
  await page.keyboard.press('Shift+ArrowDown');
  await expect.poll(params).toEqual({ cool: -10 });
});

test('side by side: source on the left, result on the right, zoomed and moved together', async ({ page }) => {
  const studio = new Studio(page);
  await studio.openWith(PHOTOS.third, [{ kind: 'shift', params: { hue: 90 } }]);
  await studio.view('Side by side');
  const width = (await studio.canvas.boundingBox())?.width ?? 0;
  const right = Math.floor((width - 8) / 2) + 8;
  /** Pixels of a column of places in both halves. */
  const halves = async (): Promise<[Rgb, Rgb][]> => {
    const png = await studio.pixels();
    return Array.from({ length: 12 }, (_, i): [Rgb, Rgb] => [at(png, 60 + i * 22, png.height / 2), at(png, right + 60 + i * 22, png.height / 2)]);
  };
  const whole = await halves();
  expect(whole.filter(([a, b]) => distance(a, b) > 20).length, 'the bowl differs').toBeGreaterThan(4);
  await page.getByRole('switch', { name: 'Move 1 on' }).click();
  await studio.settled();
  await expect.poll(async () => Math.max(...(await halves()).map(([a, b]) => distance(a, b)))).toBeLessThanOrEqual(1);
  const zoom = page.getByRole('button', { name: /^Zoom/ });
  const small = await zoom.textContent();
  const box = await studio.canvas.boundingBox();
  await page.mouse.move((box?.x ?? 0) + right + 150, (box?.y ?? 0) + 200);
  await page.mouse.wheel(0, -900);
  await expect(zoom).not.toHaveText(small ?? '');
  await studio.settled();
  await expect.poll(async () => Math.max(...(await halves()).map(([a, b]) => distance(a, b)))).toBeLessThanOrEqual(1);
  expect((await halves()).some(([a], i) => distance(a, whole[i]?.[0] ?? a) > 8), 'it was zoomed').toBe(true);
});

test('the first step is said on a photo without a grade, in place, and never again once it is done; kinds are found by typing', async ({ page }) => {
  const studio = new Studio(page);
  await studio.put(PHOTOS.second, []);
  await studio.openWith(PHOTOS.third, []);
  const line = page.getByText(/^To begin, draw over a colour/);
  await expect(line).toBeVisible();
  await page.getByRole('button', { name: 'Choose a colour' }).click();
  await expect(page.getByRole('group', { name: 'Tool' }).getByRole('button', { name: 'Choose' })).toHaveAttribute('aria-pressed', 'true');
  await studio.tool('Pan');
  await expect(line).toBeVisible();
  await page.getByRole('button', { name: 'Add a move' }).click();
  const find = page.getByRole('textbox', { name: 'Search moves' });
  await expect(find).toBeFocused();
  // Escape leads back to where one came from.
  await page.keyboard.press('Escape');
  await expect(page.getByRole('button', { name: 'Add a move' })).toBeFocused();
  await page.keyboard.press('Enter');
  await expect(find).toBeFocused();
  await find.fill('nonsense');
  await expect(page.getByText(/^Nothing found for “nonsense”/)).toBeVisible();
  await find.fill('cast');
  await expect(page.getByRole('heading', { name: 'Remove a colour cast' })).toBeVisible();
  await expect(page.getByRole('heading', { name: 'Light and tones' })).toHaveCount(0);
  await find.press('Enter');
  await expect(rows(page)).toHaveCount(1);
  await expect(page.getByRole('heading', { name: 'Neutralise' })).toBeVisible();
  await expect(line).toHaveCount(0);
  await studio.open(PHOTOS.second);
  await expect(page.getByText('No changes yet.')).toBeVisible();
  await expect(line).toHaveCount(0);
});
