import { fitRow } from '@coin-relay/core';
import { demoJobs, resolveRun, type Job } from '@coin-relay/model';
import { describe, expect, it } from 'vitest';
import { readSvg } from '../svg/read';
import { writeSvg } from './write';

const written = (
  id: string,
  moving: boolean,
  change: (job: Job) => void = () => undefined,
): { text: string; count: number } => {
  const job = structuredClone(demoJobs().find((d) => d.id === id)!.job);
  change(job);
  const resolved = resolveRun(job);
  const fit = fitRow(resolved.source, resolved.request);
  return { text: writeSvg(job, [{ resolved, fit }], { moving, travel: () => 0, path: true }), count: fit.count };
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
    expect(text.match(/repeatCount="indefinite"/g)?.length).toBe(2 * animations.length + 3);
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
    ).toThrow(/Take the still drawing/);
  });
});
