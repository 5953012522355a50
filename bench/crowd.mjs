// Twenty people at once, each dragging a slider for two seconds, looking at the result and letting go: how long the settled lattice takes and
// how long it takes to keep the change. With a draft asked for at every step, and with drafts for all of the way asked for once. Each
// person has a photo of their own. Prints p50 and p95.
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { percentiles, root, served } from './served.mjs';

const PEOPLE = 20;
const DRAGS = 4;
const DRAG_MS = 2000;
const STEP_MS = 40;
const wait = (ms) => new Promise((done) => setTimeout(done, ms));

await served(7392, async ({ base, processorSeconds, send }) => {
  const look = JSON.parse(readFileSync(join(root, 'bench/look.json'), 'utf8'));
  const picture = readFileSync(join(root, 'demo/photos/tiles.jpg'));
  const photos = [];
  for (let i = 0; i < PEOPLE; i++) photos.push((await send(`/api/sets/1/photos?name=tiles-${i}.jpg`, picture)).id);
  const ask = async (path, body, method = 'POST', signal = undefined) => {
    const start = performance.now();
    const answer = await fetch(base + path, { method, body: JSON.stringify(body), headers: { 'Content-Type': 'application/json' }, signal });
    if (!answer.ok) throw new Error(await answer.text());
    const bytes = await answer.arrayBuffer();
    return { took: performance.now() - start, bytes };
  };
  const withHue = (hue) => ({ ...look, moves: look.moves.map((move, at) => (at === 1 ? { ...move, params: { ...move.params, hue } } : move)) });

  /** One drag: what is asked while the hand moves; resolves when it lets go. */
  const moving = {
    'step by step': async (from) => {
      const until = performance.now() + DRAG_MS;
      for (let hue = from; performance.now() < until; hue += 1) {
        const start = performance.now();
        await ask('/api/cube?draft=true', { look: withHue(hue % 60), lattice: 13 });
        await wait(Math.max(0, STEP_MS - (performance.now() - start)));
      }
    },
    'all at once': async (from) => {
      // What has not come by then is not wanted any more.
      const ended = AbortSignal.timeout(DRAG_MS);
      const all = ask('/api/cube/track', { look: withHue(from), steps: [{ path: '/moves/1/params/hue', by: 1 }] }, 'POST', ended).catch(() => null);
      await Promise.all([all, wait(DRAG_MS)]);
    },
  };
  for (const [way, drag] of Object.entries(moving)) {
    const [lattice, keeping] = [[], []];
    const [from, began] = [processorSeconds(), performance.now()];
    await Promise.all(
      photos.map(async (photo, person) => {
        await wait(person * 97);
        for (let i = 0; i < DRAGS; i++) {
          await drag(person + 7 * i);
          const kept = withHue(person + i + 0.5);
          const { revision } = await (await fetch(`${base}/api/photos/${photo}/grade`)).json();
          lattice.push((await ask('/api/cube', { look: kept, lattice: 33, photo })).took);
          keeping.push((await ask(`/api/photos/${photo}/grade`, { look: kept, basedOn: revision }, 'PUT')).took);
        }
      }),
    );
    const seconds = (performance.now() - began) / 1000;
    console.log(`${PEOPLE} people, ${way}: settled lattice ${percentiles(lattice)}; keeping ${percentiles(keeping)}; ${(processorSeconds() - from).toFixed(1)} s of processor time in ${seconds.toFixed(1)} s`);
  }
});
