import {
  breathingRow,
  DEFAULT_REQUEST,
  fitRow,
  hang,
  hangContour,
  partTravelled,
  rowOnMovingPath,
  shapeContour,
  type FitSource,
} from '@coin-relay/core';
import {
  demoJobs,
  fittedRows,
  machineOf,
  parseJob,
  precomputeFrames,
  tieOverLoop,
  travelOf,
  wheelAngleAt,
} from '@coin-relay/model';
import { median, paired, report, times } from './timing';

// A loop of breathing pieces, laid anew in each of its frames; beside it as many fits from nothing.
const contour = shapeContour({
  of: 'rectangle',
  x: 0,
  y: 0,
  width: 6_000,
  height: 3_000,
  corner: 400,
  tilt: 0,
});
const fit = fitRow({ kind: 'contour', contour }, { ...DEFAULT_REQUEST, pitch: 17.3 });
const breath = { what: 'length' as const, amount: 0.3, seed: 3, period: 120, alike: 4 };
for (const frames of [120, 240]) {
  const each = median(times(() => breathingRow(fit, breath, frames, (k) => (8 * k) / frames), 3));
  report([
    [
      `${fit.count} stiff pieces breathing, ${frames} frames`,
      `${each.toFixed(0)} ms, ${(each / frames).toFixed(2)} ms a frame (wanted: 240 frames of 1,000 in under 2,000 ms)`,
    ],
  ]);
}

const bending = fitRow({ kind: 'contour', contour }, { ...DEFAULT_REQUEST, pitch: 17.3, pieces: 'bending' });
const even = median(times(() => breathingRow(bending, breath, 240, () => 0), 3));
report([[`${bending.count} carried pieces breathing, 240 frames`, `${even.toFixed(0)} ms`]]);

// A hanging row whose end goes round with a crank.
const hung = (frame: number): FitSource => {
  const angle = (2 * Math.PI * frame) / 240;
  const to = { x: 400 + 30 * Math.cos(angle), y: 30 * Math.sin(angle) };
  return { kind: 'contour', contour: hangContour(hang({ x: 0, y: 0 }, to, { by: 'length', length: 480 })) };
};
const still = fitRow(hung(0), { ...DEFAULT_REQUEST, pitch: 12.7 });
const moving = median(times(() => rowOnMovingPath(still, hung, 240, () => 0), 3));
report([[`${still.count} links hanging from a crank, 240 frames`, `${moving.toFixed(0)} ms`]]);

// What a frame of the arcade costs besides drawing: travels, wheels, anchors, springs; against reading the clock of each run.
const job = parseJob(demoJobs().find(({ id }) => id === 'demo-arcade-drive')?.job);
const rows = fittedRows(job);
const prepared = median(times(() => precomputeFrames(job, rows), 5));
const machine = machineOf(job, rows, precomputeFrames(job, rows));
const wheels = [...machine.wheels.keys()];
let k = 0;
const whole = (): void => {
  for (let i = 0; i < 200; i++) {
    k = (k + 1) % 240;
    for (const wheel of wheels) wheelAngleAt(machine, wheel, k);
    for (const { id } of job.runs) travelOf(machine, id, k);
  }
};
const manner = { way: 'to-and-fro' as const, dwell: [10, 10] as const, ease: [8, 8] as const };
const eased = (): void => {
  for (let i = 0; i < 200 * (wheels.length + job.runs.length); i++) partTravelled(manner, 240, (k + i) % 240);
};
const { a, ratio } = paired(whole, eased, 15);
report([
  ['the arcade’s frames worked out ahead', `${prepared.toFixed(0)} ms`],
  [
    'all its wheels and travels at a frame',
    `${((a / 200) * 1000).toFixed(1)} µs, ${ratio.toFixed(2)} times as many eased travels`,
  ],
  [
    'a spring over its loop',
    `${median(times(() => tieOverLoop(machine, machine.job.ties?.[0] ?? { from: '', to: '' }), 5)).toFixed(2)} ms`,
  ],
]);
