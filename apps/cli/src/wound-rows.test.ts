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

const [LONG, RADIUS, TURNS, CORE] = [600, 30, 3, 15];
const COLOURS = ['red', 'brass', 'blue'];
const FRAMES = 24;
const SIZE = { width: 1600, height: 360 };

const round = (id: string, width: number, material: string): JobPiece => ({
  ...sweptPieces(stockSectionOf('round', width, width, 1), LONG).pieces[0],
  ...{ id, name: id, finish: { material, line: false, picture: null } },
});
const ribbon = (id: string, width: number, material: string): JobPiece => ({
  ...{ family: 'own', id, name: id, pitch: 60, source: '', behaviour: 'bending' },
  outline: [{ data: `M0 ${-width / 2}H60V${width / 2}H0Z`, material, line: false }],
  pins: { from: { x: 0, y: 0 }, to: { x: 60, y: 0 } },
});

/** Three strands round a core on a straight axis, which turn wholly round in the loop. */
function strands(strandOf: (id: string, width: number, material: string) => JobPiece): Job {
  const demo = demoJobs().find(({ id }) => id === 'demo-mast-streamers')!.job;
  const [like] = demo.runs;
  const strand = (k: number): WindingPath => ({
    ...{ kind: 'winding', id: `strand-${k}`, name: `Strand ${k}`, of: k === 0 ? 'axis' : 'strand-0' },
    phase: (2 * Math.PI * k) / 3,
    wound:
      k === 0
        ? { by: 'own', figure: 'round', radius: RADIUS, depth: 10, turns: TURNS, hand: 'right' }
        : { by: 'like' },
  });
  return parseJob({
    ...demo,
    paths: [{ kind: 'outline', id: 'axis', name: 'Axis', data: `M0 0H${LONG}` }, ...[0, 1, 2].map(strand)],
    pieces: [round('core', 2 * CORE, 'wood'), ...COLOURS.map((material) => strandOf(material, 12, material))],
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
const strandAt = (k: number, x: number, frame: number): [beside: number, over: number] => {
  const angle = 2 * Math.PI * (k / 3 + (TURNS * x) / LONG - frame / FRAMES);
  return [-RADIUS * Math.sin(angle), RADIUS * Math.cos(angle)];
};

/** The nearest that strand k comes to a point in plan, mm, and how high it lies there. */
function nearest(k: number, x: number, y: number, frame: number): { far: number; over: number } {
  let found = { far: Infinity, over: 0 };
  for (let at = Math.max(0, x - 20); at <= Math.min(LONG, x + 20); at += 0.25) {
    const [beside, over] = strandAt(k, at, frame);
    const far = Math.hypot(at - x, beside - y);
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
      const colour = `#${[0, 1, 2].map((c) => pixels[p + c].toString(16).padStart(2, '0')).join('')}`;
      return CHOICE.find((each) => each.colour === colour)?.id ?? null;
    },
  };
}

const CHOICE = [
  { id: 'paper', colour: '#ffffff' },
  ...MATERIALS.filter(({ id }) => ['wood', ...COLOURS].includes(id)),
];

describe('rows that wind round one path, painted', () => {
  it.each([
    // A ribbon that looks away from the axis is seen as wide as it is turned towards the eye.
    ['round bars', 0, round, () => 6],
    ['round bars', 5, round, () => 6],
    ['ribbons that bend', 0, ribbon, (over: number) => (6 * Math.abs(over)) / RADIUS],
    ['ribbons that bend', 10, ribbon, (over: number) => (6 * Math.abs(over)) / RADIUS],
  ] as const)(
    '%s in frame %i: at every point the colour is that of what lies highest',
    (_, frame, strandOf, halfAt) => {
      const { materialAt } = painted(strands(strandOf), frame);
      const seen = new Map<string, number>();
      const wrong: unknown[] = [];
      let [asked, mixed] = [0, 0];
      for (let x = 10; x < LONG - 10; x += 1.5)
        for (let y = -RADIUS; y <= RADIUS; y += 1.5) {
          const there = COLOURS.map((material, k) => ({ material, ...nearest(k, x, y, frame) }));
          // What may or may not reach there is not asked about.
          if (there.some(({ far, over }) => far > 0.8 * halfAt(over) - 0.6 && far < 7.5)) continue;
          if (Math.abs(Math.abs(y) - CORE) < 1) continue;
          const covering = [
            ...there.filter(({ far }) => far < 7.5),
            ...(Math.abs(y) < CORE ? [{ material: 'wood', over: 0 }] : []),
          ].sort((a, b) => b.over - a.over);
          const [top, next] = covering;
          if (next && top.over - next.over < 2) continue;
          const expected = covering.length > 0 ? top.material : 'paper';
          const found = materialAt(x, y);
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
      // Each is seen over and under each, and over and under the core.
      for (const a of COLOURS)
        for (const b of ['wood', ...COLOURS].filter((other) => other !== a))
          expect([a, b, (seen.get(`${a} over ${b}`) ?? 0) > 3]).toEqual([a, b, true]);
      for (const a of COLOURS) expect(seen.get(`wood over ${a}`)).toBeGreaterThan(20);
    },
  );
});
