import {
  demoJobs,
  fittedRows,
  machineOf,
  parseJob,
  PLAIN_SET_OUT,
  precomputeFrames,
  type Job,
  type Machine,
} from '@coin-relay/model';
import { placements } from '@coin-relay/scene/solid';
import { describe, expect, it } from 'vitest';
import { writeFlatDxf } from '../dxf-out';
import { placementsCsv } from '../placements';
import { writeSvg } from '../svg-out';

const carousel = demoJobs().find(({ id }) => id === 'demo-prize-carousel')!.job;

const STILL = { frame: 0, moving: false, path: false };

function machineFor(job: Job): Machine {
  const rows = fittedRows(job);
  return machineOf(job, rows, precomputeFrames(job, rows));
}

describe('what is written on a row, in files', () => {
  const machine = machineFor(carousel);

  it('an SVG has each digit as often as it is written, made once', () => {
    const svg = writeSvg(machine, STILL);
    // 01 to 32: two digits on each plate, of which there are fewer than twenty, by their place.
    expect(svg.match(/<use href="#letter-/g)).toHaveLength(64);
    expect(svg.match(/id="letter-/g)!.length).toBeLessThan(20);
  });

  it('a twin is lettered by itself, not mirrored', () => {
    const [plates, ...others] = carousel.runs;
    const twin = { x: 0, y: -300, angle: 0 };
    const setOut = { ...PLAIN_SET_OUT, twin };
    const svg = writeSvg(
      machineFor(parseJob({ ...carousel, runs: [{ ...plates, setOut }, ...others] })),
      STILL,
    );
    expect(svg.match(/<use href="#letter-\d+"/g)).toHaveLength(64);
    expect(svg.match(/<use href="#letter-\d+-twin"/g)).toHaveLength(64);
  });

  it('a DXF has it on a layer of its own', () => {
    const { text } = writeFlatDxf(machine, { frame: 0, wheels: false, path: false, machine: false });
    expect(text).toContain('lettering');
  });

  it('the table of places says it', () => {
    const found = placements(machine, { from: 0, to: 0 }, ['row']);
    expect(found.map(({ text }) => text)).toEqual(
      Array.from({ length: 32 }, (_, i) => String(i + 1).padStart(2, '0')),
    );
    const [head, first] = placementsCsv(found).split('\n');
    expect(first.split(',')[head.split(',').indexOf('text')]).toBe('01');
  });
});
