import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { expect, root, serve, test, type Page } from './served';
import { PHOTOS, Studio } from './studio';

async function drop(page: Page, names: string[]): Promise<void> {
  const bytes = readFileSync(join(root, 'demo/photos/hue-wheel.png')).toString('base64');
  const transfer = await page.evaluateHandle(
    ([data, files]) => {
      const dropped = new DataTransfer();
      for (const name of files) dropped.items.add(new File([Uint8Array.from(atob(data), (c) => c.charCodeAt(0))], name, { type: 'image/png' }));
      return dropped;
    },
    [bytes, names] as [string, string[]],
  );
  await page.dispatchEvent('main', 'dragover', { dataTransfer: transfer });
  await expect(page.getByText('Drop to import these photos')).toBeVisible();
  await page.dispatchEvent('main', 'drop', { dataTransfer: transfer });
}

test('an empty Tovrin makes a set of what is dropped on it, or of the sample photos', async ({ page }) => {
  const { address, stop } = await serve('serve', '/api/sets');
  try {
    const studio = new Studio(page);
    await page.goto(address);
    await expect(page.getByRole('heading', { name: 'Drop your photos here' })).toBeVisible();
    await drop(page, ['one.png', 'two.png']);
    await expect(page.getByRole('banner').getByText('one.png')).toBeVisible();
    await expect(page.getByRole('button', { name: /^Photos of \d+ \w+ \d{4}/ })).toBeVisible();
    await expect(page.getByRole('navigation').getByRole('button', { name: 'two.png' })).toBeVisible();
    await studio.settled();
    // Without any set one is where one began; the other way in is there.
    await page.getByRole('button', { name: /^Photos of/ }).click();
    await page.getByRole('menuitem', { name: 'Remove this set' }).click();
    await page.getByRole('button', { name: 'Try the sample set' }).click();
    await expect(page.getByRole('banner').getByText('bowl-and-vase.jpg')).toBeVisible();
    await expect(page.getByRole('list', { name: 'Moves', exact: true }).getByRole('listitem')).toHaveCount(3);
    // Once everything is there, nothing is under way any more.
    await expect(page.getByRole('navigation').getByRole('button', { name: 'jug-on-bricks.jpg' })).toBeVisible({ timeout: 60_000 });
    await expect(page.getByRole('button', { name: /^Stop importing/ })).toHaveCount(0);
    await expect(page.getByRole('button', { name: /^Quillhaven/ })).toBeVisible();
  } finally {
    await stop();
  }
});

test('opening Tovrin goes on where one left off, with what was open', async ({ page }) => {
  const studio = new Studio(page);
  await studio.open(PHOTOS.tiles);
  await page.getByRole('button', { name: 'Cloud', exact: true }).click();
  await page.goto('/');
  await studio.settled();
  await expect(page.getByRole('banner').getByText('tiles.jpg')).toBeVisible();
  await expect(page.getByRole('region', { name: 'Cloud' })).toBeVisible();
  // What belongs to no photo stays on the next one; what was opened on this one does not.
  await page.getByRole('button', { name: 'Looks' }).click();
  await expect(page).toHaveURL(/photos\/5\?below=cloud&side=looks$/);
  await page.getByRole('navigation').getByRole('button', { name: 'planters.jpg' }).click();
  await expect(page).toHaveURL(/photos\/4\?below=cloud$/);
  await page.goBack();
  await expect(page).toHaveURL(/photos\/5\?below=cloud&side=looks$/);
  await expect(page.getByRole('region', { name: 'Looks' })).toBeVisible();
  // Escape closes it, then nothing more.
  await page.keyboard.press('Escape');
  await expect(page.getByRole('region', { name: 'Looks' })).toHaveCount(0);
  await page.getByRole('button', { name: 'Deliver', exact: true }).click();
  await page.locator('[data-stage]').focus();
  await page.keyboard.press('Escape');
  await expect(page.getByRole('dialog', { name: /^Deliver/ })).toHaveCount(0);
  // What is selected on the sheet is still so after a reload.
  await page.keyboard.press('s');
  await page.getByRole('option', { name: /^planters/ }).click();
  await page.reload();
  await expect(page.getByRole('option', { name: /^planters/ })).toHaveAttribute('aria-selected', 'true');
});
