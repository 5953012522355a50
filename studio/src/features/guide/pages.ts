import MiniSearch from 'minisearch';
import { pageOf, SECTIONS, type Page } from './page';

const files = import.meta.glob<string>('../../../../docs/guide/*/*.md', { query: '?raw', import: 'default', eager: true });

const folderOf = (id: string) => SECTIONS.findIndex(({ folder }) => id.startsWith(`${folder}/`));

/** All pages of the guide, by section and then by title. */
export const PAGES: readonly Page[] = Object.entries(files)
  .map(([path, file]) => pageOf(path.replace(/^.*\/guide\//, '').replace(/\.md$/, ''), file))
  .sort((one, other) => folderOf(one.id) - folderOf(other.id) || one.title.localeCompare(other.title, 'en'));

const byId = new Map(PAGES.map((page) => [page.id, page]));

/** The page and paragraph of a topic such as `moves/recolour#hue`; null for a page that is not there. */
export function pageOn(topic: string): { page: Page; heading: string | null } | null {
  const [id = '', heading] = topic.split('#');
  const page = byId.get(id);
  return page ? { page, heading: page.headings.find(({ slug }) => slug === heading)?.slug ?? null } : null;
}

const index = new MiniSearch<Page & { headingWords: string }>({
  fields: ['title', 'words', 'headingWords', 'text'],
  searchOptions: { prefix: true, fuzzy: (term) => (term.length > 4 ? 0.2 : false), combineWith: 'AND', boost: { title: 6, words: 5, headingWords: 3 } },
});
index.addAll(PAGES.map((page) => ({ ...page, headingWords: page.headings.map(({ title }) => title).join(' ') })));

/** Pages that speak of what was typed, the best first. All of the words are looked for, then any of them. */
export function found(text: string): Page[] {
  const hits = index.search(text);
  const some = hits.length > 0 ? hits : index.search(text, { combineWith: 'OR' });
  return some.flatMap(({ id }) => byId.get(id as string) ?? []);
}
