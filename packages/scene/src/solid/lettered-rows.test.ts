import { fitRow, mapped3, parsePathData, type Map3 } from '@coin-relay/core';
import { measureMesh } from '@coin-relay/core/solid';
import {
  BELT_SIZES,
  bandOf,
  beltPieces,
  plainBeltPieces,
  type MadePieces,
  demoJobs,
  fittedRows,
  machineOf,
  parseJob,
  plankPieces,
  PLAIN_SET_OUT,
  PLAIN_SETTING,
  precomputeFrames,
  resolveRun,
  resolveSetOut,
  shapeJob,
  type Job,
  type JobPiece,
  type Lettering,
  type Machine,
  type Run,
  type Setting,
} from '@coin-relay/model';
import { describe, expect, it } from 'vitest';
import { MachineItems } from '../drawn';
import { rowScene } from '../placing';
import {
  letteredSetOuts,
  SceneSolids,
  standingBodies,
  standingRows,
  letteringRows,
  standingPieces,
} from './index';

const LETTERING: Lettering = {
  ...{ text: 'L', spelled: false, start: 1, step: 1, first: 1, every: 1, height: 3, along: 0, across: 0 },
  ...{ quarters: 0, upright: false, sides: 'front', material: 'red' },
};
const COUNTER_CLOCKWISE = 'M0 0H300A60 60 0 0 1 300 120H0A60 60 0 0 1 0 0Z';
const CLOCKWISE = 'M0 0A60 60 0 0 0 0 120H300A60 60 0 0 0 300 0Z';

function jobOf(
  data: string,
  lettering: Partial<Lettering>,
  setting: Partial<Setting> = {},
  change: Partial<Run> = {},
): Job {
  const base = shapeJob('Row', 'circle');
  const { pieces, sequence } = plankPieces(20);
  return parseJob({
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
  });
}

function machineFor(job: Job): Machine {
  const rows = fittedRows(job);
  return machineOf(job, rows, precomputeFrames(job, rows));
}

type Triple = readonly number[];
const minus = (a: Triple, b: Triple): number[] => a.map((v, i) => v - b[i]);
const dot = (a: Triple, b: Triple): number => a.reduce((sum, v, i) => sum + v * b[i], 0);
const cross = ([a, b, c]: Triple, [d, e, f]: Triple): number[] => [
  b * f - c * e,
  c * d - a * f,
  a * e - b * d,
];
const unit = (a: Triple): number[] => a.map((v) => v / Math.hypot(...a));

/** How an L stands in space: its foot, its stem, and where the letter looks. */
function lOf(
  piece: JobPiece,
  map: Map3,
  stands: boolean,
): { along: number[]; up: number[]; front: number[] } {
  if (piece.family !== 'own') throw new Error('a letter is a plate');
  const [{ data, plate }] = piece.outline;
  const [contour] = parsePathData(data);
  const lift = Math.sign(plate?.middle ?? 0);
  const put = (x: number, y: number, z: number): number[] => [
    ...(stands ? mapped3(map, x, -z, y) : mapped3(map, x, y, z)),
  ];
  const sides = contour.segments.map((segment) => {
    if (segment.kind !== 'line') throw new Error('an L has straight sides');
    const [a, b] = [put(segment.a.x, segment.a.y, 0), put(segment.b.x, segment.b.y, 0)];
    return { a, b, long: Math.hypot(...minus(b, a)) };
  });
  sides.sort((one, other) => other.long - one.long);
  const [stem] = sides;
  const across = sides.filter(
    (side) => Math.abs(dot(unit(minus(side.b, side.a)), unit(minus(stem.b, stem.a)))) < 0.5,
  );
  const [foot] = across;
  const near = (p: Triple, q: Triple): boolean => Math.hypot(...minus(p, q)) < 1e-6;
  const corner = near(stem.a, foot.a) || near(stem.a, foot.b) ? stem.a : stem.b;
  const way = ({ a, b }: { a: number[]; b: number[] }): number[] =>
    unit(minus(near(a, corner) ? b : a, corner));
  return { along: way(foot), up: way(stem), front: unit(minus(put(0, 0, lift), put(0, 0, 0))) };
}

describe('letters as solids', () => {
  const twin = { x: 0, y: -200, angle: 0.3 };
  const twined = { setOut: { ...PLAIN_SET_OUT, twin } };

  it.each([
    ['counter-clockwise', COUNTER_CLOCKWISE, {}, twined],
    ['clockwise', CLOCKWISE, {}, twined],
    ['clockwise, flipped', CLOCKWISE, { flip: true }, twined],
    [
      'leaving its plane',
      COUNTER_CLOCKWISE,
      { flip: true },
      { ...twined, upright: { by: { by: 'least-twist' }, roll: 0.4, alternate: 0.2, twist: 0, across: 0 } },
    ],
  ] as [string, string, Partial<Setting>, Partial<Run>][])(
    '%s: read from where they look none is mirrored, on the row or on its twin',
    (_, data, setting, change) => {
      for (const [sides, lies] of [
        ['both', false],
        ['outside', false],
        ['outside', true],
        ['inside', true],
      ] as const) {
        const job = jobOf(data, { sides, upright: sides !== 'both' }, setting, change);
        const machine = machineFor({ ...job, stands: lies ? 'lying' : 'upright' });
        const [row] = standingRows(machine);
        const lettered = letteringRows(machine, row);
        expect(lettered).toHaveLength(sides === 'both' ? 4 : 2);
        for (const each of lettered) {
          const found = standingPieces(each);
          expect(found).toHaveLength(each.scene.setOut.table.count);
          for (const { map, piece } of found) {
            const { along, up, front } = lOf(piece.piece, map, piece.stands ?? false);
            expect(dot(cross(along, up), front)).toBeCloseTo(1, 3);
            // On a side of a piece in its plane it is read from before a drawing that stands, from above one that lies.
            if (sides !== 'both' && !change.upright) expect(up[2]).toBeCloseTo(lies ? 1 : -1, 6);
          }
        }
      }
    },
  );

  it('they stand out of what they lie on, and are closed', () => {
    const job = jobOf(COUNTER_CLOCKWISE, { text: '#8', sides: 'both' });
    const machine = machineFor(job);
    // A plank is 0.3 of its width thick; the heads of its nails stand beside the letters.
    const [plank] = job.pieces;
    const high = plank.family === 'plank' ? 0.15 * plank.width : NaN;
    const scene = new SceneSolids(machine, { wheels: false, tolerance: 0.02 });
    const letters = scene.at(0).filter(({ id }) => id.includes('/lettering-'));
    const bodies = standingBodies(scene, letters);
    // Three signs on the front and three on the back where there are two digits.
    const { count } = [...machine.rows.values()][0].fit;
    expect(bodies).toHaveLength(2 * (3 * (count - 9) + 2 * 9));
    for (const { mesh, id } of bodies) {
      expect(measureMesh(mesh).openEdges).toBe(0);
      const zs = mesh.positions.filter((_, i) => i % 3 === 2);
      const back = Math.max(...zs) < 0;
      const proud = (back ? -Math.min(...zs) : Math.max(...zs)) - high;
      expect([id, proud]).toEqual([id, expect.closeTo(0.06 * 3, 6)]);
    }
  });

  it.each([
    ['flat', plainBeltPieces(40)],
    ['toothed', beltPieces(BELT_SIZES[0])],
  ] as [string, MadePieces][])(
    'on the back of a %s belt they bend with it, so far out as that is',
    (_, made) => {
      const base = jobOf(COUNTER_CLOCKWISE, { text: 'H', sides: 'outside', height: 4 });
      const { pieces, sequence } = made;
      const job = parseJob({ ...base, pieces, runs: [{ ...base.runs[0], sequence }] });
      const machine = machineFor(job);
      const scene = new SceneSolids(machine, { wheels: false, tolerance: 0.02 });
      const letters = scene.at(0).filter(({ id }) => id.includes('/lettering-'));
      expect(letters.length).toBe([...machine.rows.values()][0].fit.count);
      const [{ piece }] = rowOf(job).pieces;
      const outer = bandOf(piece)?.outer ?? NaN;
      for (const { mesh } of standingBodies(scene, letters)) {
        let far = -Infinity;
        for (let i = 0; i < mesh.positions.length; i += 3) {
          const [x, y, z] = mesh.positions.subarray(i, i + 3);
          expect(Math.abs(z)).toBeLessThan(2 + 1e-3);
          // Outside a stadium: so far from its middle line.
          const beyond = Math.max(0, -x, x - 300);
          far = Math.max(far, Math.hypot(beyond, y - 60) - 60);
        }
        expect(far).toBeCloseTo(outer + 0.06 * 4, 1);
      }
    },
  );

  it.each(['stiff', 'bending'] as const)(
    'goes with its piece where a boundary takes that whole: %s',
    (behaviour) => {
      const base = jobOf(COUNTER_CLOCKWISE, { text: 'H', height: 2, across: 5 });
      const job = parseJob({
        ...base,
        paths: [
          ...base.paths,
          { kind: 'outline', id: 'fence', name: 'Fence', data: 'M-200 -80H150V200H-200Z' },
        ],
        pieces: base.pieces.map((piece) => ({ ...piece, behaviour })),
        runs: [
          {
            ...base.runs[0],
            setOut: { ...PLAIN_SET_OUT, boundary: { path: 'fence', keep: 'inside', how: 'whole' } },
          },
        ],
      });
      const machine = machineFor(job);
      const nodes = new SceneSolids(machine, { wheels: false, tolerance: 0.02 }).at(0);
      const letters = nodes.filter(({ id }) => id.includes('/lettering-'));
      const pieces = nodes.length - letters.length;
      expect(pieces).toBeGreaterThan(5);
      expect(pieces).toBeLessThan(machine.rows.get('row')!.fit.count - 5);
      expect(letters).toHaveLength(pieces);
      const [{ items }] = new MachineItems(machine, { wheels: false, path: false, machine: false }).at(
        0,
      ).rows;
      const many = (kind: string): number => items.filter((item) => item.kind === kind).length;
      expect([many('piece'), many('letter')]).toEqual([pieces, pieces]);
    },
  );

  it('only what is written is made: of a word one letter, however many links', () => {
    const setOuts = letteredSetOuts(rowOf(jobOf(COUNTER_CLOCKWISE, { text: 'PIER' })));
    expect(setOuts.map(({ pieces }) => pieces.length)).toEqual([1]);
    const numbered = letteredSetOuts(rowOf(jobOf(COUNTER_CLOCKWISE, { text: '###' })));
    expect(numbered.map(({ pieces }) => pieces.length)).toEqual([1, 5, 10]);
  });
});

function rowOf(job: Job): ReturnType<typeof rowScene> {
  const resolved = resolveRun(job);
  const fit = fitRow(resolved.source, resolved.request);
  return rowScene(fit, resolveSetOut(job, resolved.run, fit));
}

it('every demo job that is lettered says so in all its places', () => {
  const lettered = demoJobs().flatMap(({ job }) => (job.runs.some((run) => run.lettering) ? [job] : []));
  for (const job of lettered)
    for (const row of standingRows(machineFor(job)))
      if (row.scene.setOut.lettering) expect(letteringRows(machineFor(job), row).length).toBeGreaterThan(0);
});
