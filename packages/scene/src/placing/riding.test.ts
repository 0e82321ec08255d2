import { fitRow } from '@coin-relay/core';
import {
  parseJob,
  resolveRun,
  resolveSetOut,
  shapeJob,
  tubePieces,
  type Job,
  type JobPiece,
} from '@coin-relay/model';
import { describe, expect, it } from 'vitest';
import { moveScene, rowScene, type RowScene } from './index';
import { readShapedAt } from './riding';

const part = (id: string, length: number): JobPiece => ({
  ...tubePieces(length).pieces[0],
  ...{ id, name: id, length, pitch: length, behaviour: 'bending' },
});

/** A body of 300 mm on a circle of 600 mm, twice as large at its head and half as large at its tail. */
function sceneOf(rides: boolean): RowScene {
  const base = shapeJob('Eel', 'circle');
  const r = 600 / (2 * Math.PI);
  const job: Job = parseJob({
    ...base,
    paths: [
      {
        ...{ kind: 'outline', id: 'loop', name: 'Way' },
        data: `M${r} 0A${r} ${r} 0 0 1 ${-r} 0A${r} ${r} 0 0 1 ${r} 0Z`,
      },
    ],
    pieces: [part('head', 60), part('middle', 40)],
    runs: [
      {
        ...base.runs[0],
        path: 'loop',
        sequence: ['head', 'middle'],
        fit: {
          ...{ hold: 'path', rounding: 'nearest', multiple: 1, count: null },
          endToEnd: { gap: 0, body: { piece: 'middle', length: 300 } },
        },
        shaping: {
          ...{ smooth: false, rides },
          stations: [
            { at: 0, scale: 2, roll: 0, lift: 0 },
            { at: rides ? 1 : 0.5, scale: 0.5, roll: 0, lift: 0 },
          ],
        },
      },
    ],
  });
  const resolved = resolveRun(job);
  const fit = fitRow(resolved.source, resolved.request);
  return rowScene(fit, resolveSetOut(job, resolved.run, fit));
}
const scaleAt = (scene: RowScene, k: number, s: number): number => {
  const out = new Float64Array(3);
  readShapedAt(scene, k, s, out);
  return out[0];
};

describe('a shape that rides with its body', () => {
  it.each([0, 1.3, 2.7])('is the same at the same places of the body, %d pitches on', (travel) => {
    const scene = sceneOf(true);
    moveScene(scene, travel);
    const { arc } = scene.frame;
    expect(scaleAt(scene, 0, arc[0])).toBeCloseTo(2, 9);
    // A fifth of the body is its head; straight between both ends.
    expect(scaleAt(scene, 0, arc[0] + 60)).toBeCloseTo(1.7, 9);
    expect(scaleAt(scene, 1, arc[1])).toBeCloseTo(1.7, 6);
    expect(scaleAt(scene, 1, arc[1] + 240)).toBeCloseTo(0.5, 6);
  });

  it('a row whose strands have turned stands as one that has run on', () => {
    const [turned, run] = [sceneOf(true), sceneOf(true)];
    moveScene(turned, 0.5, 0, 1.2);
    moveScene(run, 1.7);
    expect([...turned.frame.arc]).toEqual([...run.frame.arc]);
  });

  it('does not ride where it is told along the path', () => {
    const scene = sceneOf(false);
    const before = scaleAt(scene, 0, scene.frame.arc[0]);
    moveScene(scene, 1.3);
    expect(scaleAt(scene, 0, scene.frame.arc[0])).not.toBeCloseTo(before, 3);
  });
});
