/** What somebody typed into a field for a number. */
export interface Typed {
  value: number;
  /** True when it was beyond what is possible and was brought to the nearest end. */
  clamped: boolean;
}

/**
 * Reads a number as people write it: with its unit, with a decimal comma, with a true minus sign, with a space. Null when
 * it is no number.
 */
export function readTyped(text: string, min: number, max: number): Typed | null {
  const plain = text.replaceAll('−', '-').replace(/\s+/g, '').replace(/[°%]$/, '').replace(',', '.').replace(/^\+/, '');
  if (!/^-?(\d+\.?\d*|\.\d+)$/.test(plain)) return null;
  const value = Number(plain);
  const within = Math.min(max, Math.max(min, value));
  return { value: within, clamped: within !== value };
}

/** Reads a colour: six hexadecimal digits, with or without # and space around. Null when it is none. */
export function readColour(text: string): string | null {
  const found = /^\s*#?([0-9a-fA-F]{6})\s*$/.exec(text);
  return found?.[1] ? `#${found[1].toLowerCase()}` : null;
}
