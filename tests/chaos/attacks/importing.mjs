// Photos are brought in while what takes them in is killed: those acknowledged are whole, and nothing is left of the others.
import { later } from '../served.mjs';

export const importing = {
  name: 'kill -9 of web workers, PHP’s manager and "serve" while photos are brought in',
  async run(served, { few }) {
    await served.ask('POST', '/api/sets', { name: 'Attack' });
    const over = { now: false };
    const acknowledged = [];
    const hand = async (number) => {
      for (let i = 0; !over.now; i++) {
        const answer = await served.upload(i % 2 ? 'demo/photos/tiles.jpg' : 'demo/photos/hue-wheel.png', `photo-${number}-${i}.jpg`);
        if (answer?.ok) acknowledged.push(answer.json.id);
        else await served.answers();
      }
    };
    const work = [hand(0), hand(1)];
    const kills = few ? 6 : 24;
    for (let kill = 0; kill < kills; kill++) {
      await later(300 + Math.random() * 500);
      if (kill % 6 === 5) {
        served.kill('serve');
        await served.ended;
        await served.start();
      } else if (kill % 6 === 3) {
        served.kill('php');
        await served.answers();
      } else {
        served.kill('php', true);
      }
    }
    await served.answers();
    over.now = true;
    await Promise.all(work);
    let lost = 0;
    for (const id of acknowledged) {
      const whole = await Promise.all(['preview', 'thumb', 'full'].map((picture) => served.ask('GET', `/api/photos/${id}/${picture}`)));
      if (!whole.every((answer) => answer?.ok && answer.bytes.length > 500)) lost += 1;
    }
    // What was left is swept when it starts.
    await served.stop();
    await served.start();
    return { tried: `${kills} kills, ${acknowledged.length} photos`, survived: acknowledged.length - lost, lost };
  },
};
