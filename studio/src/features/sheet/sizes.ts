/** Widths of a picture of the sheet, in CSS pixels. */
export const SIZES = { least: 120, most: 620 } as const;

/** What they are at first: four in a row, whatever the window. */
export function usualSize(windowWidth: number): number {
  return Math.max(SIZES.least, Math.min(SIZES.most, Math.round(windowWidth / 4.5)));
}
