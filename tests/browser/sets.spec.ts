import { expect, root, serve, test } from './served';
import { file } from './studio';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';

test('a whole set goes out as one archive and comes in on another server; what is no archive is refused in words', async ({ page, browser, served }) => {
  // Small pictures: nothing here is about pixels.
  const { id: set } = (await (await page.request.post('/api/sets', { data: { name: 'Two charts' } })).json()) as { id: number };
  for (const name of ['hue-wheel.png', 'tones-and-hues.png']) {
    const { id } = (await (await page.request.post(`/api/sets/${String(set)}/photos?name=${name}`, { data: readFileSync(join(root, 'demo/photos', name)), headers: { 'Content-Type': 'application/octet-stream' } })).json()) as { id: number };
    await page.request.put(`/api/photos/${String(id)}/grade`, { data: { basedOn: 0, look: { tovrinLook: 1, name, moves: [{ kind: 'warmth', params: { warmth: 20 } }] } } });
  }
  await page.goto(`/sets/${String(set)}/sheet`);
  await page.getByRole('button', { name: 'Two charts' }).click();
  await page.getByRole('menuitem', { name: 'Export this set …' }).click();
  const download = page.waitForEvent('download');
  await page.getByRole('dialog', { name: 'Export “Two charts”' }).getByRole('button', { name: 'Export' }).click();
  const archive = await (await download).path();

  const other = await serve('serve', '/api/sets');
  try {
    const there = await browser.newPage({ baseURL: other.address });
    await there.goto('/');
    const picker = there.locator('input[aria-label="Archive of a set"]');
    await picker.setInputFiles(file('no-archive.zip', 'These are no bytes of an archive.'));
    const line = there.getByRole('status', { name: 'Importing a set' });
    await expect(line).toContainText('“no-archive.zip” is not a ZIP archive.');
    await line.getByRole('button', { name: 'Close this message' }).click();
    await picker.setInputFiles({ name: 'charts.zip', mimeType: 'application/zip', buffer: readFileSync(archive) });
    await expect(line).toContainText('“Two charts” is here, with 2 photos.');
    // The page of an empty Tovrin opens the set by itself.
    await expect(there.getByRole('button', { name: 'Two charts' })).toBeVisible();
    const looks = async (address: string, id: number) => {
      const { photos } = (await (await page.request.get(`${address}/api/sets/${String(id)}`)).json()) as { photos: { id: number; name: string }[] };
      return Promise.all(photos.map(async (photo) => [photo.name, ((await (await page.request.get(`${address}/api/photos/${String(photo.id)}/grade`)).json()) as { look: unknown }).look]));
    };
    expect(await looks(other.address, 1)).toEqual(await looks(served, set));
    await there.close();
  } finally {
    await other.stop();
  }
});
