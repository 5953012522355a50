import { expect, test } from './served';
import { execFileSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { PNG } from 'pngjs';
import { at, differing, distance, file, PHOTOS, root, scratch, Studio, tovrin, type Rgb } from './studio';

/** The grade that the demo gives the first frame, whatever other tests have made of it. */
const RUST = (JSON.parse(readFileSync(join(root, 'demo/looks/bowl-to-rust.json'), 'utf8')) as { moves: object[] }).moves;

test('photos are selected in every way, carried over to, stepped through, and delivered as one archive', async ({ page }) => {
  test.setTimeout(180_000);
  const studio = new Studio(page);
  await studio.put(PHOTOS.second, []);
  await studio.put(PHOTOS.third, []);
  await studio.openWith(PHOTOS.bowl, RUST);
  await page.keyboard.press('s');
  await expect(page).toHaveURL(/\/sets\/1\/sheet$/);
  const photo = (name: string) => page.getByRole('option', { name: new RegExp(`^${name.replaceAll('.', '\\.')}`) });
  const chosen = () => page.getByRole('option', { selected: true });
  await expect(chosen()).toHaveCount(1);
  // A row with Shift, one more with Ctrl, all, none, and a frame from beside them.
  await photo('planters.jpg').click();
  await photo('bowl-and-vase-3.jpg').click({ modifiers: ['Shift'] });
  await expect(chosen()).toHaveCount(4);
  await photo('tiles.jpg').click({ modifiers: ['Control'] });
  await expect(chosen()).toHaveCount(3);
  await page.keyboard.press('Control+a');
  await expect(page.getByText(/^(\d+) of \1 selected$/)).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(page.getByText(/^\d+ photos, none selected$/)).toBeVisible();
  const box = async (name: string) => {
    const found = await photo(name).boundingBox();
    if (!found) throw new Error(`${name} is not there.`);
    return found;
  };
  const [second, third] = [await box('bowl-and-vase-2.jpg'), await box('bowl-and-vase-3.jpg')];
  await page.mouse.move(second.x - 5, second.y + second.height - 30);
  await page.mouse.down();
  await page.mouse.move(third.x + 20, third.y + third.height - 40, { steps: 5 });
  await page.mouse.up();
  await expect(chosen()).toHaveCount(2);
  await page.keyboard.press('Escape');

  // The first frame leads: its grade goes to the two others, and their pictures follow.
  await photo('bowl-and-vase.jpg').click();
  await photo('bowl-and-vase-2.jpg').click({ modifiers: ['Control'] });
  await photo('bowl-and-vase-3.jpg').click({ modifiers: ['Control'] });
  const bowl = async (): Promise<Rgb> => {
    const png = PNG.sync.read(await photo('bowl-and-vase-2.jpg').locator('img').screenshot());
    return at(png, png.width * 0.3, png.height * 0.7);
  };
  // As other work has left them, and drawn so.
  await expect(page.getByText('updating …')).toHaveCount(0);
  const ochre = await bowl();
  await page.getByRole('button', { name: 'Carry over', exact: true }).click();
  const dialog = page.getByRole('dialog', { name: /^Carry over from bowl-and-vase\.jpg/ });
  await dialog.getByRole('button', { name: 'Carry over to 2 photos' }).click();
  await expect(page.getByText(/^Carried over to 2 photos\./)).toBeVisible();
  await expect.poll(async () => distance(await bowl(), ochre), { message: 'the sheet shows the bowl as graded' }).toBeGreaterThan(12);
  await page.keyboard.down('b');
  await expect(page.getByText('As imported', { exact: true })).toBeVisible();
  await expect.poll(async () => distance(await bowl(), ochre)).toBeLessThan(4);
  await page.keyboard.up('b');

  // One key goes through the three, and only those.
  await photo('bowl-and-vase.jpg').dblclick({ modifiers: [] });
  await page.keyboard.press('s');
  await photo('bowl-and-vase.jpg').click();
  await photo('bowl-and-vase-2.jpg').click({ modifiers: ['Control'] });
  await photo('bowl-and-vase-3.jpg').click({ modifiers: ['Control'] });
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(new RegExp(`/photos/${String(PHOTOS.third)}$`));
  for (const next of [PHOTOS.bowl, PHOTOS.second, PHOTOS.third]) {
    await page.keyboard.press('PageDown');
    await expect(page).toHaveURL(new RegExp(`/photos/${String(next)}$`));
  }
  await page.keyboard.press('s');

  // All three in two forms, in one archive: byte for byte what the command line makes.
  await page.getByRole('button', { name: 'Deliver', exact: true }).click();
  const panel = page.getByRole('dialog', { name: 'Deliver 3 photos' });
  await panel.getByRole('button', { name: 'Add another kind of file' }).click();
  await panel.getByRole('textbox', { name: 'Longest side' }).first().fill('600');
  await panel.getByRole('textbox', { name: 'Names' }).fill('{number}-{photo}');
  await expect(panel.getByText('01-bowl-and-vase.jpg and 5 more')).toBeVisible();
  const [download] = await Promise.all([page.waitForEvent('download'), panel.getByRole('button', { name: 'Deliver 6 files' }).click()]);
  expect(download.suggestedFilename()).toMatch(/^quillhaven-ceramics-glaze-catalogue-\d{4}-\d\d-\d\d\.zip$/);
  const archive = join(scratch, 'delivered.zip');
  await download.saveAs(archive);
  await expect(panel.getByText('Done: the archive is in your downloads.').first()).toBeVisible();
  execFileSync('unzip', ['-q', '-o', archive, '-d', join(scratch, 'delivered')]);
  const sizes = execFileSync('identify', ['-format', '%f %wx%h %z\n', ...['01-bowl-and-vase', '02-bowl-and-vase-2', '03-bowl-and-vase-3'].flatMap((name) => ['jpg', 'tif'].map((ending) => join(scratch, 'delivered', `${name}.${ending}`)))], { encoding: 'utf8' });
  expect(sizes).toContain('02-bowl-and-vase-2.jpg 600x400 8');
  expect(sizes).toContain('02-bowl-and-vase-2.tif 3000x2000 8');
  const look = file('second.json', JSON.stringify((await studio.kept(PHOTOS.second)).look));
  const rendered = join(scratch, 'second.png');
  tovrin(['render', join(root, 'demo/photos/bowl-and-vase-2.jpg'), '--look', look, '-o', rendered]);
  execFileSync('convert', [join(scratch, 'delivered', '02-bowl-and-vase-2.tif'), '-depth', '8', 'png24:' + join(scratch, 'tiff.png')]);
  expect(differing(PNG.sync.read(readFileSync(rendered)), PNG.sync.read(readFileSync(join(scratch, 'tiff.png'))), 0)).toBe(0);
});

test('photos are put in order, renamed, moved to another set and back by undo', async ({ page }) => {
  const studio = new Studio(page);
  await studio.open(PHOTOS.tones);
  await page.goto('/sets/1/sheet');
  const names = async () => (await page.getByRole('option').allTextContents()).map((text) => text.replace(/(graded|first|updating …)+$/, ''));
  await expect.poll(names).toContain('tones-and-hues.png');
  const before = await names();
  await page.getByRole('combobox', { name: 'Order of the photos' }).click();
  await page.getByRole('option', { name: 'by name' }).click();
  await expect.poll(names).toEqual([...before].sort());
  // The last is dragged to the front: the order is by hand from then on.
  const last = page.getByRole('option', { name: 'tones-and-hues.png' });
  const first = page.getByRole('option').first();
  // Hovering waits until nothing, such as the menu, lies over it.
  await last.hover({ position: { x: 80, y: 60 } });
  const to = await first.boundingBox();
  if (!to) throw new Error('The photos are not there.');
  await page.mouse.down();
  await page.mouse.move(to.x + 60, to.y + 60, { steps: 12 });
  await page.mouse.move(to.x + 30, to.y + 60, { steps: 3 });
  await expect(first).toHaveAttribute('data-drop', 'before');
  await page.mouse.up();
  await expect.poll(async () => (await names())[0]).toBe('tones-and-hues.png');
  await expect(page.getByRole('combobox', { name: 'Order of the photos' })).toHaveText('custom order');
  await page.getByRole('option').first().click();
  await page.keyboard.press('F2');
  await page.getByLabel('Name of the photo').fill('tone chart.png');
  await page.getByRole('button', { name: 'Rename', exact: true }).click();
  await expect.poll(async () => (await names())[0]).toBe('tone chart.png');
  await page.getByRole('button', { name: 'More for the selected photos' }).click();
  await page.getByRole('menuitem', { name: 'Move to a new set …' }).click();
  await page.getByLabel('Name of the set').fill('Charts');
  await page.getByRole('button', { name: 'Move', exact: true }).click();
  await expect(page.getByText('One photo moved to “Charts”.')).toBeVisible();
  await expect.poll(names).not.toContain('tone chart.png');
  await page.getByRole('contentinfo').getByRole('button', { name: 'Undo' }).click();
  await expect.poll(names).toContain('tone chart.png');
  await page.getByRole('option', { name: 'tone chart.png' }).click();
  await page.keyboard.press('Delete');
  await expect.poll(names).not.toContain('tone chart.png');
  await page.keyboard.press('Control+z');
  await expect.poll(names).toContain('tone chart.png');
});

test('states are kept, compared and taken, and the history leads back', async ({ page }) => {
  const studio = new Studio(page);
  await studio.openWith(PHOTOS.planters, [{ kind: 'warmth', label: 'Warmer', params: { warmth: 60 } }]);
  const warm = await studio.pixels();
  await page.keyboard.press('k');
  await expect(page.getByText('Saved as “Version 1”.')).toBeVisible();
  await studio.number('Warmth').fill('-60');
  await studio.number('Warmth').press('Enter');
  await studio.settled();
  const cool = await studio.pixels();
  expect(differing(warm, cool, 8)).toBeGreaterThan(0.5);
  await page.getByRole('button', { name: 'Versions', exact: true }).click();
  const panel = page.getByRole('region', { name: 'Versions' });
  await panel.getByRole('checkbox', { name: 'Compare Now' }).check();
  await panel.getByRole('checkbox', { name: 'Compare Version 1' }).check();
  const panes = page.locator('canvas[data-compared=true]');
  await expect(panes).toHaveCount(2);
  const [now, kept] = [PNG.sync.read(await panes.first().screenshot()), PNG.sync.read(await panes.last().screenshot())];
  expect(differing(now, kept, 8), 'each as it is').toBeGreaterThan(0.3);
  // Linked: the wheel over one zooms both.
  const box = await panes.first().boundingBox();
  await page.mouse.move((box?.x ?? 0) + 80, (box?.y ?? 0) + 80);
  await page.mouse.wheel(0, -600);
  await expect.poll(async () => differing(kept, PNG.sync.read(await panes.last().screenshot()), 8)).toBeGreaterThan(0.2);
  await page.getByRole('button', { name: 'Take this: Version 1' }).click();
  await studio.settled();
  await expect.poll(async () => differing(warm, await studio.pixels(), 3)).toBe(0);
  const steps = page.getByRole('list', { name: 'Steps' }).getByRole('listitem');
  await expect(steps.first()).toContainText('“Warmer”: warmth −60 → 60');
  await steps.filter({ hasText: '“Warmer”: warmth 60 → −60' }).getByRole('button').click();
  await studio.settled();
  await expect.poll(async () => differing(cool, await studio.pixels(), 3)).toBe(0);
  await panel.getByRole('button', { name: 'More for Version 1' }).click();
  await page.getByRole('menuitem', { name: 'Rename …' }).click();
  await page.getByLabel('Name of the version').fill('warmer');
  await page.getByRole('button', { name: 'Rename', exact: true }).click();
  await expect(panel.getByRole('button', { name: 'Take warmer' })).toBeVisible();
});

test('a look of one’s own is saved, taken on another frame where it finds the bowl, exported and imported', async ({ page }) => {
  test.setTimeout(120_000);
  const studio = new Studio(page);
  await studio.put(PHOTOS.second, []);
  await studio.openWith(PHOTOS.bowl, RUST);
  await page.getByRole('button', { name: 'Looks', exact: true }).click();
  await page.getByRole('button', { name: 'Save this grade …' }).click();
  await page.getByLabel(/^Name, for example/).fill('Autumn glaze, matt');
  await page.getByLabel('Group (optional)').fill('Glazes');
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(page.getByRole('region', { name: 'Your own · Glazes' })).toBeVisible();
  await studio.open(PHOTOS.second);
  const before = await studio.pixels();
  await page.getByRole('button', { name: 'Looks', exact: true }).click();
  await page.getByRole('region', { name: 'Your own · Glazes' }).getByRole('button', { name: 'Autumn glaze, matt', exact: true }).click();
  await studio.settled();
  const after = await studio.pixels();
  const [bx, by] = await studio.onCanvas(0.3, 0.72);
  expect(distance(at(before, bx, by), at(after, bx, by)), 'the bowl').toBeGreaterThan(12);
  // Out as a file, away, and in again beside one that is none.
  await page.getByRole('button', { name: 'Looks', exact: true }).click();
  await page.getByRole('button', { name: 'More for Autumn glaze, matt' }).click();
  const [download] = await Promise.all([page.waitForEvent('download'), page.getByRole('menuitem', { name: 'Export as a file' }).click()]);
  const path = join(scratch, 'glaze.json');
  await download.saveAs(path);
  await page.getByRole('button', { name: 'More for Autumn glaze, matt' }).click();
  await page.getByRole('menuitem', { name: 'Remove' }).click();
  await expect(page.getByRole('region', { name: 'Your own · Glazes' })).toHaveCount(0);
  await page.getByLabel('Look files').setInputFiles([path, file('list.json', 'eggs, milk')]);
  await expect(page.getByText(/One look was imported\. “list\.json” is not a look/)).toBeVisible();
  await expect(page.getByRole('region', { name: 'Your own' }).getByRole('button', { name: 'Autumn glaze, matt', exact: true })).toBeVisible();
});

test('the same thing is brought to the first photo’s colour, and back by one undo', async ({ page }) => {
  const studio = new Studio(page);
  await studio.put(PHOTOS.second, [{ kind: 'warmth', params: { warmth: 30 } }]);
  await studio.put(PHOTOS.bowl, []);
  await page.goto('/sets/1/sheet');
  await page.getByRole('option', { name: /^bowl-and-vase\.jpg/ }).click();
  await page.getByRole('option', { name: /^bowl-and-vase-2\.jpg/ }).click({ modifiers: ['Control'] });
  await page.getByRole('button', { name: 'Same colour' }).click();
  const dialog = page.getByRole('dialog', { name: 'The same thing in 2 photos' });
  await dialog.getByRole('radio', { name: 'dark teal' }).click();
  const spread = async () => Number(/ΔE (\d+\.\d)/.exec((await dialog.getByRole('status').textContent()) ?? '')?.[1] ?? 'NaN');
  await expect.poll(spread).toBeGreaterThan(2);
  const apart = await spread();
  await dialog.getByRole('button', { name: 'Match the others to the first' }).click();
  await expect.poll(spread).toBeLessThan(1);
  expect((await studio.kept(PHOTOS.second)).look.moves.map(({ label }) => label)[1]).toBe('Dark teal as in bowl-and-vase');
  await dialog.getByRole('button', { name: 'Close' }).click();
  await page.getByRole('contentinfo').getByRole('button', { name: 'Undo' }).click();
  await expect.poll(async () => (await studio.kept(PHOTOS.second)).look.moves.length).toBe(1);
  await page.getByRole('button', { name: 'Same colour' }).click();
  await dialog.getByRole('radio', { name: 'dark teal' }).click();
  await expect.poll(spread).toBeCloseTo(apart, 1);
});
