import '@angular/compiler';
import { fitRow } from '@coin-relay/core';
import { moveScene, placeRows, rowScene, type RowScene } from '@coin-relay/scene';
import { demoJobs, PLAIN_SET_OUT, resolveRun, resolveSetOut, type Job } from '@coin-relay/model';
import { rowOf } from '@coin-relay/model/testing';
import { BehaviorSubject } from 'rxjs';
import { beforeEach, describe, expect, it } from 'vitest';
import { overJobs } from '../document/injector.testing';
import { eachPlace } from '@coin-relay/scene';
import { placeAt, placesIn } from '../drawing/place-finder';
import { RunAtWork, sequenceOf } from '../session/run-at-work.service';
import { PlaceChoice } from '../session/place-choice.service';
import { ROLES, roleWords } from './role-words';

const STILL = { turn: 0, along: 0, out: 0 };
const demo = (id: string): Job => structuredClone(demoJobs().find((d) => d.id === id)!.job);
const laid = (job: Job, run?: string): { scene: RowScene; rows: ReturnType<typeof placeRows> } => {
  const resolved = resolveRun(job, run);
  const fit = fitRow(resolved.source, resolved.request);
  const setOut = resolveSetOut(job, resolved.run, fit);
  return { scene: rowScene(fit, setOut), rows: placeRows(fit, setOut) };
};

describe('finding places on the drawing', () => {
  it('every place is found at its own middle, wherever the row has travelled to', () => {
    for (const [id, run] of [
      ['demo-tin-beetle', undefined],
      ['demo-lamp-festoon', undefined],
      ['demo-drum-drive', undefined],
      ['demo-prize-carousel', 'prizes'],
    ] as const) {
      const { scene } = laid(demo(id), run);
      for (const travel of [0, 0.4, 3]) {
        moveScene(scene, travel);
        let seen = 0;
        eachPlace(scene, (_, place, x, y) => {
          seen++;
          expect([id, placeAt(scene, x, y, 0.5)]).toEqual([id, place]);
        });
        expect(seen).toBeGreaterThan(10);
      }
    }
  });

  it('a place that is left out can be found too, to be brought back', () => {
    const job = demo('demo-tin-beetle');
    job.runs[0].setOut = {
      ...PLAIN_SET_OUT,
      byHand: [
        { id: 'h', at: { by: 'index', index: 6 }, leftOut: true, piece: null, turn: 0, along: 0, out: 0 },
      ],
    };
    const { scene } = laid(job);
    const { pins } = scene.frame;
    expect(placeAt(scene, (pins[12] + pins[14]) / 2, (pins[13] + pins[15]) / 2, 1)).toBe(6);
  });

  it('far from the row there is none; a box takes those whose middles lie in it', () => {
    const { scene, rows } = laid(demo('demo-coin-lift'));
    expect(placeAt(scene, 200, -500, 3)).toBeNull();
    expect(placesIn(scene, -1000, -1000, 1000, 1000)).toHaveLength(90);
    const low = rows.filter(({ y }) => y < -20).map(({ place }) => place - 1);
    expect(placesIn(scene, -1000, -1000, 1000, -20).sort((a, b) => a - b)).toEqual(low);
  });
});

describe('places as numbers', () => {
  it('stand along the path in order, at the places and angles they are drawn at', () => {
    const { rows } = laid(demo('demo-barrier-chain'));
    expect(rows).toHaveLength(30);
    expect(rows.map(({ place }) => place)).toEqual(rows.map((_, i) => i + 1));
    for (let i = 1; i < rows.length; i++) {
      expect(rows[i].s).toBeGreaterThan(rows[i - 1].s);
      expect(rows[i].angle).toBeGreaterThan(rows[i - 1].angle);
    }
    expect(rows[0]).toMatchObject({ piece: 'Inner link', by: 'sequence', leftOut: false });
  });

  it('say where a piece is that was put exactly on a corner, or moved along the path', () => {
    const job = rowOf('lamp', 'M0 0H100V70', 12);
    job.runs[0].setOut = {
      ...PLAIN_SET_OUT,
      rules: [{ id: 'r', on: { role: 'corners' }, piece: null, material: null, snap: true, ...STILL }],
      byHand: [{ id: 'h', at: { by: 'index', index: 0 }, leftOut: false, piece: null, ...STILL, along: 2 }],
    };
    const { rows } = laid(job);
    expect(rows.filter(({ by }) => by === 'rule 1').map(({ s, x, y }) => [s, x, y])).toEqual([
      [expect.closeTo(100, 9), expect.closeTo(100, 6), expect.closeTo(0, 6)],
    ]);
    const pitch = rows[3].s - rows[2].s;
    expect([rows[0].s, rows[0].x]).toEqual([expect.closeTo(pitch / 2 + 2, 9), expect.closeTo(rows[0].s, 6)]);
  });

  it('say what put the piece there', () => {
    const { rows } = laid(demo('demo-lamp-festoon'));
    expect([rows[0].by, rows[3].by, rows[1].by]).toEqual(['rule 2', 'rule 1', 'sequence']);
    const prizes = laid(demo('demo-prize-carousel'), 'prizes').rows;
    expect([prizes[0].by, prizes[14].by, prizes[14].leftOut]).toEqual(['handed out', 'hand', true]);
  });
});

describe('roles in words', () => {
  it('as they stand in a sentence', () => {
    expect(ROLES.map(({ role }) => roleWords(role))).toEqual([
      'the first',
      'the last',
      'every 6th from the 6th on, from the start',
      'the 3rd from the start',
      'at every corner',
      'at every point of the path',
    ]);
    expect(roleWords({ role: 'every', every: 1, start: 0, from: 'end' })).toBe('every from the end');
  });
});

describe('the choice of places', () => {
  let jobs: BehaviorSubject<Job>;
  let runs: RunAtWork;
  let choice: PlaceChoice;
  beforeEach(() => {
    jobs = new BehaviorSubject(demo('demo-prize-carousel'));
    const inner = overJobs(jobs, [RunAtWork, PlaceChoice]);
    runs = inner.get(RunAtWork);
    choice = inner.get(PlaceChoice);
  });

  it('adds and takes out; all of several that are chosen already are taken out', () => {
    choice.choose([1, 2]);
    choice.toggle([2, 3]);
    expect([...choice.places]).toEqual([1, 2, 3]);
    choice.toggle([2, 3]);
    expect([...choice.places]).toEqual([1]);
    choice.clear();
    expect(choice.places.size).toBe(0);
  });

  it('is of one run: another run at work has none chosen', () => {
    choice.choose([4]);
    runs.choose('prizes');
    expect(choice.places.size).toBe(0);
    choice.choose([5]);
    // A change of the document keeps it.
    jobs.next({ ...jobs.value, name: 'Other' });
    expect([...choice.places]).toEqual([5]);
  });

  it('the run that is gone is worked on no more', () => {
    runs.choose('prizes');
    expect(runs.run?.id).toBe('prizes');
    expect(sequenceOf(jobs.value, runs.run).map(({ id }) => id)).toEqual(['star']);
    jobs.next({ ...jobs.value, runs: jobs.value.runs.slice(0, 1) });
    expect(runs.run?.id).toBe('row');
    expect(sequenceOf(undefined, undefined)).toEqual([]);
  });
});
