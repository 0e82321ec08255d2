import { demoJobs, fittedRows, machineOf, outlineJob, parseJob, precomputeFrames } from '@coin-relay/model';
import { writeSceneGlb } from '@coin-relay/formats/scene-out';
import { report } from './timing';

// A row of some 500 links over 240 frames as binary glTF.
const lift = demoJobs().find(({ id }) => id === 'demo-coin-lift')!.job;
const radius = (500 * lift.pieces[0].pitch) / (2 * Math.PI);
const round = outlineJob(
  'Row',
  `M${radius} 0A${radius} ${radius} 0 1 1 ${-radius} 0A${radius} ${radius} 0 1 1 ${radius} 0Z`,
);
const run = { ...lift.runs[0], id: 'row', path: round.paths[0].id };
const job = parseJob({
  ...round,
  pieces: lift.pieces,
  runs: [{ ...run, fit: { hold: 'path', rounding: 'nearest', multiple: 2, count: null } }],
  motion: { framesPerSecond: 24, frames: 240, drives: [{ run: 'row', pitches: 12 }] },
});
const rows = fittedRows(job);
const machine = machineOf(job, rows, precomputeFrames(job, rows));
const asked = { from: 0, to: 240, stray: 0, tolerance: 0.02, wheels: true };
await writeSceneGlb(machine, { ...asked, to: 2 });
const start = performance.now();
const { bytes, facts } = await writeSceneGlb(machine, asked);
report([
  [
    `${facts.nodes} nodes over ${facts.keys} keys, ${(facts.triangles / 1000).toFixed(0)} thousand triangles seen`,
    `${((performance.now() - start) / 1000).toFixed(2)} s, ${(bytes.length / 1e6).toFixed(2)} MB (wanted: under 3 s and 6 MB)`,
  ],
]);
