import { fitRow, newRowFrame, rowFrame } from '@coin-relay/core';
import { describe, expect, it } from 'vitest';
import { tubePieces, type JobPiece } from '../families';
import { parseJob } from '../job';
import type { Job, Run } from '../job/schema';
import { fittedRows, machineOf, precomputeFrames, travelOf } from '../machine';
import { motionFacts } from '../motion';
import { shapeJob } from '../starters';
import { resolveRun } from './run';

const part = (id: string, length: number): JobPiece => ({
  ...tubePieces(length).pieces[0],
  ...{ id, name: id, length, pitch: length, behaviour: 'bending' },
});

/** Head, middle and tail on a circle of 600 mm, or a straight line of that. */
function job(
  closed: boolean,
  body: { piece: string; length: number | null },
  change: Partial<Run> = {},
): Job {
  const base = shapeJob('Eel', 'circle');
  const r = 600 / (2 * Math.PI);
  return parseJob({
    ...base,
    paths: [
      {
        ...{ kind: 'outline', id: 'loop', name: 'Way' },
        data: closed ? `M${r} 0A${r} ${r} 0 0 1 ${-r} 0A${r} ${r} 0 0 1 ${r} 0Z` : 'M0 0H600',
      },
    ],
    pieces: [part('head', 50), part('middle', 40), part('tail', 70)],
    runs: [
      {
        ...base.runs[0],
        path: 'loop',
        sequence: ['head', 'middle', 'tail'],
        fit: {
          ...{ hold: 'path', rounding: 'nearest', multiple: 1, count: null },
          endToEnd: { gap: 0, body },
        },
        ...change,
      },
    ],
  });
}

const lengthsOf = (made: Job): number[] => {
  const fit = fitRow(resolveRun(made).source, resolveRun(made).request);
  const frame = newRowFrame(fit.row);
  rowFrame(fit.row, 0, frame);
  const first = -frame.firstLink;
  return Array.from({ length: fit.count }, (_, i) => {
    const a = (first + i) * frame.step;
    return frame.arc[a + 1] - frame.arc[a];
  });
};

describe('one long body', () => {
  it.each([true, false])('as long as its path: head and tail keep their lengths (closed: %s)', (closed) => {
    const lengths = lengthsOf(job(closed, { piece: 'middle', length: null }));
    expect(lengths).toEqual([50, 480, 70].map((length) => expect.closeTo(length, 6)));
  });

  it('of a length of its own it leaves what it leaves, on purpose', () => {
    const made = job(true, { piece: 'middle', length: 250 });
    const fit = fitRow(resolveRun(made).source, resolveRun(made).request);
    expect(lengthsOf(made)).toEqual([50, 130, 70].map((length) => expect.closeTo(length, 6)));
    expect(fit.gap).toBeCloseTo(350, 6);
    expect(fit.request.endToEnd?.bodies).toBe(true);
  });

  it('whichever piece gives way; gaps between the parts count', () => {
    const made = job(true, { piece: 'tail', length: 250 });
    made.runs[0].fit.endToEnd!.gap = 5;
    expect(lengthsOf(made)).toEqual([50, 40, 150].map((length) => expect.closeTo(length, 6)));
  });

  it('whichever counts would do for other rows', () => {
    const made = job(true, { piece: 'middle', length: null });
    made.runs[0].fit.multiple = 2;
    expect(lengthsOf(made)).toHaveLength(3);
  });

  it('several of them, where a count says so', () => {
    const made = job(true, { piece: 'middle', length: null });
    made.runs[0].fit.count = 6;
    expect(lengthsOf(made)).toEqual([50, 180, 70, 50, 180, 70].map((length) => expect.closeTo(length, 6)));
  });

  it('crawls round by whole rounds, which are no whole number of pitches', () => {
    const made = job(true, { piece: 'middle', length: 250 });
    made.motion = { framesPerSecond: 24, frames: 48, drives: [{ run: 'row', pitches: 0, laps: 2 }] };
    const rows = fittedRows(made);
    const machine = machineOf(made, rows, precomputeFrames(made, rows));
    const travel = travelOf(machine, 'row', 48);
    // A pitch is a third of 250 mm: a round of 600 mm takes 7.2 of them.
    expect(travel).toBeCloseTo(14.4, 6);
    expect(motionFacts(machine, 'row')).toMatchObject({ seamless: true });
    const { row } = rows[0].fit;
    const [begin, middle] = [newRowFrame(row), newRowFrame(row)];
    rowFrame(row, 0, begin);
    rowFrame(row, travelOf(machine, 'row', 6), middle);
    // A quarter of a round on after an eighth of the loop.
    expect(middle.arc[0] - begin.arc[0]).toBeCloseTo(150, 4);
  });

  it('that is too short for its head and its tail is refused with what to do', () => {
    expect(() => resolveRun(job(true, { piece: 'middle', length: 120 }))).toThrow(
      /is 120(\.0+)? mm long, and its other pieces take 120(\.0+)? mm of that.*Make it longer/,
    );
    expect(() => job(true, { piece: 'fin', length: null })).toThrow(/not in its sequence/);
  });
});

describe('what changes along a path', () => {
  it('is refused where the end of a closed one is not as its beginning, and not where it rides', () => {
    const at = (rides: boolean, second: number): Job => {
      const made = job(true, { piece: 'middle', length: null });
      made.runs[0].shaping = {
        ...{ smooth: true, rides },
        stations: [
          { at: 0, scale: 1, roll: 0, lift: 0 },
          { at: second, scale: 2, roll: 0, lift: 0 },
        ],
      };
      return made;
    };
    expect(() => fittedRows(at(false, 1))).toThrow(/the end is the beginning: make the first and the last/);
    expect(fittedRows(at(false, 0.5))[0].setOut.shaping).toMatchObject({ rides: false });
    expect(fittedRows(at(true, 1))[0].setOut.shaping).toMatchObject({ rides: true });
  });
});
