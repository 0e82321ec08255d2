import { measurePath, newReading, parsePathData, pathReader } from '@coin-relay/core';
import { svgPathProperties } from 'svg-path-properties';
import { paired, report } from './timing';

// 10,000 points by arc length on a path of Béziers and arcs, measuring included on both sides.
const d =
  'M0 0C100 -80 200 80 300 0S420 160 300 150Q200 200 150 120T60 160A60 30 20 0 1 -40 60C-60 20 -30 10 0 0Z';
const POINTS = 10_000;

const ours = (): void => {
  const path = measurePath(parsePathData(d)[0]);
  const read = pathReader(path);
  const out = newReading();
  for (let i = 0; i < POINTS; i++) read((path.length * i) / POINTS, out);
};
const theirs = (): void => {
  const path = new svgPathProperties(d);
  const length = path.getTotalLength();
  for (let i = 0; i < POINTS; i++) path.getPointAtLength((length * i) / POINTS);
};
const { a, b, ratio } = paired(ours, theirs, 9);

// Accuracy where it is known: on y = x²/2 the arc length is (x √(1 + x²) + asinh x) / 2.
const arc = (x: number): number => (x * Math.sqrt(1 + x * x) + Math.asinh(x)) / 2;
const parabola = 'M0 0Q50 0 100 5000';
const read = pathReader(measurePath(parsePathData(parabola)[0]));
const other = new svgPathProperties(parabola);
const out = newReading();
let oursOff = 0;
let theirsOff = 0;
for (let x = 0.5; x < 100; x += 0.5) {
  read(arc(x), out);
  oursOff = Math.max(oursOff, Math.hypot(out[0] - x, out[1] - (x * x) / 2));
  const p = other.getPointAtLength(arc(x));
  theirsOff = Math.max(theirsOff, Math.hypot(p.x - x, p.y - (x * x) / 2));
}
report([
  ['10,000 points by arc length', `${a.toFixed(2)} ms; svg-path-properties ${b.toFixed(1)} ms`],
  ['times as fast', `${(1 / ratio).toFixed(0)} (wanted: at least 20)`],
  [
    'largest error on a parabola, of its length',
    `${(oursOff / arc(100)).toExponential(1)}; svg-path-properties ${(theirsOff / arc(100)).toExponential(1)}`,
  ],
]);
