// Sends requests from inside a machine's network: one a line comes in as JSON, one answer a line goes out.
import { readFileSync } from 'node:fs';
import { createInterface } from 'node:readline';

createInterface({ input: process.stdin }).on('line', async (line) => {
  const { id, method, url, body, file } = JSON.parse(line);
  let told;
  try {
    const answer = await fetch(url, { method, body: file ? readFileSync(file) : body === undefined ? undefined : JSON.stringify(body), headers: body === undefined ? {} : { 'Content-Type': 'application/json' }, signal: AbortSignal.timeout(60_000) });
    const text = await answer.text();
    told = { status: answer.status, ok: answer.ok, text };
  } catch (reason) {
    told = { status: 0, ok: false, text: String(reason.cause ?? reason) };
  }
  process.stdout.write(`${JSON.stringify({ id, ...told })}\n`);
});
