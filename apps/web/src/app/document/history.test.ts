import { demoJobs, type History } from '@coin-relay/model';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  changeSide,
  choosePieces,
  moveWheel,
  renameJob,
  resizeWheel,
  setFit,
  setMotion,
  setPitch,
  setTravel,
  setUnit,
  type Command,
} from './commands';
import { changed } from './changed.testing';
import { historyChange, redo, undo, type Edited } from './history';
import { BELT_SIZES, beltPieces, parseJob } from '@coin-relay/model';

const start = (): Edited => ({
  job: demoJobs().find((d) => d.id === 'demo-coin-lift')!.job,
  history: { edits: [], done: 0 },
});
const apply = (state: Edited, { label, recipe }: Command): Edited => changed(state, label, recipe);

const belt = beltPieces(BELT_SIZES[2]);
const COMMANDS: readonly Command[] = [
  moveWheel('drive', 3, 4),
  moveWheel('head', 390, 40),
  resizeWheel('idler', { by: 'radius', radius: 22 }),
  resizeWheel('drive', { by: 'teeth', teeth: 19, piece: 'inner' }),
  changeSide('idler'),
  setPitch('row', 15.875),
  choosePieces('row', belt),
  setFit('row', { hold: 'both', rounding: 'down' }),
  setMotion({ frames: 96 }),
  setTravel('row', -6),
  setUnit('in'),
  renameJob('Other'),
];

describe('history', () => {
  it('undo takes any sequence of changes back, and redo brings it again (property)', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 0, max: COMMANDS.length - 1 }), { maxLength: 12 }), (picks) => {
        const begin = start();
        let state = begin;
        for (const pick of picks) {
          state = apply(state, COMMANDS[pick]);
          parseJob(state.job);
        }
        const end = state;
        while (state.history.done > 0) state = undo(state);
        expect(state.job).toEqual(begin.job);
        while (state.history.done < state.history.edits.length) state = redo(state);
        expect(state.job).toEqual(end.job);
      }),
      { numRuns: 80, seed: 5 },
    );
  });

  it('a change that changes nothing is no step, and returns the same object', () => {
    const state = start();
    expect(apply(state, renameJob('Coin lift'))).toBe(state);
    expect(undo(state)).toBe(state);
    expect(redo(state)).toBe(state);
  });

  it('a change after undo drops what was undone', () => {
    let state = apply(apply(start(), renameJob('A')), renameJob('B'));
    state = apply(undo(state), renameJob('C'));
    expect(state.history.edits.map((step) => step.inverse[0].value)).toEqual(['Coin lift', 'A']);
    expect(undo(undo(state)).job.name).toBe('Coin lift');
  });

  it('tells the server only what is new', () => {
    const one = apply(start(), renameJob('A'));
    const two = apply(one, renameJob('B'));
    expect(historyChange(one.history, two.history)).toEqual({
      keep: 1,
      add: [two.history.edits[1]],
      done: 2,
    });
    const back = undo(two);
    expect(historyChange(two.history, back.history)).toEqual({ keep: 2, add: [], done: 1 });
    const other = apply(back, renameJob('C'));
    expect(historyChange(two.history, other.history)).toEqual({
      keep: 1,
      add: [other.history.edits[1]],
      done: 2,
    });
  });

  it('survives being stored and read again', () => {
    const state = apply(apply(start(), moveWheel('drive', 9, 9)), setPitch('row', 9.525));
    const stored = JSON.parse(JSON.stringify(state.history)) as History;
    expect(undo(undo({ job: state.job, history: stored })).job).toEqual(start().job);
  });
});

describe('commands', () => {
  it('another pitch goes to all pieces of the run', () => {
    const { job } = apply(start(), setPitch('row', 25.4));
    expect(job.pieces.map((piece) => piece.pitch)).toEqual([25.4, 25.4, 25.4]);
  });

  it('choosing other pieces makes toothed wheels mesh with them', () => {
    const { job } = apply(start(), choosePieces('row', belt));
    expect(job.pieces.map((piece) => piece.id)).toEqual(['tooth']);
    expect(job.wheels[0].size).toEqual({ by: 'teeth', teeth: 17, piece: 'tooth' });
    expect(parseJob(job)).toEqual(job);
  });
});
