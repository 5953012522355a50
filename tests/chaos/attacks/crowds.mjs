// Many at once, and requests that are expensive or no requests at all.
import { connect } from 'node:net';
import { later, look } from '../served.mjs';

/** Sends bytes as they are; gives back the first line of the answer, and how much was taken before it came. */
function raw(served, head, megabytes = 0, patience = 5_000) {
  return new Promise((done) => {
    let sent = 0;
    let answer = '';
    const socket = connect(served.port, '127.0.0.1', () => {
      socket.write(head);
      const block = Buffer.alloc(1 << 20);
      const more = () => {
        while (sent < megabytes && !answer && !socket.destroyed) {
          sent += 1;
          if (!socket.write(block)) return socket.once('drain', more);
        }
        return undefined;
      };
      more();
    });
    const end = () => {
      socket.destroy();
      done({ line: answer.split('\r\n')[0], answer, sent });
    };
    socket.on('data', (text) => {
      answer += String(text);
      setTimeout(end, 200);
    });
    socket.on('error', end);
    socket.on('close', end);
    setTimeout(end, patience).unref();
  });
}

export const twenty = {
  name: '20 clients at once: looking, saving, going back',
  async run(served, { few }) {
    await served.ask('POST', '/api/sets', { name: 'Attack' });
    const ids = [];
    for (let i = 0; i < 4; i++) ids.push((await served.upload('demo/photos/tones-and-hues.png', `photo-${i}.png`)).json.id);
    const until = Date.now() + (few ? 6_000 : 60_000);
    let [asked, failed] = [0, 0];
    const changes = new Map(ids.map((id) => [id, 0]));
    const client = async (number) => {
      const id = ids[number % ids.length];
      while (Date.now() < until) {
        const grade = await served.ask('GET', `/api/photos/${id}/grade`);
        const basedOn = grade?.json?.revision ?? 0;
        const which = Math.floor(Math.random() * 6);
        const answer = await [
          () => served.save(id, Math.floor(Math.random() * 179) + 1, basedOn),
          () => served.ask('POST', `/api/photos/${id}/undo`, { basedOn }),
          () => served.ask('POST', `/api/photos/${id}/redo`, { basedOn }),
          () => served.ask('POST', '/api/cube?draft=true', { look: look(20), lattice: 9 }),
          () => served.ask('POST', `/api/photos/${id}/readings`, { look: look(20) }),
          () => served.ask('GET', '/api/sets/1'),
        ][which]();
        asked += 2;
        if (answer === null || grade === null || (!answer.ok && answer.status !== 409)) failed += 1;
        // An undo where there is nothing to undo changes nothing, and says so by its revision.
        if (which < 3 && answer?.ok && answer.json.revision > basedOn) changes.set(id, changes.get(id) + 1);
      }
    };
    await Promise.all(Array.from({ length: 20 }, (_, number) => client(number)));
    let lost = failed;
    for (const id of ids) {
      // Each change that was acknowledged has counted once: none was written over.
      const { revision } = (await served.ask('GET', `/api/photos/${id}/grade`)).json;
      lost += Math.abs(revision - changes.get(id));
    }
    return { tried: `${asked} requests`, survived: asked - lost, lost };
  },
};

export const malformed = {
  name: 'absurd lengths, foreign pages, half a request, other hosts',
  async run(served) {
    const host = `Host: 127.0.0.1:${served.port}\r\n`;
    const post = (path, more) => `POST ${path} HTTP/1.1\r\n${host}${more}\r\n`;
    let tried = 0;
    const wrong = [];
    const expect = (what, is) => {
      tried += 1;
      if (!is) wrong.push(what);
    };
    for (const length of ['99999999999999999999999', '-5', '1e9', '9223372036854775807', '17000000', 'x', '5000000000', '2147483648', '4294967296', '0x10']) {
      const { line } = await raw(served, post('/api/sets', `Content-Type: application/json\r\nContent-Length: ${length}\r\n`));
      expect(`a length of ${length}: ${line}`, / 4\d\d /.test(line));
    }
    const foreign = await raw(served, post('/api/sets/1/photos?name=a', 'Origin: http://elsewhere.example\r\nContent-Length: 734003200\r\n'), 700);
    expect(`a foreign page: ${foreign.line} after ${foreign.sent} MB`, / 403 /.test(foreign.line) && foreign.sent < 30 && /other web pages/.test(foreign.answer));
    const rebound = await raw(served, 'GET /api/sets HTTP/1.1\r\nHost: elsewhere.example\r\n\r\n');
    expect('another host', / 403 /.test(rebound.line));
    expect('another method by a header', / 40[05] /.test((await raw(served, post('/api/sets/1', 'X-HTTP-Method-Override: DELETE\r\nContent-Length: 0\r\n'))).line));
    expect('a number too long', (await served.ask('GET', '/api/photos/9223372036854775808'))?.status === 404);
    expect('a way out of the interface', !(await served.ask('GET', '/api/%2e%2e/%2e%2e/etc/passwd'))?.bytes.includes('root:'));
    expect('a way out of the files', !(await served.ask('GET', '/assets/%2e%2e/%2e%2e/composer.json'))?.bytes.includes('symfony'));
    // Half a request each, and silence: others are answered all the same.
    const silent = Array.from({ length: 60 }, () => {
      const socket = connect(served.port, '127.0.0.1', () => socket.write(post('/api/sets', 'Content-Type: application/json\r\nContent-Length: 500\r\n') + '{"name"'));
      socket.on('error', () => undefined);
      return socket;
    });
    await later(500);
    const start = performance.now();
    expect('beside sixty silent ones', (await served.ask('GET', '/api/health'))?.ok && performance.now() - start < 2000);
    for (const socket of silent) socket.destroy();
    const upload = await raw(served, post('/api/sets/1/photos?name=half.jpg', 'Content-Length: 4000000\r\n'), 2, 800);
    expect(`half an upload: ${upload.line}`, upload.line === '' || / 408 | 404 /.test(upload.line));
    return { tried: `${tried} requests`, survived: tried - wrong.length, lost: wrong.length, note: wrong.join('\n  ') };
  },
};

const percentile = (times, share) => [...times].sort((a, b) => a - b)[Math.floor(times.length * share)];

/** Times of drafts of the preview, one after another, while something else goes on. */
async function drafts(served, count) {
  const times = [];
  for (let i = 0; i < count; i++) {
    const start = performance.now();
    const answer = await served.ask('POST', '/api/cube?draft=true', { look: { ...look((i % 90) + 1) }, lattice: 13 });
    if (!answer?.ok) return null;
    times.push(performance.now() - start);
    await later(30);
  }
  return times;
}

export const expensive = {
  long: true,
  name: 'drafts of the preview while heavy cubes are asked for, and while a batch is made',
  async run(served, { few }) {
    await served.ask('POST', '/api/sets', { name: 'Attack' });
    const ids = [];
    for (let i = 0; i < 6; i++) ids.push((await served.upload('demo/photos/bowl-and-vase.jpg', `photo-${i}.jpg`)).json.id);
    for (const id of ids) await served.save(id, 30, 0);
    // What is made ahead of need is made first.
    for (let behind = 1, tries = 0; behind > 0 && tries < 120; tries++) {
      behind = (await served.ask('GET', '/api/sets/1/drawn/0')).json.behind;
      await later(500);
    }
    const count = few ? 60 : 200;
    await drafts(served, 30);
    const idle = await drafts(served, count);
    const heavy = { tovrinLook: 1, name: '', moves: Array.from({ length: 40 }, (_, i) => ({ id: `m${i}`, kind: 'shift', params: { hue: i } })) };
    const cubes = Array.from({ length: 8 }, () => served.ask('POST', '/api/cube', { look: heavy, lattice: 65 }));
    const beside = await drafts(served, count);
    const made = await Promise.all(cubes);
    let lost = made.filter((answer) => answer === null || !answer.ok).length;
    const refused = await served.ask('POST', '/api/cube', { look: { ...heavy, moves: Array.from({ length: 100 }, (_, i) => ({ id: `m${i}`, kind: 'shift', params: { hue: i } })) }, lattice: 65 });
    lost += Number(refused?.status !== 422);
    const asked = (await served.ask('POST', '/api/deliveries', { photos: ids.map((id) => ({ id, basedOn: 1 })), outputs: [{ format: 'png' }, { format: 'jpeg' }, { format: 'tiff' }] })).json;
    const batch = await drafts(served, count);
    lost += Number((await served.delivered(asked.id))?.done !== 18) + [idle, beside, batch].filter((times) => times === null).length;
    const told = (times) => `${percentile(times ?? [0], 0.95).toFixed(0)} ms`;
    return { tried: '9 heavy cubes, 18 files', survived: 27 - lost, lost, note: `p95 of a draft: idle ${told(idle)}, beside 8 heavy cubes ${told(beside)}, beside a batch ${told(batch)}` };
  },
};
