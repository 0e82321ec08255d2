import type { Vec } from '@coin-relay/core';
import {
  anchorAt,
  centreOf,
  crankAngle,
  wheelAngleAt,
  type AnchorOn,
  type Machine,
  circle,
  data,
  hole,
  rounded,
} from '@coin-relay/model';
import { gearOutline } from './gear';
import { turnedTo } from '@coin-relay/core';
import type { Depth, MachinePart } from './part';
import { coilsIn, tieParts, tubesIn } from './ties';

/** What is drawn between the rows of a machine at a frame: behind them, and over them. */
export interface MachineParts {
  readonly behind: readonly MachinePart[];
  readonly over: readonly MachinePart[];
}

/**
 * What is drawn between the rows of a machine, for whatever frame is looked at; outlines that stay
 * the same are made once. Where a pixel (mm) is given, coils that it cannot show are not drawn one by one.
 */
export function machineParts(machine: Machine): (frame: number, pixel?: number) => MachineParts {
  const gears = gearOutlines(machine);
  const coils = coilsIn(machine.job.ties ?? []);
  const tubes = tubesIn(machine.job.ties ?? []);
  return (frame, pixel = 0) => ({
    behind: trainParts(machine, gears, frame),
    over: [
      ...(machine.job.anchors ?? []).flatMap(({ id, on }) => linkageParts(machine, id, on, frame)),
      ...(machine.job.ties ?? []).flatMap((tie) =>
        tieParts(machine, tie, frame, pixel, coils, tubes.has(tie.id)),
      ),
      ...(machine.job.anchors ?? []).flatMap(({ id }) => pinParts(machine, id, frame)),
    ],
  });
}

/** The outlines of the two gears of every drive that has some. */
function gearOutlines(machine: Machine): ReadonlyMap<string, readonly [string, string]> {
  return new Map(
    machine.job.motion.drives.flatMap(({ run, train }) => {
      const [a, b] = train ? [centreOf(machine, train.wheel), centreOf(machine, train.own)] : [];
      if (!train?.gears || !a || !b) return [];
      const [z1, z2] = train.gears;
      const apart = Math.hypot(b.x - a.x, b.y - a.y);
      const first = (apart * z1) / (z1 + z2);
      return [[run, [gearOutline(first, z1), gearOutline(apart - first, z2)]] as const];
    }),
  );
}

/** Pairs of gears in mesh, and the hubs of shafts that two wheels share. */
function trainParts(
  machine: Machine,
  gears: ReadonlyMap<string, readonly [string, string]>,
  frame: number,
): MachinePart[] {
  return machine.job.motion.drives.flatMap(({ run, train }): MachinePart[] => {
    if (!train) return [];
    const [a, b] = [centreOf(machine, train.wheel), centreOf(machine, train.own)];
    if (!a || !b) return [];
    const turned =
      (wheelAngleAt(machine, train.wheel, frame) ?? 0) - (wheelAngleAt(machine, train.wheel, 0) ?? 0);
    const apart = Math.hypot(b.x - a.x, b.y - a.y);
    const outlines = gears.get(run);
    if (train.gears === null || !outlines) {
      if (apart < 1e-6) return [];
      // Two wheels on one shaft that is seen in two places: a shaft laid across.
      const size = Math.max(3, apart * 0.012);
      const deep: Depth = { from: 'behind', low: -size, high: size };
      return [
        { ...bar(a, b, size), fill: 'shade', line: true, deep },
        { ...disc(a, size * 1.6), fill: 'shade', line: true, deep: { ...deep, low: 0, high: 2.4 * size } },
        { ...disc(b, size * 1.6), fill: 'shade', line: true, deep: { ...deep, low: 0, high: 2.4 * size } },
      ];
    }
    const [z1, z2] = train.gears;
    const toward = Math.atan2(b.y - a.y, b.x - a.x);
    // A gap of the first faces a tooth of the second.
    const first = toward + turned;
    const second = toward + Math.PI + Math.PI / z2 - (turned * z1) / z2;
    // As wide as ten times their module: common practice.
    const deep: Depth = { from: 'behind', low: (-20 * apart) / (z1 + z2), high: 0 };
    return [
      { d: outlines[0], fill: 'brass', line: true, at: turnedTo(a.x, a.y, first), deep },
      { d: outlines[1], fill: 'brass', line: true, at: turnedTo(b.x, b.y, second), deep },
    ];
  });
}

/** Crank arms, rods, sliders and the lines they slide on. */
function linkageParts(machine: Machine, id: string, on: AnchorOn, frame: number): MachinePart[] {
  if ((on.kind !== 'crank' && on.kind !== 'slider') || on.radius === 0) return [];
  const centre = centreOf(machine, on.wheel);
  if (!centre) return [];
  const angle = crankAngle(machine, on, frame);
  const pin = { x: centre.x + on.radius * Math.cos(angle), y: centre.y + on.radius * Math.sin(angle) };
  const size = Math.max(1.5, on.radius * 0.12);
  const level = (low: number, high: number): Depth => ({
    from: 'before',
    low: low * size,
    high: high * size,
  });
  const arm: MachinePart = {
    ...bar(centre, pin, size * 1.3, on.radius),
    fill: 'leather',
    line: true,
    deep: level(0, 1.2),
  };
  const knob = (p: Vec, radius: number): MachinePart => ({
    ...disc(p, radius),
    fill: 'brass',
    line: true,
    deep: level(0.2, 3),
  });
  if (on.kind === 'crank') return [arm, knob(pin, size)];
  const at = anchorAt(machine, id, frame);
  if (!at) return [arm];
  const length = size * 5;
  const reach = on.radius + size * 4;
  const [ux, uy] = [Math.cos(on.direction), Math.sin(on.direction)];
  // The slide is as long as the slider's stroke, about its middle.
  const foot = ux * (centre.x - on.x) + uy * (centre.y - on.y) + on.side * middleReach(on, centre);
  const middle = { x: on.x + ux * foot, y: on.y + uy * foot };
  const rail = (k: number): MachinePart => ({
    ...bar(
      { x: middle.x - reach * ux - k * uy, y: middle.y - reach * uy + k * ux },
      { x: middle.x + reach * ux - k * uy, y: middle.y + reach * uy + k * ux },
      size * 0.3,
      2 * reach,
    ),
    fill: 'shade',
    line: true,
    deep: level(0, 1.2),
  });
  return [
    rail(size * 2.1),
    rail(-size * 2.1),
    arm,
    {
      d: rounded(-length / 2, -size * 1.7, length / 2, size * 1.7, size * 0.5),
      fill: 'iron',
      line: true,
      at: turnedTo(at.x, at.y, on.direction),
      deep: level(0, 1.2),
    },
    { ...bar(pin, at, size * 0.9, on.rod), fill: 'steel', line: true, deep: level(1.4, 2.4) },
    knob(pin, size * 0.8),
    knob(at, size * 0.8),
  ];
}

/** How far along its line from the foot of the crank's centre a slider is on the average of its two dead points. */
function middleReach(on: Extract<AnchorOn, { kind: 'slider' }>, centre: Vec): number {
  const e = Math.cos(on.direction) * (centre.y - on.y) - Math.sin(on.direction) * (centre.x - on.x);
  const far = Math.sqrt(Math.max(0, (on.rod + on.radius) ** 2 - e * e));
  const near = Math.sqrt(Math.max(0, (on.rod - on.radius) ** 2 - e * e));
  return (far + near) / 2;
}

/** A fixed anchor is an eye on its post; others are seen by what they ride on. */
function pinParts(machine: Machine, id: string, frame: number): MachinePart[] {
  const anchor = machine.job.anchors?.find((entry) => entry.id === id);
  if (anchor?.on.kind !== 'fixed') return [];
  const at = anchorAt(machine, id, frame);
  if (!at) return [];
  return [
    {
      d: circle(0, 0, 5) + hole(0, 0, 2),
      fill: 'brass',
      line: true,
      at: turnedTo(at.x, at.y, 0),
      deep: at.z === undefined ? { from: 'before', low: 0, high: 4 } : { from: at.z, low: -2, high: 2 },
    },
  ];
}

/** A bar with round ends: the same outline again wherever it is set down, where its length is the same. */
function bar(a: Vec, b: Vec, half: number, long = Math.hypot(b.x - a.x, b.y - a.y)): Outlined {
  const end = half;
  return {
    d:
      data`M0 ${half}A${end} ${end} 0 0 1 0 ${-half}` +
      data`L${long} ${-half}A${end} ${end} 0 0 1 ${long} ${half}Z`,
    at: turnedTo(a.x, a.y, Math.atan2(b.y - a.y, b.x - a.x)),
  };
}

const disc = ({ x, y }: Vec, radius: number): Outlined => ({
  d: circle(0, 0, radius),
  at: turnedTo(x, y, 0),
});

type Outlined = Pick<MachinePart, 'd' | 'at'>;
