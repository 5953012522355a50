import { expect, root, test } from './served';
import { join } from 'node:path';

test('photos begin with the starting look of their set; changing it asks about those that are there; versions lead back to it', async ({ page }) => {
  const api = async <T,>(path: string) => (await (await page.request.get(path)).json()) as T;
  const labels = async (photo: number) => (await api<{ look: { moves: { kind: string; params: { warmth?: number } }[] } }>(`/api/photos/${String(photo)}/grade`)).look.moves.map(({ kind, params }) => `${kind} ${String(params.warmth ?? '')}`.trim());
  const { id: set } = (await (await page.request.post('/api/sets', { data: { name: 'Second shoot' } })).json()) as { id: number };
  for (const [name, warmth] of [['Warm light', 30], ['Cool light', -30]] as const) await page.request.post('/api/looks', { data: { look: { tovrinLook: 1, name, moves: [{ kind: 'warmth', params: { warmth } }] }, group: '' } });
  await page.goto(`/sets/${String(set)}`);
  const choose = async (look: string, then?: string) => {
    await page.getByRole('button', { name: 'Second shoot' }).click();
    await page.getByRole('menuitem', { name: 'Starting look …' }).click();
    const dialog = page.getByRole('dialog', { name: 'Starting look' });
    await dialog.getByRole('radio', { name: 'A look', exact: true }).click();
    await dialog.getByRole('combobox', { name: 'Look' }).click();
    await page.getByRole('option', { name: look }).click();
    if (then !== undefined) await dialog.getByRole('radio', { name: then }).click();
    await dialog.getByRole('button', { name: 'Save' }).click();
    await expect(dialog).toHaveCount(0);
  };
  await choose('Warm light');
  const picker = page.getByLabel('First photo files');
  await picker.setInputFiles([join(root, 'demo/photos/bowl-and-vase.jpg'), join(root, 'demo/photos/bowl-and-vase-2.jpg')]);
  await expect.poll(async () => (await api<{ photos: unknown[] }>(`/api/sets/${String(set)}`)).photos.length).toBe(2);
  const [first = 0, second = 0] = (await api<{ photos: { id: number }[] }>(`/api/sets/${String(set)}`)).photos.map(({ id }) => id);
  expect(await labels(first)).toEqual(['warmth 30']);
  expect(await labels(second)).toEqual(['warmth 30']);

  // One is worked on, and keeps that below another starting look.
  await page.goto(`/sets/${String(set)}/photos/${String(first)}`);
  await page.waitForFunction(() => document.querySelector('canvas[data-settled=true]'));
  await page.getByRole('button', { name: 'Add a move' }).click();
  await page.getByRole('region', { name: 'Add a move' }).getByRole('button', { name: /^Saturation / }).click();
  await expect.poll(() => labels(first)).toEqual(['warmth 30', 'saturation']);
  await choose('Cool light', 'Change all; other changes stay, after the look');
  await expect(page.getByText('The starting look was given to 2 photos.')).toBeVisible();
  expect(await labels(first)).toEqual(['warmth -30', 'saturation']);
  expect(await labels(second)).toEqual(['warmth -30']);

  // The way back to where it began, as one step.
  await page.getByRole('button', { name: 'Versions' }).click();
  await page.getByRole('button', { name: 'Take Starting look: Cool light' }).click();
  await expect.poll(() => labels(first)).toEqual(['warmth -30']);
  await page.keyboard.press('Control+z');
  await expect.poll(() => labels(first)).toEqual(['warmth -30', 'saturation']);
  await expect(page.getByRole('list', { name: 'Steps' })).toContainText('Starting look “Warm light”');
  // And all of the change back, in both.
  await page.getByRole('status', { name: 'Work on many photos' }).getByRole('button', { name: 'Undo' }).click();
  await expect.poll(() => labels(second)).toEqual(['warmth 30']);
});
