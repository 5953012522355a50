// The clock of the computer jumps while work is done: nothing is given up that is under way, and nothing waits for ever.
import { existsSync, readdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { later, Served } from '../served.mjs';

const library = () => readdirSync('/usr/lib').map((folder) => join('/usr/lib', folder, 'faketime/libfaketime.so.1')).find(existsSync);

export const clock = {
  long: true,
  name: 'the clock jumps by hours and days, there and back',
  own: true,
  async run({ few }) {
    const path = library();
    if (path === undefined) return { tried: 'not possible here: libfaketime is missing', survived: 0, lost: 0 };
    const served = new Served();
    const file = join(served.data, 'clock');
    const set = (offset) => writeFileSync(file, `${offset}\n`);
    set('+0');
    served.environment = { LD_PRELOAD: path, FAKETIME_TIMESTAMP_FILE: file, FAKETIME_NO_CACHE: '1', FAKETIME_DONT_FAKE_MONOTONIC: '1' };
    try {
      await served.start();
      await served.ask('POST', '/api/sets', { name: 'Attack' });
      const { id } = (await served.upload('demo/photos/tiles.jpg', 'photo.jpg')).json;
      let [lost, revision] = [0, 0];
      const jumps = few ? ['+3h', '-3h', '+0'] : ['+3h', '-3h', '+20d', '-400d', '+0'];
      for (const [index, jump] of jumps.entries()) {
        const asked = (await served.ask('POST', '/api/deliveries', { photos: [{ id, basedOn: revision }], outputs: [{ format: 'png' }, { format: 'jpeg' }] })).json;
        await later(300);
        set(jump);
        const kept = await served.save(id, 40 + index, revision);
        lost += Number(!kept?.ok);
        revision = kept?.json.revision ?? revision;
        lost += Number((await served.delivered(asked.id, 60_000))?.done !== 2);
        lost += Number((await served.ask('GET', `/api/photos/${id}/grade`))?.json.look.moves[0].params.hue !== 40 + index);
      }
      return { tried: `${jumps.length} jumps`, survived: 3 * jumps.length - lost, lost, left: served.leftovers().filter((name) => name !== 'clock').length, fives: served.fives, stuck: await served.stuck() };
    } finally {
      await served.stop();
      served.remove();
    }
  },
};
