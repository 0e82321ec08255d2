import { measurePath, parsePathData, TAU, type Contour, type Map3 } from '@coin-relay/core';
import { demoJobs, fittedRows, machineOf, precomputeFrames, type Job, type Machine } from '@coin-relay/model';
import { allDrawn, MachineItems } from '@coin-relay/scene';
import { SceneSolids, standingPieces, standingRows } from '@coin-relay/scene/solid';
import { DxfWriter } from '@tarikjabiri/dxf';
import DxfParser from 'dxf-parser';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { readDxf } from '../index';
import { addContour } from './block-lines';
import { DxfNames } from './dxf-names';
import { writeFlatDxf, writeSpaceDxf } from './index';

const demo = (id: string): Job => structuredClone(demoJobs().find((entry) => entry.id === id)!.job);
function running(job: Job): Machine {
  const rows = fittedRows(job);
  return machineOf(job, rows, precomputeFrames(job, rows));
}
const ALL = { wheels: true, path: true, machine: true } as const;
const SOLID = { wheels: true, path: true, tolerance: 0.2, frame: 3 } as const;

interface Inserted {
  readonly type: string;
  readonly name: string;
  readonly layer: string;
  readonly position: { readonly x: number; readonly y: number; readonly z: number };
  readonly rotation?: number;
  readonly xScale?: number;
  readonly yScale?: number;
  readonly zScale?: number;
  readonly extrusionDirection?: { readonly x: number; readonly y: number; readonly z: number };
}
const parsed = (text: string) => new DxfParser().parseSync(text)!;
const insertsIn = (text: string): Inserted[] =>
  (parsed(text).entities as unknown as Inserted[]).filter(({ type }) => type === 'INSERT');

/** Lengths of all lines of path data, and of a file that is read again. */
const lengthOf = (contours: readonly Contour[]): number =>
  contours.reduce((sum, contour) => sum + measurePath(contour).length, 0);
const linesIn = (text: string): Contour[] => readDxf(text).contours.map(({ contour }) => contour);

describe('the lines of a figure as entities', () => {
  const writtenOf = (d: string): string => {
    const dxf = new DxfWriter();
    for (const contour of parsePathData(d)) addContour(dxf.modelSpace, contour, { layerName: '0' });
    return dxf.stringify();
  };
  const kinds = (text: string): string[] => parsed(text).entities.map(({ type }) => type);

  it('are of their kinds: circles, arcs, polylines with bulges, splines, ellipses', () => {
    expect(kinds(writtenOf('M10 0A10 10 0 0 1 -10 0A10 10 0 0 1 10 0Z'))).toEqual(['CIRCLE']);
    expect(kinds(writtenOf('M10 0A10 10 0 0 1 0 10'))).toEqual(['ARC']);
    expect(kinds(writtenOf('M0 0H20A5 5 0 0 1 20 10H0A5 5 0 0 1 0 0Z'))).toEqual(['LWPOLYLINE']);
    expect(kinds(writtenOf('M0 0C0 10 10 20 30 20'))).toEqual(['SPLINE']);
    expect(kinds(writtenOf('M10 0A10 5 0 0 1 0 5'))).toEqual(['ELLIPSE']);
  });

  it('are as long as they were, whatever they are made of (property)', () => {
    const number = fc
      .double({ min: -80, max: 80, noNaN: true })
      .map((value) => Math.round(value * 100) / 100);
    const radius = fc.integer({ min: 3, max: 60 });
    const flag = fc.constantFrom(0, 1);
    const piece = fc.oneof(
      fc.tuple(number, number).map(([x, y]) => `L${x} ${y}`),
      fc
        .tuple(radius, flag, flag, number, number)
        .map(([r, l, s, x, y]) => `A${r} ${r} 0 ${l} ${s} ${x} ${y}`),
      fc
        .tuple(radius, radius, number, flag, flag, number, number)
        .map(([a, b, t, l, s, x, y]) => `A${a} ${b} ${t} ${l} ${s} ${x} ${y}`),
      fc.tuple(number, number, number, number, number, number).map((c) => `C${c.join(' ')}`),
    );
    const data = fc
      .tuple(fc.array(piece, { minLength: 1, maxLength: 5 }), fc.boolean())
      .map(([pieces, closed]) => `M1.5 2.5${pieces.join('')}${closed ? 'Z' : ''}`);
    fc.assert(
      fc.property(data, (d) => {
        const before = lengthOf(parsePathData(d));
        const after = lengthOf(linesIn(writtenOf(d)));
        expect(Math.abs(after - before)).toBeLessThan(1e-6 * Math.max(1, before));
      }),
      { numRuns: 150 },
    );
  });
});

describe('the drawing of a machine', () => {
  const rack = demoJobs().map(({ id }) => id);

  it('is in mm, in a version later than that of 2000', () => {
    const { header } = parsed(writeFlatDxf(running(demo('demo-drum-drive')), { ...ALL, frame: 0 }).text);
    expect(header['$INSUNITS']).toBe(4);
    expect(header['$ACADVER']).toBe('AC1021');
  });

  it.each(rack)('%s: read back it is as long as what is drawn, to a millionth', (id) => {
    const machine = running(demo(id));
    const { text } = writeFlatDxf(machine, { ...ALL, frame: 3 });
    const drawn = allDrawn(new MachineItems(machine, ALL).at(3)).filter(({ what }) => what === 'all');
    const scaleOf = (map: ArrayLike<number> | null): number => (map ? Math.hypot(map[0], map[1]) : 1);
    const even = drawn.every(
      ({ map, cut }) =>
        !cut && (!map || Math.abs(Math.hypot(map[2], map[3]) - Math.hypot(map[0], map[1])) < 1e-9),
    );
    const read = readDxf(text);
    expect(read.skipped).toEqual([]);
    if (!even) return;
    const before = drawn.reduce(
      (sum, { shapes, map }) =>
        sum +
        scaleOf(map) * shapes.reduce((part, { d }) => part + (d === '' ? 0 : lengthOf(parsePathData(d))), 0),
      0,
    );
    expect(Math.abs(lengthOf(read.contours.map(({ contour }) => contour)) - before)).toBeLessThan(
      1e-6 * before,
    );
  });

  it('has a block a piece and an insert a link, by layers of its row', () => {
    const machine = running(demo('demo-drum-drive'));
    const [row] = machine.rows.values();
    const { text, inserts, blocks } = writeFlatDxf(machine, { ...ALL, frame: 0 });
    const found = insertsIn(text);
    expect(found).toHaveLength(inserts);
    expect(Object.keys(parsed(text).blocks).filter((name) => !name.startsWith('*'))).toHaveLength(blocks);
    const { name } = row.resolved.run;
    expect(found.filter(({ layer }) => layer === `${name} pieces`)).toHaveLength(row.fit.count);
    expect(found.filter(({ layer }) => layer === `${name} wheels`)).toHaveLength(
      row.fit.layout.wheels.length,
    );
  });

  it('inserts stand where the pieces do, another reader says', () => {
    const machine = running(demo('demo-tin-beetle'));
    const items = allDrawn(new MachineItems(machine, ALL).at(7));
    const found = insertsIn(writeFlatDxf(machine, { ...ALL, frame: 7 }).text);
    const laid = items.filter(({ look, what, cut }) => look !== null && what === 'all' && cut === null);
    expect(found).toHaveLength(laid.length);
    laid.forEach(({ map }, i) => {
      const { position, rotation = 0, xScale = 1, yScale = 1 } = found[i];
      const [c, s] = [Math.cos((rotation * TAU) / 360), Math.sin((rotation * TAU) / 360)];
      const back = [xScale * c, xScale * s, -yScale * s, yScale * c, position.x, position.y];
      back.forEach((value, n) => expect(value).toBeCloseTo(map![n], 6));
    });
  });

  it('only what is asked for is in it', () => {
    const machine = running(demo('demo-arcade-drive'));
    const [first] = machine.job.runs;
    const asked = { runs: [first.id], wheels: false, path: false, machine: false, frame: 0 };
    const layers = new Set(parsed(writeFlatDxf(machine, asked).text).entities.map(({ layer }) => layer));
    expect([...layers].sort()).toEqual([`${first.name} band`, `${first.name} pieces`]);
  });
});

describe('a machine in space', () => {
  /** What the DXF reference says an insert does to a point of its block: scaled, turned, and put into its own axes. */
  function mapOf(insert: Inserted): Map3 {
    const { position, rotation = 0, xScale = 1, yScale = 1, zScale = 1 } = insert;
    const { x, y, z } = insert.extrusionDirection ?? { x: 0, y: 0, z: 1 };
    const n = [x, y, z];
    const cross = (a: number[], b: number[]): number[] =>
      [0, 1, 2].map((k) => a[(k + 1) % 3] * b[(k + 2) % 3] - a[(k + 2) % 3] * b[(k + 1) % 3]);
    const near = Math.abs(x) < 1 / 64 && Math.abs(y) < 1 / 64;
    const raw = near ? cross([0, 1, 0], n) : cross([0, 0, 1], n);
    const ax = raw.map((value) => value / Math.hypot(...raw));
    const ay = cross(n, ax);
    const [c, s] = [Math.cos((rotation * TAU) / 360), Math.sin((rotation * TAU) / 360)];
    const at = [position.x, position.y, position.z];
    return [0, 1, 2].flatMap((k) => [
      xScale * (c * ax[k] + s * ay[k]),
      yScale * (-s * ax[k] + c * ay[k]),
      zScale * n[k],
      at[0] * ax[k] + at[1] * ay[k] + at[2] * n[k],
    ]);
  }

  it.each(['demo-winding-slide', 'demo-counterweight-chain', 'demo-anchor-chain'])(
    '%s: figures lie in the plane that each piece stands in',
    (id) => {
      const machine = running(demo(id));
      const { text } = writeSpaceDxf(machine, { ...SOLID, frame: 0, as: 'frames', path: true });
      const found = insertsIn(text).filter(({ layer }) => layer.endsWith('pieces'));
      const standing = standingRows(machine).flatMap((row) => standingPieces(row));
      expect(found).toHaveLength(standing.length);
      standing.forEach(({ map }, i) =>
        mapOf(found[i]).forEach((value, k) => expect(Math.abs(value - map[k])).toBeLessThan(1e-6)),
      );
      expect(readDxf(text).skipped).toEqual([]);
    },
  );

  it('faces of solids stand where the solids do, as many as these have triangles', () => {
    const machine = running(demo('demo-counterweight-chain'));
    const { text } = writeSpaceDxf(machine, { ...SOLID, as: 'faces' });
    const scene = new SceneSolids(machine, SOLID);
    const nodes = scene.at(3);
    const found = insertsIn(text);
    expect(found).toHaveLength(nodes.length);
    nodes.forEach(({ map }, i) =>
      mapOf(found[i]).forEach((value, k) => expect(Math.abs(value - map[k])).toBeLessThan(1e-6)),
    );
    const faces = Object.values(parsed(text).blocks).flatMap(
      ({ entities }) => (entities as unknown as { type: string }[] | undefined) ?? [],
    );
    const triangles = [...scene.solids.values()].flatMap(({ bodies }) =>
      bodies.map(({ mesh }) => mesh.triangles.length / 3),
    );
    expect(faces.filter(({ type }) => type === '3DFACE')).toHaveLength(triangles.reduce((a, b) => a + b, 0));
  });

  it('the path is a line in space', () => {
    const machine = running(demo('demo-winding-slide'));
    const { text } = writeSpaceDxf(machine, { ...SOLID, as: 'frames' });
    const lines = parsed(text).entities as unknown as {
      type: string;
      layer: string;
      vertices: { z: number }[];
    }[];
    const [row] = machine.rows.values();
    const [path] = lines.filter(
      ({ type, layer }) => type === 'POLYLINE' && layer === `${row.resolved.run.name} path`,
    );
    const long = path.vertices
      .slice(1)
      .reduce(
        (sum, v, i) =>
          sum + Math.hypot(...(['x', 'y', 'z'] as const).map((k) => at(v)[k] - at(path.vertices[i])[k])),
        0,
      );
    expect(long / row.fit.layout.path.length).toBeCloseTo(1, 3);
  });
  const at = (v: unknown): Record<'x' | 'y' | 'z', number> => v as Record<'x' | 'y' | 'z', number>;
});

describe('names', () => {
  it('have no signs that names may not have, and are given once', () => {
    const names = new DxfNames();
    expect(names.of('a', 'Trip/chain: 08B*')).toBe('Trip-chain- 08B-');
    expect(names.of('b', 'trip-chain- 08b-')).toBe('trip-chain- 08b- 2');
    expect(names.of('a', 'Trip/chain: 08B*')).toBe('Trip-chain- 08B-');
    expect(names.of('c', ' ')).toBe('unnamed');
  });
});
