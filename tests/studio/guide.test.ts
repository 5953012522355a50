import { describe, expect, it } from 'vitest';
import schema from '../../core/Format/look.schema.json';
import { VIEWS } from '../../studio/src/features/desk/views';
import { kindsFor } from '../../studio/src/features/gallery/wishes';
import { exampleOf } from '../../studio/src/features/guide/example';
import { pageOf, SECTIONS, topicOfLink } from '../../studio/src/features/guide/page';
import { found, pageOn, PAGES } from '../../studio/src/features/guide/pages';
import { KINDS } from '../../studio/src/features/panels';
import { TOOLS } from '../../studio/src/features/photo/tools';
import { kindTitle, type MoveKind } from '../../studio/src/model/looks';
import { paragraph } from '../../studio/src/ui/help/topic';

interface Setting {
  'x-title'?: string;
  properties?: Record<string, Setting>;
}

/** Titles of the settings that can be set by hand. */
function titles(setting: Setting): string[] {
  return Object.values(setting.properties ?? {}).flatMap((one) => (one.properties ? titles(one) : one['x-title'] ? [one['x-title']] : []));
}

const definitions = schema.$defs as unknown as Record<string, Setting>;
const settingsOf = (kind: MoveKind) => [...new Set(titles(definitions[`${kind}.params`] ?? {}))];

/** Texts of all that is drawn. */
const sources = Object.values(import.meta.glob<string>('../../studio/src/**/*.tsx', { query: '?raw', import: 'default', eager: true }));

describe('the guide', () => {
  it('has a page in plain words for every kind of move, tool and view', () => {
    for (const kind of KINDS) expect(pageOn(`moves/${kind}`)?.page.title, kind).toBe(kindTitle(kind));
    for (const { tool, title } of TOOLS) expect(pageOn(`tools/${tool === 'look' ? 'pan' : tool}`)?.page.title, tool).toBe(title);
    for (const { mode, title } of VIEWS) expect(pageOn(`views/${mode}`)?.page.title, mode).toBe(title);
    for (const { folder } of SECTIONS) expect(PAGES.filter(({ id }) => id.startsWith(`${folder}/`)).length, folder).toBeGreaterThan(5);
    expect(PAGES.filter(({ id }) => id.startsWith('tasks/')).length).toBeGreaterThanOrEqual(20);
  });

  it.each(KINDS)('says what every setting of %s does, and shows the move', (kind) => {
    const page = pageOn(`moves/${kind}`)?.page;
    const headings = page?.headings.map(({ slug }) => slug) ?? [];
    for (const title of settingsOf(kind)) expect(headings, `${kind}: ${title}`).toContain(paragraph(title));
    const examples = [...(page?.text ?? '').matchAll(/```look\n([\s\S]*?)```/g)].map(([, text = '']) => exampleOf(text));
    expect(examples.map((example) => example?.kind), kind).toContain(kind);
  });

  it('explains every part of the screen that says where it is explained', () => {
    const asked = sources.flatMap((text) => [...text.matchAll(/(?:data-guide|guide)="([a-z-]+\/[a-z-]+)"/g)].map(([, topic = '']) => topic));
    expect(asked.length).toBeGreaterThan(15);
    for (const topic of asked) expect(pageOn(topic), topic).not.toBeNull();
  });

  it('is listed, to be read without the program', () => {
    const [list = ''] = Object.values(import.meta.glob<string>('../../docs/guide/README.md', { query: '?raw', import: 'default', eager: true }));
    for (const { id, title } of PAGES) expect(list, id).toContain(`[${title}](${id}.md)`);
  });

  it('leads nowhere that is not there', () => {
    for (const page of PAGES) {
      for (const [, href = ''] of page.text.matchAll(/\]\(([^)]+)\)/g)) {
        const topic = topicOfLink(page.id, href);
        expect(topic, `${page.id}: ${href}`).not.toBeNull();
        const there = pageOn(topic ?? '');
        expect(there, `${page.id}: ${href}`).not.toBeNull();
        if (href.includes('#')) expect(there?.heading, `${page.id}: ${href}`).not.toBeNull();
      }
    }
  });

  it('shows moves that can be read', () => {
    for (const page of PAGES) {
      for (const [, text = ''] of page.text.matchAll(/```look\n([\s\S]*?)```/g)) {
        const example = exampleOf(text);
        expect(KINDS, page.id).toContain(example?.kind);
        for (const name of Object.keys(example?.params ?? {})) expect(Object.keys(definitions[`${String(example?.kind)}.params`]?.properties ?? {}), page.id).toContain(name);
      }
    }
  });

  it.each([
    ['white balance', 'white-balance', 'neutralise'],
    ['split toning', 'split-toning', 'colour-balance'],
    ['s-curve', 'contrast', 'curves'],
    ['exposure', 'exposure', 'curves'],
    ['skin', 'skin', 'even-out'],
    ['black and white', 'black-and-white', 'saturation'],
    ['colour cast', 'blue-shade', 'neutralise'],
    ['banding', 'banding', null],
    ['temperature', 'white-balance', 'warmth'],
    ['halo', 'clean-edges', null],
  ])('finds “%s”, here and among the moves to add', (text, task, kind) => {
    expect(found(text).slice(0, 6).map(({ id }) => id)).toContain(`tasks/${task}`);
    const words = (one: MoveKind) => pageOn(`moves/${one}`)?.page.words ?? '';
    if (kind !== null) expect(kindsFor(text, words).flatMap(({ kinds }) => kinds)).toContain(kind);
  });

  it('finds words with a slip of the finger, and nothing for nonsense', () => {
    expect(found('saturaton')[0]?.id).toBe('moves/saturation');
    expect(found('xyzzyq')).toEqual([]);
  });

  it('reads pages as they are written', () => {
    const page = pageOf('tasks/x', '---\ntitle: Do: this\nwords: a, b\n---\n\nFirst.\n\n## Again\n\n```look\n## none\n```\n\n## Again\n');
    expect(page).toMatchObject({ title: 'Do: this', words: 'a, b' });
    expect(page.headings).toEqual([{ slug: 'again', title: 'Again' }, { slug: 'again-1', title: 'Again' }]);
    expect(topicOfLink('tasks/x', '../moves/shift.md#hue')).toBe('moves/shift#hue');
    expect(topicOfLink('tasks/x', 'y.md')).toBe('tasks/y');
    expect(topicOfLink('tasks/x', '#again')).toBe('tasks/x#again');
    expect(topicOfLink('tasks/x', 'https://example.org/a.md')).toBeNull();
  });
});
