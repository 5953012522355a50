// Disks that are full, and that may only be read: every refusal is in words, nothing is lost, and all goes on when there is room.
import { execFileSync, spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { later, root, Served } from '../served.mjs';

/** A server on a small disk of its own, with a photo whose hue is at 40. */
async function onSmallDisk(attack) {
  const place = mkdtempSync(join(tmpdir(), 'tovrin-chaos-disk-'));
  if (spawnSync('mount', ['-t', 'tmpfs', '-o', 'size=60m', 'tmpfs', place], { stdio: 'ignore' }).status !== 0) return { tried: 'not possible here: no right to mount', survived: 0, lost: 0 };
  const served = new Served(join(place, 'data'));
  try {
    await served.start();
    await served.ask('POST', '/api/sets', { name: 'Attack' });
    const { id } = (await served.upload('demo/photos/tones-and-hues.png', 'photo.png')).json;
    await served.save(id, 40, 0);
    // What is made ahead of need is made by then.
    await later(3000);
    const told = await attack(served, id, place);
    return { ...told, left: served.leftovers().length, fives: served.fives, stuck: await served.stuck() };
  } finally {
    await served.stop();
    // Whatever is still about to end holds it for a moment.
    spawnSync('umount', ['-l', place], { stdio: 'ignore' });
    rmSync(place, { recursive: true, force: true });
  }
}

/** Everything that writes, once; those that are not refused in words. */
async function everything(served, id, revision) {
  const asked = [
    await served.save(id, 77, revision),
    await served.ask('POST', '/api/sets', { name: 'Another' }),
    await served.ask('POST', '/api/deliveries', { photos: [{ id, basedOn: revision }], outputs: [{ format: 'jpeg' }] }),
    await served.ask('POST', `/api/photos/${id}/versions`, { basedOn: revision, name: 'Kept' }),
    await served.ask('POST', `/api/photos/${id}/undo`, { basedOn: revision }),
    await served.upload('demo/photos/tiles.jpg', 'tiles.jpg'),
    await served.ask('DELETE', `/api/photos/${id}`),
  ];
  return asked.filter((answer) => answer === null || (answer.status !== 507 && answer.status !== 503 && answer.status !== 422) || !/[.?!]$/.test(answer.json?.error ?? '')).length;
}

export const full = {
  name: 'full disk: saving, bringing in, delivering, removing',
  own: true,
  run: ({ few }) =>
    onSmallDisk(async (served, id, place) => {
      let lost = 0;
      const rounds = few ? 1 : 4;
      for (let round = 0; round < rounds; round++) {
        spawnSync('dd', ['if=/dev/zero', `of=${join(place, 'filler')}`, 'bs=4k'], { stdio: 'ignore' });
        const { revision } = (await served.ask('GET', `/api/photos/${id}/grade`)).json;
        lost += await everything(served, id, revision);
        lost += Number((await served.ask('DELETE', '/api/storage/remakeable'))?.ok !== true);
        rmSync(join(place, 'filler'));
        lost += Number((await served.ask('GET', `/api/photos/${id}/grade`)).json.look.moves[0].params.hue !== 40 + round);
        lost += Number((await served.save(id, 41 + round, revision))?.ok !== true);
        const asked = (await served.ask('POST', '/api/deliveries', { photos: [{ id, basedOn: revision + 1 }], outputs: [{ format: 'jpeg' }] })).json;
        lost += Number((await served.delivered(asked.id, 60_000))?.done !== 1);
      }
      return { tried: `${rounds} × 8 requests on a full disk`, survived: rounds * 11 - lost, lost };
    }),
};

export const fullAndKilled = {
  name: 'full disk while what serves is killed, and at the start',
  own: true,
  run: () =>
    onSmallDisk(async (served, id, place) => {
      const fill = (leave = 0) => {
        spawnSync('dd', ['if=/dev/zero', `of=${join(place, 'filler')}`, 'bs=4k'], { stdio: 'ignore' });
        if (leave > 0) spawnSync('truncate', ['-s', `-${leave}`, join(place, 'filler')]);
      };
      let lost = 0;
      fill();
      for (const program of ['work', 'php', 'quick work', 'web']) {
        served.kill(program);
        await later(1500);
      }
      rmSync(join(place, 'filler'));
      lost += Number(!(await served.answers(60_000)));
      lost += Number((await served.ask('GET', `/api/photos/${id}/grade`))?.json.look.moves[0].params.hue !== 40);
      lost += Number((await served.save(id, 41, 1))?.ok !== true);
      // Workers that ended again and again are given a rest first.
      const asked = (await served.ask('POST', '/api/deliveries', { photos: [{ id, basedOn: 2 }], outputs: [{ format: 'jpeg' }] })).json;
      lost += Number((await served.delivered(asked.id, 90_000))?.done !== 1);
      await served.stop();
      // Nothing left; so little that the database cannot be begun; and so little that it can, and no more.
      for (const leave of [0, 16_384, 32_768]) {
        fill(leave);
        const said = spawnSync(join(root, 'bin/tovrin'), ['serve', '--port', String(served.port)], { env: { ...process.env, TOVRIN_DATA: served.data }, encoding: 'utf8', timeout: 20_000 });
        lost += Number(said.status !== 2 || !/is full/.test(said.stderr));
        rmSync(join(place, 'filler'));
      }
      await served.start();
      lost += Number((await served.ask('GET', `/api/photos/${id}/grade`))?.json.look.moves[0].params.hue !== 41);
      return { tried: '4 kills on a full disk, 3 starts', survived: 8 - lost, lost };
    }),
};

export const readOnly = {
  name: 'data folder that may only be read, at the start and while it is served',
  own: true,
  run: () =>
    onSmallDisk(async (served, id, place) => {
      const remount = (how) => spawnSync('mount', ['-o', `remount,${how}`, place], { stdio: 'ignore' }).status === 0;
      await served.stop();
      remount('ro');
      const said = spawnSync(join(root, 'bin/tovrin'), ['serve', '--port', String(served.port)], { env: { ...process.env, TOVRIN_DATA: served.data }, encoding: 'utf8', timeout: 20_000 });
      let lost = Number(said.status !== 2 || !/cannot be written to/.test(said.stderr));
      remount('rw');
      await served.start();
      const mount = (...how) => spawnSync('mount', [...how, served.data], { stdio: 'ignore' }).status === 0;
      // What is opened from now on may only be read.
      if (mount('--bind', served.data) && mount('-o', 'remount,bind,ro')) lost += await everything(served, id, 1);
      spawnSync('umount', ['-l', served.data], { stdio: 'ignore' });
      lost += Number((await served.ask('GET', `/api/photos/${id}/grade`)).json.look.moves[0].params.hue !== 40);
      lost += Number((await served.save(id, 41, 1))?.ok !== true);
      return { tried: 'a start, 7 requests, and going on afterwards', survived: 10 - lost, lost };
    }),
};

/** A folder of files nobody should send, made by the tests' own generator. */
export const hostile = {
  long: true,
  name: 'files nobody should send',
  async run(served, { few }) {
    await served.ask('POST', '/api/sets', { name: 'Attack' });
    const folder = mkdtempSync(join(tmpdir(), 'tovrin-chaos-files-'));
    const made = execFileSync('php', ['-d', 'ffi.enable=1', '-d', 'memory_limit=2G', join(root, 'tests/chaos/hostile.php'), folder], { encoding: 'utf8' }).split('\n').filter(Boolean);
    const some = few ? made.filter((_, index) => index % 6 === 0) : made;
    let [lost, taken] = [0, 0];
    for (const path of some) {
      const answer = await served.upload(path, path.split('/').at(-1));
      if (answer?.status === 201) taken += 1;
      else if (answer?.status !== 422 || !/[.?!]$/.test(answer.json?.error ?? '')) lost += 1;
    }
    rmSync(folder, { recursive: true });
    return { tried: `${some.length} files`, survived: `${taken} opened, ${some.length - taken - lost} refused in words`, lost };
  },
};
