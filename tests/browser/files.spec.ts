import { expect, test } from './served';
import { execFileSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { file, root, rows, scratch, tovrin, PHOTOS, Studio } from './studio';

test('the set is there, and a photo opens from the strip', async ({ page }) => {
  const studio = new Studio(page);
  await page.goto('/');
  await studio.settled();
  await expect(page).toHaveURL(/\/sets\/1\/photos\/1$/);
  await page.getByRole('button', { name: 'planters.jpg' }).click();
  await expect(page).toHaveURL(/\/photos\/4$/);
  await studio.settled();
  await page.keyboard.press('PageDown');
  await expect(page.getByRole('banner').getByText('tiles.jpg')).toBeVisible();
});

test('photos are imported with the picker; what is not a picture is named, in one list that covers no photo', async ({ page }) => {
  const studio = new Studio(page);
  await studio.open(PHOTOS.bowl);
  await page.getByLabel('Photo files').setInputFiles([file('shopping list.jpg', 'eggs, milk'), file('notes.jpg', 'flour'), join(root, 'demo/photos/hue-wheel.png')]);
  const refused = page.getByRole('region', { name: 'Files that were not imported' });
  await expect(refused.getByRole('listitem')).toHaveText([/^"shopping list.jpg" is not one of the pictures that can be read/, /^"notes.jpg" is not/]);
  await expect(page.getByRole('navigation').getByRole('button', { name: 'hue-wheel.png', exact: true })).toHaveCount(2);
  // Whoever is at work stays at work.
  await expect(page.getByRole('banner').getByText('bowl-and-vase.jpg')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Import photos' })).toBeInViewport();
  const [list, strip] = [await refused.boundingBox(), await page.getByRole('navigation', { name: 'Photos of the set' }).boundingBox()];
  expect((list?.y ?? 0) + (list?.height ?? 0), 'it ends above the strip').toBeLessThanOrEqual((strip?.y ?? 0) + 1);
  await refused.getByRole('button', { name: 'Close' }).click();
  await expect(refused).toHaveCount(0);
  // Out again, back, and out.
  await page.getByRole('navigation').getByRole('button', { name: 'hue-wheel.png', exact: true }).last().click();
  await studio.settled();
  const takeOut = async () => {
    await page.getByRole('banner').getByRole('button', { name: 'hue-wheel.png' }).click();
    await page.getByRole('menuitem', { name: 'Remove from set' }).click();
    await expect(page.getByRole('navigation').getByRole('button', { name: 'hue-wheel.png', exact: true })).toHaveCount(1);
  };
  await takeOut();
  await page.getByRole('contentinfo').getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByRole('navigation').getByRole('button', { name: 'hue-wheel.png', exact: true })).toHaveCount(2);
  await expect(page.getByRole('banner').getByText('hue-wheel.png')).toBeVisible();
  await takeOut();
});

test('photos are imported by dropping them', async ({ page }) => {
  const studio = new Studio(page);
  await studio.open(PHOTOS.bowl);
  const bytes = readFileSync(join(root, 'demo/photos/tones-and-hues.png')).toString('base64');
  const transfer = await page.evaluateHandle((data) => {
    const files = new DataTransfer();
    files.items.add(new File([Uint8Array.from(atob(data), (c) => c.charCodeAt(0))], 'dropped.png', { type: 'image/png' }));
    return files;
  }, bytes);
  await page.dispatchEvent('main', 'dragover', { dataTransfer: transfer });
  await expect(page.getByText('Drop to import these photos into the set')).toBeVisible();
  await page.dispatchEvent('main', 'drop', { dataTransfer: transfer });
  await page.getByRole('navigation').getByRole('button', { name: 'dropped.png', exact: true }).click();
  await expect(page.getByRole('banner').getByText('dropped.png')).toBeVisible();
  await studio.settled();
});

test('a photo of 16 bits in ROMM RGB says so, is seen, graded and comes back so', async ({ page }) => {
  const studio = new Studio(page);
  const wide = join(scratch, 'wide.tif');
  tovrin(['render', join(root, 'demo/photos/tones-and-hues.png'), '--look', file('rest.json', '{"tovrinLook":1,"name":"","moves":[]}'), '--profile', 'prophoto-rgb', '--bits', '16', '-o', wide]);
  await studio.open(PHOTOS.bowl);
  await page.getByLabel('Photo files').setInputFiles([wide]);
  await page.getByRole('navigation').getByRole('button', { name: 'wide.tif', exact: true }).last().click();
  await studio.settled();
  await page.getByRole('banner').getByRole('button', { name: 'wide.tif' }).click();
  await page.getByRole('menuitem', { name: 'About this photo' }).click();
  const about = page.getByRole('dialog', { name: 'About wide.tif' });
  await expect(about).toContainText('TIFF, 16 bits a channel');
  await expect(about).toContainText('ROMM RGB');
  await page.keyboard.press('Escape');
  await expect(about).toHaveCount(0);

  const deliver = async (bits: string, profile: string) => {
    await page.getByRole('combobox', { name: 'Bits' }).click();
    await page.getByRole('option', { name: bits, exact: true }).click();
    await page.getByRole('combobox', { name: 'Profile' }).click();
    await page.getByRole('option', { name: profile, exact: true }).click();
    const [download] = await Promise.all([page.waitForEvent('download'), page.getByRole('button', { name: /^Deliver (one|\d)/ }).click()]);
    const path = join(scratch, `${bits}-${profile}.tif`.replaceAll(' ', '-'));
    await download.saveAs(path);
    return execFileSync('/usr/bin/identify', ['-format', '%z %[icc:description]', path], { encoding: 'utf8' });
  };
  await page.getByRole('button', { name: 'Deliver' }).click();
  await page.getByLabel('What to deliver').click();
  await page.getByRole('option', { name: 'TIFF picture' }).click();
  expect(await deliver('same as the photo', 'same as the photo')).toBe('16 ROMM RGB');
  await expect(page.getByText('Each pixel as it came.').first()).toBeVisible();
  expect(await deliver('8', 'Display P3')).toBe('8 Display P3');
  await expect(page.getByText(/Within ΔE 0\.0\d on average/).first()).toBeVisible();
  // What has no place for 16 bits is said to be too coarse for so wide an encoding.
  await page.getByRole('combobox', { name: 'Profile' }).click();
  await page.getByRole('option', { name: 'ROMM RGB', exact: true }).click();
  await expect(page.getByText('8 bits are too coarse for ROMM RGB', { exact: false })).toBeVisible();
});

test('an export from the browser is the picture that the command line makes', async ({ page }) => {
  const studio = new Studio(page);
  await studio.open(PHOTOS.bowl);
  await page.getByRole('button', { name: 'Deliver' }).click();
  const [download] = await Promise.all([page.waitForEvent('download'), page.getByRole('button', { name: /^Deliver (one|\d)/ }).click()]);
  expect(download.suggestedFilename(), 'it does not pass for the original').toBe('bowl-and-vase-bowl-to-rust-vase-to-ink-blue.jpg');
  const delivered = join(scratch, 'delivered.jpg');
  await download.saveAs(delivered);
  await expect(page.getByRole('listitem').filter({ hasText: 'bowl-and-vase-bowl' }).first().getByText('Done: in your downloads.')).toBeVisible();

  const look = file('kept.json', JSON.stringify((await studio.kept(PHOTOS.bowl)).look));
  const rendered = join(scratch, 'rendered.jpg');
  tovrin(['render', join(root, 'demo/photos/bowl-and-vase.jpg'), '--look', look, '-o', rendered]);
  expect(readFileSync(delivered).equals(readFileSync(rendered)), 'byte for byte').toBe(true);
});

test('the grade itself is delivered as .cube', async ({ page }) => {
  const studio = new Studio(page);
  await studio.open(PHOTOS.bisque);
  await page.getByRole('button', { name: 'Deliver' }).click();
  await studio.deliverAs('.cube table');
  const told = await page.getByText(/^Grid \d+: within/).textContent();
  const [download] = await Promise.all([page.waitForEvent('download'), page.getByRole('button', { name: /^Deliver (one|\d)/ }).click()]);
  const path = join(scratch, 'look.cube');
  await download.saveAs(path);
  const text = readFileSync(path, 'utf8');
  // As fine as the grade needs, as the dialogue has said.
  const size = Number(/LUT_3D_SIZE (\d+)/.exec(text)?.[1]);
  expect(told).toContain(`Grid ${String(size)}: within ΔE 0.0`);
  expect(text.trim().split('\n').filter((line) => /^\d/.test(line))).toHaveLength(size ** 3);
});

test('a new set is empty and says what to do', async ({ page }) => {
  await page.goto('/');
  await page.getByRole('button', { name: /Quillhaven/ }).click();
  await page.getByRole('menuitem', { name: 'New set' }).click();
  await page.getByLabel(/^Name, such as/).fill('Spring catalogue');
  await page.getByRole('button', { name: 'Create' }).click();
  await expect(page.getByRole('heading', { name: 'This set is empty' })).toBeVisible();
  await expect(page.getByRole('button', { name: /Spring catalogue/ })).toBeVisible();
});

test('when the server cannot answer, the photo stays and the user is told', async ({ page }) => {
  const studio = new Studio(page);
  await studio.open(PHOTOS.planters);
  const moves = (await studio.kept(PHOTOS.planters)).look.moves.length;
  // First only the preview cannot be had: the photo stays, and asking again mends it.
  await page.route('**/api/cube?*', (route) => route.abort());
  await studio.addMove('Shift');
  const stale = page.getByText('The photo does not show the last change. The server does not answer.');
  await expect(stale).toBeVisible();
  await expect(page.locator('canvas[data-settled]')).toBeVisible();
  await page.unroute('**/api/cube?*');
  await page.getByRole('button', { name: 'Try again' }).click();
  await expect(stale).toHaveCount(0);
  // Then nothing can be kept: that is said, what was done stays on the screen, and is kept as soon as that is possible.
  await page.route('**/api/photos/*/grade', (route) => (route.request().method() === 'PUT' ? route.abort() : route.continue()));
  await studio.addMove('Warmth');
  await expect(page.getByRole('button', { name: 'Not saved yet' })).toBeVisible();
  await expect(rows(page)).toHaveCount(moves + 2);
  expect((await studio.kept(PHOTOS.planters)).look.moves).toHaveLength(moves + 1);
  // Not even a reload loses it.
  page.once('dialog', (dialog) => void dialog.accept());
  await page.reload();
  await expect(rows(page)).toHaveCount(moves + 2);
  await page.unroute('**/api/photos/*/grade');
  // It is tried again by itself; asking only hastens that, and may come too late.
  await page.getByRole('button', { name: 'Not saved yet' }).click({ timeout: 3000 }).catch(() => undefined);
  await expect(page.getByRole('button', { name: 'Not saved yet' })).toHaveCount(0);
  expect((await studio.kept(PHOTOS.planters)).look.moves).toHaveLength(moves + 2);
});

test('what is delivered again and again is kept under a name, each kind of file in a folder of its own', async ({ page }) => {
  const studio = new Studio(page);
  await studio.open(PHOTOS.tiles);
  const open = () => page.getByRole('button', { name: 'Deliver', exact: true }).click();
  await open();
  const panel = page.getByRole('dialog', { name: 'Deliver tiles.jpg' });
  await panel.getByRole('button', { name: 'Add another kind of file' }).click();
  await panel.getByRole('button', { name: 'One archive' }).click();
  await panel.getByRole('group', { name: 'File 1' }).getByRole('textbox', { name: 'Longest side' }).fill('300');
  await panel.getByRole('group', { name: 'File 1' }).getByRole('textbox', { name: 'Folder' }).fill('web');
  await panel.getByRole('group', { name: 'File 2' }).getByRole('textbox', { name: 'Folder' }).fill('print');
  await panel.getByRole('button', { name: 'Save …' }).click();
  await page.getByRole('dialog', { name: 'Save as a preset' }).getByRole('textbox').fill('Web and print');
  await page.keyboard.press('Enter');
  await expect(panel.getByRole('combobox', { name: 'Preset' })).toHaveText('Web and print');
  // Another day, in another browser: only the name is known.
  await page.evaluate(() => { window.localStorage.clear(); });
  await page.reload();
  await studio.settled();
  await expect(panel.getByRole('group', { name: 'File 2' })).toHaveCount(0);
  await panel.getByRole('combobox', { name: 'Preset' }).click();
  await page.getByRole('option', { name: 'Web and print' }).click();
  await expect(panel.getByRole('group', { name: 'File 2' }).getByRole('textbox', { name: 'Folder' })).toHaveValue('print');
  await panel.getByRole('group', { name: 'File 1' }).getByRole('textbox', { name: 'Longest side' }).fill('200');
  await expect(panel.getByRole('combobox', { name: 'Preset' })).toHaveText('Web and print (changed)');
  await panel.getByRole('button', { name: 'Update' }).click();
  await expect(panel.getByRole('combobox', { name: 'Preset' })).toHaveText('Web and print');
  const [file] = await Promise.all([page.waitForEvent('download'), panel.getByRole('button', { name: 'Deliver 2 files' }).click()]);
  const names = execFileSync('unzip', ['-Z1', await file.path()], { encoding: 'utf8' }).trim().split('\n').sort();
  expect(names).toEqual(['print/tiles-source.tif', 'web/tiles-source.jpg']);
});
