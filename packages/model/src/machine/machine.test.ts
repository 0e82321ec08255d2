import { sliderAt, springFacts } from '@coin-relay/core';
import { describe, expect, it } from 'vitest';
import { demoJobs } from '../demo';
import type { Job } from '../job/schema';
import { motionFacts } from '../motion';
import {
  anchorAt,
  bodyAt,
  fittedRows,
  machineOf,
  measureAt,
  precomputeFrames,
  ROPE_NUMBERS,
  rowFrameAt,
  tieAt,
  tieOverLoop,
  travelOf,
  turnedOf,
  wheelAngleAt,
  type Machine,
} from './index';

const demo = (id: string): Job => structuredClone(demoJobs().find((d) => d.id === id)!.job);
const running = (job: Job): Machine => {
  const rows = fittedRows(job);
  return machineOf(job, rows, precomputeFrames(job, rows));
};
const arcade = running(demo('demo-arcade-drive'));
const turnsOf = (machine: Machine, wheel: string, frame: number): number =>
  ((wheelAngleAt(machine, wheel, frame) ?? NaN) - (wheelAngleAt(machine, wheel, 0) ?? NaN)) / (2 * Math.PI);

describe('a machine of several rows with one drive', () => {
  it('turns every wheel by the tooth counts on the way to it', () => {
    // 80 teeth of the belt in the loop; 20 on the motor, 40 on the line shaft; gears 36 to 72, the other way.
    const turns = {
      motor: 80 / 20,
      'line-pulley': 80 / 40,
      'lift-foot': 80 / 40,
      'cross-near': (-(80 / 40) * 36) / 72,
      'far-pulley': (-(80 / 40) * 36) / 72,
      'show-wheel': (-(80 / 40) * 36) / 72,
    };
    for (const [wheel, many] of Object.entries(turns))
      expect([wheel, turnsOf(arcade, wheel, 240)]).toEqual([wheel, expect.closeTo(many, 12)]);
    expect(travelOf(arcade, 'lift', 240)).toBe(40);
    expect(travelOf(arcade, 'cross', 240)).toBe(-12);
  });

  it('after 10,000 laps no wheel has drifted from its tooth count', () => {
    const lift = running(demo('demo-coin-lift'));
    const { turning } = lift.wheels.get('drive')!;
    const laps = 10_000;
    const pitches = 90 * laps;
    const job = {
      ...lift.job,
      motion: { ...lift.job.motion, frames: 100, drives: [{ run: 'row', pitches: 90_000 }] },
    };
    const long = running(job);
    // Ten loops of 90,000 links: what is looked at is within each loop, so nothing adds up.
    expect(turnsOf(long, 'drive', 100)).toBeCloseTo(90_000 / 17, 8);
    const exact = (2 * Math.PI * pitches) / 17;
    const angle = turning.start + turning.perPitch * pitches;
    expect(Math.abs(angle - turning.start - exact)).toBeLessThan(1e-9 * exact);
  });

  it('frame F is frame 0 within 1e-9 of the path, for rows, anchors and springs of every demo', () => {
    for (const { id, job } of demoJobs()) {
      const machine = running(job);
      const { frames } = machine;
      for (const [run, { fit }] of machine.rows) {
        const far = 1e-9 * fit.layout.path.length;
        const first = Float64Array.from(rowFrameAt(machine, run, 0)!.pins);
        const last = rowFrameAt(machine, run, frames)!;
        const places = [...first.keys()].filter((i) => i % 2 === 0);
        const near = (x: number, y: number): boolean =>
          places.some((i) => Math.hypot(first[i] - x, first[i + 1] - y) <= far);
        let missed = 0;
        for (let i = 0; i < last.pins.length; i += 2) if (!near(last.pins[i], last.pins[i + 1])) missed++;
        // Along an open path a cycle comes in and one leaves beyond the ends.
        expect([id, run, missed]).toEqual([id, run, 0]);
      }
      for (const anchor of job.anchors ?? []) {
        const [a, b] = [anchorAt(machine, anchor.id, 0)!, anchorAt(machine, anchor.id, frames)!];
        expect(Math.hypot(a.x - b.x, a.y - b.y)).toBeLessThan(1e-9);
      }
      for (const tie of job.ties ?? [])
        expect(tieAt(machine, tie, frames)!.span).toBeCloseTo(tieAt(machine, tie, 0)!.span, 9);
    }
  });

  it('lets a plain capstan slip a little so that its beads meet the loop’s end, and says by how much', () => {
    const { travel, slip } = arcade.motions.get('beads')!;
    expect(travel % 4).toBe(0);
    expect(Math.abs(slip)).toBeLessThan(0.05);
    expect(slip).not.toBe(0);
    const truly = demo('demo-arcade-drive');
    truly.motion.rollTrue = true;
    const rolling = running(truly);
    expect(rolling.motions.get('track')!.slips).toEqual([0, 0]);
    // Then the beads are where the capstan has them.
    expect(rolling.motions.get('beads')!.travel % 4).not.toBe(0);
  });

  it('refuses what drives itself, and a wheel that is not there', () => {
    const ring = demo('demo-arcade-drive');
    ring.motion.drives[0].train = { by: 'lift', wheel: 'lift-foot', own: 'line-pulley', gears: null };
    expect(() => machineOf(ring, fittedRows(ring))).toThrow(/in a ring/);
    const lost = demo('demo-arcade-drive');
    lost.motion.drives[1].train = { by: 'belt', wheel: 'capstan', own: 'lift-foot', gears: null };
    expect(() => machineOf(lost, fittedRows(lost))).toThrow(/names a wheel that is not on its path/);
  });
});

describe('anchors and what is between them', () => {
  it('the slider is where the closed form has it, in every frame', () => {
    const on = arcade.job.anchors!.find(({ id }) => id === 'plate')!.on;
    if (on.kind !== 'slider') throw new Error('the plate is a slider');
    for (let frame = 0; frame <= 240; frame += 7) {
      const at = anchorAt(arcade, 'plate', frame)!;
      const angle = on.angle + 2 * Math.PI * turnsOf(arcade, 'lift-foot', frame);
      // Straight under the wheel: θ from the slide's own direction.
      const theta = angle - on.direction;
      const x = on.radius * Math.cos(theta) + Math.sqrt(on.rod ** 2 - (on.radius * Math.sin(theta)) ** 2);
      expect(at.y).toBeCloseTo(-x, 9);
      expect(at.x).toBeCloseTo(240, 9);
      expect(sliderAt({ ...on, centre: { x: 240, y: 0 }, line: on }, angle).y).toBeCloseTo(at.y, 9);
    }
  });

  it('the spring follows the plate; its length over the loop agrees with its state', () => {
    const [spring] = arcade.job.ties!;
    const { length, speed } = tieOverLoop(arcade, spring);
    expect(length[0]).toBe(tieAt(arcade, spring, 0)!.span);
    expect(length[240]).toBeCloseTo(length[0], 9);
    // Twice a loop, by twice the crank.
    expect(Math.max(...length) - Math.min(...length)).toBeCloseTo(52, 1);
    // The speed adds up to nothing over the loop.
    expect(Math.abs(speed.slice(0, -1).reduce((sum, v) => sum + v, 0))).toBeLessThan(1e-6);
    expect(measureAt(arcade, arcade.job.measures![0], 33)).toBe(tieAt(arcade, spring, 33)!.span);
    if (spring.is.kind !== 'spring') throw new Error('it is a spring');
    const { rate } = springFacts(spring.is);
    expect(tieAt(arcade, spring, 33)!.spring!.force).toBeCloseTo((175 - length[33]) * rate!, 9);
  });

  it('a rope is a catenary of its length between its anchors, worked out ahead', () => {
    const shapes = arcade.precomputed.ropes.get('bell-rope')!;
    for (const frame of [0, 31, 200]) {
      const [x, y, a, from, to] = shapes.subarray(frame * ROPE_NUMBERS, (frame + 1) * ROPE_NUMBERS);
      expect(Math.abs(to - from)).toBeCloseTo(216, 9);
      const end = anchorAt(arcade, 'bell-crank', frame)!;
      expect(x + a * Math.asinh(from / a)).toBeCloseTo(end.x, 6);
      expect(y + Math.hypot(a, from) - a).toBeCloseTo(end.y, 6);
    }
  });

  it('a measure can drive the length of a rope', () => {
    const job = demo('demo-arcade-drive');
    const rope = job.ties![1];
    if (rope.is.kind !== 'rope') throw new Error('it is a rope');
    rope.is.driven = { measure: 'lift-of-plate', times: 2, plus: -50 };
    const machine = running(job);
    expect(tieAt(machine, rope, 20)!.rope!.length).toBeCloseTo(
      2 * measureAt(machine, job.measures![0], 20)! - 50,
      9,
    );
  });

  it('an anchor rides on its link, round and round', () => {
    const job = demo('demo-coin-lift');
    job.anchors = [{ id: 'cup', name: 'Cup', on: { kind: 'rider', run: 'row', place: 5 } }];
    const machine = running(job);
    const frame = rowFrameAt(machine, 'row', 40)!;
    expect(anchorAt(machine, 'cup', 40)).toEqual({ x: frame.pins[10], y: frame.pins[11] });
  });

  it('a row hangs between moving anchors in every frame: from the one to the other, at its own pitch', () => {
    const job = demo('demo-arcade-drive');
    job.paths.push({
      kind: 'hang',
      id: 'swing-way',
      name: 'Swing',
      from: { x: 0, y: 0 },
      to: { x: 1, y: 0 },
      anchors: ['bell-crank', 'bell-post'],
      by: { by: 'length', length: 260 },
    });
    job.runs.push({
      ...job.runs[1],
      id: 'swing',
      name: 'Swing',
      path: 'swing-way',
      sequence: ['inner', 'outer'],
      fit: { ...job.runs[1].fit, multiple: 1 },
    });
    const machine = running(job);
    expect(machine.precomputed.problems).toEqual([]);
    for (const frame of [0, 17, 120]) {
      const { pins, firstLink, links } = rowFrameAt(machine, 'swing', frame)!;
      const first = -firstLink;
      const count = links + 2 * firstLink;
      const post = anchorAt(machine, 'bell-post', frame)!;
      const crank = anchorAt(machine, 'bell-crank', frame)!;
      expect(Math.hypot(pins[2 * first] - crank.x, pins[2 * first + 1] - crank.y)).toBeLessThan(1e-6);
      const last = 2 * (first + count);
      expect(Math.hypot(pins[last] - post.x, pins[last + 1] - post.y)).toBeLessThan(1e-6);
      const chords = Array.from({ length: count }, (_, k) => {
        const i = 2 * (first + k);
        return Math.hypot(pins[i + 2] - pins[i], pins[i + 3] - pins[i + 1]);
      });
      for (const chord of chords) expect(chord).toBeCloseTo(chords[0], 7);
    }
  });

  it('says in which frame a row cannot hang, and lets the rest run', () => {
    const job = demo('demo-arcade-drive');
    // It reaches in frame 0, and no longer when the crank has gone half round.
    job.anchors![2].on = { kind: 'crank', wheel: 'motor', radius: 18, angle: Math.PI };
    job.paths.push({
      kind: 'hang',
      id: 'short-way',
      name: 'Short',
      from: { x: 0, y: 0 },
      to: { x: 1, y: 0 },
      anchors: ['bell-crank', 'bell-post'],
      by: { by: 'length', length: 195 },
    });
    job.runs.push({
      ...job.runs[1],
      id: 'short',
      name: 'Short',
      path: 'short-way',
      fit: { ...job.runs[1].fit, multiple: 1 },
      sequence: ['inner'],
    });
    const machine = running(job);
    expect(machine.precomputed.problems).toEqual([
      { of: 'short', message: expect.stringMatching(/^In frame \d+:.*do not reach/) },
    ]);
    expect(machine.precomputed.ropes.has('bell-rope')).toBe(true);
  });
});

describe('the sum of what is laid anew in every frame', () => {
  it('is bounded: what is beyond it is not begun, and that is said', () => {
    const job = demo('demo-coin-lift');
    const [run] = job.runs;
    const rows = Array.from({ length: 5 }, (_, k) => ({ ...structuredClone(run), id: `row-${k}` }));
    Object.assign(job, { runs: rows });
    Object.assign(job.motion, {
      frames: 24,
      drives: [],
      breaths: rows.map(({ id }) => ({
        run: id,
        what: 'length',
        amount: 0.01,
        seed: 1,
        period: 24,
        alike: 4,
      })),
    });
    // Room for two rows of 90 links and some of a third.
    const { problems, rows: laid } = precomputeFrames(job, fittedRows(job), undefined, 24 * 90 * 2.7);
    expect(problems.map(({ of }) => of)).toEqual(['row-2', 'row-3', 'row-4']);
    expect([...laid.keys()]).toEqual(['row-0', 'row-1']);
    expect(problems[0].message).toMatch(/in each of 24 frames has more than 5,832 places in all/);
    expect(precomputeFrames(job, fittedRows(job)).problems).toEqual([]);
  });
});

describe('a body that drives over the ground', () => {
  const beetle = demo('demo-tin-beetle');
  beetle.motion.body = { run: 'row' };
  const machine = running(beetle);

  it('the shoes on the ground stand still while it drives', () => {
    const { strand } = bodyAt(machine, 0)!;
    const groundPins = (frame: number): number[] => {
      const { dx, dy } = bodyAt(machine, frame)!;
      const { pins } = rowFrameAt(machine, 'row', frame)!;
      return [...pins.keys()]
        .filter((i) => i % 2 === 0 && Math.abs(pins[i + 1] - strand.y) < 0.5)
        .map((i) => {
          expect(dy).toBeCloseTo(0, 9);
          return pins[i] + dx;
        });
    };
    const pitch = machine.rows.get('row')!.fit.effectivePitch!;
    const [origin] = groundPins(0);
    for (let frame = 0; frame <= 96; frame += 3) {
      for (const x of groundPins(frame)) {
        // Every pin on the ground is where a pin was at first, a whole number of shoes away; the pitch itself ripples.
        const off = (x - origin) / pitch - Math.round((x - origin) / pitch);
        // The pitch breathes by 1573 ppm over a cycle, and up to six shoes lie between.
        expect(Math.abs(off)).toBeLessThan(6 * 1573e-6);
      }
    }
  });

  it('drives by a chord for each shoe, not by L / N, the other way than its lower strand runs', () => {
    const { fit } = machine.rows.get('row')!;
    const { driven, dx, strand } = bodyAt(machine, 96)!;
    expect(driven / 6).toBeCloseTo(53, 1);
    expect(Math.abs(driven / 6 - fit.layout.path.length / 31)).toBeGreaterThan(0.3);
    expect(Math.sign(dx)).toBe(-Math.sign(strand.dx));
  });

  it('a row that goes round nothing has no ground to drive on', () => {
    const lamps = demo('demo-lamp-festoon');
    lamps.motion.body = { run: 'row' };
    expect(bodyAt(running(lamps), 3)).toBeNull();
  });
});

describe('the manner of a drive train', () => {
  it('what is driven rests, eases and comes back as its master does', () => {
    const job = demo('demo-arcade-drive');
    job.motion.drives[0].manner = { way: 'to-and-fro', dwell: [20, 40], ease: [10, 10] };
    const machine = running(job);
    const facts = motionFacts(machine, 'lift')!;
    expect(facts.seamless).toBe(true);
    for (const frame of [0, 10, 20]) expect(travelOf(machine, 'lift', frame)).toBe(0);
    expect(travelOf(machine, 'lift', 130)).toBe(40);
    expect(travelOf(machine, 'lift', 240)).toBe(0);
  });
});

describe('a rope that turns about itself', () => {
  const rope = (turning: number): Machine => {
    const job = demo('demo-curtain-rope');
    job.motion.drives[0].turning = turning;
    return running(job);
  };

  it('seems to run on by its strands; its wheels go by what it travels', () => {
    const [still, turns] = [rope(0), rope(-6)];
    expect([30, 60, 120].map((frame) => turnedOf(turns, 'row', frame))).toEqual([-1.5, -3, -6]);
    expect(turnedOf(still, 'row', 60)).toBe(0);
    for (const frame of [30, 120]) {
      expect(travelOf(turns, 'row', frame)).toBe(travelOf(still, 'row', frame));
      expect(wheelAngleAt(turns, 'capstan', frame)).toBe(wheelAngleAt(still, 'capstan', frame));
    }
    expect(motionFacts(turns, 'row')?.speeds).toEqual(motionFacts(still, 'row')?.speeds);
  });

  it('only ropes do', () => {
    const job = demo('demo-coin-lift');
    job.motion.drives[0].turning = 5;
    expect(turnedOf(running(job), 'row', 120)).toBe(0);
  });
});
