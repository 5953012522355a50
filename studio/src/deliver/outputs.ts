import type { ExportFormat, Output, Profile } from '../api/client';

export interface FormatInfo {
  format: ExportFormat;
  title: string;
  help: string;
  /** Which of its settings there are. */
  has: { bits?: true; side?: true; quality?: true; lattice?: true; profile?: true };
}

/** What can be delivered, in the order it is offered. */
export const FORMATS: FormatInfo[] = [
  { format: 'jpeg', title: 'JPEG picture', help: 'The finished photo, for catalogues, mail and the web.', has: { side: true, quality: true, profile: true } },
  { format: 'tiff', title: 'TIFF picture', help: 'The finished photo without loss, for print and further work.', has: { bits: true, side: true, profile: true } },
  { format: 'png', title: 'PNG picture', help: 'The finished photo without loss; a larger file.', has: { bits: true, side: true, profile: true } },
  { format: 'webp', title: 'WebP picture', help: 'The finished photo in a small file for the web.', has: { side: true, quality: true, profile: true } },
  { format: 'matte', title: 'Mattes', help: 'What each move with a reach takes in, as a grey picture: white is fully reached.', has: { side: true } },
  { format: 'tone-plate', title: 'Tone plate', help: 'The strongest channel of the finished photo alone.', has: { bits: true, side: true } },
  { format: 'colour-plate', title: 'Colour plate', help: 'The finished photo divided by its tone plate.', has: { bits: true, side: true } },
  { format: 'cube', title: '.cube table', help: 'The grade itself, for programs that take a 3-D LUT.', has: { lattice: true } },
  { format: 'icc', title: 'ICC device link', help: 'The grade itself, for colour management.', has: { lattice: true } },
  { format: 'hald', title: 'Hald PNG', help: 'The grade itself as an image, for batch tools; fineness is rounded up to a square number.', has: { lattice: true } },
];

export const PROFILES: { value: Profile; title: string; help: string }[] = [
  { value: 'as-before', title: 'as the photo has it', help: 'The file says that it is sRGB where the photo came with a profile.' },
  { value: 'srgb', title: 'sRGB, said in the file', help: 'Every program shows it alike.' },
  { value: 'none', title: 'none', help: 'The colours are sRGB, without the file saying so.' },
];

/** What a name pattern may hold between braces, and what that stands for. */
export const WORDS: { word: string; help: string }[] = [
  { word: 'photo', help: 'the photo’s name' },
  { word: 'look', help: 'the grade’s name, or “graded”' },
  { word: 'version', help: 'the version’s name, if the grade is at one' },
  { word: 'number', help: '01, 02, … in the order of the set' },
  { word: 'set', help: 'the set’s name' },
  { word: 'date', help: 'today' },
];

export const USUAL_NAME = '{photo}-{look}';
/** Nodes along each axis where the cube is only used to make a picture; as fine as it gets. */
const PICTURE_LATTICE = 65;
const TABLE_LATTICE = 33;

export type Plan = Required<Output>;

export function formatInfo(format: ExportFormat): FormatInfo {
  return FORMATS.find((one) => one.format === format) ?? (FORMATS[0] as FormatInfo);
}

export function usual(format: ExportFormat, name = USUAL_NAME): Plan {
  return { format, name, bits: 8, side: null, quality: 92, profile: 'as-before', lattice: formatInfo(format).has.lattice ? TABLE_LATTICE : PICTURE_LATTICE };
}

/** The same wishes for another format, as far as it knows them. */
export function inFormat(output: Plan, format: ExportFormat): Plan {
  const { has } = formatInfo(format);
  return { ...usual(format, output.name), ...(has.side ? { side: output.side } : {}), ...(has.bits ? { bits: output.bits } : {}), ...(has.quality ? { quality: output.quality } : {}), ...(has.profile ? { profile: output.profile } : {}) };
}

/** What is remembered as a text, or the usual where that is none of ours. */
export function remembered(text: string | null): Plan[] {
  try {
    const kept = JSON.parse(text ?? '') as Partial<Plan>[];
    const known = kept.filter(({ format }) => FORMATS.some((one) => one.format === format)).map((one) => ({ ...usual(one.format ?? 'jpeg'), ...one }));
    if (known.length > 0) return known;
  } catch {
    // What is not ours is not read.
  }
  return [usual('jpeg')];
}

export function filesWords(count: number): string {
  return count === 1 ? 'one file' : `${String(count)} files`;
}
