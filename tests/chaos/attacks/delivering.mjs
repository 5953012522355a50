// Files are made while what makes them is killed: each is whole or failed in words, none is made for ever.
import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, readdirSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { later } from '../served.mjs';

/** Whether a PNG is whole: the library reads its checksums to the end. */
function isWhole(path) {
  try {
    execFileSync('/usr/bin/identify', ['-regard-warnings', path], { stdio: 'ignore' });
    return readFileSync(path).subarray(-8, -4).toString() === 'IEND';
  } catch {
    return false;
  }
}

export const large = {
  long: true,
  name: 'kill -9 of the worker while it makes a large PNG',
  async run(served, { few }) {
    await served.ask('POST', '/api/sets', { name: 'Attack' });
    const picture = join(served.data, '24mp.png');
    execFileSync('/usr/bin/convert', ['demo/photos/bowl-and-vase.jpg', '-resize', '6000x4000!', '-define', 'png:compression-level=1', picture]);
    const { id } = (await served.upload(picture, 'large.png')).json;
    rmSync(picture);
    await served.save(id, 40, 0);
    const kills = few ? 3 : 12;
    let [survived, lost] = [0, 0];
    for (let kill = 0; kill < kills; kill++) {
      const asked = (await served.ask('POST', '/api/deliveries', { photos: [{ id, basedOn: 1 }], outputs: [{ format: 'png' }] })).json;
      await later(300 + Math.random() * 1500);
      served.kill('work');
      const after = await served.delivered(asked.id, 90_000);
      if (after && after.done === 1) survived += 1;
      else lost += 1;
      await served.ask('DELETE', `/api/deliveries/${asked.id}`);
    }
    return { tried: `${kills} kills`, survived, lost };
  },
};

export const batch = {
  name: 'kill -9 of both workers and of "serve" during a batch into a folder',
  async run(served, { few }) {
    const folder = served.environment.TOVRIN_DELIVER_TO;
    await served.ask('POST', '/api/sets', { name: 'Attack' });
    const photos = [];
    for (let i = 0; i < (few ? 12 : 40); i++) photos.push((await served.upload('demo/photos/tones-and-hues.png', `photo-${i}.png`)).json.id);
    for (const id of photos) await served.save(id, 30, 0);
    const asked = (await served.ask('POST', '/api/deliveries', { photos: photos.map((id) => ({ id, basedOn: 1 })), outputs: [{ format: 'png' }], to: 'folder' })).json;
    const kills = few ? 4 : 16;
    for (let kill = 0; kill < kills; kill++) {
      await later(300 + Math.random() * 600);
      if (kill % 4 === 3) {
        served.kill('serve');
        await served.ended;
        await served.start();
      } else served.kill(kill % 2 ? 'work' : 'quick work');
    }
    await served.answers();
    await served.delivered(asked.id);
    const names = readdirSync(folder);
    const whole = names.filter((name) => !name.startsWith('.') && isWhole(join(folder, name))).length;
    return { tried: `${kills} kills, ${photos.length} files`, survived: whole, lost: photos.length - whole };
  },
};

export const folderFor = () => mkdtempSync(join(tmpdir(), 'tovrin-chaos-out-'));
