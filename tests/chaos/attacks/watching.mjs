// Pictures are dropped into a watched folder, some of them slowly, while its watcher is killed again and again: each comes out once and whole.
import { execFileSync, spawn } from 'node:child_process';
import { appendFileSync, copyFileSync, existsSync, mkdirSync, mkdtempSync, readFileSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { later } from '../served.mjs';

export const watching = {
  name: 'kill -9 of "watch" while pictures are dropped into its folder, some of them slowly',
  long: true,
  /** It needs no server. */
  own: true,
  async run({ few }) {
    const folder = mkdtempSync(join(tmpdir(), 'tovrin-chaos-watch-'));
    try {
      mkdirSync(join(folder, 'in'));
      writeFileSync(join(folder, 'look.json'), JSON.stringify({ tovrinLook: 1, name: 'Turned', moves: [{ kind: 'shift', params: { hue: 60 } }] }));
      const picture = join(folder, 'picture.png');
      execFileSync('/usr/bin/convert', ['demo/photos/bowl-and-vase.jpg', '-resize', '600x', picture]);
      const begin = () => spawn('bin/tovrin', ['watch', join(folder, 'in'), join(folder, 'out'), '--look', join(folder, 'look.json'), '--rest', '1'], { stdio: 'ignore' });
      const count = few ? 10 : 60;
      const [kills, bytes] = [few ? 4 : 20, readFileSync(picture)];
      let watch = begin();
      const dropped = (async () => {
        for (let i = 0; i < count; i++) {
          const path = join(folder, 'in', `photo-${i}.png`);
          if (i % 5 === 0) {
            for (let at = 0; at < bytes.length; at += Math.ceil(bytes.length / 4)) {
              appendFileSync(path, bytes.subarray(at, at + Math.ceil(bytes.length / 4)));
              await later(300);
            }
          } else copyFileSync(picture, path);
          await later(100);
        }
        writeFileSync(join(folder, 'in', 'broken.jpg'), 'no picture');
      })();
      for (let kill = 0; kill < kills; kill++) {
        await later(500 + Math.random() * 1500);
        watch.kill('SIGKILL');
        await new Promise((gone) => watch.once('exit', gone));
        watch = begin();
      }
      await dropped;
      // Its folders are made when the first picture is done.
      const names = (name) => (existsSync(join(folder, 'in', name)) ? readdirSync(join(folder, 'in', name)) : []);
      for (const until = Date.now() + 120_000; Date.now() < until && (names('done').length < count || names('failed').length < 2); await later(200));
      watch.kill('SIGTERM');
      await new Promise((gone) => watch.once('exit', gone));
      const out = readdirSync(join(folder, 'out'));
      const whole = out.filter((name) => /^photo-\d+-turned\.png$/.test(name) && readFileSync(join(folder, 'out', name)).subarray(-8, -4).toString() === 'IEND').length;
      const aside = names('failed').join();
      return { tried: `${kills} kills, ${count} pictures`, survived: whole, lost: count - whole + (aside === 'broken.jpg,broken.jpg.txt' ? 0 : 1), left: out.length - whole, note: `set aside: ${aside}${out.length > whole ? `; beside: ${out.filter((name) => !/^photo-\d+-turned\.png$/.test(name)).join(", ")}` : ""}` };
    } finally {
      rmSync(folder, { recursive: true, force: true });
    }
  },
};
