import { join } from 'node:path';
import { demoJobs, fittedRows, machineOf, outlineJob, parseJob, precomputeFrames } from '@coin-relay/model';
import { zipOf } from '@coin-relay/formats/zip';
import { writeSceneGlb, writeSceneStl } from '@coin-relay/formats/scene-out';
import { WebIO } from '@gltf-transform/core';
import { zipSync } from 'fflate';
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

// The same arrays written by the library alone: the document as it is read back.
const io = new WebIO();
const document = await io.readBinary(bytes);
const turns: number[] = [];
for (let turn = 0; turn < 3; turn++) {
  const from = performance.now();
  await io.writeBinary(document);
  const alone = performance.now() - from;
  const again = performance.now();
  await writeSceneGlb(machine, asked);
  turns.push((performance.now() - again) / alone);
}
turns.sort((a, b) => a - b);
report([
  [
    'all of it, from the rows on, against the library writing the same arrays',
    `${turns[1].toFixed(2)} times`,
  ],
]);

// The same row at one frame, its pieces welded into one body.
const welding = performance.now();
const welded = await writeSceneStl(machine, {
  ...{ frame: 0, tolerance: 0.1, wheels: false, weld: 'all', clearance: 0, unit: 'mm', scale: 1 },
  // Benchmarks run from a folder of their own.
  wasm: join(process.cwd(), 'node_modules/manifold-3d/manifold.wasm'),
});
report([
  [
    `STL of ${machine.rows.get('row')?.fit.count ?? 0} links welded into one body of ${(welded.facts.triangles / 1000).toFixed(0)} thousand triangles`,
    `${((performance.now() - welding) / 1000).toFixed(2)} s, ${(welded.content.length / 1e6).toFixed(2)} MB`,
  ],
]);

// Files that are packed already into a ZIP file, against the library that does it alone.
const files = Array.from({ length: 60 }, (_, i) => ({
  name: `frame-${String(i).padStart(4, '0')}.png`,
  content: Uint8Array.from({ length: 400_000 }, (__, k) => (k * 31 + i) & 255),
}));
const plain = Object.fromEntries(files.map(({ name, content }) => [name, content]));
const timed = async (work: () => unknown): Promise<number> => {
  const from = performance.now();
  await work();
  return performance.now() - from;
};
const ratios: number[] = [];
for (let turn = 0; turn < 5; turn++) {
  const alone = await timed(() => zipSync(plain, { level: 0 }));
  ratios.push((await timed(() => zipOf(files))) / alone);
}
ratios.sort((a, b) => a - b);
report([['60 pictures of 0.4 MB as a ZIP file, against fflate alone', `${ratios[2].toFixed(2)} times`]]);
