// Evaluates d3-shape's curveMonotoneX. Reads {points, at} from standard input, prints the heights.
import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';

const require = createRequire(import.meta.url);
const { curveMonotoneX } = require('d3-shape');
const { points, at } = JSON.parse(readFileSync(0, 'utf8'));
const segments = [];
let from = null;
const pen = {
  moveTo: (x, y) => { from = [x, y]; },
  lineTo: (x, y) => { segments.push([from, from, [x, y], [x, y]]); from = [x, y]; },
  bezierCurveTo: (x1, y1, x2, y2, x, y) => { segments.push([from, [x1, y1], [x2, y2], [x, y]]); from = [x, y]; },
  closePath: () => {},
};
const curve = curveMonotoneX(pen);
curve.lineStart();
for (const [x, y] of points) curve.point(x, y);
curve.lineEnd();
// Control points stand at thirds of a segment, so that x runs evenly with the parameter.
const height = (x) => {
  const [a, b, c, d] = segments.find(([p, , , q]) => x >= p[0] && x <= q[0]);
  const t = (x - a[0]) / (d[0] - a[0]);
  const u = 1 - t;
  return points.length === 2 ? u * a[1] + t * d[1] : u ** 3 * a[1] + 3 * u * u * t * b[1] + 3 * u * t * t * c[1] + t ** 3 * d[1];
};
console.log(JSON.stringify(at.map(height)));
