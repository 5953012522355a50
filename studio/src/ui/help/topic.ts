import { slug } from 'github-slugger';

/**
 * Where something on the screen is explained: a page of the guide, and the paragraph on it. What explains a part of the screen is said by
 * `data-guide` on that part; the paragraph, by `data-topic` on the control.
 */
export function topicOf(element: Element | null): string | null {
  const part = element?.closest('[data-guide]');
  const page = part?.getAttribute('data-guide');
  if (!part || !page) return null;
  const control = element?.closest('[data-topic]');
  const topic = control && part.contains(control) ? control.getAttribute('data-topic') : null;
  return topic ? `${page}#${topic}` : page;
}

/** The name of the paragraph that explains a control of this title, as it stands in addresses. */
export function paragraph(title: string): string {
  return slug(title);
}
