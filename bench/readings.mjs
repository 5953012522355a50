// Readings of a settled grade on a demo photo, five moves: from the question to the whole answer, over HTTP.
// Prints p50 and p95.
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { percentiles, root, served } from './served.mjs';

await served(7396, async ({ send }) => {
  await send('/api/sets/1/photos?name=bowl.jpg', readFileSync(join(root, 'demo/photos/bowl-and-vase.jpg')));
  const look = JSON.parse(readFileSync(join(root, 'bench/look.json'), 'utf8'));
  const times = [];
  // The first ones warm up each of the server's workers.
  for (let i = 0; i < 80; i++) {
    look.moves[1].params.hue = -20 - (i % 10);
    const start = performance.now();
    await send('/api/photos/1/readings', JSON.stringify({ look, watch: 'm2' }));
    if (i >= 20) times.push(performance.now() - start);
  }
  console.log(`Readings of a settled grade, five moves: ${percentiles(times)} (aim: p95 at most 120)`);
});
