import { describe, expect, it } from 'vitest';
import { readRide } from '@coin-relay/core';
import { demoJobs } from '../demo';
import { parseJob } from '../job';
import type { Job, WindingPath } from '../job/schema';
import { motionFacts } from '../motion';
import { fittedRows } from './fitted-rows';
import { machineOf, type Machine } from './machine';
import { needsPrecomputing } from './needs-precomputing';
import { precomputeFrames } from './precompute';
import { strandsOf, turningFacts, turningStrands } from './turning';

const FRAMES = 8;

/** Three strands of stiff links round a path, which turn by so many thirds of a turn. */
function rope(turning: number, axis = 'M0 0H300', hand: 'right' | 'left' = 'right'): Job {
  const { job } = demoJobs().find(({ id }) => id === 'demo-mast-streamers')!;
  const [like] = job.runs;
  const strand = (k: number): WindingPath => ({
    ...{ kind: 'winding', id: `strand-${k}`, name: `Strand ${k}`, of: k === 0 ? 'axis' : 'strand-0' },
    phase: (2 * Math.PI * k) / 3,
    wound: k === 0 ? { by: 'own', figure: 'round', radius: 20, depth: 10, turns: 2, hand } : { by: 'like' },
  });
  const plate: Job['pieces'][number] = {
    ...{ family: 'own', id: 'plate', name: 'Plate', pitch: 20, source: '', behaviour: 'stiff' },
    outline: [{ data: 'M-2 -3H22V3H-2Z', material: 'steel', line: true }],
    pins: { from: { x: 0, y: 0 }, to: { x: 20, y: 0 } },
  };
  return parseJob({
    ...job,
    paths: [{ kind: 'outline', id: 'axis', name: 'Axis', data: axis }, ...[0, 1, 2].map(strand)],
    pieces: [plate],
    runs: [0, 1, 2].map((k) => ({
      ...{ id: `row-${k}`, name: `Row ${k}`, path: `strand-${k}`, sequence: ['plate'] },
      fit: like.fit,
    })),
    motion: {
      ...{ framesPerSecond: 24, frames: FRAMES },
      drives: turning === 0 ? [] : [{ run: 'row-1', pitches: 0, turning }],
    },
  });
}

function machine(job: Job): Machine {
  const rows = fittedRows(job);
  return machineOf(job, rows, precomputeFrames(job, rows));
}

/** The pins of a row at a frame: x, y and z in turn. */
function pins({ precomputed }: Machine, run: string, frame: number): number[][] {
  const laid = precomputed.rows.get(run)!;
  return Array.from({ length: laid.columns }, (_, i) => {
    const p = frame * laid.columns + i;
    return [laid.pins[2 * p], laid.pins[2 * p + 1], laid.rise[p]];
  });
}

describe('strands that turn about what they wind round', () => {
  it('a strand is one of those that are like it; a plait cannot turn', () => {
    const job = rope(0);
    expect([...strandsOf(job, 'strand-2')!.paths]).toEqual(['strand-0', 'strand-1', 'strand-2']);
    expect(strandsOf(job, 'axis')).toBeNull();
    const plait = parseJob({
      ...job,
      paths: job.paths.map((path) =>
        path.kind === 'winding' && path.wound.by === 'own'
          ? { ...path, wound: { ...path.wound, figure: 'plait' } }
          : path,
      ),
    });
    expect(strandsOf(plait, 'strand-1')).toBeNull();
  });

  it('what one row says all strands do, and only then anything is worked out ahead', () => {
    expect(needsPrecomputing(rope(0))).toBe(false);
    const job = rope(2);
    expect(turningStrands(job)).toMatchObject([{ run: 'row-1', turning: 2 }]);
    expect([...machine(job).precomputed.rows.keys()]).toEqual(['row-0', 'row-1', 'row-2']);
  });

  it.each(['right', 'left'] as const)(
    '%s-handed, on a straight axis every pin goes round it by the part of a turn that is gone',
    (hand) => {
      const moved = machine(rope(3, 'M0 0H300', hand));
      for (const frame of [1, 3, 6]) {
        // About the axis, which is x: one whole turn in the loop, so that its line seems to run on.
        const angle = ((hand === 'right' ? -1 : 1) * 2 * Math.PI * frame) / FRAMES;
        const [c, s] = [Math.cos(angle), Math.sin(angle)];
        const rest = pins(moved, 'row-2', 0);
        for (const [i, [x, y, z]] of pins(moved, 'row-2', frame).entries()) {
          expect(x).toBeCloseTo(rest[i][0], 6);
          expect(y).toBeCloseTo(c * rest[i][1] - s * rest[i][2], 4);
          expect(z).toBeCloseTo(s * rest[i][1] + c * rest[i][2], 4);
        }
      }
    },
  );

  it('after a third of a turn each strand is where the next one was, on a bent closed path too', () => {
    const ring = 'M80 0A80 80 0 0 1 -80 0A80 80 0 0 1 80 0Z';
    for (const axis of ['M0 0H300', ring]) {
      const job = rope(1, axis);
      const longer: Job = { ...job, motion: { ...job.motion, frames: 2 * FRAMES } };
      const [once, twice] = [machine(job), machine({ ...longer, motion: turnedTwice(longer) })];
      // Half way through two thirds is one third.
      const after = pins(twice, 'row-0', FRAMES);
      const others = ['row-1', 'row-2'].map((run) => pins(once, run, 0));
      const off = others.map((other) =>
        Math.max(...after.map((pin, i) => Math.hypot(...pin.map((value, c) => value - other[i][c])))),
      );
      expect(Math.min(...off)).toBeLessThan(1e-6);
    }
  });

  it('its pitch stays, however the axis is bent', () => {
    const moved = machine(rope(3, 'M0 0H100C200 0 200 0 200 -100V-150'));
    const laid = moved.precomputed.rows.get('row-0')!;
    for (let frame = 0; frame < FRAMES; frame++) {
      const all = pins(moved, 'row-0', frame);
      const apart = Array.from({ length: laid.links - 1 }, (_, k) => {
        const [a, b] = [all[k * laid.step], all[k * laid.step + laid.step]];
        return Math.hypot(...a.map((value, c) => value - b[c]));
      });
      expect(Math.max(...apart) - Math.min(...apart)).toBeLessThan(1e-6);
    }
  });

  it('what is up on its pieces looks away from the axis in every frame', () => {
    const laid = machine(rope(3)).precomputed.rows.get('row-0')!;
    const ride = new Float64Array(9);
    for (const frame of [0, 5]) {
      for (let s = 20; s < 300; s += 37) {
        readRide(laid.rides![frame], s, ride);
        const out = Math.hypot(ride[1], ride[2]);
        expect(out).toBeCloseTo(20, 2);
        const up = [...ride.subarray(6, 9)];
        expect((up[1] * ride[1] + up[2] * ride[2]) / out).toBeCloseTo(1, 3);
      }
    }
  });

  it('the layers turn with it: half a turn on what was over the axis is under it', () => {
    const { layers } = machine(rope(3)).precomputed.rows.get('row-0')!;
    const at = (frame: number, part: number): number =>
      layers![frame].heights[layers![frame].ends.findIndex((end) => part < end)];
    for (const part of [0.02, 0.1, 0.3, 0.7]) expect(at(FRAMES / 2, part)).toBe(-at(0, part));
  });

  it('strands that are alike are back after a part, others after whole turns', () => {
    const job = rope(1);
    expect(turningFacts(job, job.runs[0])).toEqual({
      ...{ of: 'strands', parts: 3, turning: 1, by: 'row-1', meets: true },
    });
    expect(motionFacts(machine(job), 'row-0')).toMatchObject({ seamless: true, turns: { turning: 1 } });
    const other = { ...job.pieces[0], id: 'other' };
    const coloured = parseJob({
      ...job,
      pieces: [...job.pieces, { ...other, finish: { material: 'red', line: true, picture: null } }],
      runs: job.runs.map((run, k) => (k === 2 ? { ...run, sequence: ['other'] } : run)),
    });
    expect(motionFacts(machine(coloured), 'row-0')).toMatchObject({
      seamless: false,
      turns: { meets: false },
    });
    const breath = { run: 'row-2', what: 'size', amount: 0.2, seed: 1, period: FRAMES, alike: 2 } as const;
    const breathes: Job = { ...job, motion: { ...job.motion, breaths: [breath] } };
    expect(turningFacts(breathes, job.runs[0])!.meets).toBe(false);
    const uneven = parseJob({
      ...job,
      paths: job.paths.map((path) => (path.id === 'strand-2' ? { ...path, phase: 2 } : path)),
    });
    expect(turningFacts(uneven, uneven.runs[0])!.meets).toBe(false);
    const whole = { ...coloured, motion: turnedTwice(coloured, 3) };
    expect(motionFacts(machine(whole), 'row-0')!.seamless).toBe(true);
  });
});

const turnedTwice = ({ motion }: Job, by = 2): Job['motion'] => ({
  ...motion,
  drives: motion.drives.map((drive) => (drive.turning === undefined ? drive : { ...drive, turning: by })),
});

describe('strands that breathe as they turn', () => {
  const breathing = (endToEnd: boolean): Machine => {
    const job = rope(3);
    return machine(
      parseJob({
        ...job,
        pieces: [{ ...job.pieces[0], behaviour: endToEnd ? 'bending' : 'stiff' }],
        runs: job.runs.map((run) =>
          endToEnd ? { ...run, fit: { ...run.fit, hold: 'both', endToEnd: { gap: 0 } } } : run,
        ),
        motion: {
          ...job.motion,
          breaths: [{ run: 'row-0', what: 'size', amount: 0.3, seed: 3, period: FRAMES, alike: 2 }],
        },
      }),
    );
  };

  it('what swells is as large as it would be at rest, where it would turn to without', () => {
    const [both, turned] = [breathing(false), machine(rope(3))];
    const [laid, only] = [both, turned].map(({ precomputed }) => precomputed.rows.get('row-0')!);
    expect(laid.swells).toBe(true);
    expect(new Set(laid.sizes).size).toBeGreaterThan(20);
    expect(laid.pins).toEqual(only.pins);
    expect(laid.rides).toHaveLength(FRAMES);
  });

  it('what makes room for its neighbours lies on the turned line, as far along it as they leave', () => {
    const { precomputed, rows } = breathing(true);
    const laid = precomputed.rows.get('row-0')!;
    expect(rows.get('row-0')!.fit.request.endToEnd).toBeDefined();
    let [least, most] = [Infinity, 0];
    for (let frame = 0; frame < FRAMES; frame++) {
      for (let i = 0; i < laid.columns; i++) {
        const p = frame * laid.columns + i;
        const [x, y, z] = [laid.pins[2 * p], laid.pins[2 * p + 1], laid.rise[p]];
        if (x <= 0 || x >= 300) continue;
        // Closed form of the helix that it is then.
        const angle = 2 * Math.PI * ((2 * x) / 300 - frame / FRAMES);
        expect(Math.hypot(y + 20 * Math.sin(angle), z - 20 * Math.cos(angle))).toBeLessThan(0.01);
        if (i === 0) continue;
        const apart = laid.arc[p] - laid.arc[p - 1];
        [least, most] = [Math.min(least, apart), Math.max(most, apart)];
      }
    }
    expect(most / least).toBeGreaterThan(1.1);
  });
});
