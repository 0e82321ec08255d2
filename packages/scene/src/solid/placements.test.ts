import {
  demoJobs,
  fittedRows,
  machineOf,
  PLAIN_SET_OUT,
  precomputeFrames,
  type Job,
  type Machine,
} from '@coin-relay/model';
import { Matrix4, Quaternion, Vector3 } from 'three';
import { describe, expect, it } from 'vitest';
import { RowInstances } from './instances';
import { MATRIX_NUMBERS } from './solid-group';
import { MOST_PLACEMENTS, placements, type Placement } from './placements';
import { standAtFrame, standingRows } from './standing';

const demo = (id: string): Job => structuredClone(demoJobs().find((entry) => entry.id === id)!.job);
function machine(job: Job): Machine {
  const rows = fittedRows(job);
  return machineOf(job, rows, precomputeFrames(job, rows));
}
const at = (made: Machine, frame: number, only?: readonly string[]): Placement[] =>
  placements(made, { from: frame, to: frame }, only);

describe('placements', () => {
  for (const id of ['demo-coin-lift', 'demo-arcade-drive', 'demo-winding-slide', 'demo-bead-string'])
    it(`${id}: the matrices of the solids in the view, as three takes them apart`, () => {
      const made = machine(demo(id));
      for (const frame of [0, 37]) {
        const told = at(made, frame);
        const seen = standingRows(made).flatMap((row) => {
          standAtFrame(made, row, frame);
          const instances = new RowInstances(row.scene);
          instances.place(row.z);
          return instances.groups.flatMap(({ matrices, places, count }) =>
            Array.from({ length: count }, (_, n) => ({
              ...{ run: row.run, place: places[n] < 0 ? null : places[n] + 1 },
              matrix: [...matrices.subarray(n * MATRIX_NUMBERS, (n + 1) * MATRIX_NUMBERS)],
            })),
          );
        });
        // What bends has no matrix in the view.
        const stiff = told.filter(({ run }) => seen.some((each) => each.run === run));
        expect(stiff.length).toBe(seen.length);
        const key = ({ run, place }: { run: string; place: number | null }, m: readonly number[]): string =>
          `${run} ${place} ${m[12].toFixed(1)} ${m[13].toFixed(1)} ${m[14].toFixed(1)}`;
        const byKey = new Map(seen.map((each) => [key(each, each.matrix), each.matrix]));
        for (const placement of stiff) {
          const known = byKey.get(key(placement, placement.matrix))!;
          placement.matrix.forEach((value, i) => expect(Math.abs(value - known[i])).toBeLessThan(2e-3));
          const [position, quaternion, scale] = [new Vector3(), new Quaternion(), new Vector3()];
          new Matrix4().fromArray(placement.matrix).decompose(position, quaternion, scale);
          expect(Math.abs(quaternion.dot(new Quaternion(...placement.quaternion)))).toBeCloseTo(1, 9);
          placement.scale.forEach((value, c) => expect(scale.toArray()[c]).toBeCloseTo(value, 9));
          const x = new Vector3(1, 0, 0).applyQuaternion(quaternion).toArray();
          placement.direction.forEach((value, c) => expect(x[c]).toBeCloseTo(value, 9));
        }
      }
    });

  it('say what each place is, and where along the path', () => {
    const lift = machine(demo('demo-coin-lift'));
    const told = at(lift, 0);
    expect(told).toHaveLength(90);
    expect(told[0]).toMatchObject({ run: 'row', row: 1, twin: false, place: 1, frame: 0 });
    expect(told[0].roles).toContain('first');
    expect(told.at(-1)!.roles).toContain('last');
    const { length } = lift.rows.get('row')!.fit.layout.path;
    for (const { s } of told) expect(s >= 0 && s < length).toBe(true);
    expect(at(lift, 0, ['other'])).toEqual([]);
  });

  it('a twin is turned over in the plane, and mirrored where its row leaves it', () => {
    const flat = demo('demo-coin-lift');
    flat.runs[0].setOut = {
      ...(flat.runs[0].setOut ?? PLAIN_SET_OUT),
      twin: { x: 300, y: 0, angle: Math.PI / 2 },
    };
    const told = at(machine(flat), 5);
    expect(told).toHaveLength(180);
    for (const twin of told.filter((each) => each.twin)) {
      const own = told.find((each) => !each.twin && each.place === twin.place)!;
      expect(twin.position[0]).toBeCloseTo(600 - own.position[0], 9);
      expect(twin.position[1]).toBeCloseTo(own.position[1], 9);
      expect(twin.scale[1]).toBeGreaterThan(0);
    }
    const winding = demo('demo-winding-slide');
    winding.runs[0].setOut = {
      ...(winding.runs[0].setOut ?? PLAIN_SET_OUT),
      twin: { x: 300, y: 0, angle: Math.PI / 2 },
    };
    const high = at(machine(winding), 0, [winding.runs[0].id]);
    for (const twin of high.filter((each) => each.twin)) {
      const own = high.find((each) => !each.twin && each.place === twin.place)!;
      expect(twin.position[2]).toBeCloseTo(own.position[2], 9);
      expect(twin.scale[1]).toBeLessThan(0);
      // Taken together again, they are the matrix.
      const again = new Matrix4().compose(
        new Vector3(twin.matrix[12], twin.matrix[13], twin.matrix[14]),
        new Quaternion(...twin.quaternion),
        new Vector3(...twin.scale),
      );
      again.elements.forEach((value, i) => expect(value).toBeCloseTo(twin.matrix[i], 9));
    }
  });

  it('refuse a range that runs backwards, and more than are written at once', () => {
    const lift = machine(demo('demo-coin-lift'));
    expect(() => placements(lift, { from: 5, to: 4 })).toThrow(/the lower one first/);
    expect(() => placements(lift, { from: 0, to: 0.5 })).toThrow(/whole numbers/);
    const most = Math.floor(MOST_PLACEMENTS / 90);
    expect(() => placements(lift, { from: 1, to: most + 1 })).toThrow(/more than 200,000 placements/);
    expect(placements(lift, { from: 0, to: 2 })).toHaveLength(270);
  });
});
