import type { components } from '../generated/api';

export type Finding = components['schemas']['FindingView'];

/** Share of the photo by which something has to grow to be called clearly worse. */
const CLEARLY = 0.01;

const CHECK = 'check:';

/** What the preview is asked to light: where something goes wrong, in place of a move's reach. */
export const watchOfCheck = (trouble: string): string => `${CHECK}${trouble}`;

/** What is lit, as the server wants it: a move by its id, or a check by its name. */
export function watchParts(watched: string | null): { watch: string | null; check: string | null } {
  return watched?.startsWith(CHECK) ? { watch: null, check: watched.slice(CHECK.length) } : { watch: watched, check: null };
}

/** What a change has made clearly worse, worst first. */
export function worsened(before: readonly Finding[], after: readonly Finding[]): Finding[] {
  const share = (trouble: string) => before.find((one) => one.trouble === trouble)?.share ?? 0;
  return after.filter((one) => one.share - share(one.trouble) >= CLEARLY);
}

export const toldKey = ({ trouble, move }: Finding): string => `${trouble} ${move}`;

/** A share of the photo: enough digits to tell small ones apart. */
export function shareWords(share: number): string {
  const percent = share * 100;
  return `${percent >= 10 ? percent.toFixed(0) : percent.toFixed(1)} %`;
}

/** What is wrong and how much of the photo shows it. */
export function findingWords({ words, share }: Pick<Finding, 'words' | 'share'>): string {
  return `${words.charAt(0).toUpperCase()}${words.slice(1)} in ${shareWords(share)} of the photo`;
}
