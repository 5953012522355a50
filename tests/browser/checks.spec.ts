import { expect, test } from './served';
import { at, distance, differing, PHOTOS, Studio } from './studio';
import { PNG } from 'pngjs';
import type { Page } from '@playwright/test';

const STRONG = { id: 's1', kind: 'saturation', params: { saturation: 90 } };

/** Gives a photo a grade for a test alone: others begin with the demo's. */
async function begun(page: Page, photo: number, moves: object[]): Promise<Studio> {
  const studio = new Studio(page);
  const { look } = await studio.kept(photo);
  restore = async () => {
    const { revision } = await studio.kept(photo);
    expect((await page.request.put(`/api/photos/${String(photo)}/grade`, { data: { basedOn: revision, look } })).ok()).toBe(true);
  };
  await studio.openWith(photo, moves);
  return studio;
}

const nothing = async () => {};
let restore = nothing;
test.afterEach(async () => {
  await restore();
  restore = nothing;
});

const findings = (page: Page) => page.getByRole('list', { name: 'Problems found' }).getByRole('listitem');

test('what clips is named with its share and its move, shown where it is, and one click is a way out that can be undone', async ({ page }) => {
  const studio = await begun(page, PHOTOS.bowl, [{ id: 'w1', kind: 'warmth', params: { warmth: 4 } }, STRONG]);
  await page.getByRole('button', { name: /^Checks \(\d\)$/ }).click();
  const empty = findings(page).filter({ hasText: /^Blue at 0 in [\d.]+ % of the photo/ });
  await expect(empty).toContainText('by move 2, Saturation');

  await empty.getByRole('button', { name: /^Blue at 0/ }).click();
  await studio.settled();
  await expect(page.getByText('In colour: blue at 0. The rest is grey.')).toBeVisible();
  const shown = await studio.pixels();
  // The bowl's ochre has lost its blue; the plaster behind it has lost nothing.
  const [bx, by] = await studio.onCanvas(0.27, 0.66);
  const [wx, wy] = await studio.onCanvas(0.2, 0.15);
  expect(Math.max(...at(shown, bx, by)) - Math.min(...at(shown, bx, by))).toBeGreaterThan(60);
  expect(Math.max(...at(shown, wx, wy)) - Math.min(...at(shown, wx, wy))).toBeLessThan(4);

  const share = async () => Number(/in ([\d.]+) %/.exec((await empty.textContent({ timeout: 1000 }).catch(() => null)) ?? 'in 0 %')?.[1] ?? 0);
  const before = await share();
  const way = empty.getByRole('button', { name: /^(Less: amount \d+ %|Limit strong colours)$/ });
  await expect(way).toBeEnabled();
  await way.click();
  await expect.poll(share).toBeLessThan(0.6 * before);
  const { look } = await studio.kept(PHOTOS.bowl);
  expect([look.moves[0]?.params, look.moves[1]?.strength === 100 && look.moves[1].params['limit'] === undefined]).toEqual([{ warmth: 4 }, false]);
  await page.keyboard.press('Control+z');
  await expect.poll(async () => (await studio.kept(PHOTOS.bowl)).look.moves[1]).toMatchObject({ strength: 100, params: { saturation: 90 } });

  // Another view is that view again.
  await studio.view('Result');
  expect(distance(at(await studio.pixels(), wx, wy), at(shown, wx, wy))).toBeGreaterThan(1);
});

test('a change that makes something clearly worse says so beside its move, once', async ({ page }) => {
  const studio = await begun(page, PHOTOS.second, [{ id: 's1', kind: 'saturation', params: { saturation: 5 } }]);
  await expect(page.getByRole('button', { name: 'Checks', exact: true })).toBeVisible();
  await page.getByRole('button', { name: /^Move 1: Saturation/ }).click();
  await studio.number('Saturation').fill('95');
  await studio.number('Saturation').press('Enter');
  const line = page.getByRole('list', { name: 'Moves' }).getByRole('status');
  await expect(line).toContainText(/ in [\d.]+ % of the photo\. See where/);
  await line.getByRole('button', { name: 'See where' }).click();
  await expect(page.getByRole('region', { name: 'Checks' }).getByRole('button', { pressed: true })).toBeVisible();
  await page.keyboard.press('Control+z');
  await expect(line).toHaveCount(0);
  await page.keyboard.press('Control+Shift+z');
  await expect(findings(page).first()).toBeVisible();
  await expect(line).toHaveCount(0);
});

test('a photo with nothing wrong says so', async ({ page }) => {
  await begun(page, PHOTOS.third, []);
  await page.getByRole('button', { name: 'Checks', exact: true }).click();
  await expect(page.getByRole('region', { name: 'Checks' })).toContainText('No problems found');
});

test('a part of the screen that cannot be loaded says so, and the rest goes on', async ({ page }) => {
  const studio = new Studio(page);
  await page.route('**/assets/CloudDrawer-*.js', (route) => route.abort());
  await studio.open(PHOTOS.bowl);
  await page.getByRole('button', { name: 'Cloud', exact: true }).click();
  await expect(page.getByRole('alert').filter({ hasText: 'This part of Tovrin could not be loaded.' })).toBeVisible();
  await expect(page.getByRole('list', { name: 'Moves', exact: true })).toBeVisible();
  await page.unroute('**/assets/CloudDrawer-*.js');
  await page.getByRole('button', { name: 'Reload' }).click();
  // The page comes back with what was open.
  await expect(page.getByRole('region', { name: 'Cloud' })).toContainText('Each point is a colour');
});

test('the cloud is turned by hand and by keys, goes from source to result, and lights what is reached', async ({ page }) => {
  await begun(page, PHOTOS.bowl, [{ id: 't1', kind: 'shift', params: { hue: 120 }, reach: { hue: { from: 40, to: 95, softFrom: 15, softTo: 15 }, chroma: { from: 0.07, to: 0.5, softFrom: 0.02, softTo: 0 } } }]);
  await page.getByRole('button', { name: 'Cloud', exact: true }).click();
  const cloud = page.getByRole('region', { name: 'Cloud' });
  await expect(cloud).toContainText('Each point is a colour');
  const space = cloud.getByRole('application');
  const picture = async () => PNG.sync.read(await space.screenshot());
  const colourful = (png: PNG) => {
    let count = 0;
    for (let i = 0; i < png.data.length; i += 4) {
      const [r = 0, g = 0, b = 0] = png.data.subarray(i, i + 3);
      if (Math.max(r, g, b) - Math.min(r, g, b) > 40) count++;
    }
    return count;
  };
  await expect.poll(async () => colourful(await picture())).toBeGreaterThan(200);
  const result = await picture();
  await cloud.getByRole('button', { name: 'Source' }).click();
  await expect.poll(async () => differing(await picture(), result, 20)).toBeGreaterThan(0.01);
  const source = await picture();

  const box = await space.boundingBox();
  if (!box) throw new Error('There is no cloud.');
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
  await page.mouse.down();
  await page.mouse.move(box.x + box.width / 2 + 90, box.y + box.height / 2, { steps: 6 });
  await page.mouse.up();
  await expect(space).toHaveAttribute('aria-label', /turned by 20°, tilted by 18°/);
  expect(differing(await picture(), source, 20)).toBeGreaterThan(0.01);
  await space.focus();
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('ArrowUp');
  await expect(space).toHaveAttribute('aria-label', /turned by 25°, tilted by 13°/);
  await page.keyboard.press('Home');
  await expect(space).toHaveAttribute('aria-label', /turned by -25°, tilted by 18°/);

  const all = colourful(await picture());
  await cloud.getByRole('switch', { name: 'Show only what the move reaches in colour' }).click();
  await expect.poll(async () => colourful(await picture())).toBeLessThan(0.9 * all);
  expect(colourful(await picture())).toBeGreaterThan(50);
});
