import { expect, test } from './served';
import { differing, PHOTOS, row, rows, Studio } from './studio';

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

test('moves are grouped, weakened and switched as one, folded, dragged in and out, and carried over so', async ({ page }) => {
  const studio = new Studio(page);
  await studio.openWith(PHOTOS.third, [shift('One', 90), shift('Two', 20), shift('Three', 30)]);
  const look = async () => (await studio.kept(PHOTOS.third)).look as unknown as { groups?: { id: string; label: string; on: boolean; strength: number }[]; moves: { label: string; group?: string }[] };
  const outline = async () => {
    const { groups = [], moves } = await look();
    return moves.map(({ label, group }) => `${group === undefined ? '' : `${groups.find(({ id }) => id === group)?.label ?? '?'}/`}${label}`);
  };
  const line = (name: RegExp) => row(page, name).getByRole('button', { name });
  await line(/One/).click();
  await line(/Two/).click({ modifiers: ['Control'] });
  await page.keyboard.press('Control+g');
  await page.keyboard.type('Glazes');
  await page.keyboard.press('Enter');
  await expect.poll(outline).toEqual(['Glazes/One', 'Glazes/Two', 'Three']);
  // At 0 % the group leaves the photo as the third move makes it.
  const amount = page.getByRole('slider', { name: 'Amount of the group' });
  await studio.settled();
  const whole = await studio.pixels();
  await amount.press('Home');
  await expect.poll(async () => (await look()).groups?.[0]?.strength).toBe(0);
  await studio.settled();
  const none = await studio.pixels();
  await page.keyboard.press('Control+z');
  await row(page, /Group Glazes/).getByRole('switch').click();
  await expect.poll(async () => (await look()).groups?.[0]?.on).toBe(false);
  await studio.settled();
  const off = await studio.pixels();
  expect(differing(none, off, 2)).toBe(0);
  expect(differing(whole, off, 20)).toBeGreaterThan(0.1);
  await expect(row(page, /One/)).toContainText('its group is off');
  await row(page, /Group Glazes/).getByRole('switch').click();
  // Folded away by keyboard, and shown again.
  await line(/Group Glazes/).press('ArrowLeft');
  await expect(rows(page)).toHaveCount(2);
  await line(/Group Glazes/).press('ArrowRight');
  await expect(rows(page)).toHaveCount(4);
  await row(page, /Three/).dragTo(row(page, /Two/));
  await expect.poll(outline).toEqual(['Glazes/One', 'Glazes/Three', 'Glazes/Two']);
  await line(/One/).press('Alt+ArrowUp');
  await expect.poll(outline).toEqual(['One', 'Glazes/Three', 'Glazes/Two']);
  await line(/Group Glazes/).press('Control+Shift+g');
  await expect.poll(async () => (await look()).groups).toBeUndefined();
  await page.keyboard.press('Control+z');
  await expect.poll(outline).toEqual(['One', 'Glazes/Three', 'Glazes/Two']);
  // To another photo as it is.
  await page.getByRole('button', { name: 'Carry over' }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByRole('checkbox', { name: '1 One' }).click();
  await expect(dialog.getByRole('checkbox', { name: 'Glazes' })).toBeChecked();
  await dialog.getByRole('button', { name: 'bowl-and-vase-2.jpg' }).click();
  await dialog.getByRole('button', { name: /^Carry over/ }).click();
  await expect.poll(async () => (await studio.kept(PHOTOS.second)).look as unknown).toMatchObject({ groups: [{ label: 'Glazes' }], moves: [{ label: 'Three' }, { label: 'Two' }] });
  for (const photo of [PHOTOS.second, PHOTOS.third]) await studio.put(photo, []);
});
