import { fitRow } from '@coin-relay/core';
import {
  CATALOGUE,
  outlineJob,
  ownPiece,
  parseJob,
  plainUpright,
  resolveRun,
  resolveSetOut,
  withPins,
  type Job,
  type JobPiece,
} from '@coin-relay/model';
import { describe, expect, it } from 'vitest';
import { rowScene } from '../placing/scene';
import { poseDepths } from '../solid';
import { MOST_POSES, neighbourPoses, type NeighbourPoses } from './neighbour-poses';
import type { NeighbourCut } from './neighbours';
import { cutsOfPoses } from './pose-cuts';

const ofPieces = (job: Job, pieces: readonly JobPiece[]): Job =>
  parseJob({
    ...job,
    pieces: [...pieces],
    runs: [
      {
        ...job.runs[0],
        sequence: pieces.map(({ id }) => id),
        fit: { hold: 'path', rounding: 'nearest', multiple: pieces.length, count: null },
        upright: plainUpright(job.paths[0]),
      },
    ],
  });

function looked(job: Job): { readonly poses: NeighbourPoses; readonly cuts: readonly NeighbourCut[] } {
  const { run, source, request } = resolveRun(job);
  const fit = fitRow(source, request);
  const setOut = resolveSetOut(job, run, fit);
  const poses = neighbourPoses(rowScene(fit, setOut));
  return { poses, cuts: cutsOfPoses(poses, poseDepths({ pieces: setOut.pieces, ...poses })) };
}

/** A bar as thick as it is high, with its pins on the middles of its ends. */
const bar = (length: number, thick: number): JobPiece =>
  withPins(
    ownPiece('bar', 'Bar', 'drawn', [
      {
        data: `M0 ${-thick / 2}H${length}V${thick / 2}H0Z`,
        material: 'brass',
        line: true,
        plate: { thick, middle: 0, ease: 0 },
      },
    ]),
    { from: { x: 0, y: 0 }, to: { x: length, y: 0 } },
  );
const circle = (radius: number): string =>
  `M${radius} 0A${radius} ${radius} 0 1 1 ${-radius} 0A${radius} ${radius} 0 1 1 ${radius} 0Z`;
const helix = (radius: number, rise: number): Job => {
  const job = outlineJob('Row', circle(radius));
  return {
    ...job,
    paths: [
      {
        kind: 'helix',
        id: job.runs[0].path,
        name: 'Helix',
        centre: { x: 0, y: 0, z: 0 },
        ...{ from: radius, to: radius, rise, turns: 2, hand: 'ccw', start: 0 },
      },
    ],
  };
};
const madeOf = (id: string): readonly JobPiece[] => CATALOGUE.find((entry) => entry.id === id)!.make().pieces;

describe('neighbours of rows in space', () => {
  it('bars round a circle: as deep as in closed form, at every place, looked at once', () => {
    const job = ofPieces(outlineJob('Row', circle(10 / Math.sin(Math.PI / 19))), [bar(20, 10)]);
    const { poses, cuts } = looked(job);
    expect(poses.poses.length).toBeLessThan(6);
    expect(cuts.map(({ place, other }) => [place, other])).toEqual(
      Array.from({ length: 19 }, (_, i) => [i, (i + 1) % 19]),
    );
    const angle = (2 * Math.PI) / 19;
    const deep = (5 * Math.sin(angle)) / (Math.sin(angle) + Math.cos(angle));
    for (const { depth } of cuts) {
      expect(depth).toBeGreaterThan(deep - 0.03);
      expect(depth).toBeLessThan(deep + 1e-6);
    }
  });

  it('none on a straight, and none of what bends or turns to a point', () => {
    expect(looked(ofPieces(outlineJob('Row', 'M0 0H1000'), [bar(20, 10)])).poses.poses).toEqual([]);
    const tight = outlineJob('Row', circle(10 / Math.sin(Math.PI / 19)));
    expect(looked(ofPieces(tight, [{ ...bar(20, 10), behaviour: 'bending' }])).poses.poses).toEqual([]);
  });

  it('planks of a winding way cut into each other where it is too steep and tight, not where it is wide', () => {
    const planks = madeOf('plank');
    const { pitch } = planks[0];
    expect(looked(ofPieces(helix(20 * pitch, 4 * pitch), planks)).cuts).toEqual([]);
    const tight = looked(ofPieces(helix(5 * pitch, 10 * pitch), planks));
    expect(tight.cuts.length).toBeGreaterThan(50);
    // All stand alike to one another.
    const depths = tight.cuts.map(({ depth }) => depth);
    expect(Math.max(...depths) - Math.min(...depths)).toBeLessThan(1e-9);
  });

  it('links shift in one another, and pins take what joints are asked for: no cuts', () => {
    for (const id of ['round-EN8182-8', 'chain-08B', 'chain-08B-2', 'flat-top', 'shoe', 'stitch-cross']) {
      const pieces = madeOf(id);
      const { pitch } = pieces[0];
      const { poses, cuts } = looked(ofPieces(helix(10 * pitch, 6 * pitch), pieces));
      expect(poses.poses.length).toBeGreaterThan(0);
      expect([id, cuts]).toEqual([id, []]);
    }
  });

  it('pieces of very many triangles are not looked at', () => {
    /** A bar whose upper side is told by so many points. */
    const told = (points: number): JobPiece => {
      const upper = Array.from(
        { length: points },
        (_, i) => `L${(20 - (20 * (i + 1)) / points).toFixed(4)} 5`,
      );
      return withPins(
        ownPiece('bar', 'Bar', 'drawn', [
          {
            data: `M0 -5H20V5${upper.join('')}Z`,
            material: 'brass',
            line: true,
            plate: { thick: 10, middle: 0, ease: 0 },
          },
        ]),
        { from: { x: 0, y: 0 }, to: { x: 20, y: 0 } },
      );
    };
    const tight = outlineJob('Row', circle(10 / Math.sin(Math.PI / 9)));
    expect(looked(ofPieces(tight, [told(40)])).cuts.length).toBeGreaterThan(5);
    expect(looked(ofPieces(tight, [told(14_000)])).cuts).toEqual([]);
  });

  it('no more poses than are looked at: those furthest from straight', () => {
    const [bead] = madeOf('bead-ball');
    const wild: JobPiece = { ...bead, variation: { seed: 3, size: 0.4, thickness: 0, turn: 0, wire: 0 } };
    const { poses } = looked(ofPieces(outlineJob('Row', circle(200 * bead.pitch)), [wild]));
    expect(poses.poses).toHaveLength(MOST_POSES);
    const turned = poses.poses.map(({ pose, straight }) =>
      Math.max(...pose.map((value, i) => (i % 4 === 3 ? 0 : Math.abs(value - straight[i])))),
    );
    expect(turned[0]).toBeGreaterThan(turned[MOST_POSES - 1]);
  });
});
