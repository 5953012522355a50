// CIEDE2000 by culori, a colour library independent of ours. Reads a JSON list of [L, a, b, L, a, b]
// from standard input, prints a list of differences. (The mode only says that the figures are taken as they are.)
import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';

const require = createRequire(import.meta.url);
const { differenceCiede2000 } = require('culori');
const difference = differenceCiede2000();
const lab = (l, a, b) => ({ mode: 'lab65', l, a, b });
console.log(JSON.stringify(JSON.parse(readFileSync(0, 'utf8')).map(([l, a, b, l2, a2, b2]) => difference(lab(l, a, b), lab(l2, a2, b2)))));
