import {
  drawnSpacePath,
  fitRow,
  measurePath,
  moveSpacePoints,
  spaceSource,
  type SpaceDrawn,
} from '@coin-relay/core';
import { demoJobs, plainUpright, resolveRun, resolveSetOut, type Job } from '@coin-relay/model';
import { moveScene, rowScene } from '@coin-relay/scene';
import { RowInstances } from '@coin-relay/scene/solid';
import { CHAIN_REQUEST } from './machines';
import { median, paired, report, times } from './timing';

const LINKS = 200;
const POINTS = 24;
const RADIUS = (LINKS * CHAIN_REQUEST.pitch) / (2 * Math.PI);

/** A smooth closed path through points round a circle; in space it goes up and down four times. */
function smooth(high: number): SpaceDrawn {
  const at = (k: number): { x: number; y: number; z: number } => {
    const a = (2 * Math.PI * k) / POINTS;
    return { x: RADIUS * Math.cos(a), y: RADIUS * Math.sin(a), z: high * Math.sin(4 * a) };
  };
  const slope = (k: number): { x: number; y: number; z: number } => {
    const [p, q] = [at(k - 1), at(k + 1)];
    return { x: (q.x - p.x) / 6, y: (q.y - p.y) / 6, z: (q.z - p.z) / 6 };
  };
  return {
    closed: true,
    points: Array.from({ length: POINTS }, (_, k) => {
      const back = slope(k + 1);
      return {
        ...at(k),
        radius: 0,
        next: { kind: 'curve', out: slope(k), in: { x: -back.x, y: -back.y, z: -back.z } },
      };
    }),
  };
}

/** The same path in the plane, as curves of the plane. */
const flat = (path: SpaceDrawn) => {
  const { segments, closed } = drawnSpacePath(path.points, path.closed);
  return {
    closed,
    segments: segments.flatMap((piece) =>
      piece.kind === 'cubic'
        ? [{ kind: 'cubic' as const, p0: piece.p0, p1: piece.p1, p2: piece.p2, p3: piece.p3 }]
        : [],
    ),
  };
};

{
  const inSpace = smooth(60);
  const level = flat(smooth(0));
  if (!(measurePath(level).length > 0)) throw new Error('no path');
  const fitSpace = (path: SpaceDrawn): number =>
    fitRow(spaceSource({ kind: 'pieces', contour: drawnSpacePath(path.points, path.closed) }), CHAIN_REQUEST)
      .count;
  const space = (): void => {
    fitSpace(inSpace);
  };
  const plane = (): void => {
    fitRow({ kind: 'contour', contour: level }, CHAIN_REQUEST);
  };
  const { a, ratio } = paired(space, plane, 30);
  let k = 0;
  const drag = times(() => {
    k++;
    fitSpace(moveSpacePoints(inSpace, new Set([5]), { x: 0.01 * k, y: 0.01 * k, z: 0.02 * k }));
  }, 40);
  report([
    [
      `fit and cycle of ${fitSpace(inSpace)} links on a smooth path in space, against one in the plane`,
      `${a.toFixed(1)} ms, ${ratio.toFixed(2)} times (wanted: at most 3)`,
    ],
    ['a point of it dragged', `${median(drag).toFixed(1)} ms at the median (wanted: under 16)`],
  ]);
}

// Where the links of a row in space stand at a frame, against writing the same arrays with numbers at hand.
{
  const { job } = demoJobs().find(({ id }) => id === 'demo-counterweight-chain')!;
  const fine: Job = structuredClone(job);
  for (const piece of fine.pieces) piece.pitch /= 70;
  fine.runs[0].upright = { ...plainUpright(undefined), alternate: Math.PI / 2, twist: Math.PI };
  const resolved = resolveRun(fine);
  const fit = fitRow(resolved.source, resolved.request);
  const scene = rowScene(fit, resolveSetOut(fine, resolved.run, fit));
  const instances = new RowInstances(scene);
  const { pins, rise, arc } = scene.frame;
  let travel = 0;
  const place = (): void => {
    moveScene(scene, (travel += 0.137));
    instances.place(0);
  };
  const write = (): void => {
    travel += 0.137;
    for (const each of [pins, rise, arc]) for (let i = 0; i < each.length; i++) each[i] = travel + i;
    for (const { matrices, finishes, places } of instances.groups) {
      for (let i = 0; i < matrices.length; i++) matrices[i] = travel + i;
      for (let i = 0; i < places.length; i++) places[i] = finishes[i] = i;
    }
  };
  const { a, ratio } = paired(place, write, 60);
  report([
    [
      `frames and matrices of ${fit.count} links on a path in space`,
      `${(a * 1000).toFixed(0)} µs, ${ratio.toFixed(1)} times writing them (wanted: at most 5)`,
    ],
  ]);
}
