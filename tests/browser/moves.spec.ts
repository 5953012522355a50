import { expect, test, type Page } from './served';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { at, differing, distance, exact, root, row, rows, spread, PHOTOS, type Rgb, Studio } from './studio';

const USED = JSON.parse(readFileSync(join(root, 'tests/moves.json'), 'utf8')) as Record<string, Record<string, unknown>>;

/** Keeps a grade of these moves for a photo, whatever it had. */
async function grade(page: Page, photo: number, moves: Record<string, unknown>[]): Promise<void> {
  const kept = (await (await page.request.get(`/api/photos/${String(photo)}/grade`)).json()) as { revision: number };
  const answer = await page.request.put(`/api/photos/${String(photo)}/grade`, { data: { basedOn: kept.revision, look: { tovrinLook: 1, name: '', moves } } });
  expect(answer.ok(), await answer.text()).toBe(true);
}

test('for every kind of move the canvas agrees with exact evaluation', async ({ page }) => {
  test.setTimeout(240_000);
  const studio = new Studio(page);
  await grade(page, PHOTOS.bowl, []);
  await studio.open(PHOTOS.bowl);
  const source = await studio.pixels();
  const points = spread(source, 500).filter(([x, y]) => distance(at(source, x, y), [77, 77, 77]) > 0);
  expect(points.length).toBeGreaterThan(300);
  // Evening out is for something chosen: here the vase. The others act on everything.
  const all = Object.entries(USED).map(([kind, params]) => ({ kind, params, label: kind, reach: kind === 'even-out' ? { hue: { from: 150, to: 220, softFrom: 15, softTo: 15 } } : null }));
  await grade(page, PHOTOS.bowl, all.map((move) => ({ ...move, on: false })));
  await page.reload();
  await studio.settled();
  for (const move of all) {
    const { kind } = move;
    // One at a time.
    const turn = () => row(page, new RegExp(`^Move \\d+: ${kind}[.,]`)).getByRole('switch').click();
    await turn();
    await studio.settled();
    const shown = await studio.pixels();
    await turn();
    const wanted = exact({ tovrinLook: 1, moves: [move] }, points.map(([x, y]) => at(source, x, y)));
    const off = points.filter(([x, y], i) => distance(at(shown, x, y), wanted[i] as Rgb) > 2).length;
    expect(off / points.length, `${kind}: share of pixels more than 2/255 off`).toBeLessThan(0.03);
    expect(differing(source, shown, 2), `${kind} does something`).toBeGreaterThan(0.02);
  }
});

test('a tone curve: a point by click, its numbers, by keyboard, by pull on the photo, removal', async ({ page }) => {
  const studio = new Studio(page);
  await grade(page, PHOTOS.planters, []);
  await studio.open(PHOTOS.planters);
  const before = await studio.pixels();
  await studio.addMove('Curves');
  const points = async () => ((await studio.kept(PHOTOS.planters)).look.moves[0]?.params?.['all'] ?? []) as number[][];
  const editor = page.getByRole('group', { name: 'Tone curve' });
  const box = await editor.boundingBox();
  if (!box) throw new Error('There is no curve.');
  await page.mouse.click(box.x + box.width * 0.5, box.y + box.height * 0.4);
  await expect.poll(async () => (await points()).length).toBe(3);
  const [x = 0, y = 0] = (await points())[1] ?? [];
  expect(x).toBeGreaterThan(120);
  expect(y).toBeGreaterThan(x + 10);
  await studio.settled();
  expect(differing(before, await studio.pixels(), 3)).toBeGreaterThan(0.5);
  await page.keyboard.press('ArrowDown');
  await expect.poll(async () => (await points())[1]?.[1]).toBe(y - 1);
  await page.getByRole('textbox', { name: 'Output, number' }).fill('200');
  await page.keyboard.press('Enter');
  await expect.poll(async () => (await points())[1]?.[1]).toBe(200);
  await page.getByRole('slider', { name: 'Tone curve, point 2' }).focus();
  await page.keyboard.press('Delete');
  await expect.poll(async () => (await points()).length).toBe(2);
  await studio.tool('Pull');
  await studio.stroke([[0.3, 0.75], [0.3, 0.65]], '/probes');
  const pulled = await points();
  expect(pulled).toHaveLength(3);
  expect(pulled[1]?.[1]).toBeGreaterThan((pulled[1]?.[0] ?? 0) + 5);
});

test('light: exposure typed and dragged on the curve, a point of black, the pivot picked on the photo', async ({ page }) => {
  const studio = new Studio(page);
  await grade(page, PHOTOS.planters, []);
  await studio.open(PHOTOS.planters);
  const before = await studio.pixels();
  await studio.addMove('Light');
  const settings = async () => (await studio.kept(PHOTOS.planters)).look.moves[0]?.params ?? {};
  await studio.number('Exposure').fill('0.5');
  await page.keyboard.press('Enter');
  await expect.poll(settings).toEqual({ exposure: 0.5 });
  await studio.settled();
  expect(differing(before, await studio.pixels(), 8)).toBeGreaterThan(0.5);
  const drag = async (name: string, right: number, down: number) => {
    const handle = page.getByRole('slider', { name, exact: true });
    await handle.hover();
    const box = await handle.boundingBox();
    if (!box) throw new Error(`There is no ${name}.`);
    await page.mouse.down();
    await page.mouse.move(box.x + box.width / 2 + right, box.y + box.height / 2 + down, { steps: 6 });
    await page.mouse.up();
  };
  await drag('Curve: exposure', 0, 30);
  await expect.poll(async () => (await settings())['exposure'] as number).toBeLessThan(-0.4);
  await drag('Curve: black point', 25, 0);
  await expect.poll(async () => (await settings())['black'] as number).toBeGreaterThan(20);
  await page.getByRole('slider', { name: 'Curve: black point' }).dblclick();
  await expect.poll(async () => (await settings())['black'] ?? 0).toBe(0);
  await page.getByRole('button', { name: 'Pick the pivot on the photo' }).click();
  await page.mouse.click(...(await studio.place(0.5, 0.1)));
  await expect.poll(async () => (await settings())['pivot'] as number).toBeGreaterThan(65);
  await grade(page, PHOTOS.planters, []);
});

test('hue curves on the bench: a pull sets a point with two guards, and the rest stands still', async ({ page }) => {
  const studio = new Studio(page);
  await grade(page, PHOTOS.planters, []);
  await studio.open(PHOTOS.planters);
  await studio.addMove('Hue curves');
  await studio.settled();
  const before = await studio.pixels();
  await studio.tool('Pull');
  await studio.stroke([[0.3, 0.75], [0.3, 0.55]], '/probes');
  const points = ((await studio.kept(PHOTOS.planters)).look.moves[0]?.params?.['saturation'] ?? []) as number[][];
  expect(points.map(([, value]) => value)).toEqual([0, expect.any(Number), 0]);
  expect(points[1]?.[1]).toBeGreaterThan(20);
  await studio.settled();
  const after = await studio.pixels();
  expect(distance(at(before, ...(await studio.onCanvas(0.3, 0.75))), at(after, ...(await studio.onCanvas(0.3, 0.75)))), 'the glaze').toBeGreaterThan(4);
  for (const [u, v] of [[0.1, 0.3], [0.5, 0.9], [0.9, 0.85]] as const) {
    expect(distance(at(before, ...(await studio.onCanvas(u, v))), at(after, ...(await studio.onCanvas(u, v)))), 'wall and table').toBeLessThanOrEqual(1);
  }
  const point = page.getByRole('slider', { name: 'Saturation over hue, point 2' });
  const value = Number(await point.getAttribute('aria-valuenow'));
  await point.focus();
  await page.keyboard.press('Shift+ArrowUp');
  await expect(point).toHaveAttribute('aria-valuenow', String(value + 10));
});

test('neutralise: pointing at white in shade makes it grey', async ({ page }) => {
  const studio = new Studio(page);
  await grade(page, PHOTOS.bisque, []);
  await studio.open(PHOTOS.bisque);
  const cup = await studio.onCanvas(0.3, 0.33);
  const before = at(await studio.pixels(), ...cup);
  expect(before[2] - before[0], 'blue in the shade').toBeGreaterThanOrEqual(6);
  await studio.addMove('Neutralise');
  await page.getByRole('button', { name: 'One light' }).click();
  await page.getByRole('button', { name: 'Pick all tones on the photo' }).click();
  await expect(page.getByText('Click what should be grey or white on the photo.')).toBeVisible();
  await page.mouse.click(...(await studio.place(0.3, 0.33)));
  await expect(page.getByRole('group', { name: 'All tones' }).getByText(/blue|azure/)).toBeVisible();
  await studio.settled();
  await expect.poll(async () => { const [r, g, b] = at(await studio.pixels(), ...cup); return Math.max(r, g, b) - Math.min(r, g, b); }).toBeLessThan(5);
  // Escape gives a pick up.
  await page.getByRole('button', { name: 'By tone' }).click();
  await page.getByRole('button', { name: 'Pick shadows on the photo' }).click();
  await page.keyboard.press('Escape');
  await expect(page.getByText('Click what should be grey in the shadows on the photo.')).toHaveCount(0);
});

test('recolour takes over a reach that was just chosen, and lands on the colour typed', async ({ page }) => {
  const studio = new Studio(page);
  await grade(page, PHOTOS.bowl, []);
  await studio.open(PHOTOS.bowl);
  await studio.tool('Choose');
  await studio.stroke([[0.6, 0.42], [0.575, 0.55], [0.63, 0.6], [0.7, 0.7], [0.76, 0.6], [0.78, 0.45], [0.7, 0.3]]);
  await studio.tool('Pan');
  await studio.addMove('Recolour');
  await expect(rows(page)).toHaveCount(1);
  await page.getByRole('button', { name: 'Pick from on the photo' }).click();
  await page.mouse.click(...(await studio.place(0.66, 0.5)));
  await expect(page.getByRole('textbox', { name: 'From, colour' })).toHaveValue(/^#/);
  await page.getByRole('textbox', { name: 'To, colour' }).fill('nonsense');
  await expect(page.getByText('A colour such as #c8922e')).toBeVisible();
  await page.getByRole('textbox', { name: 'To, colour' }).fill('6a3f7a');
  await page.keyboard.press('Enter');
  await studio.settled();
  const vase = await studio.onCanvas(0.66, 0.5);
  await expect.poll(async () => distance(at(await studio.pixels(), ...vase), [0x6a, 0x3f, 0x7a])).toBeLessThan(14);
  // The swatch can be saved and taken elsewhere.
  await page.getByRole('button', { name: 'More colours for to' }).click();
  await page.getByRole('menuitem', { name: 'Save #6a3f7a' }).click();
  await page.getByRole('button', { name: 'Colours of tiles.jpg' }).click();
  await page.getByRole('button', { name: /^Take .*(green|jade|teal)/ }).first().click();
  await expect(page.getByRole('textbox', { name: 'To, colour' })).not.toHaveValue('#6a3f7a');
  await page.getByRole('button', { name: 'More colours for to' }).click();
  await page.getByRole('button', { name: 'Take saved #6a3f7a' }).click();
  await expect(page.getByRole('textbox', { name: 'To, colour' })).toHaveValue('#6a3f7a');
});

test('even out shows the spread before and after, and brings it down', async ({ page }) => {
  const studio = new Studio(page);
  await grade(page, PHOTOS.tiles, []);
  await studio.open(PHOTOS.tiles);
  await studio.tool('Choose');
  await studio.stroke([[0.47, 0.47], [0.53, 0.5]]);
  const learned = page.waitForResponse((one) => one.url().endsWith('/reach'));
  await page.getByRole('button', { name: 'Include' }).click();
  await learned;
  await studio.settled();
  await studio.stroke([[0.66, 0.47], [0.71, 0.5]]);
  await studio.tool('Pan');
  await studio.addMove('Even out');
  // What is reached gives the colour to even out to.
  await expect(page.getByRole('region', { name: 'Controls of the move' }).getByRole('textbox', { name: 'Towards, colour' })).toHaveValue(/^#[0-9a-f]{6}$/);
  for (const name of ['Hue', 'Saturation', 'Lightness']) {
    await studio.number(name).fill('100');
    await studio.number(name).press('Enter');
  }
  await expect.poll(async () => {
    const words = await page.getByRole('group', { name: 'Spread of the colours in reach' }).innerText();
    const [, before, after] = /([\d.]+) → ([\d.]+)/.exec(words) ?? [];
    return Number(after) / Number(before);
  }, 'what is reached only by its soft edge keeps a part of its spread').toBeLessThan(0.5);
});

test('the ledger: drag to reorder, solo, a part alone, a look to begin with, and a key that flashes a target', async ({ page }) => {
  const studio = new Studio(page);
  await grade(page, PHOTOS.bowl, [
    { kind: 'warmth', label: 'First', params: { warmth: 60 } },
    { kind: 'shift', label: 'Second', params: { hue: 90, saturation: 20 } },
    { kind: 'selective-colour', label: 'Third', params: { cyans: { cyan: -100 } } },
  ]);
  await studio.open(PHOTOS.bowl);
  const all = await studio.pixels();
  await row(page, /Second/).click();
  await page.getByRole('button', { name: 'More for move 2' }).click();
  await page.getByRole('menuitem', { name: 'Show only this move' }).click();
  await expect(page.getByText('Only this move is shown.')).toBeVisible();
  await studio.settled();
  const solo = await studio.pixels();
  expect(differing(all, solo, 3)).toBeGreaterThan(0.3);
  await page.getByRole('button', { name: 'Show everything' }).click();
  await studio.settled();
  await expect.poll(async () => differing(all, await studio.pixels(), 1)).toBeLessThan(0.03);
  await page.getByRole('group', { name: 'Show only one part' }).getByRole('button', { name: 'Saturation' }).click();
  await studio.settled();
  await expect.poll(async () => differing(all, await studio.pixels(), 3)).toBeGreaterThan(0.3);
  await page.getByRole('button', { name: 'Show everything' }).click();
  const labels = async () => (await studio.kept(PHOTOS.bowl)).look.moves.map((move) => move.label);
  expect(await labels(), 'judging changes nothing').toEqual(['First', 'Second', 'Third']);

  await row(page, /Third/).dragTo(row(page, /First/));
  await expect.poll(labels).toEqual(['Third', 'First', 'Second']);

  await row(page, /Third/).click();
  await page.mouse.move(640, 760);
  await page.keyboard.down('q');
  const colourfulness = (c: Rgb) => Math.max(...c) - Math.min(...c);
  await expect.poll(async () => colourfulness(at(await studio.pixels(), ...(await studio.onCanvas(0.3, 0.2))))).toBeLessThan(4);
  await page.keyboard.up('q');

  // Pointing at a look shows it large, leaving it shows the grade again; only a click takes it.
  await studio.settled();
  const mine = await studio.pixels();
  await page.getByRole('button', { name: 'Looks' }).click();
  const warm = page.getByRole('button', { name: 'Warm evening' });
  await expect(warm.locator('canvas[data-drawn=true]')).toBeVisible();
  await warm.hover();
  await expect.poll(async () => differing(mine, await studio.pixels(), 3)).toBeGreaterThan(0.5);
  await page.mouse.move(640, 300);
  await expect.poll(async () => differing(mine, await studio.pixels(), 1)).toBeLessThan(0.01);
  expect((await studio.kept(PHOTOS.bowl)).look.moves).toHaveLength(3);
  await warm.click();
  await expect(rows(page)).toHaveCount(5);
  await page.keyboard.press('Control+z');
  await expect(rows(page)).toHaveCount(3);
});

test('a table of another program is chosen, told for what it is, and acts on the photo; a broken one is refused by line', async ({ page }) => {
  const studio = new Studio(page);
  await studio.openWith(PHOTOS.third, []);
  const before = await studio.pixels();
  await studio.addMove('Table');
  const controls = page.getByRole('region', { name: 'Controls of the move' });
  const give = async (name: string, text: string) => {
    const [chooser] = await Promise.all([page.waitForEvent('filechooser'), controls.getByRole('button', { name: /^Choose/ }).click()]);
    await chooser.setFiles({ name, mimeType: 'text/plain', buffer: Buffer.from(text) });
  };
  await give('half.cube', 'LUT_3D_SIZE 2\n0 0 0\n');
  await expect(page.getByText('“half.cube” cannot be used as a table: line 2: the file ends after 1 of 8 lines of numbers.')).toBeVisible();
  // Red and blue change places.
  await give('swapped.cube', `LUT_3D_SIZE 2\n${[0, 1, 2, 3, 4, 5, 6, 7].map((i) => `${String(i >> 2)} ${String((i >> 1) & 1)} ${String(i & 1)}`).join('\n')}\n`);
  await expect(controls.getByText('A table of 2 × 2 × 2 colours; values from 0 to 1.')).toBeVisible();
  await expect.poll(async () => (await studio.kept(PHOTOS.third)).look.moves[0]?.params).toMatchObject({ name: 'swapped.cube' });
  await studio.settled();
  const after = await studio.pixels();
  for (const [x, y] of spread(before, 40)) {
    const [red, green, blue] = at(before, x, y);
    expect(distance(at(after, x, y), [blue, green, red])).toBeLessThan(6);
  }
});
