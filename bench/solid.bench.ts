import { fitRow } from '@coin-relay/core';
import { bar, joinMeshes, moved, type measureMesh } from '@coin-relay/core/solid';
import { writeStl } from '@coin-relay/formats/solid';
import { mendSolids, readSolids } from '@coin-relay/formats/solid-in';
import { demoJobs, resolveRun, resolveSetOut } from '@coin-relay/model';
import { pieceSolid } from '@coin-relay/model/solid';
import { moveScene, rowScene } from '@coin-relay/scene';
import { MATRIX_NUMBERS, RowInstances, wheelShape, wheelSolid } from '@coin-relay/scene/solid';
import { paired, report } from './timing';

// Matrices of a frame of 5,000 links, against writing arrays of that size with numbers at hand.
{
  const { job } = demoJobs().find(({ id }) => id === 'demo-coin-lift')!;
  const fine = structuredClone(job);
  for (const piece of fine.pieces) piece.pitch *= 90 / 5000;
  fine.wheels = fine.wheels.map((wheel) =>
    wheel.size.by === 'teeth'
      ? { ...wheel, size: { by: 'radius' as const, radius: wheel.size.teeth * 2 } }
      : wheel,
  );
  const resolved = resolveRun(fine);
  const fit = fitRow(resolved.source, resolved.request);
  const scene = rowScene(fit, resolveSetOut(fine, resolved.run, fit));
  const instances = new RowInstances(scene);
  const out = new Float32Array(fit.count * MATRIX_NUMBERS);
  let travel = 0;
  const place = (): void => {
    moveScene(scene, (travel += 0.137));
    instances.place(0);
  };
  const write = (): void => {
    travel += 0.137;
    for (let i = 0; i < out.length; i++) out[i] = travel + i;
  };
  const { a, ratio } = paired(place, write, 60);
  report([
    [
      `matrices of ${fit.count} links in space, chain closure and all`,
      `${(a * 1000).toFixed(0)} µs, ${ratio.toFixed(1)} times writing them (wanted: at most 4)`,
    ],
  ]);
}

// The masters of a job: one solid for each of its pieces and wheels.
for (const { id, job } of demoJobs().filter((each) =>
  ['demo-coin-lift', 'demo-arcade-drive'].includes(each.id),
)) {
  const start = performance.now();
  let triangles = 0;
  const count = (parts: readonly { readonly mesh: Parameters<typeof measureMesh>[0] }[]): void => {
    for (const { mesh } of parts) triangles += mesh.triangles.length / 3;
  };
  for (const piece of job.pieces) count(pieceSolid(piece, piece.pitch).parts);
  for (const run of job.runs) {
    const { source, request, sequence } = resolveRun(job, run.id);
    const fit = fitRow(source, request);
    fit.layout.wheels.forEach((_, i) =>
      count(wheelSolid(wheelShape(fit, i, sequence[0], sequence[0].pitch), 0.02)),
    );
  }
  report([
    [`masters of ${id}`, `${(performance.now() - start).toFixed(0)} ms for ${triangles} triangles (stated)`],
  ]);
}

// A file of solids: read, its corners joined, facing outward.
{
  const fine = bar(0, 10, 4, 1e-9);
  const bars = Array.from({ length: 340 }, (_, k) => moved(fine, 0, 9 * k, 0));
  const bytes = writeStl(joinMeshes(bars), 'bars');
  const start = performance.now();
  const read = await readSolids(bytes, 'bars.stl');
  const { bodies, openEdges } = mendSolids(read, { weld: 1e-6 });
  const triangles = bodies.reduce((sum, { mesh }) => sum + mesh.triangles.length / 3, 0);
  if (openEdges > 0) throw new Error(`${openEdges} edges are open`);
  report([
    [
      `an STL file of ${triangles} triangles, read and mended`,
      `${((performance.now() - start) / 1000).toFixed(1)} s (stated)`,
    ],
  ]);
}
