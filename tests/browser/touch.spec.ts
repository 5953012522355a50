import { expect, test, type Page } from './served';
import { PHOTOS, rows, Studio } from './studio';

test.use({ hasTouch: true, isMobile: true, viewport: { width: 1280, height: 800 } });

type Finger = { x: number; y: number };

/** Fingers on the screen, as the browser gets them from a touch screen. */
async function fingers(page: Page) {
  const session = await page.context().newCDPSession(page);
  const send = (type: 'touchStart' | 'touchMove' | 'touchEnd', touchPoints: Finger[]) => session.send('Input.dispatchTouchEvent', { type, touchPoints });
  return {
    down: (...at: Finger[]) => send('touchStart', at),
    to: (...at: Finger[]) => send('touchMove', at),
    up: () => send('touchEnd', []),
    /** One finger from one place to another, in steps. */
    swipe: async (from: Finger, to: Finger, steps = 8) => {
      await send('touchStart', [from]);
      for (let step = 1; step <= steps; step++) await send('touchMove', [{ x: from.x + ((to.x - from.x) * step) / steps, y: from.y + ((to.y - from.y) * step) / steps }]);
      await send('touchEnd', []);
    },
  };
}

const zoom = async (page: Page) => Number(/\d+/.exec((await page.getByRole('button', { name: /^Zoom/ }).getAttribute('aria-label')) ?? '')?.[0]);

test('two fingers zoom and move the photo, and count as no stroke', async ({ page }) => {
  const studio = new Studio(page);
  await studio.openWith(PHOTOS.third, []);
  await studio.tool('Choose');
  const hand = await fingers(page);
  const before = await zoom(page);
  const [x, y] = await studio.place(0.5, 0.5);
  // The first finger alone would begin a stroke.
  await hand.down({ x: x - 40, y });
  await hand.to({ x: x - 44, y });
  await hand.down({ x: x - 44, y }, { x: x + 44, y });
  for (let step = 1; step <= 10; step++) await hand.to({ x: x - 44 - step * 10, y: y + step * 3 }, { x: x + 44 + step * 10, y: y + step * 3 });
  await hand.up();
  await expect.poll(() => zoom(page)).toBeGreaterThan(before * 2);
  const closer = await zoom(page);
  await hand.down({ x: x - 100, y }, { x: x + 100, y });
  for (let step = 1; step <= 10; step++) await hand.to({ x: x - 100 + step * 7, y }, { x: x + 100 - step * 7, y });
  await hand.up();
  await expect.poll(() => zoom(page)).toBeLessThan(closer / 1.5);
  await expect(rows(page)).toHaveCount(0);
  expect((await studio.kept(PHOTOS.third)).look.moves).toHaveLength(0);
  // One finger alone still chooses.
  await page.getByRole('button', { name: /^Zoom/ }).tap();
  if ((await zoom(page)) !== before) await page.getByRole('button', { name: /^Zoom/ }).tap();
  await expect.poll(() => zoom(page)).toBe(before);
  const [fromX, fromY] = await studio.place(0.3, 0.6);
  await hand.swipe({ x: fromX, y: fromY }, { x: fromX + 90, y: fromY + 20 });
  await expect(rows(page)).toHaveCount(1);
  await studio.put(PHOTOS.third, []);
});

test('a swipe across a slider scrolls and changes nothing; along it, and with a tap, the value is set', async ({ page }) => {
  const studio = new Studio(page);
  await studio.openWith(PHOTOS.third, [{ id: 'a', kind: 'saturation', params: { vibrance: 20 } }]);
  const hand = await fingers(page);
  const controls = page.getByRole('region', { name: 'Controls of the move' });
  const middle = async () => {
    await studio.slider('Vibrance').scrollIntoViewIfNeeded();
    const box = await studio.slider('Vibrance').boundingBox();
    if (!box) throw new Error('There is no slider.');
    return { x: box.x + box.width * 0.8, y: box.y + box.height / 2, ...{ width: box.width, left: box.x } };
  };
  const { revision } = await studio.kept(PHOTOS.third);
  const at = await middle();
  const top = await controls.evaluate((part) => part.scrollTop);
  await hand.swipe(at, { x: at.x + 6, y: at.y - 120 }, 12);
  await expect.poll(() => controls.evaluate((part) => part.scrollTop)).toBeGreaterThan(top + 30);
  await expect(studio.number('Vibrance')).toHaveValue('20');
  const there = await middle();
  await hand.swipe(there, { x: there.left + there.width * 0.25, y: there.y + 8 }, 12);
  await expect(studio.number('Vibrance')).toHaveValue('−50');
  await studio.allKept(PHOTOS.third, revision + 1);
  const again = await middle();
  await page.touchscreen.tap(again.left + again.width * 0.75, again.y);
  await expect(studio.number('Vibrance')).toHaveValue('50');
  await studio.allKept(PHOTOS.third, revision + 2);
  await studio.put(PHOTOS.third, []);
});

test('what is touched is 40 pixels large at least', async ({ page }) => {
  const studio = new Studio(page);
  const small = () =>
    page.evaluate(() =>
      Array.from(document.querySelectorAll('button, [role=button], [role=combobox], [role=slider]:not(input), input:not([type=range]):not([type=file])'))
        .filter((control) => control.checkVisibility({ visibilityProperty: true }) && !control.closest('[aria-hidden=true], [role=application]'))
        .map((control) => ({ name: control.getAttribute('aria-label') ?? (control.textContent || control.tagName), box: control.getBoundingClientRect() }))
        .filter(({ box }) => box.width > 0 && (box.height < 40 || box.width < 40))
        .map(({ name, box }) => `${name}: ${String(Math.round(box.width))} × ${String(Math.round(box.height))}`),
    );
  await studio.openWith(PHOTOS.third, [{ kind: 'saturation', params: { vibrance: 10 } }]);
  // What is drawn small on a drawing is taken hold of from further away.
  const handles = page.getByRole('group', { name: 'Gain curve' }).getByRole('slider');
  await expect(handles.first()).toBeVisible();
  const held = await handles.evaluateAll((all) => all.map((handle) => {
    const { left, top, width, height } = handle.getBoundingClientRect();
    const [x, y] = [left + width / 2, top + height / 2];
    return ([[0, 17], [0, -17], [17, 0], [-17, 0]] as const).some(([right, down]) => document.elementFromPoint(x + right, y + down)?.closest('[role=slider]') === handle);
  }));
  expect(held).toEqual([true, true, true, true]);
  await studio.openWith(PHOTOS.third, [{ kind: 'shift', params: { hue: 10 } }]);
  expect(await small(), 'the desk').toEqual([]);
  await page.getByRole('button', { name: 'Looks' }).tap();
  await expect(page.locator('canvas[data-drawn=true]').first()).toBeVisible();
  expect(await small(), 'looks').toEqual([]);
  await page.goto('/sets/1/sheet');
  await expect(page.getByRole('option').first()).toBeVisible();
  expect(await small(), 'the sheet').toEqual([]);
});
