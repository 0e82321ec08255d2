import { mapPoint } from '@coin-relay/core';
import {
  demoJobs,
  fittedRows,
  machineOf,
  plainBeltPieces,
  PLAIN_SET_OUT,
  type Job,
  type SetOut,
} from '@coin-relay/model';
import { describe, expect, it } from 'vitest';
import { readSvg } from '../svg/read';
import { STATIONS, writeSvg } from './write';

const written = (
  id: string,
  moving: boolean,
  change: (job: Job) => void = () => undefined,
): { text: string; count: number } => {
  const job = structuredClone(demoJobs().find((d) => d.id === id)!.job);
  change(job);
  const machine = machineOf(job, fittedRows(job, job.runs.slice(0, 1)));
  const [row] = machine.rows.values();
  return { text: writeSvg(machine, { moving, frame: 0, path: true }), count: row.fit.count };
};

describe('a still drawing', () => {
  it('is well-formed, in real size, with one use a link and the path as one line', () => {
    const { text, count } = written('demo-coin-lift', false);
    const drawing = readSvg(text);
    expect(drawing.physical).toBe(true);
    expect(drawing.millimetresPerUnit).toBeCloseTo(1, 6);
    expect(text.match(/<use href="#piece-/g)).toHaveLength(count);
    expect(text.match(/<use href="#behind-carrier"/g)).toHaveLength(count / 6);
    expect(text).not.toContain('animate');
  });

  it('keeps names out of the markup', () => {
    const { text } = written('demo-coin-lift', false, (job) => {
      job.name = '</title><script>"&';
    });
    expect(text).not.toContain('<script');
    expect(() => readSvg(text)).not.toThrow();
  });
});

describe('a moving drawing', () => {
  const { text, count } = written('demo-coin-lift', true);
  const animations = [
    ...text.matchAll(/<animateTransform[^>]*type="translate" values="([^"]*)" dur="([\d.]+)s"/g),
  ];

  it('moves every link, without end', () => {
    expect(animations).toHaveLength(count + count / 6);
    // What stays on a straight, and what hangs, does not turn.
    const turning = text.match(/type="rotate" values=/g)?.length ?? 0;
    expect(turning).toBeGreaterThan(animations.length / 3);
    expect(text.match(/repeatCount="indefinite"/g)?.length).toBe(animations.length + turning + 3);
  });

  it('has no jump: each link ends where the link one pattern on began', () => {
    const links = animations.slice(count / 6).map(([, values]) => values.split(';'));
    const starts = new Set(links.map((places) => places[0]));
    for (const places of links) expect(starts.has(places[places.length - 1])).toBe(true);
  });

  it('every wheel turns whole turns in its own time, sprockets one tooth a pitch', () => {
    const turns = [...text.matchAll(/type="rotate" from="(-?[\d.]+)" to="(-?[\d.]+)" dur="([\d.]+)s"/g)];
    expect(turns).toHaveLength(3);
    for (const [, from, to] of turns) expect(Math.abs(Number(to) - Number(from))).toBeCloseTo(360, 6);
    // 18 pitches in 5 s: 17 teeth pass in 17 / 3.6 s.
    expect(Number(turns[0][3])).toBeCloseTo(17 / 3.6, 5);
    expect(Number(turns[1][3])).toBeCloseTo(38 / 3.6, 5);
  });

  it('stands still where nothing travels', () => {
    const still = written('demo-tin-beetle', true, (job) => {
      job.motion.drives[0].pitches = 0;
    });
    expect(still.text).not.toContain('animate');
  });

  it('refuses to state more places than the limit', () => {
    expect(() =>
      written('demo-drum-drive', true, (job) => {
        job.pieces[0] = { ...job.pieces[0], pitch: 0.5 } as Job['pieces'][number];
        job.wheels.forEach((wheel) => (wheel.size = { by: 'radius', radius: 30 }));
        job.runs[0].sequence = Array.from({ length: 40 }, () => 'tooth');
      }),
    ).toThrow(/64,935,.* moments; 400,000 are the most/);
  });
});

describe('what a set-out puts where', () => {
  const touch = { piece: null, turn: 0, along: 0, out: 0 };
  const svg = (id: string, setOut: Partial<SetOut>, change: (job: Job) => void = () => undefined): string =>
    written(id, false, (job) => {
      job.runs[0].setOut = { ...PLAIN_SET_OUT, ...setOut };
      change(job);
    }).text;
  /** The points that path data names in turn. */
  const pointsIn = (text: string): [number, number][] =>
    [...text.matchAll(/[ML](-?[\d.]+) (-?[\d.]+)/g)].map(([, x, y]) => [Number(x), Number(y)]);

  const uses = (text: string): number => text.match(/<use href="#piece-/g)?.length ?? 0;

  it('what is left out is not written', () => {
    const byHand = [3, 4, 5].map((index) => ({
      id: `h${index}`,
      at: { by: 'index' as const, index },
      leftOut: true,
      ...touch,
    }));
    expect(uses(svg('demo-coin-lift', { byHand }))).toBe(90 - 3);
  });

  it('another finish is another symbol, in that colour', () => {
    const text = svg('demo-coin-lift', {
      rules: [{ id: 'r', on: { role: 'first' }, material: 'red', snap: false, ...touch }],
    });
    expect(text).toMatch(/<g id="piece-inner-red">.*fill="#b3402f"/);
    expect(text.match(/<use href="#piece-inner-red"/g)).toHaveLength(1);
  });

  it('rows are written as often as there are, and a twin is the whole row mirrored', () => {
    expect(uses(svg('demo-coin-lift', { rows: { count: 2, spacing: 14 } }))).toBe(180);
    const twin = svg('demo-coin-lift', { twin: { x: 500, y: 0, angle: Math.PI / 2 } });
    expect(twin).toContain('<use href="#row-row" transform="matrix(-1 0 0 1 1000 0)"/>');
    // The picture is as wide as both.
    const width = Number(/width="([\d.]+)mm"/.exec(twin)![1]);
    expect(width).toBeGreaterThan(1000);
  });

  it.each([
    ['demo-coin-slide', 'linked', 'over'],
    ['demo-tin-beetle', 'next-over', 'back-half'],
    ['demo-tin-beetle', 'next-under', 'front-half'],
  ] as const)(
    'the part of a piece that lies over its neighbour is a contour of its own, made once (%s, %s)',
    (id, overlap, part) => {
      const text = svg(id, { overlap });
      expect(text).not.toContain('clip');
      const halves = [...text.matchAll(/<g id="(over|front-half|back-half)-[^"]*">(.*?)<\/g>/g)];
      expect(new Set(halves.map(([, half]) => half))).toEqual(new Set([part]));
      for (const [, , markup] of halves) {
        const all = pointsIn(markup);
        expect(all.length).toBeGreaterThan(8);
        // It ends at the middle of the piece (a quarter also at the line of its pins), where no line is drawn.
        const ends = (part === 'back-half' ? Math.max : Math.min)(...all.map(([x]) => x));
        if (part === 'over') expect(Math.min(...all.map(([, y]) => y))).toBeCloseTo(0, 3);
        for (const [, d] of markup.matchAll(/<path d="([^"]*)" fill="none"[^>]*stroke=/g)) {
          expect(d).not.toContain('Z');
          for (const line of d.split('M').map((one) => pointsIn(`M${one}`)))
            expect(line.filter(([x], i) => i > 0 && x === ends && line[i - 1][0] === ends)).toEqual([]);
        }
      }
    },
  );

  it('what is cut at a boundary leaves as contours of its own; whole pieces only are fewer', () => {
    const around = (job: Job): void => {
      job.paths.push({
        kind: 'shape',
        id: 'frame',
        name: 'Frame',
        shape: { of: 'rectangle', x: 0, y: 0, width: 300, height: 400, corner: 0, tilt: 0 },
      });
    };
    const cut = svg('demo-coin-lift', { boundary: { path: 'frame', keep: 'inside', how: 'cut' } }, around);
    expect(cut).not.toContain('clip');
    // Every contour lies within the frame, and what was cut reaches its edge.
    const groups = [...cut.matchAll(/<g transform="matrix\(([^)]*)\)">(<path d="[^"]*"[^>]*>)+<\/g>/g)];
    expect(groups.length).toBeGreaterThan(1);
    let reaching = 0;
    for (const [whole, matrix] of groups) {
      const m = matrix.split(' ').map(Number);
      const xs: number[] = [];
      for (const [, d] of whole.matchAll(/ d="([^"]*)"/g))
        for (const [, x, y] of d.matchAll(/[ML](\S+) ([^MLZ]+)/g)) {
          const at = mapPoint(m, { x: Number(x), y: Number(y) });
          expect(at.x).toBeGreaterThanOrEqual(-150.002);
          expect(at.x).toBeLessThanOrEqual(150.002);
          xs.push(at.x);
        }
      if (xs.some((x) => Math.abs(Math.abs(x) - 150) < 0.002)) reaching++;
    }
    expect(reaching).toBeGreaterThanOrEqual(2);
    const inside = svg(
      'demo-coin-lift',
      { boundary: { path: 'frame', keep: 'inside', how: 'whole' } },
      around,
    );
    const outside = svg(
      'demo-coin-lift',
      { boundary: { path: 'frame', keep: 'outside', how: 'whole' } },
      around,
    );
    expect(uses(inside)).toBeGreaterThan(20);
    expect(uses(outside)).toBeGreaterThan(20);
    // Those that lie across it are in neither.
    expect(uses(inside) + uses(outside)).toBeLessThan(90);
    expect(uses(inside) + uses(outside)).toBeGreaterThan(80);
  });

  it('linked links: each once, then the quarter that lies over the next', () => {
    const { text, count } = written('demo-anchor-chain', false);
    expect(text.match(/<use href="#over-slant/g)).toHaveLength(count);
    expect(uses(text)).toBe(count);
    // Every shape of the uneven wire is a symbol of its own.
    expect(new Set(text.match(/id="piece-slant[^"]*"/g)).size).toBeGreaterThan(5);
  });

  it('stretched pieces are written as long as they are', () => {
    const job = structuredClone(demoJobs().find((d) => d.id === 'demo-coin-slide')!.job);
    const rows = fittedRows(job);
    const text = writeSvg(machineOf(job, rows), { moving: false, frame: 0, path: false });
    // Two rows in one drawing keep their symbols apart.
    expect(text).toContain('id="piece-plank"');
    const count = rows[1].fit.count;
    const [, second] = text.split('<g id="row-');
    expect(text.split(`<g id="row-${job.runs[1].id}"`)[1].match(/<path/g)!.length).toBeGreaterThanOrEqual(
      count * 3,
    );
    expect(second).toContain('<title>');
    expect(() =>
      writeSvg(machineOf(movingJob(job), rows), { moving: true, frame: 0, path: false }),
    ).not.toThrow();
  });

  it('bending pieces are written bent, on the exact path', () => {
    const { text } = written('demo-drum-drive', false, (job) => {
      job.pieces = plainBeltPieces(40).pieces;
      job.runs[0].sequence = ['mark'];
      job.wheels.forEach((wheel) => (wheel.size = { by: 'radius', radius: 40 }));
    });
    expect(uses(text)).toBe(0);
    expect(text).toContain('fill="#8a5638"');
    expect(text.match(/<path d="M[^"]*L[^"]*Z" fill="#e6d6b2"/g)!.length).toBeGreaterThan(10);
  });

  it('a picture lies on the main part, and is left out where it is not given', () => {
    const name = 'a'.repeat(64);
    const job = structuredClone(demoJobs().find((d) => d.id === 'demo-tin-beetle')!.job);
    job.pieces[0].finish = {
      material: null,
      line: true,
      picture: { picture: name, x: 5, y: 4, width: 20, height: 8 },
    };
    const write = (pictures?: ReadonlyMap<string, string>): string =>
      writeSvg(machineOf(job, fittedRows(job)), {
        moving: false,
        frame: 0,
        path: false,
        ...(pictures ? { pictures } : {}),
      });
    expect(write(new Map([[name, 'data:image/png;base64,AA==']]))).toContain(
      '<image href="data:image/png;base64,AA==" x="5" y="-4" width="20" height="8"',
    );
    expect(write()).not.toContain('<image');
  });

  it('where rules decide, a moving drawing repeats after the whole loop', () => {
    const { text } = written('demo-tin-beetle', true, (job) => {
      job.runs[0].setOut = { ...PLAIN_SET_OUT, alternate: 0.1 };
    });
    const [, values] = /type="translate" values="([^"]*)"/.exec(text)!;
    expect(values.split(';')).toHaveLength(31 * STATIONS + 1);
  });
});

/** The job with its rows travelling: open ones stand still in a drawing all the same. */
function movingJob(job: Job): Job {
  return { ...job, motion: { ...job.motion, drives: job.runs.map(({ id }) => ({ run: id, pitches: 3 })) } };
}
