import { newReading, newRowFrame, pathReader, pinAt, rowFrame } from '@coin-relay/core';
import {
  demoJobs,
  fittedRows,
  inSpace,
  machineOf,
  measureAt,
  parseJob,
  precomputeFrames,
  tieAt,
  travelOf,
  type Anchor,
  type Job,
  type Machine,
  type Tie,
} from '@coin-relay/model';
import { describe, expect, it } from 'vitest';
import { machineParts } from '../machine-parts';
import { tieLines } from './tie-lines';

const slide = demoJobs().find(({ id }) => id === 'demo-winding-slide')!.job;
const fixed = (id: string, x: number, y: number, z?: number): Anchor => ({
  id,
  name: id,
  on: { kind: 'fixed', x, y, ...(z === undefined ? {} : { z }) },
});
const rope = (from: string, to: string, length: number): Tie => ({
  id: 'rope',
  name: 'Rope',
  from,
  to,
  is: { kind: 'rope', length, diameter: 2 },
});
const spring: Tie = {
  id: 'spring',
  name: 'Spring',
  from: 'low',
  to: 'high',
  is: {
    kind: 'spring',
    wire: 2,
    diameter: 12,
    coils: 12,
    ends: 'closed',
    free: 120,
    longest: null,
    modulus: null,
  },
};

function machineWith(anchors: Anchor[], ties: Tie[], stands: Job['stands'] = 'lying'): Machine {
  const job = parseJob({ ...slide, stands, anchors, ties, measures: [] });
  const rows = fittedRows(job);
  return machineOf(job, rows, precomputeFrames(job, rows));
}
const triples = (points: Float64Array): number[][] =>
  Array.from({ length: points.length / 3 }, (_, i) => [...points.subarray(3 * i, 3 * i + 3)]);
const lengthOf = (points: number[][]): number =>
  points.slice(1).reduce((sum, p, i) => sum + Math.hypot(...p.map((value, k) => value - points[i][k])), 0);

describe('springs and ropes between anchors in space', () => {
  const low = fixed('low', 10, 20, 30);
  const high = fixed('high', 50, 50, 150);

  it('are as long as the way in space between them, 13 times 10 (5, 12, 13)', () => {
    const machine = machineWith([low, high], [rope('low', 'high', 200)]);
    const [tie] = machine.job.ties!;
    expect(tieAt(machine, tie, 0)!.span).toBeCloseTo(130, 9);
    expect(measureAt(machine, tie, 0)).toBeCloseTo(130, 9);
  });

  it.each([
    ['lying', 2],
    ['upright', 1],
  ] as const)('a rope hangs straight down from both; the job is %s', (stands, up) => {
    const machine = machineWith([low, high], [rope('low', 'high', 200)], stands);
    const [line] = tieLines(machine);
    expect(line.stands).toBe(true);
    const points = triples(line.lineAt(0)!);
    points[0].forEach((value, k) => expect(value).toBeCloseTo([10, 20, 30][k], 6));
    points.at(-1)!.forEach((value, k) => expect(value).toBeCloseTo([50, 50, 150][k], 6));
    // Chords of the catenary are a little shorter than its 200 mm.
    expect(lengthOf(points)).toBeGreaterThan(199);
    expect(lengthOf(points)).toBeLessThanOrEqual(200);
    // It stays in the upright plane through both, and sags below the straight line.
    const across = [0, 1, 2].filter((k) => k !== up);
    const [u, v] = across.map((k) => points.at(-1)![k] - points[0][k]);
    for (const p of points)
      expect(
        (p[across[0]] - points[0][across[0]]) * v - (p[across[1]] - points[0][across[1]]) * u,
      ).toBeCloseTo(0, 6);
    const middle = points[points.length >> 1];
    expect(middle[up]).toBeLessThan((points[0][up] + points.at(-1)![up]) / 2 - 10);
  });

  it('a taut rope is straight; one in the drawing is set before the rows as ever', () => {
    const taut = tieLines(machineWith([low, high], [rope('low', 'high', 130.0000000001)]))[0];
    const points = triples(taut.lineAt(0)!);
    expect(lengthOf(points)).toBeCloseTo(130, 6);
    const flat = tieLines(
      machineWith([fixed('low', 0, 0), fixed('high', 90, 0)], [rope('low', 'high', 120)]),
    )[0];
    expect(flat.stands).toBe(false);
    expect(triples(flat.lineAt(0)!).every(([, , z]) => z === 0)).toBe(true);
  });

  it('the wire of a spring goes round the way between them, and is seen shorter in plan', () => {
    const machine = machineWith([low, high], [spring]);
    const [line] = tieLines(machine);
    const [from, to] = [low, high].map(({ on }) => inSpace(on as never));
    const way = [to.x - from.x, to.y - from.y, to.z - from.z].map((value) => value / 130);
    for (const [x, y, z] of triples(line.lineAt(0)!)) {
      const p = [x - from.x, y - from.y, z - from.z];
      const along = p.reduce((sum, value, k) => sum + value * way[k], 0);
      const off = Math.hypot(...p.map((value, k) => value - along * way[k]));
      expect(off).toBeLessThanOrEqual(7 + 1e-9);
      expect(along).toBeGreaterThan(-10);
      expect(along).toBeLessThan(140);
    }
    const drawn = machineParts(machine)(0).over.filter(({ at, wire }) => at && wire);
    // 50 mm of 130 are seen from above.
    const [a, b] = Array.from(drawn[0].at!);
    expect(Math.hypot(a, b)).toBeCloseTo(50 / 130, 9);
  });

  it('the eye of a fixed anchor stands where that is, of one in the drawing before the rows', () => {
    const eyes = machineParts(machineWith([low, fixed('flat', 90, 90)], []))(0).over;
    expect(eyes.map(({ deep }) => deep?.from)).toEqual([30, 'before']);
  });

  it('what rides on a row in space goes up and down with it, also half way between its phases', () => {
    const run = slide.runs[0].id;
    const rider: Anchor = { id: 'rider', name: 'rider', on: { kind: 'rider', run, place: 3 } };
    const machine = machineWith([rider, low], [rope('rider', 'low', 5_000)]);
    const { fit } = machine.rows.get(run)!;
    const frame = newRowFrame(fit.row);
    const [tie] = machine.job.ties!;
    for (const at of [0, 7, 31.4]) {
      const travel = travelOf(machine, run, at);
      rowFrame(fit.row, travel, frame);
      const pin = pinAt(fit.row, travel, 3)!;
      const column = 3 - frame.firstLink;
      expect(pin).toEqual({
        x: frame.pins[2 * column * frame.step],
        y: frame.pins[2 * column * frame.step + 1],
        z: frame.rise[column * frame.step],
      });
      const read = newReading();
      pathReader(fit.layout.path)(frame.arc[column * frame.step], read);
      expect(Math.abs(read[5] - pin.z!)).toBeLessThan(1e-4);
      const state = tieAt(machine, tie, at)!;
      expect(state.span).toBeCloseTo(Math.hypot(pin.x - 10, pin.y - 20, pin.z! - 30), 9);
    }
  });
});
