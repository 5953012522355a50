// Opening the sheet in a page that is loaded already: from the choice of a set in the menu until every picture in the window
// is there. Sets of 200 and of 10,000 photos (rows that share the files of a few photos). Prints the times of several openings.
import { execFileSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { percentiles, root, served } from './served.mjs';

const COUNTS = [200, 10_000];
const OPENINGS = 8;

await served(7396, async ({ base, data, send, newPage }) => {
  for (const name of ['bowl-and-vase', 'platter-on-terracotta', 'planters', 'tiles']) await send(`/api/sets/1/photos?name=${name}.jpg`, readFileSync(join(root, `demo/photos/${name}.jpg`)));
  // What is made ahead of need is not what is measured.
  for (const id of [1, 2, 3, 4]) await (await fetch(`${base}/api/photos/${id}/source`)).json();
  for (const count of COUNTS) {
    const { id } = await send('/api/sets', JSON.stringify({ name: `${count} photos` }));
    execFileSync('php', ['-r', `$db = new PDO("sqlite:${data}/tovrin.sqlite"); $db->beginTransaction(); for ($i = 0; $i < ${count}; ++$i) { $db->exec("INSERT INTO photo (set_id, name, revision, move_count, store_key, width, height, preview_width, preview_height, position, drawn, drawn_at) SELECT ${id}, 'frame-$i.jpg', 0, 0, store_key, width, height, preview_width, preview_height, $i, 0, 0 FROM photo WHERE id = ".(1 + $i % 4)); } $db->commit();`]);
  }
  // There is no graphics card here, and no WebGL on the sheet: the page is composited by software alone.
  const page = await newPage(['--disable-gpu-compositing']);
  const shown = (count) => page.waitForFunction((wanted) => {
    const cells = [...document.querySelectorAll('[data-photo]')];
    const pictures = cells.map((cell) => cell.querySelector('img')).filter((one) => one.getBoundingClientRect().top < window.innerHeight);
    return cells[0]?.getAttribute('aria-setsize') === String(wanted) && pictures.length > 0 && pictures.every((one) => one.complete && one.naturalWidth > 0);
  }, count, { polling: 'raf' });
  for (const count of COUNTS) {
    const times = [];
    for (let i = 0; i <= OPENINGS; i++) {
      // From another set, and without what the page still knows of this one.
      await page.goto(`${base}/sets/1/sheet`);
      await shown(4);
      await page.getByRole('button', { name: /^Bench/ }).click();
      const start = performance.now();
      await page.getByRole('menuitem', { name: new RegExp(`^${count} photos`) }).click();
      await shown(count);
      if (i > 0) times.push(performance.now() - start);
    }
    console.log(`Sheet of ${count} photos: ${percentiles(times)} (aim: at most 1000)`);
  }
});
