import { fitRow, measurePath, parsePathData, pathReader, newReading } from '@coin-relay/core';
import { ownPiece, parseJob, resolveRun, resolveSetOut, shapeJob } from '@coin-relay/model';
import { describe, expect, it } from 'vitest';
import { bendingPart, bentPoints } from './bent';
import { BENT_PARTS, bendStep, bentStray, rowScene, type RowScene } from './index';

/** One body as long as the whole path, bent along it. */
function longBody(data: string, long = 900): RowScene {
  const base = shapeJob('Long', 'circle');
  const piece = {
    ...ownPiece('own', 'Body', '', [{ data: `M0 -4H${long}V4H0Z`, material: 'brass', line: true }]),
    behaviour: 'bending' as const,
  };
  const job = parseJob({
    ...base,
    paths: [{ kind: 'outline', id: 'loop', name: 'Line', data }],
    pieces: [piece],
    runs: [
      {
        ...base.runs[0],
        sequence: ['own'],
        fit: { hold: 'path', rounding: 'nearest', multiple: 1, count: 1 },
      },
    ],
  });
  const resolved = resolveRun(job);
  const fit = fitRow(resolved.source, resolved.request);
  return rowScene(fit, resolveSetOut(job, resolved.run, fit));
}

describe('edges of what bends', () => {
  it('are so short that none strays further from its curve than the tolerance: one body over a whole loop', () => {
    const data = 'M0 0H300A30 30 0 0 1 300 60H0A30 30 0 0 1 0 0Z';
    const scene = longBody(data);
    const [piece] = scene.pieces;
    expect(scene.fit).toMatchObject({ count: 1, closes: true });
    for (const tolerance of [0.05, 0.01]) {
      const step = bendStep(scene, piece, tolerance);
      expect(step).toBeLessThan(piece.span / BENT_PARTS);
      // The sagitta of a chord of its outer side, 4 beyond a bend of 30.
      const angle = step / 30;
      expect(34 * (1 - Math.cos(angle / 2))).toBeLessThanOrEqual(tolerance * (1 + 1e-3));
    }
  });

  it('never are longer than a fourteenth of their piece, nor so short that there are too many', () => {
    const scene = longBody('M0 0H900');
    expect(bendStep(scene, scene.pieces[0], 0.02)).toBeCloseTo(scene.pieces[0].span / BENT_PARTS, 9);
    const tight = longBody('M0 0H300A30 30 0 0 1 300 60H0A30 30 0 0 1 0 0Z');
    expect(tight.pieces[0].span / bendStep(tight, tight.pieces[0], 1e-9)).toBeCloseTo(1000, 6);
  });

  it('stray by no more than that where they can, and by how much is told where they cannot', () => {
    const loop = longBody('M0 0H300A30 30 0 0 1 300 60H0A30 30 0 0 1 0 0Z');
    expect(bentStray(loop, loop.pieces[0], 0.05)).toBeCloseTo(0.05, 3);
    const long = longBody('M0 0H30000A30 30 0 0 1 30000 60H0A30 30 0 0 1 0 0Z', 60_000);
    const [piece] = long.pieces;
    // Cut into a thousand parts: the sagitta of one of these on the outer side.
    const angle = piece.span / 1000 / 30;
    expect(bentStray(long, piece, 0.05)).toBeCloseTo((34 * angle ** 2) / 8, 9);
    expect(bentStray(longBody('M0 0H900'), piece, 0.05)).toBe(0);
  });

  it('in plan keep the outline of that body to the parallels of its path', () => {
    const data = 'M0 0H300A30 30 0 0 1 300 60H0A30 30 0 0 1 0 0Z';
    const scene = longBody(data);
    const [piece] = scene.pieces;
    const outline = bendingPart('M0 -4H900V4H0Z', scene, piece);
    const out = new Float64Array(outline.points.length);
    bentPoints(scene, 0, piece, outline, 0, out);
    const read = pathReader(measurePath(parsePathData(data)[0]));
    const at = newReading();
    let worst = 0;
    for (let i = 0; i + 3 < out.length; i += 2) {
      const [mx, my] = [(out[i] + out[i + 2]) / 2, (out[i + 1] + out[i + 3]) / 2];
      // Only where both ends lie on one side of it.
      if (outline.points[i + 1] !== outline.points[i + 3]) continue;
      let least = Infinity;
      for (let s = 0; s < 789; s += 0.5) {
        read(s, at);
        least = Math.min(least, Math.abs(Math.hypot(at[0] - mx, at[1] - my) - 4));
      }
      worst = Math.max(worst, least);
    }
    expect(worst).toBeLessThan(0.06);
  });
});
