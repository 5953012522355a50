// Writes what can be delivered, as formats and encodings say of themselves in the description of the interface, for the studio.
import { mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { URL } from 'node:url';

const here = (path) => new URL(path, import.meta.url);
const { settings, formats, profiles } = JSON.parse(readFileSync(here('../src/openapi.json'), 'utf8'))['x-outputs'];
mkdirSync(here('src/generated/'), { recursive: true });
writeFileSync(
  here('src/generated/outputs.ts'),
  `import type { components } from './api';

/** Settings that a kind of file may have. */
export type Setting = ${settings.map((one) => JSON.stringify(one)).join(' | ')};

export interface FormatInfo {
  format: components['schemas']['ExportFormat'];
  title: string;
  help: string;
  has: readonly Setting[];
}

/** What can be delivered, in the order it is offered. */
export const FORMATS: FormatInfo[] = ${JSON.stringify(formats, null, 2)};

export const PROFILES: { value: components['schemas']['Profile']; title: string; help: string; needsDepth: boolean }[] = ${JSON.stringify(profiles, null, 2)};
`,
);
