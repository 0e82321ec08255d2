import type { Affine } from '@coin-relay/core';
import { demoJobs, fittedRows, machineOf, precomputeFrames, type Job, type Machine } from '@coin-relay/model';
import { parsePathData } from '@coin-relay/core';
import { describe, expect, it } from 'vitest';
import { readSvg, writeSvg } from '../index';
import { gearOutline } from '@coin-relay/scene';
import { machineBounds, machineParts, springParts } from '@coin-relay/scene';

const demo = (id: string): Job => structuredClone(demoJobs().find((entry) => entry.id === id)!.job);
const running = (job: Job): Machine => {
  const rows = fittedRows(job);
  return machineOf(job, rows, precomputeFrames(job, rows));
};
const arcade = running(demo('demo-arcade-drive'));

/** The points of a part that is set down by a map, or of one that is not. */
function placed(d: string, at?: Affine): [number, number][] {
  return [...d.matchAll(/[ML](-?[\d.]+) (-?[\d.]+)/g)].map(([, u, v]) => {
    const [x, y] = [Number(u), Number(v)];
    return at ? [at[0] * x + at[2] * y + at[4], at[1] * x + at[3] * y + at[5]] : [x, y];
  });
}

describe('gears', () => {
  it('have addendum one module and dedendum one and a quarter (ISO 53), a gap on the x axis', () => {
    // 40 teeth on a pitch radius of 60: module 3.
    const radii = placed(gearOutline(60, 40)).map(([x, y]) => Math.hypot(x, y));
    const teeth = radii.slice(0, 40 * 6);
    expect(Math.max(...teeth)).toBeCloseTo(63, 2);
    expect(Math.min(...teeth)).toBeCloseTo(56.25, 2);
    const [[x, y]] = placed(gearOutline(60, 40));
    expect(Math.abs(Math.atan2(y, x))).toBeLessThan(Math.PI / 40);
  });

  it('in mesh, a tooth of the one is in a gap of the other in every frame', () => {
    const apart = 210;
    for (const frame of [0, 1, 7, 33, 120, 239]) {
      const [first, second] = machineParts(arcade)(frame).behind.filter(({ fill }) => fill === 'brass');
      const turn = (part: typeof first): number => Math.atan2(part.at![1], part.at![0]);
      // Angles from a gap to the line of centres, in teeth: they add up to half a tooth.
      const [z1, z2] = [36, 72];
      const a = ((0 - turn(first)) * z1) / (2 * Math.PI);
      const b = ((Math.PI - turn(second)) * z2) / (2 * Math.PI);
      const sum = a + b;
      expect(Math.abs(sum - 0.5 - Math.round(sum - 0.5))).toBeLessThan(1e-6);
      expect([first.at![4], second.at![4]]).toEqual([240, 240 + apart]);
    }
  });
});

describe('springs and ropes', () => {
  const [spring] = arcade.job.ties!;
  if (spring.is.kind !== 'spring') throw new Error('it is a spring');
  const made = spring.is;

  it('a spring’s wire is as thick at any length, and its outline as wide as its coils', () => {
    for (const length of [90, 150, 175]) {
      const wires = springParts(made, length).filter(({ wire }) => wire);
      expect(new Set(wires.map(({ wire }) => wire!.width))).toEqual(new Set([5]));
      const ys = wires.flatMap(({ d }) => placed(d).map(([, y]) => y));
      // D grows a little as it is pressed together: its wire keeps its length.
      expect(Math.max(...ys)).toBeGreaterThanOrEqual(length === 175 ? 17.9 : 18);
      expect(Math.max(...ys)).toBeLessThan(19.5);
      const xs = wires.flatMap(({ d }) => placed(d).map(([x]) => x));
      expect(Math.max(...xs)).toBeCloseTo(length - 2.5, 2);
    }
  });

  it('what passes behind is painted before what passes in front', () => {
    const materials = springParts(made, 120).flatMap(({ wire }) => (wire ? [wire.material] : []));
    expect(materials.lastIndexOf('shade')).toBeLessThan(materials.indexOf('steel'));
  });

  it('a spring that cannot be wound is a line, and breaks nothing', () => {
    expect(springParts({ ...made, coils: 400 }, 120)).toHaveLength(1);
  });

  it('a rope hangs from end to end; not worked out yet, it is straight', () => {
    const hung = machineParts(arcade)(10).over.find(({ wire }) => wire?.material === 'cord')!;
    const points = placed(hung.d);
    const length = points
      .slice(1)
      .reduce((sum, [x, y], i) => sum + Math.hypot(x - points[i][0], y - points[i][1]), 0);
    expect(length).toBeGreaterThan(215.7);
    expect(length).toBeLessThan(216);
    const bare = machineOf(arcade.job, [...arcade.rows.values()]);
    expect(placed(machineParts(bare)(10).over.find(({ wire }) => wire?.material === 'cord')!.d)).toHaveLength(
      2,
    );
  });
});

describe('a machine as a drawing', () => {
  it('has its springs, rods and gears in it, well-formed, within its bounds', () => {
    const text = writeSvg(arcade, { moving: false, frame: 60, path: false });
    expect(text).not.toMatch(/NaN|Infinity|undefined/);
    const drawing = readSvg(text);
    expect(drawing.millimetresPerUnit).toBeCloseTo(1, 6);
    expect(text.match(/stroke-width="5"/g)!.length).toBeGreaterThan(15);
    const [x0, y0, x1, y1] = machineBounds(arcade)!;
    for (const { d, at } of [...machineParts(arcade)(60).over, ...machineParts(arcade)(60).behind]) {
      for (const [x, y] of placed(d, at)) {
        expect(x).toBeGreaterThan(x0 - 40);
        expect(x).toBeLessThan(x1 + 40);
        expect(y).toBeGreaterThan(y0 - 40);
        expect(y).toBeLessThan(y1 + 40);
      }
      expect(parsePathData(d).length).toBeGreaterThan(0);
    }
  });

  it('moves by itself, all of it', () => {
    const text = writeSvg(arcade, { moving: true, frame: 0, path: false });
    expect(text).not.toMatch(/NaN|Infinity|undefined/);
    expect(readSvg(text).contours.length).toBeGreaterThan(100);
    const loop = arcade.job.motion.frames / arcade.job.motion.framesPerSecond;
    const group = text.slice(text.indexOf('<g id="machine-over">'));
    expect(group.match(new RegExp(`dur="${loop}s"`, 'g'))!.length).toBeGreaterThan(10);
    // A spring’s wire is drawn anew, its rods go and turn.
    expect(group).toContain('<animate attributeName="d"');
    expect(group).toContain('type="rotate"');
  });

  it('pieces that breathe are as large as they are at the frame', () => {
    const sizes = (frame: number): Set<string> =>
      new Set(
        writeSvg(arcade, { moving: false, frame, path: false }).match(
          /href="#r6-piece-[^"]*" transform="matrix\([-\d.]+ [-\d.]+/g,
        ),
      );
    expect(sizes(0)).not.toEqual(sizes(15));
    expect(sizes(0)).toEqual(sizes(240));
  });
});
