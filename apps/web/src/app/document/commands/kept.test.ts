import {
  beginPath,
  CATALOGUE,
  demoJobs,
  JobSchema,
  PATH_OFFERS,
  resolveRun,
  shapeJob,
  type Job,
  type PathOf,
} from '@coin-relay/model';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { changed } from '../changed.testing';
import { edit, RefusedChange, type Edited } from '../history';
import type { Command } from './command';
import { setEndToEnd, setFit, setLay, setLoop, setMeet, setTravel, setTurning } from './job';
import { setBody, setBreath, setManner, setTrain } from './machine';
import { addPath, putRunOn, removePath } from './paths';
import { addPieces, changePiece, choosePieces, setBehaviour, setPitch } from './piece';
import { moveStop, removeStop, setRouteClosed, setSlack, setWraps } from './route';
import { addRun, removeRun, setLettering, setShaping } from './runs';
import { changeSetOut, setSequence } from './set-out';
import { layStrands } from './strands';

/** One of several, by a number of any size. */
const one = <T>(of: readonly T[], by: number): T => of[by % of.length];

/** Things a user can do, each told by a few numbers. Null where the job has nothing to do it with. */
const DOINGS: readonly ((job: Job, n: readonly number[]) => Command | null)[] = [
  ({ runs }, [a, b]) => choosePieces(one(runs, a).id, one(CATALOGUE, b).make()),
  ({ runs }, [a, b]) => setBehaviour(one(runs, a).id, one(['stiff', 'carried', 'bending'], b)),
  ({ runs }, [a, b]) => setEndToEnd(one(runs, a).id, b % 3 === 0 ? null : { gap: b % 5 }),
  ({ runs }, [a, b]) =>
    changeSetOut(one(runs, a).id, (setOut, run) => {
      setOut.order =
        b % 2 === 0
          ? { by: 'turn' }
          : { by: 'weight', weights: run.sequence.map(() => 1), seed: b, apart: b % 3 === 0 };
    }),
  (job, [a, b]) => {
    const run = one(job.runs, a);
    const { command, ids } = addPieces(job, run.id, one(CATALOGUE, b).make().pieces.slice(0, 1));
    const sequence = setSequence(run.id, [...run.sequence, ...ids], []);
    return {
      label: 'Add a piece to the sequence',
      recipe: (draft) => {
        command.recipe(draft);
        sequence.recipe(draft);
      },
    };
  },
  ({ runs }, [a]) => setSequence(one(runs, a).id, one(runs, a).sequence.slice(0, -1), []),
  ({ runs, pieces }, [a, b]) => setSequence(one(runs, a).id, [one(pieces, b).id], []),
  ({ pieces }, [a, b]) => changePiece({ ...one(pieces, a), pitch: 1 + (b % 90) }),
  ({ runs }, [a, b]) => setPitch(one(runs, a).id, 1 + (b % 90)),
  ({ runs }, [a, b, c]) =>
    setFit(one(runs, a).id, {
      hold: one(['path', 'pitch', 'both', 'slack', 'wheel'], b),
      multiple: 1 + (c % 9),
    }),
  ({ runs }, [a, b]) => setFit(one(runs, a).id, { count: b % 2 === 0 ? null : 1 + (b % 200) }),
  ({ runs }, [a, b]) => setLay(one(runs, a).id, { ends: one(['pins', 'points'], b), inset: [b % 7, b % 3] }),
  ({ runs }, [a, b]) => setMeet(one(runs, a).id, { corners: b % 2 === 0 ? null : 0.3, at: [b % 50] }),
  ({ runs }, [a, b, c]) => setLoop(one(runs, a).id, 1 + (b % 300), (c % 40) - 20),
  ({ runs }, [a]) => setBody(one(runs, a).id),
  ({ runs }, [a, b]) =>
    setBreath(
      one(runs, a).id,
      b % 3 === 0
        ? null
        : { what: one(['length', 'size'], b), amount: 0.2, seed: b, period: 1 + (b % 48), alike: 4 },
    ),
  ({ runs }, [a, b, c]) =>
    setManner(
      one(runs, a).id,
      b % 3 === 0
        ? null
        : { way: one(['on', 'to-and-fro'], b), dwell: [c % 30, b % 30], ease: [b % 20, c % 20] },
    ),
  ({ runs, wheels }, [a, b, c]) =>
    wheels.length === 0
      ? null
      : setTrain(
          one(runs, a).id,
          c % 4 === 0
            ? null
            : { by: one(runs, b).id, wheel: one(wheels, b).id, own: one(wheels, c).id, gears: null },
        ),
  (job, [a, b]) => {
    const begun = beginPath(job, one(PATH_OFFERS, a).id, one(job.paths, b));
    return begun ? addPath(begun.path, begun.wheels) : null;
  },
  ({ paths }, [a]) => removePath(one(paths, a).id),
  ({ runs, paths }, [a, b]) => putRunOn(one(runs, a).id, one(paths, b).id),
  (job, [a, b]) => addRun(job, one(job.runs, a), one(job.paths, b).id).command,
  ({ runs }, [a]) => (runs.length > 1 ? removeRun(one(runs, a).id) : null),
  ({ paths }, [a, b]) => removeStop(one(paths, a).id, b % 4),
  ({ paths }, [a, b, c]) => moveStop(one(paths, a).id, b % 3, c % 3),
  ({ paths }, [a, b]) => setRouteClosed(one(paths, a).id, b % 2 === 0),
  ({ paths }, [a, b]) => setSlack(one(paths, a).id, b % 3, b % 40),
  ({ paths }, [a, b, c]) => setWraps(one(paths, a).id, b % 3, c % 5, (b % 30) - 10),
  ({ runs }, [a, b]) => setTurning(one(runs, a).id, (b % 20) - 10),
  ({ runs }, [a, b]) => setTravel(one(runs, a).id, (b % 5) * 7.3, 7.3),
  ({ runs }, [a, b, c]) => {
    const run = one(runs, a);
    const length = c % 2 === 0 ? null : 10 + (c % 900);
    return setEndToEnd(run.id, { gap: b % 4, body: { piece: one(run.sequence, b), length } });
  },
  ({ runs }, [a, b]) => {
    const run = one(runs, a);
    return setSequence(run.id, run.sequence.slice(b % 2), []);
  },
  ({ runs }, [a, b, c]) =>
    setShaping(one(runs, a).id, {
      ...{ smooth: b % 2 === 0, rides: c % 2 === 0 },
      stations: [0, 1].map((at) => ({ at, scale: 1 + at * (b % 3), roll: 0, lift: c % 5 })),
    }),
  ({ runs }, [a, b, c]) =>
    setLettering(one(runs, a).id, {
      ...{
        text: b % 2 === 0 ? 'No. ##' : 'Žižkov',
        spelled: c % 2 === 0,
        start: (b - c) % 900_000,
        step: c % 3,
        first: 1 + (b % 9),
      },
      ...{ every: 1 + (c % 4), height: 0.5 + (b % 20), along: c % 5, across: -(b % 3), quarters: b % 4 },
      ...{ upright: c % 2 === 1, sides: one(['front', 'back', 'both'] as const, a), material: 'red' },
    }),
  (job, [a, b, c]) => {
    const windings = job.paths.filter(
      (path) => path.kind === 'winding' && path.wound.by === 'own',
    ) as PathOf<'winding'>[];
    return windings.length === 0 ? null : layStrands(job, one(windings, a), 1 + (b % 40), 1 + (c % 3));
  },
];

const STARTS: readonly Job[] = [
  shapeJob('Circle', 'circle'),
  ...demoJobs()
    .map(({ job }) => job)
    .filter(({ paths }) => JSON.stringify(paths).length < 20_000),
];

const begun = (job: Job): Edited => ({ job, history: { edits: [], done: 0 } });

describe('whatever is done to a job', () => {
  it('what comes of it can be kept, or it is refused in words', () => {
    const step = fc.tuple(fc.nat(), fc.tuple(fc.nat(), fc.nat(), fc.nat()));
    let kept = 0;
    let refused = 0;
    fc.assert(
      fc.property(fc.nat(), fc.array(step, { minLength: 1, maxLength: 24 }), (start, steps) => {
        let state = begun(one(STARTS, start));
        for (const [doing, numbers] of steps) {
          const command = one(DOINGS, doing)(state.job, numbers);
          if (!command) continue;
          const next = edit(state, command.label, command.recipe);
          if (next instanceof RefusedChange) {
            refused++;
            expect(next.words).toMatch(/^“.+” cannot be: \S.+\.$/);
            continue;
          }
          kept++;
          const read = JobSchema.safeParse(next.job);
          expect(read.error?.issues[0], command.label).toBeUndefined();
          state = next;
        }
      }),
      { numRuns: 400 },
    );
    // Both are met: a property that is never put to the test says nothing.
    expect(kept).toBeGreaterThan(500);
    expect(refused).toBeGreaterThan(20);
  });

  it('pieces of different lengths, laid end to end and bending, may come by weight', () => {
    let state = begun(shapeJob('Circle', 'circle'));
    const run = state.job.runs[0].id;
    const entry = (name: string) => CATALOGUE.find((found) => found.name === name)!.make();
    const done = ({ label, recipe }: Command): void => {
      state = changed(state, label, recipe);
    };
    done(choosePieces(run, entry('Tube piece')));
    done(setEndToEnd(run, { gap: 0 }));
    const { command, ids } = addPieces(state.job, run, entry('Disc bead').pieces);
    done(command);
    done(setSequence(run, [...state.job.runs[0].sequence, ...ids], []));
    done(setBehaviour(run, 'bending'));
    const byWeight = changeSetOut(run, (setOut, { sequence }) => {
      setOut.order = { by: 'weight', weights: sequence.map(() => 1), seed: 1, apart: false };
    });
    done(byWeight);
    expect(JobSchema.safeParse(state.job).success).toBe(true);
    expect(resolveRun(state.job).request.endToEnd).toEqual({
      lengths: [100, 4],
      gap: 0,
      order: { by: 'weight', weights: [1, 1], seed: 1, apart: false },
    });
  });

  it('a belt cannot be laid end to end: that is said, and the job stays as it was', () => {
    const state = begun(structuredClone(demoJobs().find(({ id }) => id === 'demo-drum-drive')!.job));
    const { label, recipe } = setEndToEnd(state.job.runs[0].id, { gap: 0 });
    const refused = edit(state, label, recipe);
    expect(refused).toBeInstanceOf(RefusedChange);
    expect((refused as RefusedChange).words).toMatch(/^“.+” cannot be: “.+” is part of a band: it runs on/);
  });
});
