import { expect, test } from './served';
import type { PNG } from 'pngjs';
import { at, differing, distance, exact, row, rows, spread, PHOTOS, type Rgb, Studio } from './studio';

test('dragging a slider changes the photo many times, and settles on what is exact', async ({ page }) => {
  const studio = new Studio(page);
  await studio.open(PHOTOS.planters);
  await studio.view('Source');
  const source = await studio.pixels();
  await studio.view('Result');
  await studio.addMove('Shift');
  const frames: Awaited<ReturnType<Studio['pixels']>>[] = [];
  const painted = () => page.evaluate(() => performance.getEntriesByName('tovrin:input-to-frame').length);
  await studio.drag('Hue', 0.5, 0.8, 24, async (step) => {
    // However slow the machine: the photo follows while the slider is held.
    const frame = Math.ceil(step / 2);
    await expect.poll(painted, { intervals: [10] }).toBeGreaterThanOrEqual(frame);
    if (step % 6 === 0) frames.push(await studio.pixels());
  });
  expect(await painted(), 'frames drawn for the drag').toBeGreaterThanOrEqual(8);
  frames.slice(1).forEach((frame, i) => {
    expect(differing(frames[i] ?? frame, frame, 2), `frame ${String(i + 1)} is another one`).toBeGreaterThan(0.05);
  });
  await studio.settled();
  const result = await studio.pixels();
  expect(result.width).toBe(source.width);

  const { look } = await studio.kept(PHOTOS.planters);
  // Points on the photo: the surround has its own grey and is not graded.
  const points = spread(source, 900).filter(([x, y]) => distance(at(source, x, y), [77, 77, 77]) > 0);
  expect(points.length).toBeGreaterThan(600);
  const wanted = exact(look, points.map(([x, y]) => at(source, x, y)));
  const off = points.filter(([x, y], i) => distance(at(result, x, y), wanted[i] as Rgb) > 2).length;
  expect(off / points.length, 'share of pixels more than 2/255 off').toBeLessThan(0.01);
});

for (const comes of [true, false]) {
  test(`a drag ${comes ? 'asks once for all its drafts, and so do keys' : 'goes on step by step where its drafts cannot be had'}`, async ({ page }) => {
    const studio = new Studio(page);
    await studio.open(PHOTOS.planters);
    await studio.addMove('Shift');
    await studio.settled();
    const asked: string[] = [];
    page.on('request', (request) => {
      asked.push(new URL(request.url()).pathname + new URL(request.url()).search);
    });
    const count = (of: RegExp) => asked.filter((url) => of.test(url)).length;
    if (!comes) await page.route('**/api/cube/track', (route) => route.abort());
    const painted = () => page.evaluate(() => performance.getEntriesByName('tovrin:input-to-frame').length);
    await studio.drag('Hue', 0.5, 0.7, 12, async (step) => {
      await expect.poll(painted, { intervals: [10] }).toBeGreaterThanOrEqual(Math.ceil(step / 3));
    });
    await studio.settled();
    expect(count(/^\/api\/cube\/track$/)).toBe(1);
    expect(count(/^\/api\/cube\?draft=true$/) > 0).toBe(!comes);
    if (!comes) return;
    // What is kept is what was seen: the value under the hand, not one of those that drafts were made for.
    const dragged = Number(await studio.slider('Hue').locator('input').inputValue());
    const before = await painted();
    for (let i = 0; i < 5; i++) await page.keyboard.press('ArrowRight');
    await expect.poll(painted).toBeGreaterThan(before);
    await studio.settled();
    expect(count(/^\/api\/cube\/track$/)).toBeLessThanOrEqual(2);
    expect(count(/^\/api\/cube\?draft=true$/)).toBe(0);
    await expect.poll(async () => (await studio.kept(PHOTOS.planters)).look.moves.at(-1)?.params).toMatchObject({ hue: dragged + 5 });
  });
}

const SQUARE = 16;

/** Mean colours of the squares of a picture, row by row. */
function squares(picture: PNG): Rgb[] {
  const means: Rgb[] = [];
  for (let top = 0; top + SQUARE <= picture.height; top += SQUARE)
    for (let left = 0; left + SQUARE <= picture.width; left += SQUARE) {
      const sum: Rgb = [0, 0, 0];
      for (let i = 0; i < SQUARE ** 2; i++) at(picture, left + (i % SQUARE), top + Math.floor(i / SQUARE)).forEach((value, channel) => { sum[channel as 0 | 1 | 2] += value / SQUARE ** 2; });
      means.push(sum);
    }
  return means;
}

test('a point of a curve that is dragged both ways is followed by drafts that were asked for at once', async ({ page }) => {
  const studio = new Studio(page);
  await studio.openWith(PHOTOS.planters, [{ id: 'c', kind: 'curves', params: { all: [[0, 0], [110, 60], [255, 255]] } }]);
  const { revision } = await studio.kept(PHOTOS.planters);
  await studio.view('Source');
  const source = await studio.pixels();
  await studio.view('Result');
  await studio.settled();
  const asked: string[] = [];
  page.on('request', (request) => {
    asked.push(new URL(request.url()).pathname + new URL(request.url()).search);
  });
  // Only drafts are seen: what is exact does not come until the hand has let go.
  let letExactCome = () => {};
  const comes = new Promise<void>((done) => {
    letExactCome = done;
  });
  await page.route('**/api/cube?draft=false', async (route) => {
    await comes;
    await route.continue();
  });
  const painted = () => page.evaluate(() => performance.getEntriesByName('tovrin:input-to-frame').length);
  const box = await page.getByRole('slider', { name: 'Tone curve, point 2' }).boundingBox();
  if (!box) throw new Error('There is no point.');
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
  await page.mouse.move(x, y);
  await page.mouse.down();
  for (let step = 1; step <= 12; step++) {
    const before = await painted();
    await page.mouse.move(x + step, y - 20 * Math.sin(step / 6));
    await expect.poll(painted, { intervals: [10] }).toBeGreaterThan(before);
  }
  const drafts = await studio.pixels();
  expect(asked.filter((url) => url === '/api/cube/track').length).toBeLessThanOrEqual(3);
  expect(asked.filter((url) => url === '/api/cube?draft=true')).toEqual([]);
  await page.mouse.up();
  letExactCome();
  await expect.poll(async () => (await studio.kept(PHOTOS.planters)).revision).toBeGreaterThan(revision);
  await studio.settled();
  const { look } = await studio.kept(PHOTOS.planters);
  const points = spread(source, 900).filter(([px, py]) => distance(at(source, px, py), [77, 77, 77]) > 0);
  const wanted = exact(look, points.map(([px, py]) => at(source, px, py)));
  const off = (picture: typeof drafts, by: number) => points.filter(([px, py], i) => distance(at(picture, px, py), wanted[i] as Rgb) > by).length / points.length;
  expect(off(source, 6), 'it changes the photo').toBeGreaterThan(0.5);
  const settled = await studio.pixels();
  expect(off(settled, 2)).toBeLessThan(0.01);
  // A slow machine draws drafts with fewer pixels: what squares of them are on average counts.
  const [drafted, finished] = [squares(drafts), squares(settled)];
  const apart = drafted.filter((mean, i) => distance(mean, finished[i] ?? [0, 0, 0]) > 3).length / drafted.length;
  expect(apart, 'share of the draft more than 3/255 off').toBeLessThan(0.03);
});

test('the photo as it was, while B is held', async ({ page }) => {
  const studio = new Studio(page);
  await studio.open(PHOTOS.bowl);
  const result = await studio.pixels();
  await studio.view('Source');
  const source = await studio.pixels();
  expect(differing(result, source, 8)).toBeGreaterThan(0.05);
  await studio.view('Result');
  await page.keyboard.down('b');
  await studio.settled();
  expect(differing(await studio.pixels(), source, 1)).toBeLessThan(0.002);
  await page.keyboard.up('b');
  await studio.settled();
  expect(differing(await studio.pixels(), result, 1)).toBeLessThan(0.002);
});

test('undo, redo and a reload', async ({ page }) => {
  const studio = new Studio(page);
  await studio.open(PHOTOS.tiles);
  const fresh = await studio.pixels();
  await studio.addMove('Selective colour');
  await studio.setCell('Greens', 'magenta', 60);
  await studio.settled();
  const graded = await studio.pixels();
  expect(differing(fresh, graded, 4)).toBeGreaterThan(0.2);

  await page.keyboard.press('Control+z');
  await expect(row(page, /Move 1/)).toContainText('no change');
  await studio.settled();
  expect(differing(fresh, await studio.pixels(), 1)).toBeLessThan(0.002);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByText('No changes yet')).toBeVisible();
  await page.keyboard.press('Control+Shift+z');
  await page.getByRole('button', { name: 'Redo' }).click();
  await expect(row(page, /Move 1/)).toContainText('greens: magenta +60');

  await page.reload();
  await studio.settled();
  await expect(row(page, /Move 1/)).toContainText('greens: magenta +60');
  await expect(studio.cell('Greens', 'magenta')).toHaveAttribute('aria-valuenow', '60');
  expect(differing(graded, await studio.pixels(), 1)).toBeLessThan(0.002);
  await page.keyboard.press('Control+z');
  await expect(row(page, /Move 1/)).toContainText('no change');
});

test('band mix moves its own band and leaves the others', async ({ page }) => {
  const studio = new Studio(page);
  await studio.open(PHOTOS.wheel);
  const before = await studio.pixels();
  await studio.addMove('Band mix');
  await studio.setCell('Blue', 'saturation', -100);
  await studio.settled();
  const after = await studio.pixels();
  const middle: [number, number] = [before.width / 2, before.height / 2];
  const radius = before.height * 0.32;
  const spoke = (degrees: number): [number, number] => [middle[0] + radius * Math.sin((degrees * Math.PI) / 180), middle[1] - radius * Math.cos((degrees * Math.PI) / 180)];
  const [bx, by] = spoke(240);
  const blue = at(after, bx, by);
  expect(Math.max(...blue) - Math.min(...blue), 'blue is grey now').toBeLessThan(12);
  for (const degrees of [0, 60, 120]) {
    const [x, y] = spoke(degrees);
    expect(distance(at(before, x, y), at(after, x, y)), `${String(degrees)}° stays`).toBeLessThanOrEqual(1);
  }
});

test('what is reached is in colour, the rest in grey', async ({ page }) => {
  const studio = new Studio(page);
  await studio.open(PHOTOS.bowl);
  await row(page, /Teal vase/).click();
  await studio.view('Reached');
  const shown = await studio.pixels();
  const colourfulness = (c: Rgb) => Math.max(...c) - Math.min(...c);
  const place = (u: number, v: number): [number, number] => [14 + (shown.width - 28) * u, 26 + (shown.height - 52) * v];
  expect(colourfulness(at(shown, ...place(0.65, 0.5))), 'the vase').toBeGreaterThan(40);
  for (const [u, v] of [[0.1, 0.2], [0.9, 0.1], [0.25, 0.55], [0.1, 0.9], [0.55, 0.75]] as const) {
    expect(colourfulness(at(shown, ...place(u, v))), `${String(u)}, ${String(v)}`).toBeLessThan(4);
  }
  await studio.view('Matte');
  const matte = await studio.pixels();
  expect(at(matte, ...place(0.65, 0.5))[0]).toBeGreaterThan(230);
  expect(at(matte, ...place(0.25, 0.55))[0]).toBeLessThan(10);
  // Narrowing the reach by hand takes the vase out of it.
  await page.getByRole('button', { name: /^Reach \d/ }).click();
  await page.getByRole('button', { name: 'Limit' }).first().click();
  await page.getByRole('textbox', { name: 'Hue, start, number' }).fill('100');
  await page.getByRole('textbox', { name: 'Hue, start, number' }).press('Enter');
  await page.getByRole('textbox', { name: 'Hue, end, number' }).fill('120');
  await page.getByRole('textbox', { name: 'Hue, end, number' }).press('Enter');
  await studio.settled();
  await expect.poll(async () => at(await studio.pixels(), ...place(0.65, 0.5))[0]).toBeLessThan(60);
  await page.keyboard.press('Escape');
  for (let i = 0; i < 3; i++) await page.getByRole('button', { name: 'Undo' }).click();
});

test('a number is taken with its unit or a comma, brought within its range, and refused when it is none', async ({ page }) => {
  const studio = new Studio(page);
  await studio.openWith(PHOTOS.second, [{ id: 'm1', kind: 'shift', params: { hue: -27 } }]);
  const { revision } = await studio.kept(PHOTOS.second);
  const type = async (text: string, shown: string) => {
    await studio.number('Hue').fill(text);
    await studio.number('Hue').press('Enter');
    await expect(studio.number('Hue')).toHaveValue(shown);
  };
  await studio.number('Hue').fill('red');
  await expect(page.getByText('Hue: a number from −180 to 180')).toBeVisible();
  await type('red', '−27°');
  await expect(page.getByText('“red” is not a number. Hue stays as it was.')).toBeVisible();
  expect((await studio.kept(PHOTOS.second)).revision).toBe(revision);
  await type('999', '180°');
  await expect(page.getByText('Hue goes from −180 to 180; it is now 180.')).toBeVisible();
  await type('5 °', '5°');
  await type('−12,5', '−12.5°');
  // Each of them was one step.
  await studio.allKept(PHOTOS.second, revision + 3);
  for (let i = 0; i < 3; i++) await page.getByRole('button', { name: 'Undo' }).click();
  await expect(studio.number('Hue')).toHaveValue('−27°');
});

test('at 100 % photo and screen pixels coincide', async ({ page }) => {
  const studio = new Studio(page);
  await studio.open(PHOTOS.tones);
  await page.keyboard.press('z');
  await expect(page.getByRole('button', { name: 'Zoom' })).toHaveText('100 %');
  // The patches are 100 by 75 pixels: an edge between two of them is sharp once the full picture is there.
  await expect
    .poll(async () => {
      const shown = await studio.pixels();
      const row = Array.from({ length: 300 }, (_, i) => at(shown, 200 + i, Math.round(shown.height / 2) + 20));
      const steps = row.slice(1).map((c, i) => distance(c, row[i] as Rgb));
      return steps.filter((s) => s > 3).length;
    })
    .toBeLessThanOrEqual(8);
});

test('the ledger by keyboard: order, name, off, remove', async ({ page }) => {
  const studio = new Studio(page);
  await studio.open(PHOTOS.platter);
  const first = rows(page).nth(0);
  await first.click();
  await first.getByRole('button', { name: /^Move/ }).focus();
  await page.keyboard.press('Alt+ArrowDown');
  await expect(rows(page).nth(1)).toContainText('Terracotta stain');
  await rows(page).nth(1).getByRole('button', { name: /^Move/ }).focus();
  await page.keyboard.press('F2');
  await page.getByRole('textbox', { name: 'Name of the move' }).fill('Stain away');
  await page.keyboard.press('Enter');
  await expect(rows(page).nth(1)).toContainText('Stain away');
  const graded = await studio.pixels();
  await rows(page).nth(1).getByRole('switch').click();
  await studio.settled();
  await expect.poll(async () => differing(graded, await studio.pixels(), 3)).toBeGreaterThan(0.02);
  await rows(page).nth(1).getByRole('button', { name: /^Move/ }).focus();
  await page.keyboard.press('Delete');
  await expect(rows(page)).toHaveCount(1);
});

test('the photo stays in the middle and in shape when the room for it changes', async ({ page }) => {
  const studio = new Studio(page);
  await studio.open(PHOTOS.wheel);
  await page.getByRole('button', { name: /^Readings/ }).click();
  await expect(page.getByRole('region', { name: 'Readings' })).toBeVisible();
  await studio.settled();
  const shown = await studio.pixels();
  const surround = (x: number, y: number) => distance(at(shown, x, y), [77, 77, 77]) <= 1;
  const middle: [number, number] = [shown.width / 2, shown.height / 2];
  const reach = (dx: number, dy: number) => {
    let steps = 0;
    while (steps < 900 && !surround(middle[0] + dx * steps, middle[1] + dy * steps)) steps++;
    return steps;
  };
  expect(Math.abs(reach(1, 0) - reach(-1, 0)), 'left and right').toBeLessThanOrEqual(2);
  expect(Math.abs(reach(0, 1) - reach(0, -1)), 'top and bottom').toBeLessThanOrEqual(2);
  expect(Math.abs(reach(1, 0) - reach(0, 1)), 'a square stays one').toBeLessThanOrEqual(2);
});
