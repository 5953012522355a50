import type { ExportFormat, MetadataKept, Output } from '../../api/client';
import { FORMATS, PROFILES, type FormatInfo, type Setting } from '../../generated/outputs';

export const METADATA: { value: MetadataKept; title: string; help: string }[] = [
  { value: 'all', title: 'all', help: 'All EXIF, XMP and IPTC data of the photo, without embedded previews.' },
  { value: 'reduced', title: 'reduced', help: 'Date, camera, author and rights; no location, serial numbers or history.' },
  { value: 'none', title: 'none', help: 'No metadata.' },
];

/** What a name pattern may hold between braces, and what that stands for. */
export const WORDS: { word: string; help: string }[] = [
  { word: 'photo', help: 'the photo’s name' },
  { word: 'look', help: 'the name of the grade, or “graded”' },
  { word: 'version', help: 'the name of the version, if there is one' },
  { word: 'number', help: '01, 02, … in the order of the set' },
  { word: 'set', help: 'the set’s name' },
  { word: 'date', help: 'today' },
];

export const USUAL_NAME = '{photo}-{look}';

export type Plan = Required<Output>;

/** ΔE00 that 99 of 100 colours of a table should stay within; common practice for what is not seen side by side. */
const FINE = 0.5;

/** How fine a table will be, and how near it comes to the grade. */
export function tableWords({ lattice, meanError, error99 }: { lattice: number; meanError: number; error99: number }): string {
  const near = `Grid ${String(lattice)}: within ΔE ${meanError.toFixed(2)} on average, ${error99.toFixed(1)} for 99 of 100 colours.`;
  return error99 > FINE ? `${near} The grade is steep: take a finer table, or deliver pictures, which are exact.` : near;
}

export function formatInfo(format: ExportFormat): FormatInfo {
  return FORMATS.find((one) => one.format === format) ?? (FORMATS[0] as FormatInfo);
}

export function usual(format: ExportFormat, name = USUAL_NAME): Plan {
  // A picture is made as finely as its photo's colours need; a table is of a size that its reader can take.
  return { format, name, bits: null, side: null, quality: 92, profile: 'source', lattice: null, metadata: 'all', dither: true, sharpen: false, progressive: false, fullColour: null, colourPart: false, folder: '' };
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
  return has.reduce((plan, setting) => ({ ...plan, ...kept[setting] }), { ...usual(format, output.name), folder: output.folder });
}

/** What is remembered as a text, or the usual where that is none of ours. */
export function remembered(text: string | null): Plan[] {
  try {
    const known = plansOf(JSON.parse(text ?? '') as Partial<Plan>[]);
    if (known.length > 0) return known;
  } catch {
    // What is not ours is not read.
  }
  return [usual('jpeg')];
}

/** Wishes as they are kept, with what they do not say; formats there are not any more are left out. */
export function plansOf(kept: readonly Partial<Plan>[]): Plan[] {
  return kept.filter(({ format }) => FORMATS.some((one) => one.format === format)).map((one) => mended({ ...usual(one.format ?? 'jpeg'), ...one }));
}

/** Wishes remembered from before profiles had these names. */
function mended(plan: Plan): Plan {
  const lattice = formatInfo(plan.format).has.includes('lattice') ? plan.lattice : null;
  return { ...plan, lattice, profile: PROFILES.some(({ value }) => value === plan.profile) ? plan.profile : 'source' };
}

/** Whether the levels of the file are too far apart for its profile. */
export function isCoarse({ format, profile, bits }: Plan): boolean {
  return PROFILES.some((one) => one.value === profile && one.needsDepth) && (bits === 8 || !formatInfo(format).has.includes('bits'));
}

export function filesWords(count: number): string {
  return count === 1 ? 'one file' : `${String(count)} files`;
}
