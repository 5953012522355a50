import GithubSlugger from 'github-slugger';

/** A page of the guide. */
export interface Page {
  /** Its file without folder and ending, such as `moves/recolour`. */
  id: string;
  title: string;
  /** Other words that people look for it by. */
  words: string;
  /** Markdown without the head. */
  text: string;
  headings: { slug: string; title: string }[];
}

/** The sections of the guide, in the order they are offered. */
export const SECTIONS: readonly { folder: string; title: string }[] = [
  { folder: 'tasks', title: 'How to' },
  { folder: 'moves', title: 'Moves' },
  { folder: 'tools', title: 'Tools' },
  { folder: 'views', title: 'Views' },
  { folder: 'parts', title: 'The screen' },
];

/** A page from its file: a head of `name: value` lines between two lines of dashes, then Markdown. */
export function pageOf(id: string, file: string): Page {
  const found = /^---\n([\s\S]*?)\n---\n([\s\S]*)$/.exec(file);
  const head = new Map((found?.[1] ?? '').split('\n').map((line) => [line.slice(0, line.indexOf(':')).trim(), line.slice(line.indexOf(':') + 1).trim()]));
  const text = (found?.[2] ?? file).trim();
  const slugger = new GithubSlugger();
  // Headings inside of code are none.
  const headings = [...text.replace(/```[\s\S]*?```/g, '').matchAll(/^#{2,3} (.+)$/gm)].map(([, title = '']) => ({ slug: slugger.slug(title), title }));
  return { id, title: head.get('title') ?? id, words: head.get('words') ?? '', text, headings };
}

/** The topic that a link in a page leads to, as Markdown has it: relative to the page's folder; null for one that leads elsewhere. */
export function topicOfLink(from: string, href: string): string | null {
  if (href.startsWith('#')) return from + href;
  const [file = '', heading] = href.split('#');
  if (/^[a-z]+:/i.test(href) || !file.endsWith('.md')) return null;
  const steps = from.split('/').slice(0, -1);
  for (const step of file.slice(0, -3).split('/')) {
    if (step === '..') steps.pop();
    else if (step !== '.') steps.push(step);
  }
  return steps.join('/') + (heading === undefined ? '' : `#${heading}`);
}
