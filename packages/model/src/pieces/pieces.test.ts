import { parsePathData, RelayError } from '@coin-relay/core';
import { describe, expect, it } from 'vitest';
import { CATALOGUE, entryOf } from '../catalogue';
import {
  CHAIN_SIZES,
  chainPieces,
  beadPieces,
  flatTopPieces,
  roundLinkMass,
  roundLinkPieces,
  ROUND_LINK_SIZES,
  withPitch,
  behaviourOf,
  PieceSchema,
  pitchConflict,
  type JobPiece,
} from '../families';
import { parseJob, piecesOfRun, PLAIN_SET_OUT, type Job } from '../job';
import { demoJobs } from '../demo';
import {
  adaptedTo,
  boundTo,
  checkOutline,
  flippedOutline,
  outlineBounds,
  ownPiece,
  OwnLinkSchema,
  pointsData,
  quarterTurned,
  resized,
  reversed,
  withFreshIds,
  withFreshNames,
  withPiecesInRun,
  withPins,
} from './index';

const demo = (id: string): Job => structuredClone(demoJobs().find((d) => d.id === id)!.job);
const code = (work: () => unknown): string => {
  try {
    work();
  } catch (error) {
    return error instanceof RelayError ? error.code : String(error);
  }
  return 'done';
};
const bar = [{ data: 'M0 0L40 0L40 10L0 10Z', material: 'brass', line: true }];

describe('the catalogue', () => {
  it('has no id twice, and everything in it is a readable piece of the pitch it says', () => {
    expect(new Set(CATALOGUE.map(({ id }) => id)).size).toBe(CATALOGUE.length);
    for (const entry of CATALOGUE) {
      const { pieces, sequence } = entry.make();
      for (const piece of pieces) expect(PieceSchema.parse(piece)).toEqual(piece);
      expect(pieces[0].pitch).toBe(entry.pitch);
      expect(sequence.every((id) => pieces.some((piece) => piece.id === id))).toBe(true);
      expect(pitchConflict(pieces)).toBeNull();
    }
  });

  it('a trade size is known again by its pieces, another pitch is none', () => {
    for (const entry of CATALOGUE) {
      if (entry.size === '') continue;
      const [first] = entry.make().pieces;
      expect(entryOf(first)?.id).toBe(entry.id);
      expect(entryOf(withPitch(first, first.pitch * 1.1))).toBeUndefined();
    }
  });

  it('round links after DIN 766 and DIN 763 (from memory), lifting chain with a pitch of three wires (EN 818-2)', () => {
    const of = (standard: string): (readonly [number, number])[] =>
      ROUND_LINK_SIZES.filter((size) => size.standard === standard).map(
        ({ wire, pitch }) => [wire, pitch] as const,
      );
    expect(of('DIN 766')).toEqual([
      [4, 16],
      [6, 18.5],
      [8, 24],
      [10, 28],
      [13, 36],
      [16, 45],
    ]);
    expect(of('DIN 763')).toEqual([
      [4, 32],
      [6, 42],
      [8, 52],
    ]);
    for (const [wire, pitch] of of('EN 818-2')) expect(pitch).toBe(3 * wire);
  });

  it('masses: a chain’s links weigh as a metre of it does; a round link as its wire by hand', () => {
    const size = CHAIN_SIZES.find((s) => s.size === '08B')!;
    const { pieces } = chainPieces(size);
    const perMetre = 1000 / 12.7;
    expect((pieces[0].mass! * perMetre) / 1000).toBeCloseTo(0.7, 9);
    // Wire 8, inner length 24, outer width 27.2: half rings of radius 9.6 and straights of 12.8.
    const wire = 2 * Math.PI * 9.6 + 2 * (24 + 8 - 19.2);
    expect(roundLinkMass(8, 24, 27.2)).toBeCloseTo(0.00785 * wire * Math.PI * 16, 9);
    // Trade catalogues give some 1.35 to 1.45 kg/m for 8 × 24 (common practice, no source).
    const metre = (roundLinkMass(8, 24, 27.2) / 24) * 1;
    expect(metre).toBeGreaterThan(1.3);
    expect(metre).toBeLessThan(1.5);
  });

  it('another pitch keeps every family’s proportions', () => {
    for (const entry of CATALOGUE) {
      const [piece] = entry.make().pieces;
      const twice = withPitch(piece, piece.pitch * 2);
      expect(PieceSchema.parse(twice)).toEqual(twice);
      const back = withPitch(twice, piece.pitch) as unknown as Record<string, unknown>;
      for (const [key, value] of Object.entries(piece)) {
        if (typeof value === 'number') expect(back[key]).toBeCloseTo(value, 9);
      }
      if (piece.mass !== undefined) expect(twice.mass).toBeCloseTo(piece.mass * 8, 9);
    }
  });
});

describe('an own piece', () => {
  const own = ownPiece('own', 'Bar', 'bar.svg', bar);

  it('has its pins a tenth inside its ends, and its pitch from them', () => {
    expect(own.pins).toEqual({ from: { x: 4, y: 5 }, to: { x: 36, y: 5 } });
    expect(own.pitch).toBe(32);
    expect(PieceSchema.parse(own)).toEqual(own);
  });

  it('holes are where its pins go, the two that are furthest apart', () => {
    const hole = (x: number): string => `M${x - 2} 5A2 2 0 0 0 ${x + 2} 5A2 2 0 0 0 ${x - 2} 5Z`;
    const bored = ownPiece('own', 'Plate', '', [
      { ...bar[0], data: bar[0].data + hole(34) + hole(20) + hole(6) },
    ]);
    expect(bored.pins.from.x).toBeCloseTo(6, 9);
    expect(bored.pins.to.x).toBeCloseTo(34, 9);
    expect(bored.pitch).toBeCloseTo(28, 9);
    const one = ownPiece('own', 'Plate', '', [{ ...bar[0], data: bar[0].data + hole(20) }]);
    expect(one.pitch).toBe(32);
  });

  it('another distance of its pins is another pitch; a pitch that is not theirs is refused', () => {
    const moved = withPins(own, { from: { x: 0, y: 0 }, to: { x: 30, y: 40 } });
    expect(moved.pitch).toBe(50);
    expect(PieceSchema.safeParse({ ...own, pitch: 31 }).error?.issues[0].message).toMatch(
      /the pitch is 31, but its pins are 32 apart/,
    );
  });

  it('pins on top of each other are refused', () => {
    expect(code(() => withPins(own, { from: { x: 4, y: 5 }, to: { x: 4, y: 5 } }))).toBe('pins-together');
    expect(code(() => withPins(own, { from: { x: 4, y: 5 }, to: { x: NaN, y: 5 } }))).toBe('pins-together');
  });

  it('four quarter turns, two flips and two reversals are none; the pins stay', () => {
    const box = (piece: typeof own): number[] =>
      outlineBounds(piece.outline).map((v) => Number(v.toFixed(6)) + 0);
    const once = quarterTurned(own, 1);
    expect(box(once)).toEqual([15, -15, 25, 25]);
    expect(once.pins).toEqual(own.pins);
    expect(box(quarterTurned(own, 4))).toEqual(box(own));
    const tilted = withPins(own, { from: { x: 4, y: 2 }, to: { x: 36, y: 9 } });
    expect(box(flippedOutline(flippedOutline(tilted)))).toEqual(box(tilted));
    expect(reversed(reversed(own))).toEqual(own);
    expect(reversed(own).pins.from).toEqual(own.pins.to);
  });

  it('as long as is asked, pins and all', () => {
    const twice = resized(own, 2);
    expect(twice.pitch).toBe(64);
    const [x0, , x1] = outlineBounds(twice.outline);
    expect(x1 - x0).toBeCloseTo(80, 6);
    expect(withPitch(own, 64)).toMatchObject({
      pitch: 64,
      pins: { from: { x: 8, y: 10 }, to: { x: 72, y: 10 } },
    });
  });

  it.each([
    ['nothing', []],
    ['an open line', [{ data: 'M0 0L40 0L40 10' }]],
    ['a flat one', [{ data: 'M0 0L40 0L20 0Z' }]],
    ['one that crosses itself', [{ data: 'M0 0L10 10L10 0L0 10Z' }]],
  ])('refuses %s', (_, outline) => {
    expect(code(() => checkOutline(outline))).toBe('outline-invalid');
  });

  it('drawn through points: straight between sharp ones, flowing through round ones', () => {
    const square = [
      { x: 0, y: 0, round: false },
      { x: 10, y: 0, round: false },
      { x: 10, y: 10, round: false },
      { x: 0, y: 10, round: false },
    ];
    expect(pointsData(square)).toBe('M0 0L10 0L10 10L0 10L0 0Z');
    const [ring] = parsePathData(pointsData(square.map((p) => ({ ...p, round: true }))));
    // In a square of round points every point is passed along the diagonal of its neighbours.
    const piece = ring.segments[0];
    if (piece.kind !== 'cubic') throw new Error('a curve is wanted');
    const reach = 10 / 3 / Math.SQRT2;
    expect(piece.p1.x).toBeCloseTo(reach, 3);
    expect(piece.p1.y).toBeCloseTo(-reach, 3);
    checkOutline([{ data: pointsData(square.map((p) => ({ ...p, round: true }))) }]);
  });
});

describe('pieces in one row', () => {
  const [inner] = chainPieces(CHAIN_SIZES[0]).pieces;
  const [bead] = beadPieces(33).pieces;

  it('are of one pitch and all stiff or all bending; carried ones go with all', () => {
    expect(pitchConflict([inner, bead])).toBeNull();
    expect(pitchConflict([inner, withPitch(inner, 9)])).toMatch(/there is one pitch/);
    expect(pitchConflict([inner, { ...inner, behaviour: 'bending' }])).toMatch(/all are stiff or all bend/);
    expect(pitchConflict([])).toBeNull();
  });

  it('a piece that does not go with the row is made to', () => {
    const job = demo('demo-coin-lift');
    const [plate] = flatTopPieces(38.1).pieces;
    const adapted = adaptedTo(job, job.runs[0], plate);
    expect(adapted).toMatchObject({ pitch: 12.7 });
    expect(behaviourOf(adaptedTo(job, job.runs[0], { ...plate, behaviour: 'bending' }))).toBe('stiff');
    expect(adaptedTo(job, job.runs[0], bead)).toBe(bead);
  });

  it('names nothing twice', () => {
    const { pieces, renamed } = withFreshIds([inner, bead], new Set(['inner', 'inner-2']));
    expect(pieces.map(({ id }) => id)).toEqual(['inner-3', 'bead']);
    expect(renamed.get('inner')).toBe('inner-3');
  });

  it('a master in two rows ties their pitches together', () => {
    const job = demo('demo-coin-lift');
    const other = { ...job.runs[0], id: 'other', sequence: ['outer', 'extra'] };
    const extra: JobPiece = { ...job.pieces[1], id: 'extra' };
    const two = { ...job, pieces: [...job.pieces, extra], runs: [...job.runs, other] };
    expect([...boundTo(two, 'inner')].sort()).toEqual(['carrier', 'extra', 'inner', 'outer']);
  });
});

describe('another link in a run', () => {
  it('keeps its rules, drops what nothing uses, and makes wheels mesh with the new one', () => {
    const job = demo('demo-coin-lift');
    job.pieces.push(
      { ...beadPieces(20).pieces[0], id: 'bead' },
      { ...job.pieces[1], id: 'odd', name: 'Odd one' },
    );
    const rule = { material: null, snap: false, turn: 0, along: 0, out: 0 };
    job.runs[0].setOut = {
      ...PLAIN_SET_OUT,
      rules: [
        { id: 'a', on: { role: 'first' }, piece: 'bead', ...rule },
        { id: 'b', on: { role: 'last' }, piece: 'odd', ...rule },
      ],
      steps: job.runs[0].sequence.map(() => ({ turn: 0, along: 0, out: 1, material: null })),
    };
    const size = CHAIN_SIZES.find((s) => s.size === '10A')!;
    const next = parseJob(withPiecesInRun(job, 'row', chainPieces(size)));
    expect(next.runs[0].setOut?.rules).toHaveLength(2);
    expect(next.runs[0].setOut?.steps).toEqual([]);
    expect(next.pieces.map(({ id, pitch }) => `${id} ${pitch}`)).toEqual([
      'bead 20',
      'odd 15.875',
      'inner 15.875',
      'outer 15.875',
    ]);
    expect(next.runs[0].fit).toMatchObject({ multiple: 2, count: null });
    expect(next.wheels[0].size).toMatchObject({ by: 'teeth', piece: 'inner' });
    expect(piecesOfRun(next, next.runs[0])).toHaveLength(4);
  });

  it('a piece that another row uses too is copied, and that row’s wheels stay as they are', () => {
    const job = demo('demo-coin-lift');
    const rule = { material: null, snap: false, turn: 0, along: 0, out: 0 };
    job.runs[0].setOut = {
      ...PLAIN_SET_OUT,
      rules: [{ id: 'a', on: { role: 'first' }, piece: 'carrier', ...rule }],
    };
    job.runs.push({ ...job.runs[0], id: 'other', setOut: undefined });
    const next = parseJob(
      withPiecesInRun(job, 'row', chainPieces(CHAIN_SIZES.find((s) => s.size === '10A')!)),
    );
    const rules = next.runs[0].setOut!.rules;
    expect(rules[0].piece).toBe('carrier-2');
    expect(next.pieces.find(({ id }) => id === 'carrier-2')?.pitch).toBe(15.875);
    expect(next.pieces.find(({ id }) => id === 'carrier')?.pitch).toBe(12.7);
    expect(next.wheels[0].size).toMatchObject({ piece: next.runs[0].sequence[0] });
  });

  it('linked round links come linked, and what comes after them does not', () => {
    const job = demo('demo-coin-lift');
    const linked = withPiecesInRun(job, 'row', roundLinkPieces(ROUND_LINK_SIZES[2], true));
    expect(linked.runs[0].setOut?.overlap).toBe('linked');
    const back = withPiecesInRun(linked, 'row', chainPieces(CHAIN_SIZES[5]));
    expect(back.runs[0].setOut?.overlap).toBe('as-made');
    expect(parseJob(back)).toEqual(back);
  });

  it('a count that was set stays at the same pitch, and is derived again at another', () => {
    const lift = demo('demo-coin-lift');
    lift.runs[0].fit = { ...lift.runs[0].fit, count: 91, multiple: 1 };
    const [size] = CHAIN_SIZES.filter(({ pitch }) => pitch === lift.pieces[0].pitch);
    expect(withPiecesInRun(lift, 'row', chainPieces(size)).runs[0].fit).toMatchObject({
      count: 91,
      multiple: 1,
    });
    const other = CHAIN_SIZES.find(({ pitch }) => pitch !== lift.pieces[0].pitch)!;
    expect(withPiecesInRun(lift, 'row', chainPieces(other)).runs[0].fit.count).toBeNull();
  });

  it('copies stay as unlike each other as they were', () => {
    const variation = { seed: 7, size: 0.1, thickness: 0.2, turn: 0.3, wire: 0.4 };
    const lift = demo('demo-coin-lift');
    lift.pieces = lift.pieces.map((piece) => ({ ...piece, variation }));
    const beads = withPiecesInRun(lift, 'row', beadPieces(14));
    // A bead is bent from no wire.
    expect(beads.pieces.at(-1)!.variation).toEqual({ ...variation, wire: 0 });
    const round = withPiecesInRun(lift, 'row', roundLinkPieces(ROUND_LINK_SIZES[0]));
    expect(round.pieces.slice(-2).map((piece) => piece.variation)).toEqual([variation, variation]);
  });

  it('what is added is called as nothing else is: by its length, or by a number', () => {
    const job = demo('demo-coin-lift');
    const beads = [14, 14, 20, 14].map((pitch) => ({ ...beadPieces(pitch).pieces[0], name: 'Bead' }));
    const names = withFreshNames(beads, job).map(({ name }) => name);
    // Beads are 0.92 of their spacing long.
    expect(names).toEqual(['Bead', 'Bead 12.88', 'Bead 18.4', 'Bead 12.88 2']);
    expect(withFreshNames([{ ...beads[0], name: 'Inner link' }], job)[0].name).toBe('Inner link 12.88');
    const long = 'x'.repeat(80);
    const [first, second] = withFreshNames(
      [beads[0], beads[0]].map((bead) => ({ ...bead, name: long })),
      job,
    );
    expect([first.name.length, second.name.length]).toEqual([80, 80]);
    expect(second.name).not.toBe(first.name);
  });

  it('a hanging row that is counted hangs the new link', () => {
    const job = demo('demo-barrier-chain');
    const next = parseJob(withPiecesInRun(job, 'row', roundLinkPieces(ROUND_LINK_SIZES[1])));
    expect(next.paths[0]).toMatchObject({ by: { by: 'count', piece: 'face' } });
  });

  it('a run that is not there changes nothing', () => {
    const job = demo('demo-coin-lift');
    expect(withPiecesInRun(job, 'ghost', chainPieces(CHAIN_SIZES[0]))).toBe(job);
  });
});

describe('a link of one’s own for the catalogue', () => {
  const { pieces, sequence } = chainPieces(CHAIN_SIZES[3]);
  const link = { name: 'Mine', pieces, sequence, materials: [], overlap: 'as-made' as const };
  it('is read as it was written; broken ones say what is wrong', () => {
    expect(OwnLinkSchema.parse(link)).toEqual(link);
    const wrong = (change: object): string | undefined =>
      OwnLinkSchema.safeParse({ ...link, ...change }).error?.issues[0].message;
    expect(wrong({ sequence: ['ghost'] })).toMatch(/there is no piece “ghost”/);
    expect(wrong({ pieces: [pieces[0], withPitch(pieces[1], 30)] })).toMatch(/there is one pitch/);
  });
});
