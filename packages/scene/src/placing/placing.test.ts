import { fitRow, isInside, parsePathData, readSampledPath, type FitOutcome } from '@coin-relay/core';
import {
  CHAIN_SIZES,
  chainPieces,
  demoJobs,
  beadPieces,
  plankPieces,
  tubePieces,
  ownPiece,
  parseJob,
  PLAIN_SET_OUT,
  PLAIN_SETTING,
  resolveRun,
  resolveSetOut,
  ROUND_LINK_SIZES,
  roundLinkPieces,
  shapeJob,
  type Job,
  type MadePieces,
  type SetOut,
  type Setting,
} from '@coin-relay/model';
import { describe, expect, it } from 'vitest';
import {
  drawOrder,
  isKeptWhole,
  moveScene,
  overhang,
  placeMatrix,
  rowCopies,
  rowScene,
  elongationAt,
  twinMatrix,
  type RowScene,
} from './index';
import { bendingPart, bentPoints } from './bent';
import { pieceFigure } from '../figures';

const demo = (id: string): Job => structuredClone(demoJobs().find((d) => d.id === id)!.job);
const sceneOf = (job: Job, run?: string): RowScene => {
  const parsed = parseJob(job);
  const resolved = resolveRun(parsed, run);
  const fit: FitOutcome = fitRow(resolved.source, resolved.request);
  return rowScene(fit, resolveSetOut(parsed, resolved.run, fit));
};
const rowOf = (data: string, made: MadePieces, setOut: Partial<SetOut> = {}): Job => {
  const base = shapeJob('Row', 'circle');
  return {
    ...base,
    paths: [{ kind: 'outline', id: 'loop', name: 'Line', data }],
    pieces: made.pieces,
    runs: [
      {
        ...base.runs[0],
        sequence: made.sequence,
        fit: { hold: 'path', rounding: 'nearest', multiple: 1, count: null },
        setOut: { ...PLAIN_SET_OUT, ...setOut },
      },
    ],
  };
};
const set = (made: MadePieces, change: Partial<Setting>): MadePieces => ({
  ...made,
  pieces: made.pieces.map((piece) => ({ ...piece, setting: { ...PLAIN_SETTING, ...change } })),
});
const m = new Float64Array(6);
const at = (scene: RowScene, k: number, x: number, y: number, row = 0): [number, number] => {
  const { table } = scene.setOut;
  placeMatrix(
    scene,
    k,
    scene.pieces[table.piece[(k + scene.frame.firstLink + table.count) % table.count]],
    row,
    m,
  );
  return [m[0] * x + m[2] * y + m[4], m[1] * x + m[3] * y + m[5]];
};
const rounded = (p: readonly number[]): number[] => p.map((v) => Number(v.toFixed(4)) + 0);

describe('where a piece stands', () => {
  it('a stiff one has its pins on the pins of the row, at every travel', () => {
    const scene = sceneOf(demo('demo-tin-beetle'));
    for (const travel of [0, 0.37, 4.5]) {
      moveScene(scene, travel);
      const { pins } = scene.frame;
      for (const k of [0, 7, 30]) {
        // Its own pins are the mean pitch apart; the row's ripple of 1573 ppm is shared by both ends.
        expect(Math.abs(at(scene, k, 0, 0)[0] - pins[2 * k])).toBeLessThan(53 * 1573e-6);
        expect(Math.abs(at(scene, k, scene.span, 0)[1] - pins[2 * k + 3])).toBeLessThan(53 * 1573e-6);
      }
    }
  });

  it('the inside of the path is up, whichever way it runs', () => {
    const stadium = 'M0 -50H200A50 50 0 0 1 200 50H0A50 50 0 0 1 0 -50Z';
    const back = 'M0 -50A50 50 0 0 0 0 50H200A50 50 0 0 0 200 -50Z';
    for (const data of [stadium, back]) {
      const scene = sceneOf(rowOf(data, tubePieces(20)));
      for (let k = 0; k < scene.frame.links; k++) {
        const [x, y] = at(scene, k, scene.span / 2, 3);
        const [ox, oy] = at(scene, k, scene.span / 2, 0);
        // Nearer to the stadium's middle line.
        const off = (px: number, py: number): number => Math.hypot(px - Math.max(0, Math.min(200, px)), py);
        expect(off(x, y)).toBeLessThan(off(ox, oy));
      }
    }
  });

  it('a carried one sits on the path with its middle, half a spacing in from the end of an open one', () => {
    const scene = sceneOf(rowOf('M0 0H100', beadPieces(10)));
    const first = -scene.frame.firstLink;
    expect(rounded(at(scene, first, 5, 0))).toEqual([5, 0]);
    expect(rounded(at(scene, first + 9, 5, 0))).toEqual([95, 0]);
  });

  // W3C SVG 2, chapter 13.7: midway between the two directions at a vertex.
  it('snapped to a corner it points midway between its two sides', () => {
    const rule = { material: null, snap: true, turn: 0, along: 0, out: 0, piece: null };
    const scene = sceneOf(
      rowOf('M0 0H100V100H0Z', beadPieces(10), { rules: [{ id: 'c', on: { role: 'corners' }, ...rule }] }),
    );
    const turned = [...scene.setOut.table.by].flatMap((by, k) => {
      if (by < 0) return [];
      placeMatrix(scene, k, scene.pieces[0], 0, m);
      const [x, y] = at(scene, k, 5, 0);
      return [[...rounded([x, y]), Math.round((Math.atan2(m[1], m[0]) * 180) / Math.PI)]];
    });
    expect(turned.sort()).toEqual(
      [
        [0, 0, -45],
        [0, 100, -135],
        [100, 0, 45],
        [100, 100, 135],
      ].sort(),
    );
  });
});

describe('the setting', () => {
  const line = 'M0 0H100';
  const bead = beadPieces(10);
  const place = (change: Partial<Setting>, x: number, y: number): number[] => {
    const scene = sceneOf(rowOf(line, set(bead, change)));
    return rounded(at(scene, -scene.frame.firstLink, x, y));
  };
  // The first bead's middle is at (5, 0) in its own axes, and there on the path.
  it.each([
    ['out of the path, away from its inside (an open path’s inside is left)', { out: 3 }, [5, 0], [5, -3]],
    ['into it', { out: -3 }, [5, 0], [5, 3]],
    ['forward', { along: 2 }, [5, 0], [7, 0]],
    ['another line across it on the path', { line: 4 }, [5, 4], [5, 0]],
    ['a quarter turn about its middle', { turn: Math.PI / 2 }, [9, 0], [5, 4]],
    ['flipped over', { flip: true }, [5, 2], [5, -2]],
    ['twice as large', { scale: 2 }, [9, 1], [13, 2]],
  ] as const)('%s', (_, change, from, to) => {
    expect(place(change, from[0], from[1])).toEqual(to);
  });

  it('upright pieces stand up on any slope and either side', () => {
    for (const data of ['M0 0L100 80', 'M100 80L0 0', 'M0 0L0 100']) {
      const scene = sceneOf(rowOf(data, set(bead, { facing: 'upright' })));
      at(scene, 2, 0, 0);
      expect(rounded([...m].slice(0, 4))).toEqual([1, 0, 0, 1]);
    }
  });

  it('faces a point with its inner side', () => {
    const scene = sceneOf(rowOf(line, set(bead, { facing: 'point', toward: { x: 50, y: 300 } })));
    for (const k of [1, 5, 9]) {
      const [x, y] = at(scene, k, 5, 0);
      const [ux, uy] = at(scene, k, 5, 1);
      const size = Math.hypot(50 - x, 300 - y);
      expect(ux - x).toBeCloseTo((50 - x) / size, 9);
      expect(uy - y).toBeCloseTo((300 - y) / size, 9);
    }
  });

  it('turned with the chord under its own length: half way round a bend as its ends on the path say', () => {
    const arc = 'M50 0A50 50 0 0 1 -50 0';
    const plank = set(plankPieces(15), { facing: 'chord' });
    const scene = sceneOf(rowOf(arc, plank));
    const k = -scene.frame.firstLink;
    at(scene, k, 0, 0);
    const s = scene.setOut.middles[0];
    const half = (scene.pieces[0].box[2] - scene.pieces[0].box[0]) / 2;
    const rail = scene.setOut.sampledPath!;
    const [a, b] = [new Float64Array(4), new Float64Array(4)];
    readSampledPath(rail, s - half, a);
    readSampledPath(rail, s + half, b);
    expect(Math.atan2(m[1], m[0])).toBeCloseTo(Math.atan2(b[1] - a[1], b[0] - a[0]), 9);
  });
});

describe('rows, twins, overlap', () => {
  it('rows stand side by side about the path', () => {
    expect(rowCopies({ count: 1, spacing: 8 })).toEqual([0]);
    expect(rowCopies({ count: 2, spacing: 8 })).toEqual([-4, 4]);
    const scene = sceneOf(rowOf('M0 0H100', beadPieces(10)));
    expect(rounded(at(scene, 1, 5, 0, 4))).toEqual([5, 4]);
  });

  it('a carried piece at offset h on a bend of radius R is p (1 ± h/R) from the next (common practice)', () => {
    const scene = sceneOf(rowOf('M100 0A100 100 0 0 1 -100 0A100 100 0 0 1 100 0Z', plankPieces(10)));
    const p = scene.fit.layout.path.length / scene.fit.count;
    for (const h of [-20, 20]) {
      const angle = (k: number): number =>
        Math.atan2(...(at(scene, k, 5, 0, h).reverse() as [number, number]));
      const [x, y] = at(scene, 4, 5, 0, h);
      expect(Math.hypot(x, y)).toBeCloseTo(100 - h, 3);
      expect((angle(5) - angle(4)) * Math.hypot(x, y)).toBeCloseTo(p * (1 - h / 100), 3);
    }
  });

  it('a twin is the mirror image: mirrored twice it is itself', () => {
    const t = twinMatrix({ x: 30, y: 10, angle: 1.1 });
    const map = (x: number, y: number): [number, number] => [
      t[0] * x + t[2] * y + t[4],
      t[1] * x + t[3] * y + t[5],
    ];
    expect(rounded(map(...map(7, -3)))).toEqual([7, -3]);
    expect(rounded(map(30, 10))).toEqual([30, 10]);
    expect(t[0] * t[3] - t[1] * t[2]).toBeCloseTo(-1, 12);
    const upright = twinMatrix({ x: 5, y: 0, angle: Math.PI / 2 });
    expect(rounded([upright[0] * 8 + upright[4], upright[3] * 2])).toEqual([2, 2]);
  });

  it('inner links lie below outer ones; what is left out is not drawn', () => {
    const job = demo('demo-coin-lift');
    job.runs[0].setOut = {
      ...PLAIN_SET_OUT,
      byHand: [
        { id: 'h', at: { by: 'index', index: 4 }, leftOut: true, piece: null, turn: 0, along: 0, out: 0 },
      ],
    };
    const order = drawOrder(sceneOf(job));
    expect(order).toHaveLength(89);
    expect(order.slice(0, 3).map(({ k }) => k)).toEqual([0, 2, 6]);
    expect(order.at(-1)?.k).toBe(89);
  });

  it('shingled all the way round: the one that begins the pile lies over the last with its half', () => {
    const over = drawOrder(
      sceneOf(rowOf('M60 0A60 60 0 0 1 -60 0A60 60 0 0 1 60 0Z', beadPieces(20), { overlap: 'next-over' })),
    );
    expect(over[0]).toEqual({ k: 0, what: 'all' });
    expect(over.at(-1)).toEqual({ k: 0, what: 'back-half' });
    const under = drawOrder(
      sceneOf(rowOf('M60 0A60 60 0 0 1 -60 0A60 60 0 0 1 60 0Z', beadPieces(20), { overlap: 'next-under' })),
    );
    expect(under[0].k).toBe(under.length - 2);
    expect(under.at(-1)).toEqual({ k: under.length - 2, what: 'front-half' });
  });

  it('linked: every link once, then the quarter of each that lies over the next', () => {
    const made = roundLinkPieces(ROUND_LINK_SIZES[0], true);
    const order = drawOrder(
      sceneOf(rowOf('M60 0A60 60 0 0 1 -60 0A60 60 0 0 1 60 0Z', made, { overlap: 'linked' })),
    );
    const n = order.filter(({ what }) => what === 'all').length;
    expect(order.filter(({ what }) => what === 'over')).toHaveLength(n);
    expect(order.slice(-n).every(({ what }) => what === 'over')).toBe(true);
  });
});

describe('what sticks out', () => {
  it('a round link’s outer length is its pitch plus twice its wire (common practice)', () => {
    for (const size of ROUND_LINK_SIZES) {
      const [face] = roundLinkPieces(size).pieces;
      const found = overhang(face);
      expect(found.overlap).toBeCloseTo(2 * size.wire, 2);
      expect(found.behind).toBeCloseTo(size.wire, 2);
    }
  });

  it('scaled, turned and moved on its place it sticks out as it then stands', () => {
    // A bar of 40 by 10 with its pins at 4 and 36, by hand: its middle is that between its pins.
    const own = ownPiece('own', 'Bar', '', [{ data: 'M0 0L40 0L40 10L0 10Z', material: null, line: true }]);
    const { pitch } = own;
    const sits = (change: Partial<Setting>): ReturnType<typeof overhang> =>
      overhang({ ...own, setting: { ...PLAIN_SETTING, ...change } });
    expect(sits({ scale: 1.5 })).toEqual({
      behind: expect.closeTo(14, 3),
      ahead: expect.closeTo(14, 3),
      overlap: expect.closeTo(60 - pitch, 3),
    });
    expect(sits({ along: 3 })).toEqual({
      behind: expect.closeTo(1, 3),
      ahead: expect.closeTo(7, 3),
      overlap: expect.closeTo(40 - pitch, 3),
    });
    expect(sits({ turn: Math.PI / 2 }).overlap).toBeCloseTo(10 - pitch, 2);
    expect(sits({ turn: Math.PI / 2, scale: 2 }).overlap).toBeCloseTo(20 - pitch, 2);
  });

  it('a tube of 100 every 103 leaves a gap of 3 (common practice)', () => {
    const tube = { ...tubePieces(103).pieces[0], length: 100 };
    expect(overhang(tube).overlap).toBeCloseTo(-3, 6);
  });

  it('an own outline by its pins', () => {
    const own = ownPiece('own', 'Bar', '', [{ data: 'M0 0L40 0L40 10L0 10Z', material: null, line: true }]);
    expect(overhang(own)).toEqual({
      behind: expect.closeTo(4, 3),
      ahead: expect.closeTo(4, 3),
      overlap: expect.closeTo(8, 3),
    });
  });
});

describe('boundaries and reach', () => {
  it('a piece is kept whole only where all of it lies on that side', () => {
    const boundary = {
      area: Float64Array.of(0, 0, 100, 0, 100, 100, 0, 100),
      keep: 'inside',
      how: 'whole',
    } as const;
    const hull = Float64Array.of(-5, -5, 5, -5, 5, 5, -5, 5);
    const put = (x: number, y: number): Float64Array => Float64Array.of(1, 0, 0, 1, x, y);
    expect(isKeptWhole(boundary, hull, put(50, 50))).toBe(true);
    expect(isKeptWhole(boundary, hull, put(98, 50))).toBe(false);
    expect(isKeptWhole({ ...boundary, keep: 'outside' }, hull, put(150, 50))).toBe(true);
    expect(isKeptWhole({ ...boundary, keep: 'outside' }, hull, put(102, 50))).toBe(false);
  });

  it('near and far pieces are judged alike: as looking at every point would', () => {
    const ring = Array.from({ length: 90 }, (_, i) => [
      80 * Math.cos((i * Math.PI) / 45) * (i % 2 ? 1 : 0.6),
      80 * Math.sin((i * Math.PI) / 45) * (i % 2 ? 1 : 0.6),
    ]).flat();
    const hull = Float64Array.from(
      { length: 60 },
      (_, i) => 9 * (i % 2 ? Math.sin(i / 10) : Math.cos(i / 10)),
    );
    for (const keep of ['inside', 'outside'] as const) {
      const boundary = { area: Float64Array.from(ring), keep, how: 'whole' } as const;
      let kept = 0;
      for (let k = 0; k < 400; k++) {
        const [angle, r, turn] = [k * 0.7, (k % 20) * 7, k * 0.31];
        const m = Float64Array.of(
          1.5 * Math.cos(turn),
          1.5 * Math.sin(turn),
          -Math.sin(turn),
          Math.cos(turn),
          r * Math.cos(angle),
          r * Math.sin(angle),
        );
        let all = true;
        for (let p = 0; p < hull.length; p += 2) {
          const x = m[0] * hull[p] + m[2] * hull[p + 1] + m[4];
          const y = m[1] * hull[p] + m[3] * hull[p + 1] + m[5];
          if (isInside(boundary.area, x, y) !== (keep === 'inside')) all = false;
        }
        expect(isKeptWhole(boundary, hull, m)).toBe(all);
        if (all) kept++;
      }
      expect(kept).toBeGreaterThan(20);
      expect(kept).toBeLessThan(380);
    }
  });

  it('a hanger’s far end is on the beam', () => {
    const scene = sceneOf(demo('demo-coin-slide'), 'hangers');
    const first = -scene.frame.firstLink;
    for (const k of [first, first + 3, first + 8]) {
      const [piece] = scene.pieces;
      const factor = elongationAt(scene, k, piece);
      expect(factor).toBeGreaterThan(1);
      const [x, y] = at(scene, k, piece.middle, 0);
      const far = y + (piece.setting.line - piece.box[1]) * factor;
      const beam = x < 320 ? 260 + ((x + 40) * 40) / 360 : 300 - ((x - 320) * 40) / 420;
      expect(far).toBeCloseTo(beam, 1);
    }
  });
});

describe('bending pieces', () => {
  it('a bar round a circle is the ring sector of its pitch, by the rail as by the exact path', () => {
    const own = ownPiece('own', 'Bar', '', [{ data: 'M0 0L40 0L40 10L0 10Z', material: null, line: true }]);
    const made = { pieces: [{ ...own, behaviour: 'bending' as const }], sequence: ['own'] };
    const scene = sceneOf(rowOf('M100 0A100 100 0 0 1 -100 0A100 100 0 0 1 100 0Z', made));
    const [piece] = scene.pieces;
    expect(piece.mode).toBe('bent');
    const outline = bendingPart(pieceFigure(piece.piece, piece.span).parts[0].d, scene, piece);
    const out = new Float64Array(outline.points.length);
    bentPoints(scene, 3, piece, outline, 0, out);
    for (let p = 0; p < out.length; p += 2)
      expect(Math.hypot(out[p], out[p + 1])).toBeCloseTo(100 - outline.points[p + 1], 2);
  });
});

describe('a chain in a run whose pitch gives way', () => {
  it('is drawn with the pitch the row really has', () => {
    const scene = sceneOf(rowOf('M0 0H333', chainPieces(CHAIN_SIZES[4])));
    expect(scene.span).toBeCloseTo(333 / scene.fit.count, 6);
    expect(parsePathData(pieceFigure(scene.pieces[0].piece, scene.span).parts[0].d)).not.toHaveLength(0);
  });
});
