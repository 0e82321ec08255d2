import { DEFAULT_REQUEST } from '@coin-relay/core';
import {
  bendOutline,
  fineOutline,
  fitRow,
  parsePathData,
  resolvePlaces,
  restingMiddles,
  type SetOutPlan,
} from '@coin-relay/core';
import { median, report, times } from './timing';

// Rules on a long row: a sequence of 4, two rules, 50 places left out.
const COUNT = 5_000;
const touch = { turn: 0, along: 0, out: 0 };
const plan: SetOutPlan = {
  order: { by: 'turn' },
  steps: [0, 1, 0, 2].map((piece) => ({ piece, finish: -1, ...touch })),
  alternate: 0,
  rules: [
    { on: { role: 'every', every: 6, start: 5, from: 'start' }, piece: 3, finish: -1, snap: false, ...touch },
    { on: { role: 'corners' }, piece: 1, finish: -1, snap: true, ...touch },
  ],
  byHand: Array.from({ length: 50 }, (_, i) => ({
    at: { by: 'index' as const, index: i * 97 },
    leftOut: true,
    piece: -1,
    ...touch,
  })),
  handed: [],
  spreads: [null, null, null, null],
  finishes: null,
};
const row = {
  count: COUNT,
  closed: true,
  length: COUNT * 10,
  middles: Float64Array.from({ length: COUNT }, (_, i) => i * 10 + 5),
  corners: Array.from({ length: 40 }, (_, i) => i * 1250),
  points: [],
};
const resolved = median(times(() => resolvePlaces(plan, row), 60));

// Bending pieces, each mapped anew on the exact path.
const PIECES = 1_000;
const wave = parsePathData(
  `M0 0${Array.from({ length: 60 }, (_, i) => `C${i * 100 + 40} ${i % 2 ? -60 : 60} ${i * 100 + 60} ${i % 2 ? -60 : 60} ${i * 100 + 100} 0`).join('')}`,
)[0];
const fit = fitRow(
  { kind: 'contour', contour: wave },
  { ...DEFAULT_REQUEST, pitch: 7, pieces: 'bending', count: PIECES },
);
const { path } = fit.layout;
const pitch = path.length / PIECES;
const outline = fineOutline(
  parsePathData('M0.5 -1.2H6.5A1.2 1.2 0 0 1 6.5 1.2H0.5A1.2 1.2 0 0 1 0.5 -1.2Z'),
  7 / 28,
  0.004,
);
const out = new Float64Array(outline.points.length);
const middles = restingMiddles(fit.row);
const mapped = median(
  times(() => {
    for (const middle of middles) bendOutline(outline, path, middle - pitch / 2, pitch / 7, 1, out);
  }, 30),
);

report([
  [
    `rules of ${COUNT} places`,
    `${resolved.toFixed(2)} ms, ${(resolved / 5).toFixed(2)} of 5 ms (wanted: under 1)`,
  ],
  [
    `${PIECES} bending pieces of ${outline.points.length / 2} points`,
    `${mapped.toFixed(1)} ms, ${(mapped / 50).toFixed(2)} of 50 ms (wanted: under 1)`,
  ],
]);
