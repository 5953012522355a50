// Brings colours into sRGB with culori: chroma is lowered in OKLCh at constant lightness and hue. Reads a JSON list of OKLCh triples from standard
// input, prints encoded sRGB.
import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';

const require = createRequire(import.meta.url);
const { clampChroma, converter } = require('culori');
const rgb = converter('rgb');
console.log(JSON.stringify(JSON.parse(readFileSync(0, 'utf8')).map(([l, c, h]) => {
  const { r, g, b } = rgb(clampChroma({ mode: 'oklch', l, c, h }, 'oklch', 'rgb'));
  return [r, g, b];
})));
