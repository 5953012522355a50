import { expect, test } from './served';
import { PHOTOS, row, rows, Studio } from './studio';

const shift = (label: string, hue: number) => ({ id: label, kind: 'shift', label, params: { hue } });

test('several moves are selected, switched, copied to another photo, cut, removed, and brought back by undo', async ({ page }) => {
  const studio = new Studio(page);
  const labels = async (photo: number) => (await studio.kept(photo)).look.moves.map(({ label }) => label);
  await studio.put(PHOTOS.second, [shift('There', 5)]);
  await studio.openWith(PHOTOS.third, [shift('One', 10), shift('Two', 20), shift('Three', 30), shift('Four', 40)]);
  const move = (name: RegExp) => row(page, name).getByRole('button', { name });
  await move(/One/).click();
  await move(/Three/).click({ modifiers: ['Control'] });
  await expect(rows(page).getByRole('button', { pressed: true })).toHaveCount(2);
  // What is done to one of them is done to both.
  await row(page, /Three/).getByRole('switch').click();
  await expect.poll(async () => (await studio.kept(PHOTOS.third)).look.moves.map(({ on }) => on)).toEqual([false, true, false, true]);
  await page.keyboard.press('Control+z');
  await expect.poll(async () => (await studio.kept(PHOTOS.third)).look.moves.map(({ on }) => on)).toEqual([true, true, true, true]);
  await move(/Three/).focus();
  await page.keyboard.press('Control+c');
  await expect(page.getByText('2 moves copied. Paste with Ctrl+V, on any photo.')).toBeVisible();
  await page.getByRole('navigation').getByRole('button', { name: 'bowl-and-vase-2.jpg' }).click();
  await studio.settled();
  await page.keyboard.press('Control+v');
  await expect.poll(() => labels(PHOTOS.second)).toEqual(['There', 'One', 'Three']);
  expect(new Set((await studio.kept(PHOTOS.second)).look.moves.map(({ id }) => id)).size).toBe(3);
  // What was pasted is selected: one key removes it, one brings it back.
  await move(/Three/).focus();
  await page.keyboard.press('Delete');
  await expect.poll(() => labels(PHOTOS.second)).toEqual(['There']);
  await page.keyboard.press('Control+z');
  await expect.poll(() => labels(PHOTOS.second)).toEqual(['There', 'One', 'Three']);
  await move(/One/).click();
  await move(/There/).click({ modifiers: ['Shift'] });
  await page.keyboard.press('Control+x');
  await expect.poll(() => labels(PHOTOS.second)).toEqual(['Three']);
  await page.keyboard.press('Control+v');
  await expect.poll(() => labels(PHOTOS.second)).toEqual(['Three', 'There', 'One']);
  for (const photo of [PHOTOS.second, PHOTOS.third]) await studio.put(photo, []);
});

test('what cannot be pasted is refused in words, other texts are left alone', async ({ page }) => {
  const studio = new Studio(page);
  await studio.openWith(PHOTOS.third, [shift('One', 10)]);
  const paste = (text: string) =>
    page.evaluate((pasted) => {
      const data = new DataTransfer();
      data.setData('text/plain', pasted);
      document.dispatchEvent(new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true }));
    }, text);
  await paste('eggs, milk');
  await paste('{"tovrinLook":1,"moves":[{"kind":"sparkle"}]}');
  await expect(page.getByText(/^These moves cannot be pasted: .*moves\[0\]\.kind/)).toBeVisible();
  expect((await studio.kept(PHOTOS.third)).look.moves).toHaveLength(1);
  await studio.put(PHOTOS.third, []);
});
