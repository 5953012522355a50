import AxeBuilder from '@axe-core/playwright';
import { existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import GithubSlugger from 'github-slugger';
import { expect, root, test, type Page } from './served';
import { PHOTOS, rows, Studio } from './studio';

const USED = JSON.parse(readFileSync(join(root, 'tests/moves.json'), 'utf8')) as Record<string, object>;

const guide = (page: Page) => page.getByRole('region', { name: 'Guide' });

/** Whether the guide has a page, and on it a paragraph. */
function explains(topic: string): boolean {
  const [page = '', paragraph] = topic.split('#');
  const path = join(root, `docs/guide/${page}.md`);
  if (!existsSync(path)) return false;
  const slugger = new GithubSlugger();
  const headings = [...readFileSync(path, 'utf8').matchAll(/^## (.+)$/gm)].map(([, title = '']) => slugger.slug(title));
  return paragraph === undefined || headings.includes(paragraph);
}

/** Where each control of a part of the screen is explained; its name alone for one that is not. */
const topics = (page: Page, within: string) =>
  page.locator(within).evaluate((part) =>
    Array.from(part.querySelectorAll('input:not([type=hidden]), [role=slider], [role=switch], button[aria-pressed], [role=combobox]')).map((control) => {
      const owner = control.closest('[data-guide]');
      const own = control.closest('[data-topic]');
      const paragraph = own && owner?.contains(own) ? `#${own.getAttribute('data-topic') ?? ''}` : '';
      const name = control.getAttribute('aria-label') ?? control.textContent ?? '';
      return owner ? `${owner.getAttribute('data-guide') ?? ''}${paragraph}` : `nowhere: ${name}`;
    }),
  );

test('every control of every kind of move, and of the rest of the screen, is explained', async ({ page }) => {
  test.setTimeout(180_000);
  const studio = new Studio(page);
  await studio.put(PHOTOS.second, Object.entries(USED).map(([kind, params], index) => ({ id: `m${String(index)}`, kind, params, reach: { hue: { from: 20, to: 80, softFrom: 10, softTo: 10 } } })));
  await studio.open(PHOTOS.second);
  const missing: string[] = [];
  const look = async (where: string, within: string) => {
    const found = await topics(page, within);
    expect(found.length, where).toBeGreaterThan(0);
    missing.push(...found.filter((topic) => !explains(topic)).map((topic) => `${where}: ${topic}`));
  };
  for (const index of Object.keys(USED).keys()) {
    await rows(page).nth(index).getByRole('button').first().click();
    await look(Object.keys(USED)[index] ?? '', 'section[aria-label="Controls of the move"]');
  }
  await look('the desk', 'body');
  await page.getByRole('button', { name: 'Deliver', exact: true }).click();
  await page.getByRole('button', { name: 'More', exact: true }).first().click();
  await look('deliver', '[role=dialog]');
  await page.keyboard.press('Escape');
  await page.keyboard.press('s');
  await page.getByRole('option').first().waitFor();
  await look('the sheet', 'body');
  expect([...new Set(missing)]).toEqual([]);
  await studio.put(PHOTOS.second, []);
});

test('F1 and question marks open the guide at the paragraph; words of the trade lead to it; a move is tried there and taken over', async ({ page }) => {
  test.setTimeout(120_000);
  const studio = new Studio(page);
  await studio.openWith(PHOTOS.second, [{ id: 'a', kind: 'shift', params: { hue: 10 } }]);
  await page.getByRole('slider', { name: 'Saturation', exact: true }).focus();
  await page.keyboard.press('F1');
  await expect(page).toHaveURL(/guide=moves\/shift%23saturation/);
  await expect(guide(page).getByRole('heading', { name: 'Saturation' })).toBeInViewport();
  await expect(guide(page).getByRole('heading', { name: 'Saturation' })).toHaveAttribute('data-looked-for', '');
  await page.getByRole('region', { name: 'Moves' }).getByRole('button', { name: 'Help: Lightness' }).click();
  await expect(page).toHaveURL(/guide=moves\/shift%23lightness/);
  await page.getByRole('button', { name: 'Matte', exact: true }).hover();
  await page.getByRole('button', { name: 'Matte', exact: true }).focus();
  await page.keyboard.press('F1');
  await expect(guide(page).getByRole('heading', { name: 'Matte', level: 2 })).toBeVisible();
  // By the words that people know; a slip of the finger does not matter.
  await guide(page).getByRole('textbox', { name: 'Search the guide' }).fill('split tonning');
  await guide(page).getByRole('button', { name: /^Tint shadows and highlights differently/ }).click();
  await guide(page).getByRole('button', { name: 'Colour balance', exact: true }).click();
  await expect(guide(page).getByRole('heading', { name: 'Colour balance', level: 2 })).toBeVisible();
  await guide(page).getByRole('button', { name: 'Back', exact: true }).click();
  await expect(guide(page).getByRole('heading', { name: 'Tint shadows and highlights differently' })).toBeVisible();
  // Tried right there: the charts follow, the grade does not.
  await page.goto('/sets/1/photos/6?guide=moves/saturation');
  await studio.settled();
  const chart = guide(page).locator('canvas[data-chart=wheel]');
  const colours = () => chart.evaluate((canvas: HTMLCanvasElement) => {
    const { data } = canvas.getContext('2d')?.getImageData(0, 0, canvas.width, canvas.height) ?? { data: [] };
    let sum = 0;
    for (let i = 0; i < data.length; i += 4) sum += Math.max(data[i] ?? 0, data[i + 1] ?? 0, data[i + 2] ?? 0) - Math.min(data[i] ?? 0, data[i + 1] ?? 0, data[i + 2] ?? 0);
    return sum;
  });
  await expect(chart).toHaveAttribute('data-graded', 'true');
  const lively = await colours();
  const tried = guide(page).getByRole('figure', { name: 'Saturation, to try' });
  await tried.getByRole('textbox', { name: 'Saturation, number' }).fill('-100');
  await page.keyboard.press('Enter');
  await expect.poll(colours, { message: 'the wheel turns grey' }).toBeLessThan(lively / 50);
  expect((await studio.kept(PHOTOS.second)).look.moves).toHaveLength(1);
  // Held, the chart is shown without the move.
  await chart.hover();
  await page.mouse.down();
  await expect.poll(colours).toBeGreaterThan(lively / 2);
  await page.mouse.up();
  await tried.getByRole('button', { name: 'Add this to my grade' }).click();
  await expect(rows(page)).toHaveCount(2);
  await expect.poll(async () => (await studio.kept(PHOTOS.second)).look.moves[1]?.params).toEqual({ vibrance: 60, saturation: -100 });
  await page.locator('[data-stage]').focus();
  await page.keyboard.press('Escape');
  await expect(guide(page)).toHaveCount(0);
  await studio.put(PHOTOS.second, []);
});

test('axe-core finds nothing with the guide open: contents, a page to try, results, and on the sheet', async ({ page }) => {
  const violations = async () => {
    await page.mouse.move(640, 2);
    const { violations: found } = await new AxeBuilder({ page }).options({ resultTypes: ['violations'] }).setLegacyMode().analyze();
    return found.flatMap(({ id, nodes }) => nodes.map(({ html }) => `${id}: ${html.slice(0, 160)}`));
  };
  const studio = new Studio(page);
  await page.goto('/sets/1/photos/1?guide=contents');
  await studio.settled();
  await expect(guide(page).getByRole('heading', { name: 'Guide' })).toBeVisible();
  expect(await violations(), 'contents').toEqual([]);
  await page.goto('/sets/1/photos/1?guide=moves/curves');
  await studio.settled();
  await expect(guide(page).locator('canvas[data-chart=ramp][data-graded=true]')).toBeVisible();
  expect(await violations(), 'a page').toEqual([]);
  await guide(page).getByRole('textbox', { name: 'Search the guide' }).fill('skin');
  await expect(guide(page).getByRole('list', { name: 'Found' })).toBeVisible();
  expect(await violations(), 'results').toEqual([]);
  await page.goto('/sets/1/sheet?guide=parts/sheet');
  await expect(page.getByRole('option').first()).toBeVisible();
  expect(await violations(), 'the sheet').toEqual([]);
});
