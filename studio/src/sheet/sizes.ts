/** Widths of a picture of the sheet, in CSS pixels. */
export const SIZES = { least: 120, most: 620, usual: 280 } as const;
