import { BY, fitRow } from '@coin-relay/core';
import {
  CATALOGUE,
  MATERIALS,
  parseJob,
  PLAIN_SET_OUT,
  resolveRun,
  machineOf,
  resolveSetOut,
  shapeJob,
  type Job,
  type Role,
  type SetOut,
} from '@coin-relay/model';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { partsList } from '@coin-relay/scene';
import { writeSvg, readSvg } from '../index';
import {
  drawOrder,
  pieceNumberAt,
  placeMatrix,
  placeRows,
  rowBounds,
  rowScene,
  type RowScene,
} from '@coin-relay/scene';

/** Entries that a row can be of, one of each family. */
const FAMILIES = [...new Map(CATALOGUE.map((entry) => [entry.family, entry])).values()];
const touch = {
  turn: fc.double({ min: -7, max: 7, noNaN: true }),
  along: fc.double({ min: -30, max: 30, noNaN: true }),
  out: fc.double({ min: -30, max: 30, noNaN: true }),
};
const material = fc.option(fc.constantFrom(...MATERIALS.map(({ id }) => id)), { nil: null });
const role: fc.Arbitrary<Role> = fc.oneof(
  fc.constantFrom<Role>({ role: 'first' }, { role: 'last' }, { role: 'corners' }, { role: 'points' }),
  fc.record({
    role: fc.constant('every' as const),
    every: fc.integer({ min: 1, max: 40 }),
    start: fc.integer({ min: 0, max: 60 }),
    from: fc.constantFrom('start' as const, 'end' as const),
  }),
  fc.record({
    role: fc.constant('nth' as const),
    at: fc.integer({ min: 0, max: 400 }),
    from: fc.constantFrom('start' as const, 'end' as const),
  }),
);
const setOut = fc.record({
  alternate: fc.constantFrom(0, Math.PI / 2, 0.3),
  rules: fc.array(fc.record({ on: role, material, snap: fc.boolean(), ...touch }), { maxLength: 5 }),
  byHand: fc.array(
    fc.record({
      at: fc.oneof(
        fc.record({ by: fc.constant('index' as const), index: fc.integer({ min: 0, max: 300 }) }),
        fc.record({ by: fc.constant('distance' as const), s: fc.double({ min: 0, max: 900, noNaN: true }) }),
      ),
      leftOut: fc.boolean(),
      ...touch,
    }),
    { maxLength: 12 },
  ),
  handed: fc.integer({ min: 0, max: 6 }),
  takes: fc.constantFrom('position' as const, 'direction' as const, 'both' as const),
  rows: fc.integer({ min: 1, max: 3 }),
  twin: fc.boolean(),
  overlap: fc.constantFrom(
    'as-made' as const,
    'next-over' as const,
    'next-under' as const,
    'linked' as const,
  ),
  boundary: fc.constantFrom(null, 'whole' as const, 'cut' as const),
  reach: fc.constantFrom(null, 'up' as const, 'down' as const, 'out' as const, 'in' as const),
});

type Drawn = typeof setOut extends fc.Arbitrary<infer T> ? T : never;

function jobOf(entry: (typeof FAMILIES)[number], shape: string, of: Drawn): Job {
  const made = entry.make();
  const base = shapeJob('Row', shape as 'circle');
  const [first] = made.pieces;
  const set: SetOut = {
    ...PLAIN_SET_OUT,
    alternate: of.alternate,
    rules: of.rules.map((rule, i) => ({ id: `r${i}`, piece: i % 2 === 0 ? first.id : null, ...rule })),
    byHand: of.byHand.map((hand, i) => ({ id: `h${i}`, piece: null, ...hand })),
    handed:
      of.handed > 0
        ? {
            takes: of.takes,
            items: Array.from({ length: of.handed }, (_, i) => ({
              id: `o${i}`,
              piece: first.id,
              x: i * 10,
              y: -i,
              angle: i,
            })),
          }
        : null,
    rows: { count: of.rows, spacing: 12 },
    twin: of.twin ? { x: 200, y: 0, angle: 1.2 } : null,
    overlap: of.overlap,
    boundary: of.boundary ? { path: 'frame', keep: 'inside', how: of.boundary } : null,
    reach: of.reach ? { path: 'frame', way: of.reach } : null,
  };
  return parseJob({
    ...base,
    paths: [
      ...base.paths,
      {
        kind: 'shape',
        id: 'frame',
        name: 'Frame',
        shape: { of: 'rectangle', x: 0, y: 0, width: 260, height: 200, corner: 10, tilt: 0 },
      },
    ],
    pieces: made.pieces,
    runs: [
      {
        ...base.runs[0],
        sequence: made.sequence,
        setOut: set,
        fit: { hold: 'path', rounding: 'nearest', multiple: 1, count: null },
      },
    ],
  });
}

/** Everything is a number, and every place is accounted for. */
function checkScene(scene: RowScene): void {
  const { table, pieces } = scene.setOut;
  const m = new Float64Array(6);
  for (const { k } of drawOrder(scene)) {
    const number = pieceNumberAt(scene, k);
    expect(number).toBeGreaterThanOrEqual(0);
    expect(number).toBeLessThan(pieces.length);
    if (scene.pieces[number].mode === 'bent') continue;
    placeMatrix(scene, k, scene.pieces[number], 0, m);
    expect([...m].every(Number.isFinite)).toBe(true);
    // Nothing is flattened: every map keeps an area.
    expect(Math.abs(m[0] * m[3] - m[1] * m[2])).toBeGreaterThan(1e-6);
  }
  for (let i = 0; i < table.count; i++) {
    expect(table.by[i]).toBeGreaterThanOrEqual(BY.handed);
    expect(table.by[i]).toBeLessThan(table.matched.length);
  }
  table.taken.forEach((taken, i) => expect(taken).toBeLessThanOrEqual(table.matched[i]));
}

describe('whatever is set out on whatever path (property)', () => {
  it.each(['circle', 'rectangle', 'arc', 'straight'])(
    'on a %s: every place is a number, and files can be read again',
    (shape) => {
      fc.assert(
        fc.property(fc.constantFrom(...FAMILIES), setOut, (entry, of) => {
          const job = jobOf(entry, shape, of);
          const resolved = resolveRun(job);
          const fit = fitRow(resolved.source, resolved.request);
          const set = resolveSetOut(job, resolved.run, fit);
          const scene = rowScene(fit, set);
          checkScene(scene);
          const rows = placeRows(fit, set);
          expect(rows).toHaveLength(set.table.count);
          expect(rows.every(({ s, x, y, angle }) => [s, x, y, angle].every(Number.isFinite))).toBe(true);
          const list = partsList(fit, set);
          const copies = of.rows * (of.twin ? 2 : 1);
          expect(list.pieces + list.leftOut).toBe(set.table.count * copies);
          const [x0, y0, x1, y1] = rowBounds(scene);
          expect(x1).toBeGreaterThan(x0);
          expect(y1).toBeGreaterThan(y0);
          const machine = machineOf(job, [{ resolved, fit, setOut: set }]);
          const text = writeSvg(machine, { moving: false, frame: 0, path: true });
          expect(text).not.toMatch(/NaN|Infinity|undefined/);
          // Reading measures every copy of every part, which takes its time.
          if (list.pieces < 80) expect(() => readSvg(text)).not.toThrow();
        }),
        { numRuns: 15, seed: 40 },
      );
    },
  );
});
