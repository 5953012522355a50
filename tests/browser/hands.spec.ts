import { expect, test, type Page } from './served';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { PNG } from 'pngjs';
import { at, differing, distance, file, root, row, rows, scratch, tovrin, PHOTOS, Studio } from './studio';

// What the hand does: drags that are given up, keys, zoom, the ledger, fields.

const shift = (id: string, params: object = {}, more: object = {}) => ({ id, kind: 'shift', label: id, params, ...more });
const reach = { hue: { from: 20, to: 80, softFrom: 10, softTo: 10 }, chroma: { from: 0.05, to: 0.3, softFrom: 0.02, softTo: 0.02 }, light: null };

async function dragFrom(page: Page, from: [number, number], by: [number, number]): Promise<void> {
  await page.mouse.move(...from);
  await page.mouse.down();
  await page.mouse.move(from[0] + by[0] / 2, from[1] + by[1] / 2, { steps: 4 });
  await page.mouse.move(from[0] + by[0], from[1] + by[1], { steps: 4 });
}

async function middle(page: Page, name: string | RegExp): Promise<[number, number]> {
  const box = await page.getByRole('slider', { name, exact: typeof name === 'string' }).boundingBox();
  if (!box) throw new Error(`There is no ${String(name)}.`);
  return [box.x + box.width / 2, box.y + box.height / 2];
}

test('Escape gives up every drag: slider, pull, stroke, bench, curve; undo in the middle of one gives it up too', async ({ page }) => {
  const studio = new Studio(page);
  await studio.openWith(PHOTOS.third, [shift('Bowl', { hue: 30 }, { reach }), { id: 'c', kind: 'curves', label: 'Tones', params: { all: [[0, 0], [128, 140], [255, 255]] } }]);
  await row(page, /Bowl/).click();
  // Hints that open under the pointer are not part of the picture.
  const picture = async () => {
    await page.mouse.move(640, 4);
    await expect(page.getByRole('tooltip')).toHaveCount(0);
    await studio.settled();
    return studio.pixels();
  };
  const { revision } = await studio.kept(PHOTOS.third);
  const before = await picture();
  const given = async (key = 'Escape') => {
    await page.keyboard.press(key);
    await page.mouse.move(640, 90, { steps: 3 });
    await page.mouse.up();
    await studio.settled();
  };
  await studio.slider('Hue').hover();
  const slider = await studio.slider('Hue').boundingBox();
  if (!slider) throw new Error('There is no slider.');
  await dragFrom(page, [slider.x + slider.width * 0.58, slider.y + slider.height / 2], [60, 0]);
  await given();
  await expect(studio.number('Hue')).toHaveValue('30°');
  for (const edge of [/^Bench: Hue, start/, /^Bench: Saturation, end/]) {
    await dragFrom(page, await middle(page, edge), [40, 10]);
    await given();
  }
  await studio.tool('Pull');
  await dragFrom(page, await studio.place(0.3, 0.5), [80, 30]);
  await given();
  await dragFrom(page, await studio.place(0.3, 0.5), [80, 30]);
  await given('Control+z');
  await studio.tool('Hold');
  await dragFrom(page, await studio.place(0.3, 0.5), [80, 30]);
  await given();
  await studio.tool('Pan');
  await row(page, /Tones/).click();
  await dragFrom(page, await middle(page, 'Tone curve, point 2'), [30, -30]);
  await given();
  await row(page, /Bowl/).click();
  expect((await studio.kept(PHOTOS.third)).revision, 'nothing of them was kept, and nothing undone').toBe(revision);
  expect(differing(before, await picture(), 2), 'nor does the photo show any of it').toBeLessThan(0.002);
});

test('a cancelled pointer leaves nothing of a pull on the screen', async ({ page }) => {
  const studio = new Studio(page);
  await studio.openWith(PHOTOS.third, [shift('Bowl', { hue: 30 }, { reach })]);
  const { revision } = await studio.kept(PHOTOS.third);
  const before = await studio.pixels();
  await studio.tool('Pull');
  await dragFrom(page, await studio.place(0.3, 0.5), [120, 0]);
  await expect(studio.canvas).toHaveAttribute('data-settled', 'true');
  await page.evaluate(() => document.querySelector('canvas[data-settled]')?.dispatchEvent(new PointerEvent('pointercancel', { bubbles: true, pointerId: 1 })));
  await page.mouse.up();
  await studio.settled();
  await studio.tool('Pan');
  expect(differing(before, await studio.pixels(), 2)).toBeLessThan(0.002);
  expect((await studio.kept(PHOTOS.third)).revision).toBe(revision);
});

test('a double click takes a curve point away', async ({ page }) => {
  const studio = new Studio(page);
  await studio.openWith(PHOTOS.third, [{ id: 'c', kind: 'curves', params: { all: [[0, 0], [128, 150], [255, 255]] } }]);
  const { revision } = await studio.kept(PHOTOS.third);
  await page.mouse.dblclick(...(await middle(page, 'Tone curve, point 2')));
  await expect(page.getByRole('slider', { name: /^Tone curve, point/ })).toHaveCount(2);
  await studio.allKept(PHOTOS.third, revision + 1);
});

test('the ledger: rename from the menu, give a name up, solo another move, walk and move by keys', async ({ page }) => {
  const studio = new Studio(page);
  await studio.openWith(PHOTOS.third, [shift('One', { hue: 60 }), shift('Two', { lightness: 30 }), shift('Three', { saturation: -90 })]);
  const row = (index: number) => rows(page).nth(index);
  await row(1).getByRole('button', { name: 'More for move 2' }).click();
  await page.getByRole('menuitem', { name: /Rename/ }).click();
  const name = page.getByRole('textbox', { name: 'Name of the move' });
  await expect(name).toBeFocused();
  await name.fill('Second');
  await name.press('Escape');
  await expect(row(1)).toContainText('Two');
  await row(1).getByRole('button', { name: 'More for move 2' }).click();
  await page.getByRole('menuitem', { name: /Rename/ }).click();
  await name.fill('Second');
  await name.press('Enter');
  await expect(row(1)).toContainText('Second');
  // Only the third is shown, though the second is at hand.
  await row(1).click();
  await row(2).getByRole('button', { name: 'More for move 3' }).click();
  await page.getByRole('menuitem', { name: 'Show only this move' }).click();
  await expect(row(2).getByRole('button', { name: /^Move/ })).toHaveAttribute('aria-pressed', 'true');
  await expect(page.getByText('Only this move is shown.')).toBeVisible();
  await studio.settled();
  const alone = await studio.pixels();
  await studio.page.getByRole('button', { name: 'Show everything' }).click();
  await studio.settled();
  const all = await studio.pixels();
  const [x, y] = await studio.onCanvas(0.3, 0.2);
  expect(at(all, x, y)[1] - at(alone, x, y)[1], 'the second lightens, and was left out').toBeGreaterThan(20);

  await row(0).click();
  await row(0).getByRole('button', { name: /^Move/ }).focus();
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('ArrowDown');
  await expect(row(2).getByRole('button', { name: /^Move/ })).toHaveAttribute('aria-pressed', 'true');
  await page.keyboard.press('Alt+ArrowUp');
  await expect(row(1)).toContainText('Three');
  await page.keyboard.press('Alt+ArrowUp');
  await expect(row(0)).toContainText('Three');
  await expect.poll(async () => (await studio.kept(PHOTOS.third)).look.moves.map(({ id }) => id)).toEqual(['Three', 'One', 'Two']);
});

test('the zoom figure follows the window, and keys zoom at the pointer and move the photo', async ({ page }) => {
  const studio = new Studio(page);
  await studio.open(PHOTOS.third);
  const zoom = page.getByRole('button', { name: 'Zoom' });
  const real = async () => {
    const box = await studio.canvas.boundingBox();
    return Math.round(Math.min(((box?.width ?? 0) - 12) / 3000, ((box?.height ?? 0) - 12) / 2000) * 100);
  };
  for (const change of [() => page.setViewportSize({ width: 1700, height: 950 }), () => page.getByRole('button', { name: 'Hide the panels (F)' }).click(), () => page.getByRole('button', { name: 'Show the panels (F)' }).click(), () => page.setViewportSize({ width: 1280, height: 800 })]) {
    await change();
    // The window is laid out anew a moment later: both are looked at again until they agree.
    await expect.poll(async () => (await zoom.textContent()) === `${String(await real())} %`).toBe(true);
  }
  // The corner of the cup stays under the pointer.
  const there = await studio.place(0.56, 0.66);
  await page.mouse.move(...there);
  await studio.view('Source');
  await page.mouse.move(...there);
  const box = await studio.canvas.boundingBox();
  const spot: [number, number] = [there[0] - (box?.x ?? 0), there[1] - (box?.y ?? 0)];
  const colour = at(await studio.pixels(), ...spot);
  await page.keyboard.press('z');
  await expect(zoom).toHaveText('100 %');
  await expect.poll(async () => distance(at(await studio.pixels(), ...spot), colour)).toBeLessThan(26);
  await page.keyboard.press('-');
  await expect(zoom).toHaveText('80 %');
  await page.keyboard.press('+');
  await page.keyboard.press('+');
  await expect(zoom).toHaveText('125 %');
  await page.mouse.click(...there);
  const still = await studio.pixels();
  await page.keyboard.press('ArrowRight');
  await expect.poll(async () => differing(still, await studio.pixels(), 6)).toBeGreaterThan(0.1);
});

test('at 100 % the screen shows the pixels that a delivered file has', async ({ page }) => {
  const studio = new Studio(page);
  await studio.openWith(PHOTOS.third, []);
  const empty = file('empty.json', JSON.stringify({ tovrinLook: 1, moves: [] }));
  const delivered = join(scratch, 'plain.png');
  tovrin(['render', join(root, 'demo/photos/bowl-and-vase-3.jpg'), '--look', empty, '-o', delivered]);
  const whole = PNG.sync.read(readFileSync(delivered));
  await page.mouse.move(...(await studio.place(0.5, 0.5)));
  await page.keyboard.press('z');
  // The middle of the photo is in the middle of the stage, to a pixel at most.
  const worst = async () => {
    const shown = await studio.pixels();
    const offsets = [-2, -1, 0, 1, 2];
    let best = 255;
    for (const dx of offsets) {
      for (const dy of offsets) {
        let most = 0;
        for (let i = 0; i < 300; i++) {
          const [x, y] = [120 + ((i * 37) % (shown.width - 240)), 120 + ((i * 53) % (shown.height - 240))];
          most = Math.max(most, distance(at(shown, x, y), at(whole, x - Math.round(shown.width / 2) + 1500 + dx, y - Math.round(shown.height / 2) + 1000 + dy)));
        }
        best = Math.min(best, most);
      }
    }
    return best;
  };
  await expect.poll(worst).toBeLessThanOrEqual(2);
});

test('the graphics system may be taken away and comes back', async ({ page }) => {
  const studio = new Studio(page);
  await studio.open(PHOTOS.third);
  const before = await studio.pixels();
  const lose = await page.evaluateHandle(() => (document.querySelector('canvas[data-settled]') as HTMLCanvasElement).getContext('webgl2')?.getExtension('WEBGL_lose_context') ?? null);
  await lose.evaluate((extension) => extension?.loseContext());
  await expect(page.getByText('The graphics system is busy')).toBeVisible();
  await lose.evaluate((extension) => extension?.restoreContext());
  await studio.settled();
  await expect.poll(async () => differing(before, await studio.pixels(), 2)).toBeLessThan(0.002);
});

test('letters stay with an open menu; a colour can be pasted with a space and given up', async ({ page }) => {
  const studio = new Studio(page);
  await studio.openWith(PHOTOS.third, [{ id: 'r', kind: 'recolour', params: { target: '#112233' } }]);
  const { revision } = await studio.kept(PHOTOS.third);
  await page.getByRole('button', { name: 'Add a move' }).click();
  await page.keyboard.press('p');
  await page.keyboard.press('Escape');
  await expect(page.getByRole('group', { name: 'Tool' }).getByRole('button', { name: 'Pan', pressed: true })).toBeVisible();
  const from = page.getByRole('textbox', { name: 'From, colour' });
  await from.fill(' #c8922e');
  await from.press('Enter');
  await studio.allKept(PHOTOS.third, revision + 1);
  await from.fill('#000000');
  await from.press('Escape');
  await expect(from).toHaveValue('#c8922e');
  expect((await studio.kept(PHOTOS.third)).look.moves[0]?.params['anchor']).toBe('#c8922e');
});

test('the end of saturation can be anywhere a look may have it', async ({ page }) => {
  const studio = new Studio(page);
  await studio.openWith(PHOTOS.third, [shift('Bowl', {}, { reach: { ...reach, chroma: { from: 0.05, to: 0.5, softFrom: 0.02, softTo: 0 } } })]);
  await page.getByRole('button', { name: /^Reach hues/ }).click();
  await page.getByRole('slider', { name: 'Saturation, end', exact: true }).focus();
  await page.keyboard.press('ArrowLeft');
  await expect.poll(async () => (await studio.kept(PHOTOS.third)).look.moves[0]?.reach?.chroma?.to).toBeCloseTo(0.495, 3);
});

test('the line about the fit goes with what it is about, and starting over leaves the move acting', async ({ page }) => {
  const studio = new Studio(page);
  await studio.openWith(PHOTOS.third, [shift('Bowl')]);
  await studio.tool('Choose');
  await studio.stroke([[0.3, 0.5], [0.35, 0.5]]);
  await expect(page.getByRole('status')).toContainText('of what you chose');
  await page.keyboard.press('Control+z');
  await expect(page.getByRole('status')).not.toContainText('of what you chose');
  await page.keyboard.press('Control+Shift+z');
  await expect(page.getByRole('status')).toContainText('of what you chose');
  const { revision, look } = await studio.kept(PHOTOS.third);
  await page.getByRole('button', { name: 'Start over' }).click();
  await expect(page.getByRole('status')).toContainText('The next stroke replaces');
  expect((await studio.kept(PHOTOS.third)).look).toEqual(look);
  await studio.stroke([[0.7, 0.4], [0.7, 0.5]]);
  const anew = await studio.kept(PHOTOS.third);
  expect(anew.revision).toBe(revision + 1);
  expect(anew.look.moves[0]?.reach?.learned?.strokes).toHaveLength(1);
  expect(anew.look.moves[0]?.reach).not.toEqual(look.moves[0]?.reach);
});

test('with nothing done, nothing differs', async ({ page }) => {
  const studio = new Studio(page);
  await studio.openWith(PHOTOS.third, []);
  await expect(page.getByRole('img', { name: /^shadows:/ })).toBeVisible();
  const [source, readings] = await page.evaluate(async () => {
    const look = { tovrinLook: 1, moves: [] };
    const before = (await (await fetch('/api/photos/7/source')).json()) as { scopes: unknown };
    const after = (await (await fetch('/api/photos/7/readings', { method: 'POST', headers: { 'Content-Type': 'application/json' }, body: JSON.stringify({ look }) })).json()) as { scopes: unknown };
    return [before.scopes, after.scopes];
  });
  expect(readings).toEqual(source);
  await expect(page.getByRole('region', { name: 'Colours', exact: true }).getByText('changed')).toHaveCount(0);
  await expect(page.getByRole('img', { name: /, now / })).toHaveCount(0);
});

test('sets are renamed, and removed with a way back', async ({ page }) => {
  const studio = new Studio(page);
  const set = (await (await page.request.post('/api/sets', { data: { name: 'Trial' } })).json()) as { id: number };
  await page.goto(`/sets/${String(set.id)}`);
  const menu = async (name: RegExp, item: RegExp) => {
    await page.getByRole('button', { name }).click();
    await page.getByRole('menuitem', { name: item }).click();
  };
  await menu(/^Trial/, /Rename this set/);
  await page.getByLabel(/^Name, such as/).fill('Glaze trial');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('button', { name: /^Glaze trial/ })).toBeVisible();
  await menu(/^Glaze trial/, /Remove this set/);
  await expect(page.getByText('“Glaze trial” was removed')).toBeVisible();
  await page.getByRole('contentinfo').getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByRole('button', { name: /^Glaze trial/ })).toBeVisible();
  await page.request.delete(`/api/sets/${String(set.id)}`);
  await studio.open(PHOTOS.third);
});

test('nothing moves under the pointer: a value grows in words, and every control stays in its place', async ({ page }) => {
  test.setTimeout(150_000);
  const studio = new Studio(page);
  const USED = JSON.parse(readFileSync(join(root, 'tests/moves.json'), 'utf8')) as Record<string, object>;
  // One of each make: sliders, colours, a table, curves of either sort.
  const kinds = ['shift', 'recolour', 'selective-colour', 'saturation', 'light', 'curves'];
  await studio.openWith(PHOTOS.third, kinds.map((kind, index) => ({ id: `m${String(index)}`, kind, params: kind === 'recolour' ? USED[kind] : {} })));
  // Where each stands in what scrolls it: keys may scroll.
  const places = () =>
    page.evaluate(() =>
      Array.from(document.querySelectorAll('section[aria-label="Controls of the move"] :is(.MuiSlider-root, input:not([type=range]), [data-column] [role=slider]), [data-move]')).map((control) => {
        const scrolled = control.closest('section[aria-label="Controls of the move"], ol');
        return Math.round(control.getBoundingClientRect().top + (scrolled?.scrollTop ?? 0) - (scrolled?.tagName === 'OL' ? scrolled.getBoundingClientRect().top : 0));
      }),
    );
  for (const [index, kind] of kinds.entries()) {
    await rows(page).nth(index).getByRole('button').first().click();
    const controls = page.getByRole('region', { name: 'Controls of the move' });
    const values = controls.getByRole('textbox', { name: /, number$/ });
    await expect(controls).toBeVisible();
    await studio.settled();
    const before = await places();
    if ((await values.count()) > 1) {
      const field = values.first();
      await field.focus();
      await page.keyboard.press('ArrowUp');
      await page.keyboard.press('Shift+ArrowUp');
      await page.keyboard.press('Tab');
      expect(await places(), `${kind}, while a value is kept`).toEqual(before);
    }
    await studio.settled();
    expect(await places(), kind).toEqual(before);
  }
  await studio.put(PHOTOS.third, []);
});

test('with Pull a click on the photo sets a point of a curve, and the photo stays as it is', async ({ page }) => {
  const studio = new Studio(page);
  await studio.openWith(PHOTOS.third, [{ id: 'c', kind: 'curves', params: {} }]);
  await studio.tool('Pull');
  const kept = page.waitForResponse((response) => response.url().endsWith('/grade') && response.request().method() === 'PUT');
  await page.mouse.click(...(await studio.place(0.5, 0.2)));
  await kept;
  const points = async () => (await studio.kept(PHOTOS.third)).look.moves[0]?.params['all'] as [number, number][];
  const set = await points();
  expect(set).toHaveLength(3);
  expect(Math.abs((set[1]?.[0] ?? 0) - (set[1]?.[1] ?? 255))).toBeLessThanOrEqual(1);
  await studio.put(PHOTOS.third, []);
});

test('Alt and an arrow move a move right after it was renamed', async ({ page }) => {
  const studio = new Studio(page);
  await studio.openWith(PHOTOS.third, [shift('First'), shift('Second')]);
  await row(page, /First/).getByRole('button').first().focus();
  await page.keyboard.press('F2');
  await page.keyboard.type('Renamed');
  await page.keyboard.press('Enter');
  await page.keyboard.press('Alt+ArrowDown');
  await expect(rows(page).nth(1)).toContainText('Renamed');
  await studio.put(PHOTOS.third, []);
});

test('in a window as small as 1280 × 800 at 150 %, the photo keeps two fifths of it; colours and bench are there when asked for', async ({ page }) => {
  await page.setViewportSize({ width: 853, height: 533 });
  const studio = new Studio(page);
  await studio.open(PHOTOS.bowl);
  const box = await page.locator('[data-stage]').boundingBox();
  expect(((box?.width ?? 0) * (box?.height ?? 0)) / (853 * 533)).toBeGreaterThanOrEqual(0.4);
  await page.getByRole('button', { name: 'Colours', exact: true }).click();
  await expect(page.getByRole('list', { name: 'Colours of this photo' })).toBeVisible();
  await page.getByRole('button', { name: 'Bench', exact: true }).click();
  await expect(page.getByRole('region', { name: 'Bench' })).toBeVisible();
});
