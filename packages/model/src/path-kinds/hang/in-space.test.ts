import { length3, mapped3, sub3, type Vec3 } from '@coin-relay/core';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { hangingJob } from '../../starters';
import { parseJob, type Anchor, type Job } from '../../job';
import { measuredPath } from '../../resolve';
import { planeMap } from '../plane';
import { planeOf } from '../plane-of';
import { hangingOf } from './hung';
import { hangingEnds, hungBetween, rehung } from './in-space';
import type { HangPath } from './schema';

const hangs = (length: number): HangPath => ({
  ...(hangingJob('Festoon').paths[0] as HangPath),
  by: { by: 'length', length },
});
const UP: Vec3 = { x: 0, y: 0, z: 1 };
const number = fc.double({ min: -400, max: 400, noNaN: true });
const place = fc.record({ x: number, y: number, z: number });

describe('a row hung between two places in space', () => {
  it('has its ends there, and hangs in an upright plane (property)', () => {
    fc.assert(
      fc.property(place, place, fc.constantFrom(UP, { x: 0, y: 1, z: 0 }), (from, to, up) => {
        const path = hungBetween(hangs(2_000), from, to, up);
        const ends = hangingEnds(path);
        expect(length3(sub3(ends[0], from))).toBeLessThan(1e-9);
        expect(length3(sub3(ends[1], to))).toBeLessThan(1e-6);
        const [x, y, z] = mapped3(planeMap({ ...path.plane!, origin: { x: 0, y: 0, z: 0 } }), 0, 1, 0);
        expect(length3(sub3({ x, y, z }, up))).toBeLessThan(1e-7);
      }),
      { numRuns: 200, seed: 20261129 },
    );
  });

  it('from mast to mast: as deep as the catenary over the way between them says', () => {
    // Masts 300 mm apart over a corner (180, 240), one 40 mm higher, and a festoon of 360 mm.
    const path = hungBetween(hangs(360), { x: 10, y: 20, z: 500 }, { x: 190, y: 260, z: 540 }, UP);
    expect(path.to.x).toBeCloseTo(300, 9);
    expect(path.to.y).toBeCloseTo(40, 9);
    const job = hangingJob('Festoon');
    const hung = parseJob({ ...job, paths: [path], stands: 'lying' });
    expect(measuredPath(hung, hung.paths[0]).length).toBeCloseTo(360, 9);
    // sinh(k) / k = sqrt(l² − h²) / w (the catenary, in closed form), with k = w / 2a.
    const wanted = Math.sqrt(360 ** 2 - 40 ** 2) / 300;
    let [low, high] = [1e-6, 10];
    for (let i = 0; i < 100; i++) {
      const k = (low + high) / 2;
      if (Math.sinh(k) / k < wanted) low = k;
      else high = k;
    }
    expect(hangingOf(hung, path).piece.a).toBeCloseTo(300 / (2 * low), 6);
  });

  it('from a place to one straight above it has a plane too', () => {
    const path = hungBetween(hangs(500), { x: 5, y: 5, z: 0 }, { x: 5, y: 5, z: 90 }, UP);
    expect(path.to).toEqual({ x: 0, y: 90 });
    const [, to] = hangingEnds(path);
    expect(length3(sub3(to, { x: 5, y: 5, z: 90 }))).toBeLessThan(1e-9);
  });

  it('between anchors before the drawing it hangs in the upright plane through both; on one that moves, in its own', () => {
    const masts = (on: Partial<Record<'first' | 'last', Anchor['on']>> = {}): Job => {
      const fixed = (x: number, y: number, z: number): Anchor['on'] => ({ kind: 'fixed', x, y, z });
      return parseJob({
        ...hangingJob('Festoon'),
        stands: 'lying',
        paths: [{ ...hangs(360), anchors: ['first', 'last'] }],
        wheels: [{ id: 'w', name: 'Wheel', x: 0, y: 0, size: { by: 'radius', radius: 10 } }],
        anchors: [
          { id: 'first', name: 'First', on: on.first ?? fixed(10, 20, 500) },
          { id: 'last', name: 'Last', on: on.last ?? fixed(190, 260, 540) },
        ],
      });
    };
    const job = masts();
    const path = job.paths[0] as HangPath;
    expect(planeOf(job, path)).toEqual(
      hungBetween(path, { x: 10, y: 20, z: 500 }, { x: 190, y: 260, z: 540 }, UP).plane,
    );
    const typed = hungBetween(hangs(360), { x: 10, y: 20, z: 500 }, { x: 190, y: 260, z: 540 }, UP);
    expect(hangingOf(job, path)).toEqual(hangingOf(job, typed));
    // One end on an anchor, the other where it is typed.
    const half: HangPath = { ...typed, anchors: [null, 'last'] };
    const [from] = hangingEnds(half);
    expect(length3(sub3(from, { x: 10, y: 20, z: 500 }))).toBeLessThan(1e-9);
    expect(hangingOf(job, half).piece.a).toBeCloseTo(hangingOf(job, typed).piece.a, 6);
    const level = masts({ first: { kind: 'fixed', x: 10, y: 20 }, last: { kind: 'fixed', x: 300, y: 20 } });
    expect(planeOf(level, level.paths[0])).toBeNull();
    const moving = masts({ first: { kind: 'crank', wheel: 'w', radius: 5, angle: 0 } });
    expect(planeOf(moving, moving.paths[0])).toBeNull();
  });

  it('what hangs down goes on doing so when another direction is up', () => {
    const Y = { x: 0, y: 1, z: 0 };
    const [from, to] = [
      { x: 10, y: 20, z: 500 },
      { x: 190, y: 260, z: 540 },
    ];
    const standing = hungBetween(hangs(500), from, to, Y);
    const lying = rehung(standing, Y, UP);
    expect(lying.to.y).toBeCloseTo(40, 9);
    expect(length3(sub3(hangingEnds(lying)[1], to))).toBeLessThan(1e-9);
    // What was turned on purpose stays.
    expect(rehung(standing, UP, Y)).toBe(standing);
    expect(rehung(hangs(360), Y, UP)).toEqual(hangs(360));
  });

  it('one that lies in the drawing has its ends there', () => {
    expect(hangingEnds(hangs(360))).toEqual([
      { x: 0, y: 0, z: 0 },
      { x: 300, y: 40, z: 0 },
    ]);
  });
});
