import { expect, root, type Locator, type Page } from './served';
import { execFileSync } from 'node:child_process';
import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { PNG } from 'pngjs';

export { root };
export type Rgb = [number, number, number];

/** Patience, not a promise: where other tests take all processors, edges that are looked for three times over take 20 seconds. What is promised is measured in bench. */
const SETTLED_WITHIN_MS = 60_000;

export const scratch = mkdtempSync(join(tmpdir(), 'tovrin-shots-'));

/** Numbers of the demo photos, in the order of demo/set.json. */
export const PHOTOS = { bowl: 1, bisque: 2, platter: 3, planters: 4, tiles: 5, second: 6, third: 7, wheel: 8, tones: 9, jug: 10, chart: 11 } as const;

export function tovrin(args: string[], input?: string): string {
  return execFileSync(join(root, 'bin/tovrin'), args, { input, encoding: 'utf8', maxBuffer: 1 << 26 });
}

export function file(name: string, content: string | Buffer): string {
  const path = join(scratch, name);
  writeFileSync(path, content);
  return path;
}

/** What bin/tovrin swatch makes of 8-bit colours, exactly, out of 255. */
export function exact(look: unknown, colours: Rgb[]): Rgb[] {
  const path = file('look.json', JSON.stringify(look));
  const lines = tovrin(['swatch', '--json', '--look', path], colours.map((c) => c.map((v) => v / 255).join(',')).join('\n'));
  return lines
    .trim()
    .split('\n')
    .map((line) => (JSON.parse(line) as { out: Rgb }).out.map((v) => v * 255) as Rgb);
}

/** The moves of the grade, as the ledger lists them. */
export function rows(page: Page): Locator {
  return page.getByRole('list', { name: 'Moves', exact: true }).getByRole('listitem');
}

/** The move of a name in the ledger. */
export function row(page: Page, name: RegExp): Locator {
  return rows(page).filter({ has: page.getByRole('button', { name }) });
}

export class Studio {
  readonly canvas: Locator;

  constructor(readonly page: Page) {
    this.canvas = page.locator('canvas[data-settled]');
  }

  async open(photo: number): Promise<void> {
    await this.page.goto(`/sets/1/photos/${String(photo)}`);
    await this.settled();
  }

  async settled(): Promise<void> {
    // Looked at in every frame: an expectation would look again and again after up to a second.
    await this.page.waitForFunction(() => document.querySelector('canvas[data-settled=true]'), undefined, { timeout: SETTLED_WITHIN_MS });
    // The frame with the settled cube is drawn on the next animation frame.
    await this.page.evaluate(() => new Promise((done) => requestAnimationFrame(() => requestAnimationFrame(done))));
  }

  async view(name: 'Result' | 'Source' | 'Split' | 'Side by side' | 'Reached' | 'Matte' | 'Tone' | 'Colour' | 'Clipped'): Promise<void> {
    await this.page.getByRole('button', { name, exact: true }).click();
    await this.settled();
  }

  /** The pixels on the screen where the canvas is. */
  async pixels(): Promise<PNG> {
    // The pointer and focus marks stay out of the picture.
    return PNG.sync.read(await this.canvas.screenshot());
  }

  async addMove(title: string): Promise<void> {
    await this.page.getByRole('button', { name: 'Add a move' }).click();
    await this.page.getByRole('region', { name: 'Add a move' }).getByRole('button', { name: new RegExp(`^${title} `) }).click();
    await expect(this.page.getByRole('region', { name: 'Controls of the move' }).getByRole('heading', { name: title, exact: true })).toBeVisible();
  }

  /** A value of a mix table. */
  cell(family: string, property: string): Locator {
    return this.page.getByRole('slider', { name: `${family}, ${property}`, exact: true });
  }

  /** Types a value into a cell of a mix table. */
  async setCell(family: string, property: string, value: number): Promise<void> {
    await this.cell(family, property).focus();
    await this.page.keyboard.type(String(value));
    await this.page.keyboard.press('Enter');
    await expect(this.cell(family, property)).toHaveAttribute('aria-valuenow', String(value));
  }

  slider(name: string): Locator {
    return this.page.getByRole('region', { name: 'Controls of the move' }).locator('.MuiSlider-root', { has: this.page.getByRole('slider', { name, exact: true }) });
  }

  number(name: string): Locator {
    return this.page.getByRole('textbox', { name: `${name}, number`, exact: true });
  }

  /** Drags a slider with the mouse, calling back after each step. */
  async drag(name: string, from: number, to: number, steps: number, each: (step: number) => Promise<void> = async () => {}): Promise<void> {
    // Hovering waits until it stands still and nothing lies over it.
    await this.slider(name).hover();
    const box = await this.slider(name).boundingBox();
    if (!box) throw new Error(`There is no slider ${name}.`);
    const at = (share: number) => box.x + box.width * share;
    const y = box.y + box.height / 2;
    await this.page.mouse.move(at(from), y);
    await this.page.mouse.down();
    for (let step = 1; step <= steps; step++) {
      await this.page.mouse.move(at(from + ((to - from) * step) / steps), y);
      await each(step);
    }
    await this.page.mouse.up();
  }

  /** A place of the photo, as shares of its width and height, in pixels of the page; for a photo shown whole. */
  async place(u: number, v: number, photo: { width: number; height: number } = { width: 3000, height: 2000 }): Promise<[number, number]> {
    const box = await this.canvas.boundingBox();
    if (!box) throw new Error('There is no photo.');
    const scale = Math.min((box.width - 12) / photo.width, (box.height - 12) / photo.height);
    return [box.x + box.width / 2 + (u - 0.5) * photo.width * scale, box.y + box.height / 2 + (v - 0.5) * photo.height * scale];
  }

  /** The same place in pixels of a picture of the canvas. */
  async onCanvas(u: number, v: number): Promise<[number, number]> {
    const [x, y] = await this.place(u, v);
    const box = await this.canvas.boundingBox();
    return [x - (box?.x ?? 0), y - (box?.y ?? 0)];
  }

  async tool(name: string): Promise<void> {
    await this.page.getByRole('group', { name: 'Tool' }).getByRole('button', { name, exact: true }).click();
  }

  /** Draws a stroke on the photo with the mouse, and waits until its answer has been kept. */
  async stroke(points: [number, number][], path = '/reach'): Promise<void> {
    const places = [];
    for (const [u, v] of points) places.push(await this.place(u, v));
    const answered = this.page.waitForResponse((response) => response.url().endsWith(path));
    const kept = this.page.waitForResponse((response) => response.url().endsWith('/grade') && response.request().method() === 'PUT');
    const [first] = places;
    if (!first) throw new Error('A stroke needs a point.');
    await this.page.mouse.move(...first);
    await this.page.mouse.down();
    for (const place of places.slice(1)) await this.page.mouse.move(...place, { steps: 10 });
    await this.page.mouse.up();
    await answered;
    await kept;
    await this.settled();
  }

  /** Gives a photo a grade, as another window would, and opens it. */
  async openWith(photo: number, moves: object[], edges: 'mixed' | 'unmixed' = 'mixed'): Promise<void> {
    await this.put(photo, moves, edges);
    await this.open(photo);
  }

  async put(photo: number, moves: object[], edges: 'mixed' | 'unmixed' = 'mixed'): Promise<void> {
    // The page may be keeping an edit at the very moment.
    await expect(async () => {
      const { revision } = await this.kept(photo);
      const answer = await this.page.request.put(`/api/photos/${String(photo)}/grade`, { data: { basedOn: revision, look: { tovrinLook: 1, edges, moves } } });
      expect(answer.ok(), await answer.text()).toBe(true);
    }).toPass({ timeout: 10_000 });
  }

  /** Chooses the format of the first file in the open panel of delivering. */
  async deliverAs(title: string): Promise<void> {
    await this.page.getByRole('combobox', { name: 'What to deliver' }).first().click();
    await this.page.getByRole('option', { name: title }).click();
  }

  /** Waits until everything on the screen has been kept. */
  async allKept(photo: number, revision: number): Promise<void> {
    await expect.poll(async () => (await this.kept(photo)).revision).toBe(revision);
  }

  /** The grade as the server has it. */
  async kept(photo: number): Promise<{ revision: number; look: { edges?: string; moves: { id: string; kind: string; on: boolean; strength: number; params: Record<string, unknown>; label: string; reach: { hue: { from: number; to: number } | null; chroma: { from: number; to: number } | null; learned?: { broader?: number; strokes?: { as: string }[] } | null } | null }[] } }> {
    return (await (await this.page.request.get(`/api/photos/${String(photo)}/grade`)).json()) as never;
  }
}

export function at(png: PNG, x: number, y: number): Rgb {
  const i = (Math.round(y) * png.width + Math.round(x)) * 4;
  return [png.data[i] ?? 0, png.data[i + 1] ?? 0, png.data[i + 2] ?? 0];
}

/** Follows what a page asks for from now on; gives back what waits until it has asked for nothing for half a second. */
export function following(page: Page): () => Promise<void> {
  const open = new Set<unknown>();
  page.on('request', (request) => {
    // What windows are told comes over a connection that stays.
    if (!request.url().includes('events')) open.add(request);
  });
  const ended = (request: unknown) => {
    open.delete(request);
  };
  page.on('requestfinished', ended);
  page.on('requestfailed', ended);
  return async () => {
    let rested = 0;
    await expect.poll(() => (rested = open.size === 0 ? rested + 1 : 0), { timeout: 20_000 }).toBeGreaterThan(5);
  };
}

/** Points spread over a picture, away from its margin. */
export function spread(png: PNG, count: number): [number, number][] {
  const points: [number, number][] = [];
  for (let i = 0; i < count; i++) {
    // Additive recurrence with the plastic number: even, without a grid.
    points.push([30 + Math.floor(((0.5 + i * 0.7548776662) % 1) * (png.width - 60)), 40 + Math.floor(((0.5 + i * 0.5698402909) % 1) * (png.height - 80))]);
  }
  return points;
}

export function distance(a: Rgb, b: Rgb): number {
  return Math.max(Math.abs(a[0] - b[0]), Math.abs(a[1] - b[1]), Math.abs(a[2] - b[2]));
}

/** Share of the points at which two pictures differ by more than a bound. */
export function differing(a: PNG, b: PNG, bound: number): number {
  const points = spread(a, 600);
  return points.filter(([x, y]) => distance(at(a, x, y), at(b, x, y)) > bound).length / points.length;
}
