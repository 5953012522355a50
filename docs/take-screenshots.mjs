// Takes the pictures in docs/screenshots from the demo data, at 1280 × 800: all of them, or those named.
import { spawn } from 'node:child_process';
import { mkdirSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { chromium } from 'playwright-core';

const root = join(dirname(fileURLToPath(import.meta.url)), '..');
const folder = join(root, 'docs/screenshots');
const data = mkdtempSync(join(tmpdir(), 'tovrin-pictures-'));
const wanted = process.argv.slice(2);
const port = 7397;
const base = `http://127.0.0.1:${port}`;
mkdirSync(folder, { recursive: true });
const server = spawn(join(root, 'bin/tovrin'), ['demo', '--port', String(port)], { env: { ...process.env, TOVRIN_DATA: data }, stdio: ['ignore', 'pipe', 'inherit'] });
await new Promise((ready) => server.stdout.on('data', (text) => String(text).includes('served at') && ready()));
const browser = await chromium.launch({
  executablePath: '/usr/bin/chromium',
  args: ['--headless', '--no-sandbox', '--disable-quic', '--no-first-run', '--disable-background-networking', '--disable-component-update', '--disable-sync', '--use-angle=swiftshader', '--enable-unsafe-swiftshader'],
});

async function grade(photo, look) {
  const address = `${base}/api/photos/${photo}/grade`;
  const kept = await (await fetch(address)).json();
  // One that is the same already would be a step that did nothing.
  if (look && JSON.stringify(look.moves) !== JSON.stringify(kept.look.moves)) {
    const answer = await fetch(address, { method: 'PUT', headers: { 'Content-Type': 'application/json' }, body: JSON.stringify({ basedOn: kept.revision, look }) });
    if (!answer.ok) throw new Error(await answer.text());
  }
  return kept.look;
}

/** One picture: opens a photo, does something, takes it, and leaves the grade as it was. `fresh` begins without a grade. */
async function picture(name, photo, act = async () => {}, fresh = false) {
  if (wanted.length > 0 && !wanted.includes(name)) return;
  const original = await grade(photo, fresh ? { tovrinLook: 1, name: '', moves: [], edges: 'unmixed' } : null);
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  // What windows are told comes over a connection that stays.
  const open = new Set();
  page.on('request', (request) => !/events/.test(request.url()) && open.add(request));
  for (const end of ['requestfinished', 'requestfailed']) page.on(end, (request) => open.delete(request));
  const quiet = async () => {
    for (let rest = 0; rest < 5; rest = open.size === 0 ? rest + 1 : 0) await page.waitForTimeout(100);
  };
  await page.goto(`${base}/sets/1/photos/${photo}`);
  const settled = async () => {
    await page.waitForSelector('canvas[data-settled=true]');
    await quiet();
  };
  await settled();
  const place = async (u, v) => {
    const box = await page.locator('canvas[data-settled]').boundingBox();
    const scale = Math.min((box.width - 12) / 3000, (box.height - 12) / 2000);
    return [box.x + box.width / 2 + (u - 0.5) * 3000 * scale, box.y + box.height / 2 + (v - 0.5) * 2000 * scale];
  };
  await act({
    page,
    settled,
    place,
    tool: (title) => page.getByRole('group', { name: 'Tool' }).getByRole('button', { name: title, exact: true }).click(),
    view: (title) => page.getByRole('group', { name: 'View' }).getByRole('button', { name: title, exact: true }).click(),
    addMove: async (title) => {
      await page.getByRole('button', { name: 'Add a move' }).click();
      await page.getByRole('region', { name: 'Add a move' }).getByRole('button', { name: new RegExp(`^${title} `) }).click();
      await page.waitForTimeout(400);
    },
    stroke: async (...points) => {
      await page.mouse.move(...(await place(...points[0])));
      await page.mouse.down();
      for (const point of points.slice(1)) await page.mouse.move(...(await place(...point)), { steps: 10 });
      await page.mouse.up();
      await page.waitForTimeout(800);
      await settled();
    },
  });
  await page.waitForTimeout(900);
  if ((await page.locator('canvas[data-settled]').count()) > 0) await settled();
  await page.screenshot({ path: join(folder, `${name}.png`) });
  await page.close();
  await grade(photo, original);
  console.log(`docs/screenshots/${name}.png`);
}

try {
  await picture('main', 1);
  await picture('chosen', 6, async ({ tool, stroke }) => {
    await tool('Choose');
    await stroke([0.24, 0.52], [0.38, 0.6]);
  }, true);
  await picture('readings', 2, async ({ page, tool, settled, place }) => {
    await tool('Probe');
    await settled();
    for (const [u, v] of [[0.35, 0.7], [0.62, 0.4], [0.2, 0.2]]) {
      await page.mouse.click(...(await place(u, v)));
      await settled();
    }
  });
  await picture('group', 1, async ({ page, settled }) => {
    const moves = page.getByRole('list', { name: 'Moves', exact: true });
    await moves.getByRole('button', { name: /^Move 1: / }).click();
    await moves.getByRole('button', { name: /^Move 2: / }).click({ modifiers: ['Control'] });
    await page.keyboard.press('Control+g');
    await page.keyboard.type('Glazes');
    await page.keyboard.press('Enter');
    await page.getByRole('textbox', { name: 'Amount of the group, number' }).fill('60');
    await page.keyboard.press('Enter');
    await settled();
  });
  await picture('side-by-side', 1, async ({ page, view, settled, place }) => {
    await view('Side by side');
    await settled();
    const [x, y] = await place(0.35, 0.6);
    await page.mouse.move(x, y);
    await page.mouse.wheel(0, -350);
  });
  await picture('starting-look', 1, async ({ page }) => {
    await page.getByRole('button', { name: /^Quillhaven/ }).click();
    await page.getByRole('menuitem', { name: 'Starting look …' }).click();
    const dialog = page.getByRole('dialog', { name: 'Starting look' });
    await dialog.getByRole('radio', { name: 'A look', exact: true }).click();
    await dialog.getByRole('combobox', { name: 'Look' }).click();
    await page.getByRole('option', { name: 'Deep, wet glazes' }).click();
    await dialog.getByRole('radio', { name: 'Change those not worked on yet' }).click();
  });
  await picture('looks', 2, async ({ page }) => {
    await page.getByRole('button', { name: 'Looks' }).click();
    await page.waitForTimeout(3500);
    await page.getByRole('button', { name: 'Deep, wet glazes' }).hover();
  });
  await picture('selective-colour', 4, async ({ page, addMove, place }) => {
    await addMove('Selective colour');
    for (const [cell, value] of [['Greens, cyan', '35'], ['Greens, black', '-20'], ['Neutrals, yellow', '-12'], ['Whites, yellow', '-18']]) {
      await page.getByRole('slider', { name: cell, exact: true }).focus();
      await page.keyboard.type(value);
      await page.keyboard.press('Enter');
      await page.waitForTimeout(300);
    }
    await page.mouse.move(...(await place(0.3, 0.75)));
  });
  await picture('palette', 6, async ({ page, settled }) => {
    await page.getByRole('slider', { name: 'brown, where it goes', exact: true }).focus();
    await settled();
  });
  await picture('area', 10, async ({ tool, page }) => {
    await tool('Area');
    await page.getByRole('list', { name: 'Moves', exact: true }).getByRole('listitem').first().click();
  });
  await picture('chart', 11);
  await picture('neutralise', 2);
  await picture('guide', 4, async ({ page, settled }) => {
    await page.keyboard.press('F1');
    await page.getByRole('textbox', { name: 'Search the guide' }).fill('foliage');
    await page.keyboard.press('Enter');
    await settled();
    await page.waitForTimeout(2500);
  });
  await picture('light', 2, async ({ page, addMove, settled }) => {
    await addMove('Light');
    for (const [name, value] of [['Exposure', '0.4'], ['Contrast', '20']]) {
      await page.getByRole('textbox', { name: `${name}, number` }).fill(value);
      await page.keyboard.press('Enter');
    }
    await settled();
  }, true);
  await picture('checks', 3, async ({ page, addMove, settled }) => {
    await addMove('Saturation');
    await page.getByRole('textbox', { name: 'Saturation, number' }).fill('70');
    await page.keyboard.press('Enter');
    await page.getByRole('button', { name: /^Checks/ }).click();
    await page.getByRole('list', { name: 'Problems found' }).getByRole('button', { name: /^(Less|Limit)/ }).first().waitFor();
    await page.getByRole('list', { name: 'Problems found' }).getByRole('button', { pressed: false }).first().click();
    await settled();
  }, true);
  await picture('cloud', 1, async ({ page, settled }) => {
    await page.getByRole('button', { name: 'Cloud', exact: true }).click();
    await settled();
    await page.waitForTimeout(1500);
  });
  const threeOnTheSheet = async (page) => {
    await page.keyboard.press('s');
    await page.getByRole('option', { name: /^bowl-and-vase\.jpg/ }).click();
    for (const name of ['bowl-and-vase-2', 'bowl-and-vase-3']) await page.getByRole('option', { name: new RegExp(`^${name}\\.jpg`) }).click({ modifiers: ['Control'] });
  };
  await picture('sheet', 1, async ({ page }) => {
    await threeOnTheSheet(page);
    await page.waitForFunction(() => !document.body.textContent.includes('updating'));
    await page.mouse.move(640, 780);
  });
  await picture('versions', 1, async ({ page, addMove, settled }) => {
    await page.keyboard.press('k');
    await addMove('Warmth');
    await page.getByRole('textbox', { name: 'Warmth, number' }).fill('45');
    await page.keyboard.press('Enter');
    await settled();
    await page.getByRole('button', { name: 'Versions', exact: true }).click();
    for (const one of ['As imported', 'Version 1', 'Now']) await page.getByRole('checkbox', { name: `Compare ${one}` }).check();
    await page.waitForFunction(() => document.querySelectorAll('canvas[data-compared=true]').length === 3);
    await page.mouse.move(900, 690);
    await page.waitForTimeout(6000);
  });
  await picture('deliver', 1, async ({ page }) => {
    await threeOnTheSheet(page);
    await page.getByRole('button', { name: 'Deliver', exact: true }).click();
    await page.getByRole('button', { name: 'Add another kind of file' }).click();
    await page.getByRole('textbox', { name: 'Longest side' }).first().fill('2000');
    await page.getByRole('textbox', { name: 'Folder' }).first().fill('web');
    await page.getByRole('textbox', { name: 'Folder' }).nth(1).fill('print');
    await page.getByRole('button', { name: 'Save …' }).click();
    await page.getByRole('dialog', { name: 'Save as a preset' }).getByRole('textbox').fill('Web and print');
    await page.keyboard.press('Enter');
    await page.getByRole('button', { name: /^Deliver 6/ }).click();
    await page.getByText(/^Done: the archive/).waitFor();
  });
} finally {
  await browser.close();
  server.kill('SIGTERM');
  await new Promise((gone) => server.on('exit', gone));
  rmSync(data, { recursive: true, force: true });
}
