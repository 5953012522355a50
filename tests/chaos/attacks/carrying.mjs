// Moves are carried over to many photos while what does it is killed, and nobody looks on: each photo has them once, and one undo takes all back.
import { execFileSync } from 'node:child_process';
import { rmSync } from 'node:fs';
import { join } from 'node:path';
import { later } from '../served.mjs';

export const carrying = {
  name: 'kill -9 of workers and of "serve" while moves are carried over to many photos',
  long: true,
  async run(served, { few }) {
    await served.ask('POST', '/api/sets', { name: 'Attack' });
    // Small ones: what takes long is fitting the moves to each photo's colours, which is the same for all sizes.
    const small = join(served.data, 'small.jpg');
    execFileSync('/usr/bin/convert', ['demo/photos/bowl-and-vase.jpg', '-resize', '300x', '-quality', '90', small]);
    const photos = [];
    for (let i = 0; i <= (few ? 24 : 300); i++) photos.push((await served.upload(small, `photo-${i}.jpg`)).json.id);
    rmSync(small);
    const [from, ...to] = photos;
    const palette = (await served.ask('GET', `/api/photos/${from}/palette`)).json.look;
    palette.moves[0].params.pots[0].to = { lightness: 0.42, chroma: 0.11, hue: 38 };
    const asked = await served.ask('POST', `/api/photos/${from}/carry`, { look: { ...palette, moves: [...palette.moves, { id: 'warm', kind: 'warmth', params: { warmth: 12 } }] }, to });
    if (!asked.ok) throw new Error(asked.bytes.toString());
    const { id } = asked.json;
    const begun = performance.now();
    const kills = few ? 4 : 12;
    for (let kill = 0; kill < kills; kill++) {
      await later(few ? 500 + Math.random() * 500 : 1500 + Math.random() * 2500);
      if (kill % 4 === 1) {
        served.kill('serve');
        await served.ended;
        await served.start();
      } else served.kill(kill % 2 ? 'work' : 'quick work');
    }
    await served.answers();
    let job;
    for (const until = Date.now() + 400_000; Date.now() < until; await later(300)) {
      job = (await served.ask('GET', `/api/jobs/${id}`)).json;
      if (job.waiting === 0) break;
    }
    const took = (performance.now() - begun) / 1000;
    // Each has both moves, by one step of its history.
    let [right, wrong] = [0, 0];
    for (const photo of to) {
      const { look, revision } = (await served.ask('GET', `/api/photos/${photo}/grade`)).json;
      if (look.moves.length === 2 && revision === 1) right += 1;
      else wrong += 1;
    }
    const undone = (await served.ask('POST', `/api/jobs/${id}/undo`)).json;
    let back = 0;
    for (const photo of to) back += (await served.ask('GET', `/api/photos/${photo}/grade`)).json.look.moves.length === 0 ? 1 : 0;
    const lost = wrong + (to.length - back) + job.leftOut + (undone.undone ? 0 : 1);
    return { tried: `${kills} kills, ${to.length} photos`, survived: right, lost, note: `done after ${took.toFixed(0)} s; ${back} taken back by one undo` };
  },
};
