// Changes are kept while what serves them is killed: every change that was acknowledged is there afterwards.
import { later } from '../served.mjs';

const photo = 'demo/photos/tones-and-hues.png';

/** Saves again and again, a photo a hand, until told to stop; remembers what was acknowledged. */
async function hand(served, id, over, saved) {
  const acknowledged = [];
  for (let basedOn = 0, hue = 0; !over.now; ) {
    const answer = await served.save(id, (hue % 179) + 1, basedOn);
    if (answer?.ok) {
      acknowledged.push({ hue: (hue % 179) + 1, revision: answer.json.revision });
      basedOn = answer.json.revision;
      hue += 1;
      saved.count += 1;
    } else {
      // Killed in the middle, it may have been kept without a word: what there is now is where to go on from.
      await served.answers();
      const now = (await served.ask('GET', `/api/photos/${id}/grade`))?.json;
      if (now) [basedOn, hue] = [now.revision, hue + 1];
    }
  }
  return acknowledged;
}

async function attacked(served, hands, kills, strike) {
  await served.ask('POST', '/api/sets', { name: 'Attack' });
  const ids = [];
  for (let i = 0; i < hands; i++) ids.push((await served.upload(photo, `photo-${i}.png`)).json.id);
  const over = { now: false };
  const saved = { count: 0 };
  const work = ids.map((id) => hand(served, id, over, saved));
  for (let kill = 0; kill < kills; kill++) {
    await later(150 + Math.random() * 250);
    await strike(kill);
  }
  await served.answers();
  // On a busy machine it takes a while until something was saved at all.
  for (const until = Date.now() + 15_000; Date.now() < until && saved.count < 5 * hands; ) await later(100);
  await later(500);
  over.now = true;
  const kept = await Promise.all(work);
  let lost = 0;
  for (const [index, acknowledged] of kept.entries()) {
    const steps = (await served.ask('GET', `/api/photos/${ids[index]}/history`)).json;
    const grade = (await served.ask('GET', `/api/photos/${ids[index]}/grade`)).json;
    // Steps are kept for 500 changes; the words of each tell its hue.
    const words = steps.map(({ words: told }) => told.join(' '));
    const recent = acknowledged.slice(-450);
    lost += recent.filter(({ hue }) => !words.some((told) => new RegExp(`(^|\\D)${hue}(\\D|$)`).test(told))).length;
    const last = acknowledged.at(-1);
    if (last && grade.revision < last.revision) lost += 1;
  }
  // Nothing tried is nothing shown.
  if (saved.count === 0) return { tried: `${kills} kills`, survived: 0, lost: 1, note: 'Nothing could be saved at all.' };
  return { tried: `${kills} kills, ${saved.count} changes`, survived: saved.count - lost, lost };
}

export const webWorkers = {
  name: 'kill -9 of web workers while changes are saved',
  run: (served, { few }) => attacked(served, 3, few ? 10 : 40, () => served.kill('php', true)),
};

export const webServers = {
  long: true,
  name: 'kill -9 of the web server and of PHP’s manager while changes are saved',
  run: (served, { few }) => attacked(served, 2, few ? 4 : 16, (kill) => served.kill(kill % 2 ? 'web' : 'php').toString() && served.answers()),
};

export const supervisor = {
  name: 'kill -9 of "serve" itself while changes are saved, and started again',
  run: (served, { few }) =>
    attacked(served, 2, few ? 2 : 8, async () => {
      served.kill('serve');
      await served.ended;
      await served.start();
    }),
};
