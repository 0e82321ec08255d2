import { fitRow } from '@coin-relay/core';
import {
  demoJobs,
  PLAIN_SET_OUT,
  resolveRun,
  outlineJob,
  mendPath,
  type Job,
  type SetOut,
} from '@coin-relay/model';
import { describe, expect, it } from 'vitest';
import { readSentence } from '@coin-relay/model/testing';
import { findingsOf } from './checks.testing';
import type { Finding } from './finding';

const read = (job: Job): { text: string; good: boolean; verdict: string; findings: string[] } => ({
  ...readSentence(job),
  findings: findingsOf(job).map((finding) => finding.kind),
});
const lift = (): Job => structuredClone(demoJobs().find((d) => d.id === 'demo-coin-lift')!.job);

describe('the fit sentence', () => {
  it('says how far it is open, and what one more link needs', () => {
    const job = lift();
    job.runs[0].fit = { hold: 'both', rounding: 'down', multiple: 1, count: null };
    const { verdict, findings } = read(job);
    const [, gap, lack] = /^open by ([\d.]+) mm: one more link needs ([\d.]+) mm$/.exec(verdict) ?? [];
    expect(Number(gap) + Number(lack)).toBeCloseTo(12.7, 1);
    expect(findings).toContain('gap');
  });

  it('says that it overlaps', () => {
    const job = lift();
    job.runs[0].fit = { hold: 'both', rounding: 'up', multiple: 1, count: null };
    expect(read(job).verdict).toMatch(/^overlaps by [\d.]+ mm: take one link out$/);
    expect(read(job).findings).toContain('overlap');
  });

  it('names the corner that links cannot pass, and the radius it needs', () => {
    const { verdict, good, findings } = read(outlineJob('Triangle', 'M0 0L300 0L150 259.8Z'));
    expect(good).toBe(false);
    expect(verdict).toMatch(
      /^the links cannot pass the corner at 0\.00 mm: round it to a radius over 4\.23 mm \(and 2 more such places\)$/,
    );
    expect(findings).toEqual(['cannot-pass', 'cannot-pass', 'cannot-pass']);
  });
});

describe('findings', () => {
  it('has none for the demo machines', () => {
    for (const { job } of demoJobs()) expect(read(job).findings).toEqual([]);
  });

  it('points out an odd count, a broken pattern and a pitch far off', () => {
    const job = lift();
    job.runs[0].fit = { hold: 'path', rounding: 'nearest', multiple: 1, count: 87 };
    expect(read(job).findings).toEqual(['odd-count', 'broken-pattern', 'pitch-far-off']);
  });

  it('points out a wheel that the route passes by', () => {
    const job = lift();
    job.wheels[2].y = 140;
    expect(read(job).findings).toContain('missed-wheel');
  });
});

describe('findings of a set-out', () => {
  const kinds = (id: string, change: (job: Job) => void): string[] => {
    const job = structuredClone(demoJobs().find((d) => d.id === id)!.job);
    change(job);
    return findingsOf(job).map(({ kind }) => kind);
  };
  const touch = { piece: null, turn: 0, along: 0, out: 0 };
  const set =
    (change: Partial<SetOut>) =>
    (job: Job): void => {
      job.runs[0].setOut = { ...PLAIN_SET_OUT, ...job.runs[0].setOut, ...change };
    };

  it('has none for the demo machines', () => {
    for (const { id } of demoJobs()) expect(kinds(id, () => undefined)).toEqual([]);
  });

  it('a rule that matches nothing, a place beyond the row, objects without a place, a turn that does not close', () => {
    expect(
      kinds(
        'demo-lamp-festoon',
        set({
          rules: [
            { id: 'r', on: { role: 'nth', at: 99, from: 'end' }, material: null, snap: false, ...touch },
          ],
          byHand: [{ id: 'h', at: { by: 'index', index: 500 }, leftOut: true, ...touch }],
          handed: {
            takes: 'both',
            items: Array.from({ length: 30 }, (_, i) => ({
              id: `o${i}`,
              piece: 'bell',
              x: 0,
              y: 0,
              angle: 0,
            })),
          },
        }),
      ),
    ).toEqual(['rule-without-place', 'hand-without-place', 'object-without-place']);
    expect(kinds('demo-tin-beetle', set({ alternate: 0.2 }))).toEqual(['broken-turn']);
  });

  it('pieces that reach further than the tightest bend: not stiff ones, which jam and are told of otherwise', () => {
    const wide = (job: Job): void => {
      job.pieces[0] = { ...job.pieces[0], length: 900 } as Job['pieces'][number];
    };
    expect(kinds('demo-coin-slide', wide)).toEqual(['tighter-than-piece']);
  });

  it('a pattern by weight needs no multiple', () => {
    const weight = (job: Job): void => {
      job.runs[0].fit = { hold: 'path', rounding: 'nearest', multiple: 1, count: 88 };
      set({ order: { by: 'weight', seed: 1, apart: false, weights: [1, 1, 1, 1, 1, 1] } })(job);
    };
    expect(kinds('demo-coin-lift', weight)).not.toContain('broken-pattern');
  });
});

describe('a wheel that gives way, in words', () => {
  it('the pitch may be as far off as its family allows, or as the run says', () => {
    const job = lift();
    job.runs[0].fit = { ...job.runs[0].fit, count: 84 };
    expect(read(job).findings).toContain('pitch-far-off');
    job.runs[0].fit.tolerance = 0.2;
    expect(read(job).findings).not.toContain('pitch-far-off');
  });
});

describe('what would mend a finding', () => {
  const first = (job: Job): Finding => {
    return findingsOf(job)[0];
  };

  it('corners are rounded to the least radius that works, a little up: then the row closes', () => {
    const job = outlineJob('Triangle', 'M0 0L300 0L150 259.8Z');
    const { mend, size, at } = first(job);
    expect(at).toBe(0);
    expect(size).toBeCloseTo((12.7 * 0.5) / 1.5, 2);
    expect(mend).toMatchObject({ do: 'round', radius: 4.4 });
    expect(mend?.words.replace(/\u00a0/g, ' ')).toBe('round all 3 corners to 4.40 mm');
    if (mend?.do !== 'round') throw new Error('rounding is wanted');
    const rounded = mendPath(job, job.paths[0], { do: 'round', radius: mend.radius, at: mend.at });
    job.paths[0] = rounded.path;
    const resolved = resolveRun(job);
    expect(fitRow(resolved.source, resolved.request).closes).toBe(true);
  });

  it('a gap by letting the pitch give way, an odd count by even ones, a pattern by its multiple', () => {
    const job = lift();
    job.runs[0].fit = { hold: 'both', rounding: 'down', multiple: 1, count: null };
    const { mend } = first(job);
    if (mend?.do !== 'fit') throw new Error('a fit is wanted');
    Object.assign(job.runs[0].fit, mend.change);
    expect(read(job).findings).not.toContain('gap');
    job.runs[0].fit = { hold: 'path', rounding: 'nearest', multiple: 1, count: 91 };
    expect(first(job).mend).toMatchObject({ change: { multiple: 2, count: null } });
  });

  it('too few teeth in mesh, and bending pieces that are overstretched', () => {
    const job = lift();
    // The head sprocket becomes one of 38 teeth that the chain hardly touches.
    job.paths[0] = {
      kind: 'route',
      id: 'loop',
      name: 'Three in a row',
      closed: true,
      stops: [
        { wheel: 'drive', turn: 'ccw' },
        { wheel: 'idler', turn: 'ccw' },
        { wheel: 'head', turn: 'ccw' },
      ],
    };
    job.wheels[2] = {
      id: 'idler',
      name: 'idler',
      x: 190,
      y: -52,
      size: { by: 'teeth', teeth: 17, piece: 'inner' },
    };
    expect(read(job).findings).toContain('few-teeth');
    const seam = structuredClone(demoJobs().find((d) => d.id === 'demo-bellows-seam')!.job);
    seam.pieces.forEach((piece) => Object.assign(piece, { behaviour: 'bending', width: 24 }));
    const found = findingsOf(seam);
    expect(found.map(({ kind }) => kind)).toContain('bent-too-far');
    expect(found.find(({ kind }) => kind === 'bent-too-far')?.size).toBeCloseTo((24 + 1.5) / 2 / 30, 2);
  });
});
