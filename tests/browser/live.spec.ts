import { expect, test } from './served';
import { PHOTOS, row, Studio } from './studio';

const shift = (label: string, hue: number) => ({ id: label, kind: 'shift', label, params: { hue } });

test('what one window changes is seen in every other, with who did it; undo there goes back from what is seen', async ({ page, browser, baseURL }) => {
  const studio = new Studio(page);
  await studio.openWith(PHOTOS.third, [shift('One', 10), shift('Two', 20)]);
  // A colleague at another computer, and another window of this one on the sheet.
  const elsewhere = await browser.newContext({ ...(baseURL === undefined ? {} : { baseURL }) });
  const theirs = await elsewhere.newPage();
  await theirs.goto('/sets/1');
  await theirs.evaluate(() => { window.localStorage.setItem('my-name', 'Ana'); });
  await theirs.goto(`/sets/1/photos/${String(PHOTOS.third)}`);
  await theirs.waitForFunction(() => document.querySelector('canvas[data-settled=true]'));
  const sheet = await page.context().newPage();
  await sheet.goto('/sets/1/sheet');
  const picture = sheet.getByRole('option', { name: /^bowl-and-vase-3\.jpg/ }).locator('img');
  await expect(picture).toBeVisible();
  await expect(sheet.getByText('updating …')).toHaveCount(0);
  const drawn = await picture.getAttribute('src');

  // How soon is measured by bench/windows.mjs: here other tests may take all processors.
  await row(theirs, /Two/).getByRole('switch').click();
  await expect(row(page, /Two/).getByRole('switch')).not.toBeChecked();
  await expect(page.getByText('Ana changed this photo.')).toBeVisible();
  await expect.poll(() => picture.getAttribute('src')).not.toBe(drawn);
  // Where nobody has given a name.
  await row(page, /One/).getByRole('switch').click();
  await expect(row(theirs, /One/).getByRole('switch')).not.toBeChecked();
  await expect(theirs.getByText('Another window changed this photo.')).toBeVisible();

  // What is undone is what is seen, and the history says whose it was.
  await theirs.keyboard.press('Control+z');
  await expect(row(page, /One/).getByRole('switch')).toBeChecked();
  await page.getByRole('button', { name: 'Versions' }).click();
  await expect(page.getByRole('list', { name: 'Steps' }).getByText('Ana').first()).toBeVisible();
  await elsewhere.close();
  await studio.put(PHOTOS.third, []);
});
