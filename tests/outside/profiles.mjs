// Converts colours between RGB encodings with culori. Reads JSON {from, to, colours} from standard input; prints the colours,
// unbounded, in the other encoding.
import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';

const { converter } = createRequire(import.meta.url)('culori');
const MODES = { srgb: 'rgb', 'display-p3': 'p3', 'a98-rgb': 'a98', 'prophoto-rgb': 'prophoto' };
const { from, to, colours } = JSON.parse(readFileSync(0, 'utf8'));
const convert = converter(MODES[to]);
console.log(JSON.stringify(colours.map(([r, g, b]) => convert({ mode: MODES[from], r, g, b })).map(({ r, g, b }) => [r, g, b])));
