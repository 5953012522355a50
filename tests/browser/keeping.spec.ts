import { expect, test } from './served';
import { following, row, rows, PHOTOS, Studio } from './studio';

// Nothing that was done is lost, and one thing done is one step of undo.

const shift = (id: string, params: object = {}, more: object = {}) => ({ id, kind: 'shift', label: id, params, ...more });

test('two windows lose nothing of each other, also where neither is told of the other', async ({ page, context }) => {
  await context.addInitScript(() => {
    Reflect.deleteProperty(window, 'SharedWorker');
    window.EventSource = class extends EventTarget { close() { /* There is nothing to close. */ } } as unknown as typeof EventSource;
  });
  const here = new Studio(page);
  await here.openWith(PHOTOS.second, [shift('Bowl', { hue: 5 }), shift('Vase', { hue: 7 })]);
  const { revision } = await here.kept(PHOTOS.second);
  const there = new Studio(await context.newPage());
  await there.open(PHOTOS.second);
  await here.number('Saturation').fill('20');
  await here.number('Saturation').press('Enter');
  await here.allKept(PHOTOS.second, revision + 1);
  await row(there.page, /Vase/).click();
  await there.number('Lightness').fill('9');
  await there.number('Lightness').press('Enter');
  await expect(there.page.getByText('Your change was made on its newest state.')).toBeVisible();
  await there.allKept(PHOTOS.second, revision + 2);
  expect((await here.kept(PHOTOS.second)).look.moves.map(({ params }) => params)).toEqual([{ hue: 5, saturation: 20 }, { hue: 7, lightness: 9 }]);
  // The first window still shows its own state; its undo would take back what it has never seen.
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByText('undo once more if you still want to')).toBeVisible();
  expect((await here.kept(PHOTOS.second)).revision).toBe(revision + 2);
  // A move that the other one removes is gone, and that is said.
  await here.put(PHOTOS.second, [shift('Vase', { hue: 7 })]);
  await row(page, /Bowl/).click();
  await here.number('Saturation').fill('30');
  await here.number('Saturation').press('Enter');
  await expect(page.getByText('your change could not be made')).toBeVisible();
  await expect(rows(page)).toHaveCount(1);
});

test('what was asked for earlier undoes nothing that was done meanwhile', async ({ page }) => {
  const studio = new Studio(page);
  await studio.openWith(PHOTOS.second, [{ id: 'r', kind: 'recolour', params: {} }]);
  await page.getByRole('button', { name: 'Pick from on the photo' }).click();
  await studio.number('Lightness').fill('60');
  await studio.number('Lightness').press('Enter');
  // The answer to the pick comes late, and something else is changed before it does.
  let release: () => void = () => undefined;
  const held = new Promise<void>((done) => { release = done; });
  await page.route('**/probes', async (route) => {
    await held;
    await route.continue();
  });
  await page.mouse.click(...(await studio.place(0.3, 0.5)));
  await studio.number('Hue').fill('40');
  await studio.number('Hue').press('Enter');
  release();
  await expect.poll(async () => (await studio.kept(PHOTOS.second)).look.moves[0]?.params).toMatchObject({ lightness: 60, hue: 40, anchor: expect.stringMatching(/^#/) as unknown });
});

test('an answer for one photo never lands on another', async ({ page }) => {
  const studio = new Studio(page);
  await studio.openWith(PHOTOS.third, [shift('Other')]);
  await studio.openWith(PHOTOS.second, [{ id: 'r', kind: 'recolour', params: {} }]);
  await page.getByRole('button', { name: 'Pick from on the photo' }).click();
  let release: () => void = () => undefined;
  const held = new Promise<void>((done) => { release = done; });
  await page.route('**/probes', async (route) => {
    await held;
    await route.continue();
  });
  await page.mouse.click(...(await studio.place(0.3, 0.5)));
  await page.getByRole('button', { name: 'bowl-and-vase-3.jpg' }).click();
  await studio.settled();
  release();
  await expect.poll(async () => (await studio.kept(PHOTOS.second)).look.moves[0]?.params['anchor']).toMatch(/^#/);
  expect((await studio.kept(PHOTOS.third)).look.moves).toMatchObject([{ kind: 'shift', params: {} }]);
});

test('going to another photo and back while a change is on its way keeps it, and the next one', async ({ page }) => {
  const studio = new Studio(page);
  await studio.openWith(PHOTOS.second, [shift('Bowl', { hue: 5 })]);
  const { revision } = await studio.kept(PHOTOS.second);
  let release: () => void = () => undefined;
  const held = new Promise<void>((done) => { release = done; });
  await page.route('**/grade', async (route) => {
    if (route.request().method() === 'PUT') await held;
    await route.continue();
  });
  await studio.number('Hue').fill('50');
  await studio.number('Hue').press('Enter');
  await page.getByRole('button', { name: 'bowl-and-vase-3.jpg' }).click();
  await expect(page.getByRole('banner').getByText('bowl-and-vase-3.jpg')).toBeVisible();
  await page.getByRole('button', { name: 'bowl-and-vase-2.jpg' }).click();
  await expect(studio.number('Hue')).toHaveValue('50°');
  await studio.number('Saturation').fill('10');
  await studio.number('Saturation').press('Enter');
  release();
  await studio.allKept(PHOTOS.second, revision + 2);
  expect((await studio.kept(PHOTOS.second)).look.moves[0]?.params).toEqual({ hue: 50, saturation: 10 });
});

test('passing through number fields changes nothing; Enter keeps once; a held key is one step', async ({ page }) => {
  const studio = new Studio(page);
  await studio.openWith(PHOTOS.second, [shift('Bowl', { hue: 12.3456, saturation: 7.777 })]);
  const { revision } = await studio.kept(PHOTOS.second);
  const puts: string[] = [];
  page.on('request', (request) => {
    if (request.method() === 'PUT') puts.push(request.url());
  });
  await studio.number('Hue').focus();
  for (let i = 0; i < 6; i++) await page.keyboard.press('Tab');
  await studio.number('Lightness').fill('4');
  await studio.number('Lightness').press('Enter');
  await studio.allKept(PHOTOS.second, revision + 1);
  expect((await studio.kept(PHOTOS.second)).look.moves[0]?.params).toEqual({ hue: 12.3456, saturation: 7.777, lightness: 4 });
  expect(puts).toHaveLength(1);
  // One key held, on a slider and in a field.
  await page.getByRole('slider', { name: 'Lightness', exact: true }).focus();
  for (let i = 0; i < 5; i++) await page.keyboard.down('ArrowRight');
  await page.keyboard.up('ArrowRight');
  await studio.allKept(PHOTOS.second, revision + 2);
  await studio.number('Lightness').focus();
  for (let i = 0; i < 5; i++) await page.keyboard.down('ArrowUp');
  await page.keyboard.up('ArrowUp');
  await studio.allKept(PHOTOS.second, revision + 3);
  await page.keyboard.press('Escape');
  expect((await studio.kept(PHOTOS.second)).look.moves[0]?.params).toMatchObject({ lightness: 14 });
});

test('a double click is back to rest in one step, on a slider and on its number; on the divider it does not zoom', async ({ page }) => {
  const studio = new Studio(page);
  await studio.openWith(PHOTOS.second, [shift('Bowl', { hue: 40, saturation: 30 })]);
  const { revision } = await studio.kept(PHOTOS.second);
  const box = await studio.slider('Hue').boundingBox();
  if (!box) throw new Error('There is no slider.');
  await page.mouse.dblclick(box.x + box.width * 0.8, box.y + box.height / 2);
  await studio.allKept(PHOTOS.second, revision + 1);
  expect((await studio.kept(PHOTOS.second)).look.moves[0]?.params).toEqual({ saturation: 30 });
  await studio.number('Saturation').dblclick();
  await studio.allKept(PHOTOS.second, revision + 2);
  expect((await studio.kept(PHOTOS.second)).look.moves[0]?.params).toEqual({});
  await studio.view('Split');
  const zoom = await page.getByRole('button', { name: 'Zoom' }).textContent();
  await page.getByRole('slider', { name: 'Divider' }).dblclick();
  await expect(page.getByRole('button', { name: 'Zoom' })).toHaveText(zoom ?? '');
});

test('deliveries go on beside the work, are found after a reload, and the panel closes while the server is away', async ({ page }) => {
  const studio = new Studio(page);
  await studio.openWith(PHOTOS.second, [shift('Bowl', { hue: 5 })]);
  await page.getByRole('button', { name: 'Deliver' }).click();
  const panel = page.getByRole('dialog', { name: /^Deliver/ });
  await studio.deliverAs('PNG picture');
  await panel.getByRole('button', { name: /^Deliver (one|\d)/ }).click();
  await expect(panel.getByRole('listitem').first()).toContainText('bowl-and-vase-2-graded');
  // The work goes on: nothing lies over it all.
  await studio.tool('Choose');
  await page.reload();
  const download = page.waitForEvent('download');
  await expect(page.getByRole('button', { name: /^Deliver ·/ })).toBeVisible();
  expect((await download).suggestedFilename()).toBe('bowl-and-vase-2-graded.png');
  // The panel is open, as it was left.
  await expect(panel.getByRole('listitem').first()).toContainText('Done');
  await page.route('**/api/**', (route) => route.abort());
  await panel.getByRole('button', { name: /^Deliver (one|\d)/ }).click();
  await expect(panel.getByRole('alert')).toContainText('does not answer');
  await panel.getByRole('button', { name: 'Close' }).click();
  await expect(panel).toHaveCount(0);
});

test('nothing is delivered of a grade that is not kept', async ({ page }) => {
  const studio = new Studio(page);
  await studio.openWith(PHOTOS.second, [shift('Bowl', { hue: 5 })]);
  await page.route('**/grade', (route) => (route.request().method() === 'PUT' ? route.abort() : route.continue()));
  await studio.number('Hue').fill('60');
  await studio.number('Hue').press('Enter');
  await expect(page.getByRole('button', { name: 'Not saved yet' })).toBeVisible();
  const asked: string[] = [];
  page.on('request', (request) => {
    if (request.url().endsWith('/api/deliveries') && request.method() === 'POST') asked.push(request.url());
  });
  await page.getByRole('button', { name: 'Deliver' }).click();
  await page.getByRole('button', { name: /^Deliver (one|\d)/ }).click();
  await expect(page.getByRole('dialog', { name: /^Deliver/ }).getByRole('alert')).toContainText('does not answer');
  expect(asked).toEqual([]);
  // Leaving asks first.
  const asks = page.waitForEvent('dialog');
  const left = page.close({ runBeforeUnload: true });
  const dialog = await asks;
  expect(dialog.type()).toBe('beforeunload');
  await dialog.accept();
  await left;
});

test('a reload asks for no picture again', async ({ page, context }) => {
  const studio = new Studio(page);
  const quiet = following(page);
  // What is drawn for the sheet while the page is there comes to it then.
  await expect.poll(async () => ((await (await page.request.get('/api/sets/1')).json()) as { photos: { drawn: number; revision: number }[] }).photos.every(({ drawn, revision }) => drawn === revision)).toBe(true);
  await studio.open(PHOTOS.bowl);
  // What was still on its way would be asked for again.
  await quiet();
  const network = await context.newCDPSession(page);
  await network.send('Network.enable');
  const pictures = new Map<string, { url: string; asked: boolean }>();
  network.on('Network.requestWillBeSent', ({ requestId, request }) => {
    if (/\/api\/photos\/\d+\/(preview|thumb|full|small)/.test(request.url)) pictures.set(requestId, { url: request.url, asked: true });
  });
  const fromCache = (requestId: string) => {
    const picture = pictures.get(requestId);
    if (picture) picture.asked = false;
  };
  network.on('Network.requestServedFromCache', ({ requestId }) => { fromCache(requestId); });
  network.on('Network.responseReceived', ({ requestId, response }) => {
    if (response.fromDiskCache) fromCache(requestId);
  });
  await page.reload();
  await studio.settled();
  await quiet();
  expect(pictures.size).toBeGreaterThan(5);
  expect([...pictures.values()].filter(({ asked }) => asked).map(({ url }) => url)).toEqual([]);
});
