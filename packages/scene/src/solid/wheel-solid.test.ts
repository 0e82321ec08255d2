import { fitRow } from '@coin-relay/core';
import { measureMesh } from '@coin-relay/core/solid';
import { demoJobs, resolveRun } from '@coin-relay/model';
import { wheelDiscs } from '@coin-relay/model/solid';
import { expectClosed, unlike } from '@coin-relay/model/solid-testing';
import { describe, expect, it } from 'vitest';
import { wheelFigure } from '../figures';
import { wheelShape } from './wheel-shape';
import { wheelSolid } from './wheel-solid';

/** The wheels of every demo job that has some, with what runs on them. */
const wheels = demoJobs().flatMap(({ id, job }) =>
  job.runs.flatMap((run) => {
    const { source, request, sequence } = resolveRun(job, run.id);
    const fit = fitRow(source, request);
    const [piece] = sequence;
    return fit.layout.wheels.map((wheel, i) => ({
      name: `${id}, ${run.id}, wheel ${i + 1}`,
      piece,
      fit,
      i,
      radius: wheel.radius,
    }));
  }),
);

describe('wheels as solids', () => {
  it('there are toothed ones, plain ones, and some under shoes', () => {
    expect(wheels.length).toBeGreaterThan(10);
    expect(new Set(wheels.map(({ piece }) => piece.family)).size).toBeGreaterThan(2);
  });

  it.each(wheels.map((wheel) => [wheel.name, wheel] as const))('%s', (_, { fit, i, piece, radius }) => {
    const tolerance = radius / 1000;
    const parts = wheelSolid(wheelShape(fit, i, piece, piece.pitch), tolerance);
    // Discs with a bore and five holes or arms, rings, marks.
    for (const { mesh } of parts) expectClosed(mesh, [2, 0, -10]);
    expect(unlike({ parts }, wheelFigure(fit, i, piece, piece.pitch), tolerance)).toBeLessThan(0.01);
    // It goes between what runs on it, and its hub goes all the way through.
    const discs = wheelDiscs(piece);
    const hub = measureMesh(parts[parts.length - 1].mesh).bounds;
    expect(hub[2]).toBeLessThan(discs[0][0]);
    expect(hub[5]).toBeGreaterThan(discs[discs.length - 1][1]);
  });

  it('the horns of shoes run between two discs, chains have one to a row', () => {
    const shoe = wheels.find(({ piece }) => piece.family === 'track-shoe')!;
    const [near, far] = wheelDiscs(shoe.piece);
    expect(near[1]).toBeLessThan(0);
    expect(far[0]).toBeGreaterThan(0);
    const chain = wheels.find(({ piece }) => piece.family === 'roller-chain')!.piece;
    if (chain.family !== 'roller-chain') throw new Error('no chain');
    expect(wheelDiscs({ ...chain, rows: 2 })).toHaveLength(2);
    // Teeth go in between the inner plates.
    const [[low, high]] = wheelDiscs({ ...chain, rows: 1 });
    expect(high - low).toBeLessThan(chain.width);
  });
});
