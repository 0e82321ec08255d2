import { bendAlong, chordalRatio, chordalSpeed } from '@coin-relay/core';
import {
  familyOf,
  factsOfSpring,
  formatLength,
  rowFrameAt,
  tieOverLoop,
  toUnit,
  travelOf,
  type FittedRow,
  type Machine,
  type Tie,
} from '@coin-relay/model';
import type { GraphAxes, GraphLine } from '../graphs/graph-data';

/** A graph of a machine. */
export interface MotionGraph {
  readonly id: string;
  readonly title: string;
  readonly lines: readonly GraphLine[];
  readonly axes: GraphAxes;
  /** What it says, in words. */
  readonly words: string;
  /** Where on its x axis a frame is. */
  readonly mark: (frame: number) => number;
}

/** The graphs that there are of a machine, with one of its rows at work. */
export function motionGraphs(machine: Machine, run: string): MotionGraph[] {
  const row = machine.rows.get(run);
  return [
    ...(machine.job.ties ?? []).flatMap((tie) => tieGraphs(machine, tie)),
    ...(row ? breathGraph(machine, row) : []),
    ...(row ? chordalGraph(machine, row) : []),
    ...(row ? bendGraph(machine, row) : []),
  ];
}

function tieGraphs(machine: Machine, tie: Tie): MotionGraph[] {
  const { unit } = machine.job;
  const over = tieOverLoop(machine, tie);
  const known = over.length.filter((value) => !Number.isNaN(value));
  if (known.length < over.length.length) return [];
  const x = [...over.frame];
  const ends = [x[0], x[x.length - 1]];
  const level = (name: string, value: number): GraphLine => ({
    name,
    x: ends,
    y: [toUnit(value, unit), toUnit(value, unit)],
    limit: true,
  });
  const [least, most] = [Math.min(...known), Math.max(...known)];
  const { is } = tie;
  const spring = is.kind === 'spring' ? is : null;
  const solid = spring ? (factsOfSpring(spring)?.solid ?? null) : null;
  const ratio = spring
    ? `, ${((100 * least) / spring.free).toFixed(1)} to ${((100 * most) / spring.free).toFixed(1)} % of its free length`
    : '';
  return [
    {
      id: `${tie.id}-length`,
      title: `Length of ${tie.name}`,
      lines: [
        { name: 'from end to end', x, y: [...over.length].map((value) => toUnit(value, unit)) },
        ...(spring ? [level('free', spring.free)] : []),
        ...(spring?.longest ? [level('longest', spring.longest)] : []),
      ],
      axes: { x: 'frame', y: `length, ${unit}` },
      words: `It is ${formatLength(least, unit)} to ${formatLength(most, unit)} long${ratio}.`,
      mark: (frame) => frame,
    },
    ...(spring
      ? [
          {
            id: `${tie.id}-ratio`,
            title: `Ratio of ${tie.name} to rest`,
            lines: [
              {
                name: 'of its free length',
                x,
                y: [...over.length].map((value) => (100 * value) / spring.free),
              },
              ...(solid === null
                ? []
                : [
                    {
                      name: 'solid',
                      x: ends,
                      y: [solid, solid].map((value) => (100 * value) / spring.free),
                      limit: true,
                    },
                  ]),
            ],
            axes: { x: 'frame', y: '% of free' },
            words: `From ${((100 * least) / spring.free).toFixed(1)} to ${((100 * most) / spring.free).toFixed(1)} % of its free length.`,
            mark: (frame: number) => frame,
          },
        ]
      : []),
    {
      id: `${tie.id}-speed`,
      title: `Speed of ${tie.name}`,
      lines: [{ name: 'growing', x, y: [...over.speed].map((value) => toUnit(value, unit)) }],
      axes: { x: 'frame', y: `${unit} a second` },
      words: `Its length changes by at most ${formatLength(Math.max(...over.speed.map(Math.abs)), unit)} a second.`,
      mark: (frame) => frame,
    },
  ];
}

/** How far apart the pieces of a breathing row stand: the least, the mean and the most in every frame. */
function breathGraph(machine: Machine, { resolved }: FittedRow): MotionGraph[] {
  const laid = machine.precomputed.rows.get(resolved.run.id);
  if (!laid || laid.sizes.length === 0) return [];
  const { unit } = machine.job;
  const { frames, links } = laid;
  const [least, mean, most]: [number[], number[], number[]] = [[], [], []];
  const spaced = laid.lengthens;
  // Where pieces have two places the last one has none after it.
  const told = spaced && laid.step === 2 ? links - 1 : links;
  for (let frame = 0; frame < frames; frame++) {
    let [low, high, sum, many] = [Infinity, -Infinity, 0, 0];
    for (let k = 0; k < told; k++) {
      const a = frame * laid.columns + k * laid.step;
      const value = spaced ? laid.arc[a + laid.step] - laid.arc[a] : 100 * laid.sizes[frame * links + k];
      low = Math.min(low, value);
      high = Math.max(high, value);
      sum += value;
      many++;
    }
    const inUnit = (value: number): number => (spaced ? toUnit(value, unit) : value);
    least.push(inUnit(low));
    most.push(inUnit(high));
    mean.push(inUnit(sum / many));
  }
  const x = least.map((_, frame) => frame);
  const what = spaced ? 'spacing' : 'size';
  const of = spaced ? unit : '%';
  const figures = (values: readonly number[], pick: (...v: number[]) => number): string =>
    String(Number(pick(...values).toPrecision(4)));
  return [
    {
      id: 'breath',
      title: `${spaced ? 'Spacing' : 'Size'} of the breathing row`,
      lines: [
        { name: `most ${what}`, x, y: most },
        { name: 'mean', x, y: mean },
        { name: `least ${what}`, x, y: least },
      ],
      axes: { x: 'frame', y: `${what}, ${of}` },
      words: `From ${figures(least, Math.min)} to ${figures(most, Math.max)} ${of} over the loop.`,
      mark: (frame) => Math.min(frame, frames - 1),
    },
  ];
}

/** The speed of the strand at every sprocket that turns steadily, over one pitch. */
function chordalGraph(machine: Machine, { fit, resolved }: FittedRow): MotionGraph[] {
  const sprockets = fit.layout.wheels.filter(({ teeth }) => teeth !== null);
  if (fit.request.pieces !== 'stiff' || sprockets.length === 0) return [];
  const steps = 60;
  const x = Array.from({ length: steps + 1 }, (_, i) => i / steps);
  const lines = sprockets.map(({ id, name, teeth }): GraphLine => ({
    name: `${name ?? id}, ${teeth ?? 0} teeth`,
    x,
    // At its end a pitch is as it was at its start.
    y: x.map((part) => 100 * chordalSpeed(teeth ?? 3, part === 1 ? 0 : part)),
  }));
  const worst = sprockets.reduce((a, b) => ((a.teeth ?? 0) <= (b.teeth ?? 0) ? a : b));
  return [
    {
      id: 'chordal',
      title: 'Strand speed at each sprocket',
      lines,
      axes: { x: 'travel, pitches', y: '% of the greatest' },
      words: `With the sprocket turning steadily the strand’s speed falls to cos(π / z) of its greatest: at ${worst.name ?? worst.id} to ${(100 * chordalRatio(worst.teeth ?? 3)).toFixed(2)} %.`,
      mark: (frame) => {
        const travel = travelOf(machine, resolved.run.id, frame);
        return travel - Math.floor(travel);
      },
    },
  ];
}

/** How far neighbouring links turn against each other along the path, and how far their family can. */
function bendGraph(machine: Machine, { fit, resolved }: FittedRow): MotionGraph[] {
  const bend = bendAlong(fit.row);
  if (bend.s.length < 2) return [];
  const { unit } = machine.job;
  const x = [...bend.s].map((s) => toUnit(s, unit));
  const degrees = (angle: number): number => (angle * 180) / Math.PI;
  const most = Math.max(...bend.turn);
  const limit = resolved.sequence
    .flatMap((piece) => familyOf(piece).articulation?.angle ?? [])
    .reduce<number | null>((least, angle) => (least === null ? angle : Math.min(least, angle)), null);
  return [
    {
      id: 'bend',
      title: 'Bend along the path',
      lines: [
        { name: 'turn from link to link', x, y: [...bend.turn].map(degrees) },
        ...(limit === null
          ? []
          : [
              {
                name: 'as far as they can',
                x: [x[0], x[x.length - 1]],
                y: [degrees(limit), degrees(limit)],
                limit: true,
              },
            ]),
      ],
      axes: { x: `along the path, ${unit}`, y: 'degrees' },
      words: `The mark is the first link. Links turn by ${degrees(most).toFixed(1)}° at the most${limit === null ? '' : `; they can by ${degrees(limit).toFixed(0)}°`}.`,
      // The first link, as it travels.
      mark: (frame) => {
        const at = rowFrameAt(machine, resolved.run.id, frame)?.arc[0] ?? 0;
        const { length } = fit.layout.path;
        return toUnit(at - Math.floor(at / length) * length, unit);
      },
    },
  ];
}
