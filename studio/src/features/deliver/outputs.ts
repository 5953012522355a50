import type { ExportFormat, MetadataKept, Output, Profile } from '../../api/client';

/** Settings that a kind of file may have. */
type Setting = 'bits' | 'side' | 'quality' | 'lattice' | 'colourPart' | 'profile' | 'metadata' | 'dither' | 'chroma' | 'progressive';

export interface FormatInfo {
  format: ExportFormat;
  title: string;
  help: string;
  has: readonly Setting[];
}

const PICTURE = ['side', 'profile', 'metadata', 'dither'] as const;

/** What can be delivered, in the order it is offered. */
export const FORMATS: FormatInfo[] = [
  { format: 'jpeg', title: 'JPEG picture', help: 'The finished photo, for catalogues, mail and the web.', has: [...PICTURE, 'quality', 'chroma', 'progressive'] },
  { format: 'tiff', title: 'TIFF picture', help: 'The finished photo without loss, for print and further work.', has: [...PICTURE, 'bits'] },
  { format: 'png', title: 'PNG picture', help: 'The finished photo without loss; a larger file.', has: [...PICTURE, 'bits'] },
  { format: 'webp', title: 'WebP picture', help: 'The finished photo in a small file for the web.', has: [...PICTURE, 'quality'] },
  { format: 'avif', title: 'AVIF picture', help: 'The finished photo in the smallest file for the web; takes a while.', has: [...PICTURE, 'quality', 'chroma'] },
  { format: 'matte', title: 'Mattes', help: 'Where each move with a reach or an area acts, as a grey PNG: white is fully.', has: ['side'] },
  { format: 'matte-tiff', title: 'Mattes, TIFF', help: 'The same as TIFFs.', has: ['side'] },
  { format: 'tone-plate', title: 'Tone plate', help: 'The strongest channel of the finished photo alone.', has: ['bits', 'side'] },
  { format: 'colour-plate', title: 'Colour plate', help: 'The finished photo divided by its tone plate.', has: ['bits', 'side'] },
  { format: 'cube', title: '.cube table', help: 'The grade itself, for programs that take a 3-D LUT.', has: ['lattice', 'colourPart'] },
  { format: 'icc', title: 'ICC device link', help: 'The grade itself, for colour management.', has: ['lattice', 'colourPart'] },
  { format: 'hald', title: 'Hald PNG', help: 'The grade itself as an image, for batch tools; fineness is rounded up to a square number.', has: ['lattice', 'colourPart'] },
];

export const PROFILES: { value: Profile; title: string; help: string }[] = [
  { value: 'source', title: 'as the photo has it', help: 'The colours mean what they meant in the photo’s file, which says so where the photo’s did.' },
  { value: 'srgb', title: 'sRGB', help: 'For the web and wherever it is not known what comes next: every program shows it alike.' },
  { value: 'display-p3', title: 'Display P3', help: 'Stronger reds and greens, for recent screens.' },
  { value: 'a98-rgb', title: 'opRGB', help: 'Stronger greens and cyans, for print; the second encoding that cameras offer.' },
  { value: 'prophoto-rgb', title: 'ROMM RGB', help: 'Wider than any screen or print, for further work; with 16 bits, since 8 are too coarse for it.' },
  { value: 'none', title: 'sRGB, not said', help: 'The colours are sRGB, without the file saying so.' },
];

export const METADATA: { value: MetadataKept; title: string; help: string }[] = [
  { value: 'all', title: 'all', help: 'EXIF, XMP and IPTC data of the photo go along, without small pictures of how it was.' },
  { value: 'reduced', title: 'reduced', help: 'How and when it was taken, with what, by whom; no place, no numbers of devices, no history.' },
  { value: 'none', title: 'none', help: 'Nothing but the picture.' },
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
const TABLE_LATTICE = 33;

export type Plan = Required<Output>;

export function formatInfo(format: ExportFormat): FormatInfo {
  return FORMATS.find((one) => one.format === format) ?? (FORMATS[0] as FormatInfo);
}

export function usual(format: ExportFormat, name = USUAL_NAME): Plan {
  // A picture is made as finely as its photo's colours need; a table is of a size that its reader can take.
  const lattice = formatInfo(format).has.includes('lattice') ? TABLE_LATTICE : null;
  return { format, name, bits: null, side: null, quality: 92, profile: 'source', lattice, metadata: 'all', dither: true, sharpen: false, progressive: false, fullColour: null, colourPart: false };
}

/** The same wishes for another format, as far as it knows them. */
export function inFormat(output: Plan, format: ExportFormat): Plan {
  const { has } = formatInfo(format);
  const kept: Record<Setting, Partial<Plan>> = {
    bits: { bits: output.bits },
    side: { side: output.side, sharpen: output.sharpen },
    quality: { quality: output.quality },
    lattice: {},
    colourPart: { colourPart: output.colourPart },
    profile: { profile: output.profile },
    metadata: { metadata: output.metadata },
    dither: { dither: output.dither },
    chroma: { fullColour: output.fullColour },
    progressive: { progressive: output.progressive },
  };
  return has.reduce((plan, setting) => ({ ...plan, ...kept[setting] }), usual(format, output.name));
}

/** What is remembered as a text, or the usual where that is none of ours. */
export function remembered(text: string | null): Plan[] {
  try {
    const kept = JSON.parse(text ?? '') as Partial<Plan>[];
    const known = kept.filter(({ format }) => FORMATS.some((one) => one.format === format)).map((one) => mended({ ...usual(one.format ?? 'jpeg'), ...one }));
    if (known.length > 0) return known;
  } catch {
    // What is not ours is not read.
  }
  return [usual('jpeg')];
}

/** Wishes remembered from before profiles had these names. */
function mended(plan: Plan): Plan {
  const lattice = formatInfo(plan.format).has.includes('lattice') ? plan.lattice : null;
  return { ...plan, lattice, profile: PROFILES.some(({ value }) => value === plan.profile) ? plan.profile : 'source' };
}

/** Whether the levels of the file are too far apart for its profile. */
export function isCoarse({ format, profile, bits }: Plan): boolean {
  return profile === 'prophoto-rgb' && (bits === 8 || !formatInfo(format).has.includes('bits'));
}

export function filesWords(count: number): string {
  return count === 1 ? 'one file' : `${String(count)} files`;
}
