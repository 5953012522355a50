/** What can be open beside the set and photo that the path names; each is one word of the address. */
export type Part = 'below' | 'side' | 'over' | 'guide';

/** Those that stay when another photo comes to hand; the others belong to the photo they were opened on. */
const STAYING: readonly Part[] = ['below', 'guide'];

/** The search part of an address in which one thing is open, or is no longer. */
export function withOpen(search: string, part: Part, value: string | null): string {
  const words = new URLSearchParams(search);
  if (value === null) words.delete(part);
  else words.set(part, value);
  return asSearch(words);
}

/** What of a search part is still open on another photo. */
export function staying(search: string): string {
  const words = new URLSearchParams(search);
  const kept = new URLSearchParams();
  for (const part of STAYING) {
    const value = words.get(part);
    if (value !== null) kept.set(part, value);
  }
  return asSearch(kept);
}

function asSearch(words: URLSearchParams): string {
  // A slash may stand in a search part as it is, and reads better.
  const text = words.toString().replaceAll('%2F', '/');
  return text === '' ? '' : `?${text}`;
}
