import { expect, test } from './served';
import { at, distance, file, PHOTOS, root, rows, scratch, spread, Studio, tovrin, type Rgb } from './studio';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { PNG } from 'pngjs';
import type { Page } from '@playwright/test';

const JUG = PHOTOS.jug;
const TURN = { id: 'm1', kind: 'shift', params: { hue: 120, lightness: -10 } };
const ELLIPSE = { shapes: [{ shape: 'ellipse', centre: [0.35, 0.5], radii: [0.15, 0.3], feather: 0.05 }] };

/** Presses at a place of the photo, goes to others and lets go there. */
async function drag(page: Page, studio: Studio, points: [number, number][]): Promise<void> {
  const [first, ...rest] = await Promise.all(points.map(([u, v]) => studio.place(u, v)));
  if (!first) return;
  await page.mouse.move(...first);
  await page.mouse.down();
  for (const place of rest) await page.mouse.move(...place, { steps: 8 });
  await page.mouse.up();
}

/** The colours at places of the photo, with nothing of the tool over it. */
async function colours(page: Page, studio: Studio, places: [number, number][]): Promise<Rgb[]> {
  await page.keyboard.press('l');
  await page.mouse.move(5, 300);
  await studio.settled();
  const png = await studio.pixels();
  const found: Rgb[] = [];
  for (const [u, v] of places) found.push(at(png, ...(await studio.onCanvas(u, v))));
  return found;
}

async function areaOf(studio: Studio): Promise<{ shapes: Record<string, unknown>[]; invert?: boolean } | null | undefined> {
  const moves = (await studio.kept(JUG)).look.moves as unknown as { area?: { shapes: Record<string, unknown>[]; invert?: boolean } | null }[];
  return moves[0]?.area;
}

test('an ellipse drawn on the photo is where the move acts, is moved by its handles, and each is a step of undo', async ({ page }) => {
  const studio = new Studio(page);
  await studio.openWith(JUG, [TURN]);
  const places: [number, number][] = [[0.35, 0.5], [0.08, 0.2], [0.75, 0.62], [0.62, 0.2]];
  const before = await colours(page, studio, places);
  await studio.view('Source');
  const source = await colours(page, studio, places);
  await studio.view('Result');
  await studio.tool('Area');
  await drag(page, studio, [[0.35, 0.5], [0.5, 0.8]]);
  await expect.poll(async () => (await areaOf(studio))?.shapes.length).toBe(1);
  const limited = await colours(page, studio, places);
  expect(distance(limited[0] as Rgb, before[0] as Rgb)).toBeLessThan(3);
  for (const i of [1, 2, 3]) expect(distance(limited[i] as Rgb, source[i] as Rgb)).toBeLessThan(3);
  // Moved by its middle to the right: what was in is out, what was out is in.
  await studio.tool('Area');
  const handle = page.getByRole('group', { name: /^ellipse, middle/ });
  await handle.hover();
  await page.mouse.down();
  await page.mouse.move(...(await studio.place(0.75, 0.5)), { steps: 6 });
  await page.mouse.up();
  await expect.poll(async () => ((await areaOf(studio))?.shapes[0]?.['centre'] as number[])[0]).toBeCloseTo(0.75, 1);
  const movedTo = await colours(page, studio, places);
  expect(distance(movedTo[0] as Rgb, source[0] as Rgb)).toBeLessThan(3);
  expect(distance(movedTo[2] as Rgb, before[2] as Rgb)).toBeLessThan(3);
  await page.keyboard.press('Control+z');
  await expect.poll(async () => ((await areaOf(studio))?.shapes[0]?.['centre'] as number[])[0]).toBeCloseTo(0.35, 1);
  await page.keyboard.press('Control+z');
  await expect.poll(async () => (await areaOf(studio)) ?? null).toBeNull();
});

test('shapes are listed with the move, changed by numbers, taken off, inverted and taken away', async ({ page }) => {
  const studio = new Studio(page);
  await studio.openWith(JUG, [{ ...TURN, area: ELLIPSE }]);
  await studio.tool('Area');
  await page.getByRole('button', { name: 'Subtract', exact: true }).click();
  await page.getByRole('button', { name: 'Gradient', exact: true }).click();
  await drag(page, studio, [[0.3, 0.5], [0.4, 0.5]]);
  const list = page.getByRole('list', { name: 'Shapes of the area' });
  await expect(list.getByRole('listitem')).toHaveCount(2);
  await list.getByRole('button', { name: '1 Ellipse' }).click();
  await studio.number('Ellipse, half width').fill('30');
  await page.keyboard.press('Enter');
  await expect.poll(async () => ((await areaOf(studio))?.shapes[0]?.['radii'] as number[])[0]).toBe(0.3);
  expect((await areaOf(studio))?.shapes[1]).toMatchObject({ shape: 'gradient', subtract: true });
  await expect(rows(page).first()).toContainText('in ellipse, gradient subtracted');
  // Left of where the gradient begins the ellipse still is, right of where it ends it is taken off.
  await studio.view('Matte');
  const [left, right] = await colours(page, studio, [[0.2, 0.5], [0.45, 0.5]]);
  expect([left?.[0], right?.[0]]).toEqual([255, 0]);
  await studio.tool('Area');
  await page.getByRole('switch', { name: 'Invert the area' }).click();
  await expect.poll(async () => (await areaOf(studio))?.invert).toBe(true);
  const [out] = await colours(page, studio, [[0.2, 0.5]]);
  expect(out?.[0]).toBe(0);
  await studio.tool('Area');
  await page.getByRole('button', { name: 'Remove shape 2' }).click();
  await expect(list.getByRole('listitem')).toHaveCount(1);
  await page.getByRole('button', { name: 'Remove the area' }).click();
  await expect.poll(async () => (await areaOf(studio)) ?? null).toBeNull();
});

test('a mask from a file is a shape like the others; one that does not fit is refused', async ({ page }) => {
  const studio = new Studio(page);
  await studio.openWith(JUG, [TURN]);
  const places: [number, number][] = [[0.2, 0.5], [0.62, 0.2]];
  const whole = await colours(page, studio, places);
  await page.getByRole('button', { name: /^Area the whole/ }).click();
  const give = async (name: string, width: number, height: number) => {
    const png = new PNG({ width, height });
    for (let i = 0; i < width * height; ++i) png.data.set(i % width < width / 2 ? [255, 255, 255, 255] : [0, 0, 0, 255], 4 * i);
    await page.getByLabel('A mask', { exact: true }).setInputFiles({ name, mimeType: 'image/png', buffer: PNG.sync.write(png) });
  };
  await give('square.png', 200, 200);
  await expect(page.getByText('“square.png” has 200 × 200 pixels, which are not the proportions of the photo')).toBeVisible();
  await give('left.png', 300, 200);
  await expect(page.getByRole('list', { name: 'Shapes of the area' }).getByRole('button', { name: '1 Mask, left.png' })).toBeVisible();
  await expect.poll(async () => (await areaOf(studio))?.shapes[0]).toMatchObject({ shape: 'mask', name: 'left.png' });
  const limited = await colours(page, studio, places);
  expect(distance(limited[0] as Rgb, whole[0] as Rgb)).toBeLessThan(3);
  await studio.view('Source');
  const source = await colours(page, studio, places);
  expect(distance(limited[1] as Rgb, source[1] as Rgb)).toBeLessThan(3);
  expect(distance(limited[0] as Rgb, source[0] as Rgb)).toBeGreaterThan(20);
});

test('the views show the area, the reach, and what both let through', async ({ page }) => {
  const studio = new Studio(page);
  // Reaches what is light; the area is around the jug and a part of the wall.
  await studio.openWith(JUG, [{ ...TURN, reach: { light: { from: 0.6, to: 1, softFrom: 0.02, softTo: 0 } }, area: ELLIPSE }]);
  await studio.view('Matte');
  const places: [number, number][] = [[0.36, 0.6], [0.2, 0.3], [0.9, 0.1], [0.45, 0.3]];
  const shown = async (what: string) => {
    await page.getByRole('group', { name: 'What is shown' }).getByRole('button', { name: what, exact: true }).click();
    return (await colours(page, studio, places)).map(([r]) => Math.round(r / 255));
  };
  const area = await shown('Area');
  const reach = await shown('Reach');
  expect(area).toEqual([1, 0, 0, 1]);
  expect(reach.slice(0, 3)).toEqual([0, 1, 1]);
  expect(await shown('Both')).toEqual(area.map((weight, i) => weight * (reach[i] ?? 0)));
});

test('a brush that stays on its colour stops by itself, and one that does not goes over everything', async ({ page }) => {
  const studio = new Studio(page);
  await studio.openWith(JUG, [TURN]);
  await studio.tool('Area');
  await page.getByRole('button', { name: 'Brush', exact: true }).click();
  await page.getByRole('switch', { name: 'Keep to one colour' }).click();
  await studio.number('Brush size').fill('5');
  await page.keyboard.press('Enter');
  // Along the white cup, close above the bricks.
  await drag(page, studio, [[0.7, 0.72], [0.74, 0.76], [0.76, 0.77]]);
  await expect.poll(async () => ((await areaOf(studio))?.shapes[0]?.['colours'] as unknown[] | undefined)?.length).toBeGreaterThan(1);
  await studio.view('Matte');
  const places: [number, number][] = [[0.71, 0.71], [0.66, 0.745], [0.663, 0.755]];
  const [cup, ...bricks] = await colours(page, studio, places);
  expect(cup?.[0]).toBeGreaterThan(200);
  for (const brick of bricks) expect(brick[0]).toBeLessThan(20);
  // The same way once more, over everything.
  await studio.tool('Area');
  await page.getByRole('switch', { name: 'Keep to one colour' }).click();
  await drag(page, studio, [[0.68, 0.76], [0.74, 0.78]]);
  await expect.poll(async () => (await areaOf(studio))?.shapes.length).toBe(2);
  for (const [level] of await colours(page, studio, places)) expect(level).toBeGreaterThan(50);
});

test('by keyboard: a shape is drawn with the cursor, moved by its handle, and taken away', async ({ page }) => {
  const studio = new Studio(page);
  await studio.openWith(JUG, [TURN]);
  await page.keyboard.press('a');
  await page.locator('[data-stage]').focus();
  await page.keyboard.press('Space');
  for (let i = 0; i < 4; i++) await page.keyboard.press('Shift+ArrowRight');
  for (let i = 0; i < 4; i++) await page.keyboard.press('Shift+ArrowDown');
  await page.keyboard.press('Space');
  await expect.poll(async () => (await areaOf(studio))?.shapes[0]?.['shape']).toBe('ellipse');
  const centre = ((await areaOf(studio))?.shapes[0]?.['centre'] as number[])[0] ?? 0;
  await page.getByRole('group', { name: /^ellipse, middle/ }).focus();
  for (let i = 0; i < 10; i++) await page.keyboard.press('Shift+ArrowLeft');
  await page.keyboard.press('Tab');
  await expect.poll(async () => ((await areaOf(studio))?.shapes[0]?.['centre'] as number[])[0]).toBeLessThan(centre - 0.05);
  await page.keyboard.press('Delete');
  await expect.poll(async () => (await areaOf(studio)) ?? null).toBeNull();
});

test('softening is one control beside the reach, and takes the speckles out of a matte', async ({ page }) => {
  const studio = new Studio(page);
  // So narrow a reach that the grain of the photo breaks it up.
  await studio.openWith(JUG, [{ ...TURN, reach: { light: { from: 0.72, to: 0.745, softFrom: 0.008, softTo: 0.008 } } }]);
  await studio.view('Matte');
  const roughness = async () => {
    const png = await studio.pixels();
    const points = spread(png, 800);
    return points.reduce((sum, [x, y]) => sum + Math.abs(at(png, x, y)[0] - at(png, x + 1, y)[0]), 0) / points.length;
  };
  const rough = await roughness();
  // The photo is 3000 pixels wide; what is kept is the same for every size of it.
  await studio.number('Edge smoothing').fill('18');
  await page.keyboard.press('Enter');
  await expect.poll(async () => ((await studio.kept(JUG)).look.moves[0] as unknown as { soften: number }).soften).toBe(6);
  await studio.settled();
  expect(await roughness()).toBeLessThan(rough / 3);
});

/** How far the screen is from the delivered file at 100 %, in levels: of every hundred pixels one is farther off. */
async function offFromFile(page: Page, studio: Studio, photo: string, name: string, ...options: string[]): Promise<() => Promise<number>> {
  const delivered = join(scratch, `${name}.png`);
  tovrin(['render', join(root, 'demo/photos', photo), '--look', file(`${name}.json`, JSON.stringify((await studio.kept(JUG)).look)), '-o', delivered, ...options]);
  const whole = PNG.sync.read(readFileSync(delivered));
  // At 100 % a pixel of the screen is one of the file, and the middle of the photo is in the middle of the stage, to a pixel at most.
  await page.mouse.move(...(await studio.place(0.5, 0.5)));
  await page.keyboard.press('z');
  await page.mouse.move(5, 300);
  return async () => {
    const shown = await studio.pixels();
    const points = spread(shown, 3000);
    const off = (dx: number, dy: number) => points.map(([x, y]) => distance(at(shown, x, y), at(whole, x - Math.round(shown.width / 2) + 1500 + dx, y - Math.round(shown.height / 2) + 1000 + dy))).sort((a, b) => a - b)[Math.floor(0.99 * points.length)] ?? 255;
    return Math.min(...[-1, 0, 1].flatMap((dx) => [-1, 0, 1].map((dy) => off(dx, dy))));
  };
}

test('the delivered file is what the screen showed, with areas and a softened matte', async ({ page }) => {
  const studio = new Studio(page);
  await studio.openWith(JUG, [
    { ...TURN, params: { hue: 60, lightness: -5 }, reach: { hue: { from: 10, to: 60, softFrom: 15, softTo: 15 } }, area: ELLIPSE },
    { id: 'm2', kind: 'warmth', params: { warmth: 30 }, area: { shapes: [{ shape: 'gradient', from: [0.3, 0.2], to: [1, 0.1] }] } },
    { id: 'm3', kind: 'shift', params: { lightness: 12 }, reach: { light: { from: 0.55, to: 1, softFrom: 0.1, softTo: 0 } }, soften: 5 },
  ]);
  await expect.poll(await offFromFile(page, studio, 'jug-on-bricks.jpg', 'areas')).toBeLessThanOrEqual(2);
});

const TURNED_CLAY = { id: 'm1', kind: 'shift', params: { hue: 100, lightness: -5 }, reach: { hue: { from: 10, to: 60, softFrom: 15, softTo: 15 }, chroma: { from: 0.06, to: 0.5, softFrom: 0.02, softTo: 0 } } };

test('edges of a softened matte and of a move by hue are unmixed in the file as on the screen', async ({ page }) => {
  const studio = new Studio(page);
  await studio.openWith(JUG, [{ ...TURNED_CLAY, soften: 5 }, { id: 'm2', kind: 'band-mix', params: { orange: { saturation: -60, luminance: 20 }, yellow: { saturation: -60 } } }], 'unmixed');
  await expect.poll(await offFromFile(page, studio, 'jug-on-bricks.jpg', 'unmixed-soft', '--lattice', '33')).toBeLessThanOrEqual(2);
});

test('edges are unmixed in the file as on the screen, which is a switch of the grade and a step of undo', async ({ page }) => {
  const studio = new Studio(page);
  await studio.openWith(JUG, [TURNED_CLAY], 'unmixed');
  // With as many nodes as the screen has, so that it is the edges that are compared.
  await expect.poll(await offFromFile(page, studio, 'jug-on-bricks.jpg', 'unmixed', '--lattice', '33')).toBeLessThanOrEqual(2);
  const unmixed = await studio.pixels();
  await page.getByRole('switch', { name: 'Clean edges' }).click();
  // Its help would lie over the photo.
  await page.mouse.move(5, 300);
  await expect(page.getByRole('tooltip')).toHaveCount(0);
  await expect.poll(async () => (await studio.kept(JUG)).look.edges ?? 'mixed').toBe('mixed');
  await studio.settled();
  const changed = async () => {
    const now = await studio.pixels();
    return spread(now, 20000).filter(([x, y]) => distance(at(now, x, y), at(unmixed, x, y)) > 6).length;
  };
  await expect.poll(changed).toBeGreaterThan(5);
  await page.keyboard.press('Control+z');
  await expect.poll(async () => (await studio.kept(JUG)).look.edges).toBe('unmixed');
  await studio.settled();
  await expect.poll(changed).toBe(0);
});

test('a fourth area is refused in words, and a table is not delivered without being asked for its colour part', async ({ page }) => {
  const studio = new Studio(page);
  const limited = (id: string, x: number) => ({ id, kind: 'shift', label: `Move ${id}`, params: { hue: 20 }, area: { shapes: [{ shape: 'ellipse', centre: [x, 0.5], radii: [0.1, 0.1] }] } });
  await studio.openWith(JUG, [limited('a', 0.2), limited('b', 0.4), limited('c', 0.6), { id: 'd', kind: 'shift', label: 'One more', params: { hue: 10 } }]);
  await rows(page).nth(3).getByRole('button').first().click();
  await studio.tool('Area');
  await drag(page, studio, [[0.8, 0.5], [0.9, 0.6]]);
  await expect(page.getByText(/One more: it would be the 4th different area/)).toBeVisible();
  await page.getByRole('button', { name: 'Same as move 2' }).click();
  await expect.poll(async () => ((await studio.kept(JUG)).look.moves[3] as unknown as { area?: { shapes: { centre: number[] }[] } }).area?.shapes[0]?.centre[0]).toBe(0.4);
  await page.getByRole('button', { name: 'Deliver' }).click();
  await studio.deliverAs('.cube table');
  await expect(page.getByText(/The move “Move a” is limited to an area/)).toBeVisible();
  await page.getByRole('checkbox', { name: 'Without areas and edges' }).click();
  await expect(page.getByText(/is limited to an area/)).toHaveCount(0);
});
