// Written by "bin/tovrin schema" from what the formats and encodings say of themselves.
import type { ExportFormat, Profile } from '../../api/client';

/** Settings that a kind of file may have. */
export type Setting = 'bits' | 'side' | 'quality' | 'lattice' | 'colourPart' | 'profile' | 'metadata' | 'dither' | 'chroma' | 'progressive';

export interface FormatInfo {
  format: ExportFormat;
  title: string;
  help: string;
  has: readonly Setting[];
}

/** What can be delivered, in the order it is offered. */
export const FORMATS: FormatInfo[] = [
  { format: 'jpeg', title: 'JPEG picture', help: 'The finished photo, for catalogues, mail and the web.', has: ['side', 'profile', 'metadata', 'dither', 'quality', 'chroma', 'progressive'] },
  { format: 'tiff', title: 'TIFF picture', help: 'The finished photo without loss, for print and further work.', has: ['side', 'profile', 'metadata', 'dither', 'bits'] },
  { format: 'png', title: 'PNG picture', help: 'The finished photo without loss; a larger file.', has: ['side', 'profile', 'metadata', 'dither', 'bits'] },
  { format: 'webp', title: 'WebP picture', help: 'The finished photo in a small file for the web.', has: ['side', 'profile', 'metadata', 'dither', 'quality'] },
  { format: 'avif', title: 'AVIF picture', help: 'The finished photo in the smallest file for the web; takes a while.', has: ['side', 'profile', 'metadata', 'dither', 'quality', 'chroma'] },
  { format: 'matte', title: 'Mattes', help: 'Where each move with a reach or an area acts, as a grey PNG: white is fully.', has: ['side'] },
  { format: 'matte-tiff', title: 'Mattes, TIFF', help: 'The same as TIFFs.', has: ['side'] },
  { format: 'tone-plate', title: 'Tone plate', help: 'The strongest channel of the finished photo alone.', has: ['bits', 'side'] },
  { format: 'colour-plate', title: 'Colour plate', help: 'The finished photo divided by its tone plate.', has: ['bits', 'side'] },
  { format: 'cube', title: '.cube table', help: 'The grade itself, for programs that take a 3-D LUT.', has: ['lattice', 'colourPart'] },
  { format: 'icc', title: 'ICC device link', help: 'The grade itself, for colour management.', has: ['lattice', 'colourPart'] },
  { format: 'hald', title: 'Hald PNG', help: 'The grade itself as an image, for batch tools; fineness is rounded up to a square number.', has: ['lattice', 'colourPart'] },
];

export const PROFILES: { value: Profile; title: string; help: string; needsDepth: boolean }[] = [
  { value: 'source', title: 'as the photo has it', help: 'The colours mean what they meant in the photo’s file, which says so where the photo’s did.', needsDepth: false },
  { value: 'srgb', title: 'sRGB', help: 'For the web and wherever it is not known what comes next: every program shows it alike.', needsDepth: false },
  { value: 'display-p3', title: 'Display P3', help: 'Stronger reds and greens, for recent screens.', needsDepth: false },
  { value: 'a98-rgb', title: 'opRGB', help: 'Stronger greens and cyans, for print; the second encoding that cameras offer.', needsDepth: false },
  { value: 'prophoto-rgb', title: 'ROMM RGB', help: 'Wider than any screen or print, for further work; with 16 bits, since 8 are too coarse for it.', needsDepth: true },
  { value: 'none', title: 'sRGB, not said', help: 'The colours are sRGB, without the file saying so.', needsDepth: false },
];
