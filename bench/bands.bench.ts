import {
  bandLine,
  fitRow,
  flatPlaces,
  measurePath,
  parsePathData,
  sectionOn,
  sectionRings,
  stockSection,
} from '@coin-relay/core';
import { measureMesh, sweepBand } from '@coin-relay/core/solid';
import { ownPiece, resolveRun, resolveSetOut, shapeJob, type Job } from '@coin-relay/model';
import { moveScene, rowScene } from '@coin-relay/scene';
import { BentCopies } from '@coin-relay/scene/solid';
import { median, paired, report, times } from './timing';

// A thousand pieces of five hundred corners bent in space, against writing as many corners that are at hand.
{
  const base = shapeJob('Bent', 'circle');
  const piece = {
    ...ownPiece('own', 'Bar', '', [{ data: 'M0 -1H10V1H0Z', material: 'brass', line: true }]),
    behaviour: 'bending' as const,
  };
  const job: Job = {
    ...base,
    paths: [
      {
        kind: 'helix',
        id: 'loop',
        name: 'Helix',
        centre: { x: 0, y: 0, z: 0 },
        from: 200,
        to: 200,
        rise: 60,
        turns: 8,
        hand: 'ccw',
        start: 0,
      },
    ],
    pieces: [piece],
    runs: [
      {
        ...base.runs[0],
        sequence: ['own'],
        fit: { hold: 'path', rounding: 'nearest', multiple: 1, count: 1000 },
      },
    ],
  };
  const resolved = resolveRun(job);
  const fit = fitRow(resolved.source, resolved.request);
  const scene = rowScene(fit, resolveSetOut(job, resolved.run, fit));
  // A round body cut along it as it is to be bent: 20 sections of 25 corners.
  const round = Array.from({ length: 500 }, (_, i) => [
    (i % 20) * (10 / 19),
    (2 * Math.PI * Math.floor(i / 20)) / 25,
  ]);
  const corners = Float32Array.from(round.flatMap(([x, a]) => [x, Math.cos(a), Math.sin(a)]));
  const normals = Float32Array.from(round.flatMap(([, a]) => [0, Math.cos(a), Math.sin(a)]));
  const copies = new BentCopies(scene, 0, 1000, corners, normals);
  let travel = 0;
  const bend = (): void => {
    moveScene(scene, (travel += 0.13));
    copies.place(0);
  };
  const out = [new Float32Array(copies.positions.length), new Float32Array(copies.positions.length)];
  const copy = (): void => {
    out[0].set(copies.positions);
    out[1].set(copies.normals);
    for (let i = 0; i < out[0].length; i++) out[0][i] += travel;
  };
  const { a, ratio } = paired(bend, copy, 12);
  report([
    [
      `${copies.count.toLocaleString('en')} pieces of 500 corners bent in space, with their normals`,
      `${a.toFixed(0)} ms, ${ratio.toFixed(1)} times writing as many (wanted: at most 12)`,
    ],
  ]);
}

// A band of two thousand sections of 24 corners: where they stand, and the body.
{
  const path = measurePath(parsePathData('M0 0C900 0 0 600 900 500C1800 400 300 1500 1500 1300')[0]);
  const data = stockSection('round', { width: 20, height: 20, wall: 1 });
  const rings = sectionRings({ data, wall: 0, mirrored: false }, 0.0855);
  const stand = {
    side: 1,
    beside: 0,
    above: 0,
    roll: (s: number) => s / 90,
    size: 1,
    shaping: null,
  } as const;
  const at = sectionOn(flatPlaces(path), stand);
  const range = {
    from: 0,
    to: path.length,
    closed: false,
    corners: [],
    stations: [],
    box: [-10, -10, 10, 10],
    tolerance: 0.0009,
  } as const;
  const found = times(() => sweepBand(bandLine(at, range), rings), 15);
  const line = bandLine(at, range);
  const { openEdges } = measureMesh(sweepBand(line, rings));
  report([
    [
      `a band of ${line.places.length.toLocaleString('en')} sections of ${rings[0].length / 2} corners, ${openEdges} open edges`,
      `${median(found).toFixed(0)} ms (wanted: under 150 ms)`,
    ],
  ]);
}
