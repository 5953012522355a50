import { execFileSync, spawn } from 'node:child_process';
import { join } from 'node:path';
import { expect, root, serve, test } from './served';
import { scratch } from './studio';

test('a worker on another machine is seen as it comes, works and goes', async ({ page }) => {
  const front = await serve('demo', '/api/sets/1');
  const key = execFileSync(join(root, 'bin/tovrin'), ['worker-key', 'add', 'kiln'], { env: { ...process.env, TOVRIN_DATA: front.data }, encoding: 'utf8' }).trim();
  await page.goto(front.address);
  await page.getByRole('button', { name: /^Quillhaven Ceramics/ }).click();
  await page.getByRole('menuitem', { name: 'Workers' }).click();
  const list = page.getByRole('list', { name: 'Workers' });
  await expect(list.getByRole('listitem')).toHaveText([/^This server, worker 1/, /^This server, worker 2/]);

  const worker = spawn(join(root, 'bin/tovrin'), ['work', '--front', front.address, '--folder', join(scratch, 'kiln'), '--name', 'kiln'], { env: { ...process.env, TOVRIN_WORKER_KEY: key }, stdio: 'ignore' });
  const gone = new Promise((ended) => worker.once('exit', ended));
  const kiln = list.getByRole('listitem', { name: 'kiln' });
  await expect(kiln).toContainText('on another machine');
  // More than the two of the server make at once.
  const { photos } = (await (await page.request.get(`${front.address}/api/sets/1`)).json()) as { photos: { id: number; revision: number }[] };
  await page.request.post(`${front.address}/api/deliveries`, { data: { photos: photos.map(({ id, revision }) => ({ id, basedOn: revision })), outputs: [{ format: 'jpeg', side: 600 }] } });
  await expect(kiln).toContainText(/[1-9]\d* tasks? done/, { timeout: 60_000 });
  await kiln.getByRole('button', { name: 'Show its log' }).click();
  await expect(kiln).toContainText(/\d\d:\d\d:\d\d Made and sent in \d/);

  worker.kill('SIGTERM');
  await gone;
  await expect(kiln).toHaveCount(0);
  await front.stop();
});
