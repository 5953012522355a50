import { expect, test } from './served';
import { at, distance, PHOTOS, Studio } from './studio';

test('a grade is carried over to other photos, fitted to each, and all of it is taken back by one undo', async ({ page }) => {
  const studio = new Studio(page);
  await studio.openWith(PHOTOS.second, []);
  await studio.openWith(PHOTOS.tiles, [{ kind: 'curves', params: { all: [[0, 0], [128, 130], [255, 255]] } }]);
  await studio.open(PHOTOS.second);
  const before = await studio.pixels();
  await studio.open(PHOTOS.bowl);
  const moves = async (photo: number) => (await studio.kept(photo)).look.moves.map(({ kind }) => kind);
  const here = await moves(PHOTOS.bowl);
  await page.getByRole('button', { name: 'Carry over', exact: true }).click();
  const dialog = page.getByRole('dialog', { name: /^Carry over from/ });
  await expect(dialog.getByRole('button', { name: 'Carry over', exact: true })).toBeDisabled();
  const photos = dialog.getByRole('group', { name: 'Photos to carry over to' });
  await photos.getByRole('button', { name: 'bowl-and-vase-2.jpg' }).click();
  await photos.getByRole('button', { name: 'tiles.jpg' }).click();
  // The tiles have no ochre bowl; that is told before anything is done.
  await expect(dialog.getByText('“Ochre bowl to rust” finds nothing in this photo.')).toBeVisible();
  expect(await moves(PHOTOS.second)).toEqual([]);
  await dialog.getByRole('checkbox', { name: /Plaster/ }).click();
  await dialog.getByRole('button', { name: 'Carry over to 2 photos' }).click();
  await expect(page.getByText('Carried over to 2 photos.')).toBeVisible();
  expect(await moves(PHOTOS.second)).toEqual(here.slice(0, 2));
  expect(await moves(PHOTOS.tiles)).toEqual(here.slice(0, 2));
  await page.getByRole('button', { name: 'Undo', exact: true }).last().click();
  await expect.poll(async () => moves(PHOTOS.second)).toEqual([]);
  await expect.poll(async () => moves(PHOTOS.tiles)).toEqual(['curves']);

  // Again, to see it: the bowl of the second frame is rust, its wall what it was.
  await page.getByRole('button', { name: 'Carry over', exact: true }).click();
  await photos.getByRole('button', { name: 'bowl-and-vase-2.jpg' }).click();
  await dialog.getByRole('checkbox', { name: /Plaster/ }).click();
  await dialog.getByRole('button', { name: 'Carry over to one photo' }).click();
  await expect(page.getByText('Carried over to one photo.')).toBeVisible();
  await page.getByRole('button', { name: 'bowl-and-vase-2.jpg' }).click();
  await studio.settled();
  const after = await studio.pixels();
  const [bx, by] = await studio.onCanvas(0.3, 0.72);
  const [wx, wy] = await studio.onCanvas(0.2, 0.2);
  expect(distance(at(before, bx, by), at(after, bx, by))).toBeGreaterThan(12);
  expect(distance(at(before, wx, wy), at(after, wx, wy))).toBeLessThan(4);
});
