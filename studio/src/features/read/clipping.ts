import type { Scopes } from '../../api/client';

export const CHANNELS = ['red', 'green', 'blue'] as const;
/** Share of the picture from which on clipping is told. */
const TOLD = 0.0005;

export const isTold = (share: number | undefined): boolean => (share ?? 0) > TOLD;

/** Which channels stand at an end of their range, and in how much of the photo. */
export function clippingWords({ clipped }: Pick<Scopes, 'clipped'>): string {
  const parts = CHANNELS.flatMap((name) =>
    ([['high', 255], ['low', 0]] as const).flatMap(([end, level]) => {
      const share = clipped[name]?.[end];
      return share !== undefined && isTold(share) ? [`${name} at ${String(level)} in ${(share * 100).toFixed(1)} %`] : [];
    }),
  );
  const text = parts.join(', ');
  return text === '' ? 'Nothing is clipped.' : `${text.charAt(0).toUpperCase()}${text.slice(1)}.`;
}
