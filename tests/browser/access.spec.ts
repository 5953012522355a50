import AxeBuilder from '@axe-core/playwright';
import { expect, test, type Page } from './served';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { at, distance, PHOTOS, root, row, rows, Studio } from './studio';

const USED = JSON.parse(readFileSync(join(root, 'tests/moves.json'), 'utf8')) as Record<string, Record<string, unknown>>;

/** Parts of the screen. */
const TOOLS = 'section[aria-label=Tools]';
const MOVES = 'section[aria-label=Moves]';
const BENCH = 'section[aria-label=Bench]';
/** Kinds that draw something of their own on the bench. */
const DRAWN = ['hue-curves', 'side-warmth', 'hue-relief'];

/** What axe-core finds on the screen as it is, each with the element that it is about. */
async function violations(page: Page, within = 'html'): Promise<string[]> {
  // There are no frames, so that one page does for all of it.
  // Tips are about what is pointed at; they go when the pointer does.
  await page.mouse.move(2, 2);
  await expect(page.getByRole('tooltip')).toHaveCount(0);
  const { violations: found } = await new AxeBuilder({ page }).include(within).options({ resultTypes: ['violations'] }).setLegacyMode().analyze();
  return found.flatMap(({ id, nodes }) => nodes.map(({ html }) => `${id}: ${html.slice(0, 160)}`));
}

test('axe-core finds nothing on the desk, with any tool, and in what stands in the place of the grade', async ({ page }) => {
  test.setTimeout(180_000);
  const studio = new Studio(page);
  await studio.open(PHOTOS.bowl);
  expect(await violations(page), 'a graded photo').toEqual([]);
  for (const tool of ['Choose', 'Hold', 'Pull', 'Probe']) {
    await studio.tool(tool);
    expect(await violations(page, TOOLS), tool).toEqual([]);
  }
  await page.mouse.click(...(await studio.place(0.5, 0.3)));
  await expect(page.getByRole('row', { name: /Probe 1/ })).toBeVisible();
  expect(await violations(page), 'readings').toEqual([]);
  await page.getByRole('button', { name: 'Unpin probe 1' }).click();
  await page.getByRole('button', { name: /^Readings/ }).click();
  await studio.tool('Pan');
  for (const view of ['Split', 'Side by side'] as const) {
    await studio.view(view);
    expect(await violations(page, '[data-stage]'), view).toEqual([]);
  }
  await studio.view('Result');
  for (const name of ['Add a move', 'Looks']) {
    await page.getByRole('button', { name, exact: true }).click();
    await expect(page.locator('canvas[data-drawn=true]').first()).toBeVisible();
    expect(await violations(page, MOVES), name).toEqual([]);
    await page.getByRole('button', { name: 'Back to the grade' }).click();
  }
  await page.getByRole('region', { name: 'Controls of the move' }).getByRole('button', { name: /^Reach/ }).click();
  await expect(page.getByRole('slider', { name: 'Tighter – broader' })).toBeVisible();
  expect(await violations(page, MOVES), 'a reach').toEqual([]);
});

test('axe-core finds nothing in dialogues and menus, in a small window, on an empty grade and an empty set', async ({ page }) => {
  test.setTimeout(120_000);
  const studio = new Studio(page);
  await studio.openWith(PHOTOS.third, []);
  expect(await violations(page), 'no grade yet').toEqual([]);
  await page.keyboard.press('?');
  await expect(page.getByRole('dialog', { name: 'Keys' })).toBeVisible();
  await expect(page.locator('.MuiDialog-container')).toHaveCSS('opacity', '1');
  expect(await violations(page), 'keys').toEqual([]);
  await page.keyboard.press('Escape');
  await expect(page.locator('.MuiDialog-root')).toHaveCount(0);
  await page.getByRole('button', { name: 'Deliver', exact: true }).click();
  expect(await violations(page), 'deliver').toEqual([]);
  await page.getByRole('button', { name: 'Close', exact: true }).click();
  await page.getByRole('button', { name: 'Versions', exact: true }).click();
  await page.getByRole('button', { name: 'Save a version (K)' }).click();
  await page.getByRole('checkbox', { name: 'Compare Now' }).check();
  await page.getByRole('checkbox', { name: 'Compare Version 1' }).check();
  await expect(page.locator('canvas[data-compared=true]')).toHaveCount(2);
  expect(await violations(page), 'versions').toEqual([]);
  await page.keyboard.press('s');
  await page.getByRole('option', { name: /bowl-and-vase-2/ }).click({ modifiers: ['Control'] });
  expect(await violations(page), 'the sheet').toEqual([]);
  await page.getByRole('button', { name: 'Same colour' }).click();
  await expect(page.getByRole('list', { name: 'Its colour in each photo' })).toBeVisible();
  await expect(page.locator('.MuiDialog-container')).toHaveCSS('opacity', '1');
  expect(await violations(page), 'the same colour').toEqual([]);
  await page.keyboard.press('Escape');
  await expect(page.locator('.MuiDialog-root')).toHaveCount(0);
  await page.keyboard.press('s');
  await studio.settled();
  await page.getByRole('button', { name: /^Quillhaven Ceramics/ }).click();
  await expect(page.locator('.MuiMenu-paper')).toHaveCSS('opacity', '1');
  expect(await violations(page), 'sets').toEqual([]);
  await page.getByRole('menuitem', { name: 'New set' }).click();
  await expect(page.locator('.MuiDialog-container')).toHaveCSS('opacity', '1');
  await expect(page.locator('.MuiMenu-root')).toHaveCount(0);
  expect(await violations(page), 'naming a set').toEqual([]);
  await page.keyboard.press('Escape');
  await expect(page.locator('.MuiDialog-root')).toHaveCount(0);
  await page.getByRole('button', { name: /^Quillhaven Ceramics/ }).click();
  await page.getByRole('menuitem', { name: 'Storage' }).click();
  const room = page.getByRole('list', { name: 'What uses space' });
  await expect(room.getByRole('listitem').first()).toContainText('11 photos');
  await expect(page.locator('.MuiDialog-container')).toHaveCSS('opacity', '1');
  await expect(page.locator('.MuiMenu-root')).toHaveCount(0);
  expect(await violations(page), 'storage').toEqual([]);
  // Whole pictures of the photos that are not in a form browsers show, made ahead of need, are there by now or not: clearing says 0 either way.
  const clear = room.getByRole('button', { name: 'Clear these' });
  if (await clear.isEnabled()) await clear.click();
  await expect(room.getByRole('listitem').filter({ hasText: 'Can be made again' })).toContainText('0 MB');
  await page.getByRole('button', { name: 'Done' }).click();
  await expect(page.locator('.MuiDialog-root')).toHaveCount(0);
  await page.getByRole('button', { name: /^Quillhaven Ceramics/ }).click();
  await page.getByRole('menuitem', { name: 'Workers' }).click();
  await expect(page.getByRole('list', { name: 'Workers' }).getByRole('listitem')).toHaveCount(2);
  await expect(page.locator('.MuiDialog-container')).toHaveCSS('opacity', '1');
  await expect(page.locator('.MuiMenu-root')).toHaveCount(0);
  expect(await violations(page), 'workers').toEqual([]);
  await page.getByRole('button', { name: 'Done' }).click();
  await expect(page.locator('.MuiDialog-root')).toHaveCount(0);
  await page.setViewportSize({ width: 1024, height: 700 });
  await studio.settled();
  expect(await violations(page), 'a small window').toEqual([]);
  const set = (await (await page.request.post('/api/sets', { data: { name: 'Nothing yet' } })).json()) as { id: number };
  await page.goto(`/sets/${String(set.id)}`);
  await expect(page.getByText('This set is empty')).toBeVisible();
  expect(await violations(page), 'an empty set').toEqual([]);
  await page.request.delete(`/api/sets/${String(set.id)}`);
});

test('axe-core finds nothing on the controls of any kind of move', async ({ page }) => {
  test.setTimeout(180_000);
  const studio = new Studio(page);
  await studio.openWith(PHOTOS.third, Object.entries(USED).map(([kind, params]) => ({ kind, params, label: kind, reach: { hue: { from: 20, to: 90, softFrom: 10, softTo: 10 } } })));
  for (const kind of Object.keys(USED)) {
    await row(page, new RegExp(`^Move \\d+: ${kind}\\.`)).click();
    await expect(page.getByRole('slider', { name: 'Amount of the move' })).toBeVisible();
    expect(await violations(page, MOVES), kind).toEqual([]);
    if (DRAWN.includes(kind)) expect(await violations(page, BENCH), `${kind} on the bench`).toEqual([]);
  }
});

test('every stop of the Tab key can be seen, and all there is can be reached', async ({ page }) => {
  test.setTimeout(120_000);
  const studio = new Studio(page);
  await studio.open(PHOTOS.bowl);
  // The photo's colours are there a little later than the photo.
  await expect(page.getByRole('button', { name: /brown/ }).first()).toBeVisible();
  const seen: string[] = [];
  for (let i = 0; i < 140; i++) {
    await page.keyboard.press('Tab');
    const stop = await page.evaluate(() => {
      const element = document.activeElement;
      if (!element || element === document.body) return null;
      const name = element.getAttribute('aria-label') ?? element.getAttribute('aria-labelledby') ?? element.textContent.slice(0, 30);
      // A slider's and a switch's own element is hidden; the part that shows wears the mark.
      const marked = [element, element.closest('.Mui-focusVisible'), element.parentElement?.closest('.MuiSwitch-switchBase, .MuiSlider-thumb, .MuiRadio-root')].some((one) => one && getComputedStyle(one).outlineStyle !== 'none' && parseFloat(getComputedStyle(one).outlineWidth) >= 1);
      return { name, marked };
    });
    if (stop === null) break;
    expect(stop.marked, `${stop.name} shows the focus`).toBe(true);
    seen.push(stop.name);
  }
  for (const wanted of [/^Undo/, /^Photo$/, /brown/, /^shadows/, /^Move 1/, /^Move 1 on/, /^More for move 1/, /number$/, /^Width of the grade/, /^Height of the bench/, /^Import photos|Photo files/, /^Readings/, /bowl-and-vase-2/]) {
    expect(seen.some((name) => wanted.test(name)), String(wanted)).toBe(true);
  }
  expect(new Set(seen).size, 'no stop twice before all have been had').toBeGreaterThan(seen.length * 0.8);
});

test('by keyboard alone: choose a stroke, pull it, pin a probe and move it, and take it away', async ({ page }) => {
  const studio = new Studio(page);
  await studio.openWith(PHOTOS.third, []);
  const photo = page.getByRole('application', { name: 'Photo' });
  await page.keyboard.press('c');
  await photo.focus();
  await page.keyboard.press('ArrowLeft');
  await expect(page.getByRole('img', { name: /^Cursor at/ })).toBeVisible();
  for (let i = 0; i < 4; i++) await page.keyboard.press('Shift+ArrowLeft');
  await expect(page.getByLabel('Under the pointer')).toContainText('·');
  await page.keyboard.press(' ');
  for (let i = 0; i < 8; i++) await page.keyboard.press('ArrowLeft');
  const learned = page.waitForResponse((one) => one.url().endsWith('/reach'));
  await page.keyboard.press(' ');
  await learned;
  await expect(rows(page)).toHaveCount(1);
  expect((await studio.kept(PHOTOS.third)).look.moves[0]?.reach?.learned?.strokes).toHaveLength(1);
  await page.keyboard.press('l');
  await studio.settled();
  const spot = await studio.onCanvas(0.29, 0.5);
  const before = at(await studio.pixels(), ...spot);
  await page.keyboard.press('p');
  await photo.focus();
  for (let i = 0; i < 4; i++) await page.keyboard.press('Shift+ArrowLeft');
  const read = page.waitForResponse((one) => one.url().endsWith('/probes'));
  await page.keyboard.press('Enter');
  await read;
  for (let i = 0; i < 8; i++) await page.keyboard.press('Shift+ArrowRight');
  await page.keyboard.press('Enter');
  await expect(row(page, /^Move 1/)).toContainText(/hue \+\d/);
  await expect.poll(async () => distance(before, at(await studio.pixels(), ...spot))).toBeGreaterThan(15);
  // What is under way can be given up.
  const { look } = await studio.kept(PHOTOS.third);
  await page.keyboard.press('Enter');
  await page.keyboard.press('Shift+ArrowRight');
  await page.keyboard.press('Escape');
  await page.keyboard.press('n');
  await photo.focus();
  await page.keyboard.press('ArrowUp');
  await page.keyboard.press('Enter');
  const pin = page.getByRole('group', { name: /^Probe 1:/ });
  await expect(pin).toBeVisible();
  expect((await studio.kept(PHOTOS.third)).look).toEqual(look);
  await studio.settled();
  const place = await pin.boundingBox();
  await pin.focus();
  for (let i = 0; i < 5; i++) await page.keyboard.press('Shift+ArrowRight');
  expect(((await pin.boundingBox())?.x ?? 0) - (place?.x ?? 0)).toBeCloseTo(25, -1);
  await page.keyboard.press('Delete');
  await expect(pin).toHaveCount(0);
});

for (const [width, height] of [[1024, 700], [1280, 800], [2560, 1440]] as const) {
  test(`at ${String(width)} × ${String(height)} nothing is cut off and the photo has its room`, async ({ page }) => {
    await page.setViewportSize({ width, height });
    const studio = new Studio(page);
    await studio.put(PHOTOS.third, [{ kind: 'selective-colour', params: {} }, { kind: 'shift', label: 'A name of some length for this move', params: { hue: -27, saturation: 25, lightness: -12 }, reach: { hue: { from: 10, to: 90, softFrom: 10, softTo: 10 }, chroma: { from: 0.05, to: 0.5, softFrom: 0.02, softTo: 0 } } }]);
    await studio.open(PHOTOS.third);
    await row(page, /^Move 2/).click();
    await page.getByRole('region', { name: 'Controls of the move' }).getByRole('button', { name: /^Reach/ }).click();
    await expect(page.getByRole('textbox', { name: 'Saturation, soft edge after, number' })).toBeVisible();
    // Nothing runs out of the panel it is in: what is longer than its place is wrapped or scrolled to.
    const cut = await page.evaluate(() =>
      Array.from(document.querySelectorAll('section[aria-label=Moves] button, section[aria-label=Moves] input:not([type=checkbox]):not([type=range]), section[aria-label=Moves] [role=slider]:not([aria-hidden]), section[aria-label=Colours] button, header button, header [role=combobox], footer button, section[aria-label=Tools] button')).flatMap((element) => {
        const box = element.getBoundingClientRect();
        const around = element.closest('section[aria-label=Moves], section[aria-label=Colours], header, footer, section[aria-label=Tools]')?.getBoundingClientRect();
        const strip = element.closest('nav');
        return around && !strip && box.width > 2 && (box.left < around.left - 1 || box.right > around.right + 1) ? [element.getAttribute('aria-label') ?? element.textContent] : [];
      }),
    );
    expect(cut).toEqual([]);
    if (width > 1024) {
      const box = await studio.canvas.boundingBox();
      const scale = Math.min(((box?.width ?? 0) - 12) / 3000, ((box?.height ?? 0) - 12) / 2000);
      expect((scale * 3000 * scale * 2000) / (width * height), 'share of the window that is photo').toBeGreaterThan(0.4);
    }
  });
}

test('parts are made wider by mouse and by keyboard, and stay so', async ({ page }) => {
  const studio = new Studio(page);
  await studio.open(PHOTOS.bowl);
  const grade = page.getByRole('region', { name: 'Moves' });
  const width = async () => (await grade.boundingBox())?.width ?? 0;
  const begun = await width();
  const divider = page.getByRole('separator', { name: 'Width of the grade on the right' });
  const box = await divider.boundingBox();
  if (!box) throw new Error('There is no divider.');
  await page.mouse.move(box.x + 2, box.y + 200);
  await page.mouse.down();
  await page.mouse.move(box.x - 78, box.y + 200, { steps: 8 });
  await page.mouse.up();
  await expect.poll(width).toBeGreaterThan(begun + 70);
  await studio.settled();
  const bench = page.getByRole('region', { name: 'Bench' });
  const tall = async () => (await bench.boundingBox())?.height ?? 0;
  const low = await tall();
  await page.getByRole('separator', { name: 'Height of the bench' }).focus();
  for (let i = 0; i < 3; i++) await page.keyboard.press('ArrowUp');
  await expect.poll(tall).toBeGreaterThan(low + 20);
  const [wide, high] = [await width(), await tall()];
  await page.reload();
  await studio.settled();
  expect(Math.abs((await width()) - wide)).toBeLessThanOrEqual(2);
  expect(Math.abs((await tall()) - high)).toBeLessThanOrEqual(2);
  await divider.dblclick();
  await expect.poll(width).toBeLessThan(begun + 3);
});
