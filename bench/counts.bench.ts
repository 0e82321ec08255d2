import {
  DEFAULT_REQUEST,
  fitCandidates,
  fitRow,
  newRowFrame,
  parsePathData,
  PLAIN_LAY,
  rowFrame,
  type FitOutcome,
  type FitRequest,
  type FitSource,
  type WheelSpec,
} from '@coin-relay/core';
import { median, paired, report, times } from './timing';

// Whole counts: how long they take, how that grows, and how exact they are over a random suite.

/** A closed route round wheels on a long oval. */
function oval(wheels: number, size: number): FitSource {
  return {
    kind: 'route',
    closed: true,
    wheels: Array.from({ length: wheels }, (_, i): WheelSpec => {
      const angle = (2 * Math.PI * i) / wheels;
      return {
        id: `w${i}`,
        x: size * Math.cos(angle),
        y: 0.5 * size * Math.sin(angle),
        turn: 'ccw',
        size: { by: 'radius', radius: 40 + 7 * (i % 3) },
      };
    }),
  };
}

/** A closed flower of cubic pieces. */
function flower(pieces: number, radius: number): FitSource {
  const at = (i: number): [number, number] => {
    const angle = (2 * Math.PI * i) / pieces;
    const r = radius * (1 + 0.06 * Math.sin((Math.round(pieces / 12) || 1) * angle));
    return [r * Math.cos(angle), r * Math.sin(angle)];
  };
  let d = `M${at(0).join(' ')}`;
  for (let i = 0; i < pieces; i++) {
    const [p, q, r, s] = [at(i - 1), at(i), at(i + 1), at(i + 2)];
    const c = [q[0] + (r[0] - p[0]) / 6, q[1] + (r[1] - p[1]) / 6];
    const e = [r[0] - (s[0] - q[0]) / 6, r[1] - (s[1] - q[1]) / 6];
    d += `C${c.join(' ')} ${e.join(' ')} ${r.join(' ')}`;
  }
  return { kind: 'contour', contour: parsePathData(`${d}Z`)[0] };
}

const request = (pitch: number, change: Partial<FitRequest> = {}): FitRequest => ({
  ...DEFAULT_REQUEST,
  pitch,
  ...change,
});
const ms = (work: () => void, runs: number): number => median(times(work, runs));

const route = oval(12, 2480);
const chain = request(12.7);
const routeCount = fitRow(route, chain).count;
const routeTime = ms(() => fitRow(route, chain), 9);
const curves = flower(500, 5200);
const curveCount = fitRow(curves, chain).count;
const curveTime = ms(() => fitRow(curves, chain), 5);
const nine = paired(
  () => fitCandidates(route, chain, routeCount, 9),
  () => fitRow(route, chain),
  5,
);

const growth = [1000, 2000, 4000].map((links) => {
  const source = flower(120, (links * 12.7) / (2 * Math.PI) / 1.012);
  const { count } = fitRow(source, chain);
  return { count, time: ms(() => fitRow(source, chain), 5) };
});
const perLink = growth.map(({ count, time }) => time / (count * Math.log(count)));

/** The largest error of a chord of the row as it lies at rest, as a part of its pitch. */
function chordError(outcome: FitOutcome): number {
  const frame = newRowFrame(outcome.row);
  rowFrame(outcome.row, 0, frame);
  const { pins } = frame;
  const first = -frame.firstLink;
  let worst = 0;
  for (let i = first; i < first + outcome.row.links; i++) {
    const chord = Math.hypot(pins[2 * i + 2] - pins[2 * i], pins[2 * i + 3] - pins[2 * i + 1]);
    // A ring's chord at rest is that of its first phase, within its ripple of the mean.
    if (outcome.row.kind === 'ring') {
      const own = Math.hypot(pins[2] - pins[0], pins[3] - pins[1]);
      worst = Math.max(worst, Math.abs(chord / own - 1));
    } else worst = Math.max(worst, Math.abs(chord / (outcome.effectivePitch ?? NaN) - 1));
  }
  return worst;
}

let seed = 12345;
const random = (from: number, to: number): number => {
  seed = (Math.imul(seed, 1664525) + 1013904223) >>> 0;
  return from + ((to - from) * seed) / 2 ** 32;
};
const SUITE = 2000;
let worst = 0;
let closed = 0;
let stopped = 0;
const start = performance.now();
for (let k = 0; k < SUITE; k++) {
  const pitch = random(6, 18);
  const kind = k % 4;
  const source: FitSource =
    kind === 0
      ? oval(3 + Math.floor(random(0, 5)), random(320, 600))
      : kind === 1
        ? flower(6 + Math.floor(random(0, 30)), random(90, 300))
        : {
            kind: 'contour',
            contour: parsePathData(
              kind === 2
                ? `M0 0C${random(50, 150)} ${random(-80, 80)} ${random(160, 260)} ${random(-80, 80)} 300 ${random(-40, 40)}S500 0 620 20`
                : `M0 0A${random(60, 200)} ${random(60, 200)} ${random(0, 90)} 1 1 ${random(60, 110)} ${random(20, 90)}`,
            )[0],
          };
  const lay =
    kind > 1 && k % 8 > 3 ? { lay: { ...PLAIN_LAY, inset: [random(0, 30), random(0, 30)] as const } } : {};
  const outcome = fitRow(source, request(pitch, { hold: k % 5 === 0 ? 'pitch' : 'path', ...lay }));
  if (!outcome.closes) {
    stopped++;
    continue;
  }
  closed++;
  worst = Math.max(worst, chordError(outcome));
}
const suite = performance.now() - start;

report([
  [`${routeCount} links round 12 wheels, with their cycle`, `${routeTime.toFixed(1)} ms (at most 50)`],
  [`${curveCount} links on 500 cubic curves, with their cycle`, `${curveTime.toFixed(0)} ms (at most 400)`],
  ['nine candidates, against one fit', `${nine.ratio.toFixed(2)} (at most 10)`],
  [
    `time over N log N at ${growth.map(({ count }) => count).join(', ')} links, against the first`,
    perLink.map((value) => (value / perLink[0]).toFixed(2)).join(', '),
  ],
  [
    `${SUITE} random rows: largest error of a chord, of its pitch`,
    `${worst.toExponential(1)} over ${closed} that close (${stopped} have bends that links cannot pass); ${(suite / 1000).toFixed(1)} s`,
  ],
]);
if (worst > 1e-9) process.exitCode = 1;
