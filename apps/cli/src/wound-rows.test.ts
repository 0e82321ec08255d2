import { createCanvas, Path2D } from '@napi-rs/canvas';
import {
  fittedRows,
  machineOf,
  MATERIALS,
  demoJobs,
  parseJob,
  precomputeFrames,
  stockSectionOf,
  sweptPieces,
  type Job,
  type JobPiece,
  type WindingPath,
} from '@coin-relay/model';
import { FramePainter, setOutlines } from '@coin-relay/painting';
import { describe, expect, it } from 'vitest';

/** What is wound round, in its plane: where a place lies that is so far along it, and so far to its left, mm. */
interface Axis {
  readonly data: string;
  readonly length: number;
  readonly place: (along: number, left: number) => readonly [number, number];
}
const STRAIGHT: Axis = { data: 'M0 0H600', length: 600, place: (along, left) => [along, left] };
/** Half round counter-clockwise: what is to the left is further in. */
const ARC: Axis = {
  ...{ data: 'M190 0A190 190 0 0 1 -190 0', length: Math.PI * 190 },
  place: (along, left) => [(190 - left) * Math.cos(along / 190), (190 - left) * Math.sin(along / 190)],
};
/** How strands wind, mm: how far from the axis, how wide they are, how often they go round, and how thick the core is. */
interface Winds {
  readonly radius: number;
  readonly width: number;
  readonly turns: number;
  readonly core: number;
}
const LOOSE: Winds = { radius: 30, width: 12, turns: 3, core: 30 };
/** They touch: three of a diameter d lie d / √3 from their middle. */
const TOUCHING: Winds = { radius: 24 / Math.sqrt(3), width: 24, turns: 4, core: 2 };
const COLOURS = ['red', 'brass', 'blue'];
const FRAMES = 24;
const SIZE = { width: 1600, height: 900 };

const round = (id: string, width: number, material: string): JobPiece => ({
  ...sweptPieces(stockSectionOf('round', width, width, 1), 50).pieces[0],
  ...{ id, name: id, finish: { material, line: false, picture: null } },
});
const ribbon = (id: string, width: number, material: string): JobPiece => ({
  ...{ family: 'own', id, name: id, pitch: 60, source: '', behaviour: 'bending' },
  outline: [{ data: `M0 ${-width / 2}H60V${width / 2}H0Z`, material, line: false }],
  pins: { from: { x: 0, y: 0 }, to: { x: 60, y: 0 } },
});

/** Three strands round a core on a straight axis, which turn wholly round in the loop. */
function strands(
  axis: Axis,
  { radius, width, turns, core }: Winds,
  strandOf: (id: string, width: number, material: string) => JobPiece,
): Job {
  const demo = demoJobs().find(({ id }) => id === 'demo-mast-streamers')!.job;
  const [like] = demo.runs;
  const strand = (k: number): WindingPath => ({
    ...{ kind: 'winding', id: `strand-${k}`, name: `Strand ${k}`, of: k === 0 ? 'axis' : 'strand-0' },
    phase: (2 * Math.PI * k) / 3,
    wound: k === 0 ? { by: 'own', figure: 'round', radius, depth: 10, turns, hand: 'right' } : { by: 'like' },
  });
  return parseJob({
    ...demo,
    paths: [{ kind: 'outline', id: 'axis', name: 'Axis', data: axis.data }, ...[0, 1, 2].map(strand)],
    pieces: [round('core', core, 'wood'), ...COLOURS.map((material) => strandOf(material, width, material))],
    runs: [
      { ...like, id: 'core', name: 'Core', path: 'axis', sequence: ['core'] },
      ...COLOURS.map((material, k) => ({
        ...{ id: material, name: material, path: `strand-${k}`, sequence: [material] },
        fit: like.fit,
      })),
    ],
    motion: { framesPerSecond: 24, frames: FRAMES, drives: [{ run: 'red', pitches: 0, turning: 3 }] },
  });
}

/**
 * Where strand k is over a place of the axis: beside it and over it, mm. A right-handed helix that begins on top, and
 * seems to run on as it turns.
 */
const strandAt = (
  { length }: Axis,
  { radius, turns }: Winds,
  k: number,
  x: number,
  frame: number,
): [beside: number, over: number] => {
  const angle = 2 * Math.PI * (k / 3 + (turns * x) / length - frame / FRAMES);
  return [-radius * Math.sin(angle), radius * Math.cos(angle)];
};

/** The nearest that strand k comes to a place beside the axis, mm, and how high it lies there. */
function nearest(
  axis: Axis,
  winds: Winds,
  k: number,
  [along, left]: readonly [number, number],
  frame: number,
): { far: number; over: number } {
  let found = { far: Infinity, over: 0 };
  const [x, y] = axis.place(along, left);
  for (let at = Math.max(0, along - 26); at <= Math.min(axis.length, along + 26); at += 0.25) {
    const [beside, over] = strandAt(axis, winds, k, at, frame);
    const [px, py] = axis.place(at, beside);
    const far = Math.hypot(px - x, py - y);
    if (far < found.far) found = { far, over };
  }
  return found;
}

/** Which of some materials there is at a point of the picture; null on an edge, where colours are mixed. */
function painted(job: Job, frame: number): { materialAt: (x: number, y: number) => string | null } {
  setOutlines(Path2D);
  const rows = fittedRows(job);
  const machine = machineOf(job, rows, precomputeFrames(job, rows));
  const wanted = { path: false, marks: false, wheels: false, machine: false, ground: false };
  const painter = new FramePainter(machine, wanted, { ...SIZE, margin: 0.02, paper: '#ffffff' }, null);
  const canvas = createCanvas(SIZE.width, SIZE.height);
  painter.paint(canvas.getContext('2d'), frame);
  const pixels = canvas.data();
  const { scale, x: x0, y: y0 } = painter.view;
  return {
    materialAt(x, y) {
      const p = 4 * (Math.round(y0 - y * scale - 0.5) * SIZE.width + Math.round(x0 + x * scale - 0.5));
      const off = ({ colour }: { colour: string }): number =>
        Math.max(
          ...[0, 1, 2].map((c) => Math.abs(parseInt(colour.slice(1 + 2 * c, 3 + 2 * c), 16) - pixels[p + c])),
        );
      return CHOICE.find((each) => off(each) <= SAME)?.id ?? null;
    },
  };
}

/** Colours are rounded as they are laid on one another. */
const SAME = 3;
const CHOICE = [
  { id: 'paper', colour: '#ffffff' },
  ...MATERIALS.filter(({ id }) => ['wood', ...COLOURS].includes(id)),
];

describe('rows that wind round one path, painted', () => {
  /** A ribbon that looks away from the axis is seen as wide as it is turned towards the eye. */
  const turned = ({ radius, width }: Winds, over: number): number => ((width / 2) * Math.abs(over)) / radius;

  it.each([
    ['round bars', 0, STRAIGHT, LOOSE, round, null],
    ['round bars', 5, STRAIGHT, LOOSE, round, null],
    ['round bars that touch', 0, STRAIGHT, TOUCHING, round, null],
    ['round bars that touch', 7, STRAIGHT, TOUCHING, round, null],
    ['round bars round an arc', 0, ARC, LOOSE, round, null],
    ['round bars round an arc', 5, ARC, LOOSE, round, null],
    ['ribbons that bend', 0, STRAIGHT, LOOSE, ribbon, turned],
    ['ribbons that bend', 10, STRAIGHT, LOOSE, ribbon, turned],
  ] as const)(
    '%s in frame %i: at every point the colour is that of what lies highest',
    (_, frame, axis, winds, strandOf, halfAt) => {
      const { materialAt } = painted(strands(axis, winds, strandOf), frame);
      const [half, core] = [winds.width / 2, winds.core / 2];
      const seen = new Map<string, number>();
      const wrong: unknown[] = [];
      let [asked, mixed] = [0, 0];
      for (let x = 10; x < axis.length - 10; x += 2)
        for (let y = -winds.radius; y <= winds.radius; y += 2) {
          const there = COLOURS.map((material, k) => ({
            material,
            ...nearest(axis, winds, k, [x, y], frame),
          }));
          // What may or may not reach there is not asked about.
          const reaches = (over: number): number => 0.8 * (halfAt?.(winds, over) ?? half) - 0.6;
          if (there.some(({ far, over }) => far > reaches(over) && far < half + 1.5)) continue;
          if (Math.abs(Math.abs(y) - core) < 1) continue;
          const covering = [
            ...there.filter(({ far }) => far < half + 1.5),
            ...(Math.abs(y) < core ? [{ material: 'wood', over: 0 }] : []),
          ].sort((a, b) => b.over - a.over);
          const [top, next] = covering;
          if (next && top.over - next.over < 2) continue;
          const expected = covering.length > 0 ? top.material : 'paper';
          const found = materialAt(...axis.place(x, y));
          asked++;
          if (found === null) {
            mixed++;
            continue;
          }
          if (found !== expected) wrong.push([x, y, expected, found]);
          const kind = next ? `${top.material} over ${next.material}` : expected;
          seen.set(kind, (seen.get(kind) ?? 0) + 1);
        }
      expect(wrong).toEqual([]);
      expect(mixed / asked).toBeLessThan(0.01);
      // Each is seen over and under each, and over and under the core where that is thick enough.
      for (const a of COLOURS)
        for (const b of COLOURS.filter((other) => other !== a))
          expect([a, b, (seen.get(`${a} over ${b}`) ?? 0) > 3]).toEqual([a, b, true]);
      if (winds === LOOSE)
        for (const a of COLOURS) {
          expect(seen.get(`${a} over wood`)).toBeGreaterThan(20);
          expect(seen.get(`wood over ${a}`)).toBeGreaterThan(20);
        }
    },
  );
});
