import { parsePathData, fitRow } from '@coin-relay/core';
import {
  parseJob,
  plankPieces,
  PLAIN_SET_OUT,
  PLAIN_SETTING,
  resolveRun,
  resolveSetOut,
  shapeJob,
  type Job,
  type Lettering,
  type Run,
  type Setting,
} from '@coin-relay/model';
import { describe, expect, it } from 'vitest';
import { moveScene, placeMatrix, placeOf, rowScene, twinMatrix, type RowScene } from '../placing';
import { letteredBox } from './lettered-box';
import { lettersOf, type Letter } from './letters';

const LETTERING: Lettering = {
  ...{ text: 'L', spelled: false, start: 1, step: 1, first: 1, every: 1, height: 3, along: 0, across: 0 },
  ...{ quarters: 0, upright: false, sides: 'front', material: 'red' },
};
const COUNTER_CLOCKWISE = 'M0 0H300A60 60 0 0 1 300 120H0A60 60 0 0 1 0 0Z';
const CLOCKWISE = 'M0 0A60 60 0 0 0 0 120H300A60 60 0 0 0 300 0Z';

function jobOf(
  data: string,
  lettering: Partial<Lettering>,
  change: Partial<Run> = {},
  setting?: Partial<Setting>,
): Job {
  const base = shapeJob('Row', 'circle');
  const { pieces, sequence } = plankPieces(20);
  return {
    ...base,
    paths: [{ kind: 'outline', id: 'loop', name: 'Line', data }],
    pieces: pieces.map((piece) => ({ ...piece, setting: { ...PLAIN_SETTING, ...setting } })),
    runs: [
      {
        ...{ ...base.runs[0], sequence, lettering: { ...LETTERING, ...lettering } },
        fit: { hold: 'path', rounding: 'nearest', multiple: 1, count: null },
        ...change,
      },
    ],
  };
}

function sceneOf(job: Job): RowScene {
  const parsed = parseJob(job);
  const resolved = resolveRun(parsed);
  const fit = fitRow(resolved.source, resolved.request);
  return rowScene(fit, resolveSetOut(parsed, resolved.run, fit));
}

type Point = readonly [number, number];

/** The corners of the outline of an L: its foot runs on from its stem to the right, as it is read. */
function corners({ d }: Letter): Point[] {
  const [contour] = parsePathData(d);
  return contour.segments.map((segment): Point => {
    if (segment.kind !== 'line') throw new Error('an L has straight sides');
    return [segment.a.x, segment.a.y];
  });
}

const areaOf = (points: readonly Point[]): number =>
  points.reduce((sum, [x, y], i) => {
    const [u, v] = points[(i + 1) % points.length];
    return sum + (x * v - u * y) / 2;
  }, 0);

/** How the L of a place lies in the drawing: its area, its way of being read, and what is up on it. */
function drawnAt(scene: RowScene, place: number, twin = false): { area: number; along: Point; up: Point } {
  const written = lettersOf(scene, twin);
  if (!written) throw new Error('nothing is written');
  const letter = written.letters[written.parts[0][place]];
  const m = new Float64Array(6);
  placeMatrix(scene, place, scene.pieces[letter.on], 0, m);
  const { twin: line } = scene.setOut.setOut;
  const t = twin && line ? twinMatrix(line) : [1, 0, 0, 1, 0, 0];
  const drawn = corners(letter).map(([x, y]): Point => {
    const [u, v] = [m[0] * x + m[2] * y + m[4], m[1] * x + m[3] * y + m[5]];
    return [t[0] * u + t[2] * v + t[4], t[1] * u + t[3] * v + t[5]];
  });
  // Of an L the longest side is its stem, and the longest of those across it its foot.
  const sides = drawn.map(([x, y], i) => {
    const [u, v] = drawn[(i + 1) % drawn.length];
    const long = Math.hypot(u - x, v - y);
    return { long, from: [x, y] as Point, to: [u, v] as Point, way: [(u - x) / long, (v - y) / long] };
  });
  sides.sort((a, b) => b.long - a.long);
  const [stem] = sides;
  const foot = sides.filter(({ way: [x, y] }) => Math.abs(x * stem.way[0] + y * stem.way[1]) < 0.5)[0];
  const near = (a: Point, b: Point): boolean => Math.hypot(a[0] - b[0], a[1] - b[1]) < 1e-6;
  const corner = near(stem.from, foot.from) || near(stem.from, foot.to) ? stem.from : stem.to;
  const way = (side: typeof stem): Point => {
    const end = near(side.from, corner) ? side.to : side.from;
    return [(end[0] - corner[0]) / side.long, (end[1] - corner[1]) / side.long];
  };
  return { area: areaOf(drawn), along: way(foot), up: way(stem) };
}

describe('what is written on a row', () => {
  const twin = { x: 0, y: -200, angle: 0.3 };
  const ways: [string, string, Partial<Setting>][] = [
    ['counter-clockwise', COUNTER_CLOCKWISE, {}],
    ['clockwise', CLOCKWISE, {}],
    ['clockwise, flipped', CLOCKWISE, { flip: true }],
    ['counter-clockwise, flipped and turned', COUNTER_CLOCKWISE, { flip: true, turn: 0.4 }],
    ['upright', CLOCKWISE, { facing: 'upright' }],
  ];

  it.each(ways)('%s: is never mirrored, on the row or on its twin', (_, data, setting) => {
    const scene = sceneOf(jobOf(data, {}, { setOut: { ...PLAIN_SET_OUT, twin } }, setting));
    for (const mirrored of [false, true])
      for (let place = 0; place < scene.setOut.table.count; place += 3) {
        const { along, up } = drawnAt(scene, place, mirrored);
        // Up is a quarter turn to the left of how it reads.
        expect(along[0] * up[1] - along[1] * up[0]).toBeCloseTo(1, 3);
      }
  });

  it.each(ways)('%s: upright, it reads forwards or up everywhere', (_, data, setting) => {
    for (const quarters of [0, 1, 2, 3]) {
      const scene = sceneOf(
        jobOf(data, { upright: true, quarters }, { setOut: { ...PLAIN_SET_OUT, twin } }, setting),
      );
      for (const mirrored of [false, true])
        for (let place = 0; place < scene.setOut.table.count; place++) {
          const { along } = drawnAt(scene, place, mirrored);
          expect(along[0] > -1e-6 && (along[0] > 1e-6 || along[1] > 0)).toBe(true);
        }
    }
  });

  it('otherwise it reads as the row goes, and by quarter turns to the left of that', () => {
    for (const data of [COUNTER_CLOCKWISE, CLOCKWISE])
      for (const quarters of [0, 1, 2, 3]) {
        const scene = sceneOf(jobOf(data, { quarters }));
        const m = new Float64Array(6);
        placeMatrix(scene, 5, scene.pieces[0], 0, m);
        const long = Math.hypot(m[0], m[1]);
        const [x, y] = [m[0] / long, m[1] / long];
        const [c, s] = [Math.cos((quarters * Math.PI) / 2), Math.sin((quarters * Math.PI) / 2)];
        const { along } = drawnAt(scene, 5);
        expect(along[0]).toBeCloseTo(c * x - s * y, 3);
        expect(along[1]).toBeCloseTo(s * x + c * y, 3);
      }
  });

  it('lies where it is told: its middle from that of the piece, capitals as high as they are told', () => {
    const scene = sceneOf(jobOf(COUNTER_CLOCKWISE, { text: 'HH', height: 4, along: 2, across: -1 }));
    const written = lettersOf(scene);
    const { box, d } = written!.letters[0];
    const [x0, y0, x1, y1] = letteredBox(scene.pieces[0]);
    expect((box[0] + box[2]) / 2).toBeCloseTo((x0 + x1) / 2 + 2, 9);
    expect((box[1] + box[3]) / 2).toBeCloseTo((y0 + y1) / 2 - 1, 9);
    const ys = parsePathData(d).flatMap(({ segments }) =>
      segments.flatMap((segment) => (segment.kind === 'line' ? [segment.a.y, segment.b.y] : [])),
    );
    expect(Math.max(...ys) - Math.min(...ys)).toBeCloseTo(4, 3);
  });

  it('stays with its piece when the row travels', () => {
    const scene = sceneOf(jobOf(COUNTER_CLOCKWISE, { text: '#' }));
    const { parts, letters } = lettersOf(scene)!;
    moveScene(scene, 2.5);
    const { firstLink } = scene.frame;
    for (let k = 0; k < scene.frame.links; k++) {
      const place = placeOf(scene, k);
      if (place >= 0) expect(place).toBe(k + firstLink);
    }
    // Nine places have one digit, all others two.
    expect([...parts[1]].filter((letter) => letter >= 0)).toHaveLength(scene.setOut.table.count - 9);
    expect(new Set(letters.map(({ on }) => on))).toEqual(new Set([0]));
  });

  it('a place that is left out keeps its number for itself', () => {
    const scene = sceneOf(jobOf(COUNTER_CLOCKWISE, { text: '#' }));
    scene.setOut.table.leftOut[2] = 1;
    const { parts } = lettersOf(scene)!;
    expect(parts[0][2]).toBe(-1);
    expect(parts[0][3]).toBeGreaterThanOrEqual(0);
    expect(parts[0][3]).not.toBe(parts[0][1]);
  });
});
