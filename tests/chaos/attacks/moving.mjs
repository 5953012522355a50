// A set goes out as an archive and comes in again, sent piece by piece over a connection that breaks, while workers and "serve" are killed:
// each photo comes in once, with its grade.
import { execFileSync } from 'node:child_process';
import { rmSync } from 'node:fs';
import { join } from 'node:path';
import { later } from '../served.mjs';

export const moving = {
  name: 'kill -9 of workers and of "serve" while a set goes out as an archive and comes in again',
  long: true,
  async run(served, { few }) {
    const count = few ? 12 : 120;
    await served.ask('POST', '/api/sets', { name: 'Attack' });
    const small = join(served.data, 'small.jpg');
    for (let i = 0; i < count; i++) {
      // Each another picture, so that none can stand for another.
      execFileSync('/usr/bin/convert', ['demo/photos/bowl-and-vase.jpg', '-resize', '900x', '-modulate', `100,100,${100 + i / 2}`, '-quality', '90', small]);
      const { id } = (await served.upload(small, `photo-${i}.jpg`)).json;
      await served.save(id, (i % 90) + 1, 0);
    }
    rmSync(small);
    const { id: delivery } = (await served.ask('POST', '/api/sets/1/archive', { photos: true })).json;
    served.kill('work');
    const made = await served.delivered(delivery);
    const archive = (await served.ask('GET', made.files[0].fileUrl)).bytes;

    const tus = (method, path, body, headers) => fetch(served.base + path, { method, body, headers: { 'Tus-Resumable': '1.0.0', ...headers } }).catch(() => null);
    const path = (await tus('POST', '/api/set-imports', undefined, { 'Upload-Length': String(archive.length), 'Upload-Metadata': `filename ${Buffer.from('attack.zip').toString('base64')}` })).headers.get('Location');
    const piece = Math.ceil(archive.length / 12);
    for (let tries = 0; tries < 200; tries++) {
      const there = Number((await tus('HEAD', path))?.headers.get('Upload-Offset') ?? -1);
      if (there === archive.length) break;
      if (there >= 0) {
        const sent = tus('PATCH', path, archive.subarray(there, there + piece), { 'Content-Type': 'application/offset+octet-stream', 'Upload-Offset': String(there) });
        if (tries % 4 === 1) {
          served.kill('serve');
          await served.ended;
          await served.start();
        }
        await sent;
      } else await later(200);
    }
    const kills = few ? 4 : 16;
    for (let kill = 0; kill < kills; kill++) {
      await later(500 + Math.random() * (few ? 500 : 1500));
      if (kill % 4 === 3) {
        served.kill('serve');
        await served.ended;
        await served.start();
      } else served.kill('work');
    }
    await served.answers();
    const id = path.split('/')[3];
    let told;
    for (const until = Date.now() + 300_000; Date.now() < until; await later(300)) {
      told = (await served.ask('GET', `/api/set-imports/${id}`))?.json;
      if (told && told.state !== 'waiting') break;
    }
    const looks = async (set) => {
      const { photos } = (await served.ask('GET', `/api/sets/${set}`)).json;
      return Promise.all(photos.map(async (photo) => `${photo.name} ${JSON.stringify((await served.ask('GET', `/api/photos/${photo.id}/grade`)).json.look)}`));
    };
    const [before, after] = [await looks(1), await looks(told.setId ?? 2)];
    const right = after.filter((one, at) => one === before[at]).length;
    return { tried: `${kills} kills, ${count} photos, ${(archive.length / 1e6).toFixed(0)} MB`, survived: right, lost: count - right + Math.abs(after.length - count) + told.words.length, note: `${told.state}${told.error ? `: ${told.error}` : ''}${told.words.length > 0 ? `; ${told.words.join(' ')}` : ''}` };
  },
};
