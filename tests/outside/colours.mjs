// Converts colours with culori, a colour library independent of ours. Reads a JSON list of encoded
// sRGB triples from standard input, prints for each its coordinates in several spaces.
import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';

const require = createRequire(import.meta.url);
const { converter } = require('culori');
const to = Object.fromEntries(['lrgb', 'oklab', 'oklch', 'hsl', 'hsv', 'xyz65', 'xyz50', 'lab'].map((mode) => [mode, converter(mode)]));

const colours = JSON.parse(readFileSync(0, 'utf8')).map(([r, g, b]) => ({ mode: 'rgb', r, g, b }));
console.log(
  JSON.stringify(
    colours.map((rgb) => {
      const { lrgb, oklab, oklch, hsl, hsv, xyz65, xyz50, lab } = Object.fromEntries(Object.entries(to).map(([mode, f]) => [mode, f(rgb)]));
      return {
        'srgb-linear': [lrgb.r, lrgb.g, lrgb.b],
        oklab: [oklab.l, oklab.a, oklab.b],
        oklch: [oklch.l, oklch.c, oklch.h ?? null],
        hsl: [hsl.h ?? null, hsl.s, hsl.l],
        hsv: [hsv.h ?? null, hsv.s, hsv.v],
        'xyz-d65': [xyz65.x, xyz65.y, xyz65.z],
        'xyz-d50': [xyz50.x, xyz50.y, xyz50.z],
        lab: [lab.l, lab.a, lab.b],
      };
    }),
  ),
);
