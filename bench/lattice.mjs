// Compiling one perceptual move over a 33-lattice, gamut return included: PHP with its JIT against the
// same maths through culori in Node. Prints the ratio; below 1 we are faster.
import { execFileSync } from 'node:child_process';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { clampChroma, converter } from 'culori';

const here = dirname(fileURLToPath(import.meta.url));
const toOklch = converter('oklch');
const toRgb = converter('rgb');
const size = 33;

function compileWithCulori() {
  const out = new Float64Array(size ** 3 * 3);
  let i = 0;
  for (let b = 0; b < size; b++)
    for (let g = 0; g < size; g++)
      for (let r = 0; r < size; r++) {
        const colour = toOklch({ mode: 'rgb', r: r / 32, g: g / 32, b: b / 32 });
        colour.l += 0.03;
        colour.c *= 1.15;
        colour.h = (colour.h ?? 0) + 20;
        const rgb = toRgb(clampChroma(colour, 'oklch'));
        out[i++] = rgb.r;
        out[i++] = rgb.g;
        out[i++] = rgb.b;
      }
  return out;
}

const median = (values) => values.sort((a, b) => a - b)[values.length >> 1];
const theirs = [];
const ours = [];
// Turn about, so that a slow spell of the machine meets both.
for (let round = 0; round < 4; round++) {
  for (let i = 0; i < 6; i++) {
    const start = performance.now();
    compileWithCulori();
    theirs.push(performance.now() - start);
  }
  const { median: one } = JSON.parse(execFileSync('sh', ['-c', `. ${join(here, '../bin/php-options')} && php $TOVRIN_PHP_OPTIONS ${join(here, 'lattice.php')} 20`], { encoding: 'utf8' }));
  ours.push(one);
}
const [t, o] = [median(theirs), median(ours)];
console.log(`Lattice 33, one shift: PHP ${o.toFixed(1)} ms, culori ${t.toFixed(1)} ms, ratio ${(o / t).toFixed(2)} (aim: below 1)`);
