import { demoJobs, fittedRows, machineOf, precomputeFrames } from '@coin-relay/model';
import { placements } from '@coin-relay/scene/solid';
import Papa from 'papaparse';
import { describe, expect, it } from 'vitest';
import { PLACEMENT_COLUMNS, placementsCsv, placementsJson } from '.';

const { job } = demoJobs().find(({ id }) => id === 'demo-winding-slide')!;
const rows = fittedRows(job);
const machine = machineOf(job, rows, precomputeFrames(job, rows));
const told = placements(machine, { from: 3, to: 4 });

describe('tables of placements', () => {
  it('CSV is read back by another reader, to twelve digits', () => {
    const { data, errors, meta } = Papa.parse<Record<string, number | string>>(placementsCsv(told), {
      header: true,
      dynamicTyping: true,
      skipEmptyLines: true,
    });
    expect(errors).toEqual([]);
    expect(meta.fields).toEqual(PLACEMENT_COLUMNS);
    expect(data).toHaveLength(told.length);
    data.forEach((line, i) => {
      const placement = told[i];
      expect([line['frame'], line['run'], line['piece'], line['name']]).toEqual([
        placement.frame,
        placement.run,
        placement.piece,
        placement.name,
      ]);
      expect(Math.abs(Number(line['x_mm']) - placement.position[0])).toBeLessThan(1e-8);
      expect(Math.abs(Number(line['q_w']) - placement.quaternion[3])).toBeLessThan(1e-11);
      placement.matrix.forEach((value, c) =>
        expect(Math.abs(Number(line[`m${c}`]) - value)).toBeLessThan(1e-8),
      );
    });
  });

  it('JSON holds the same, frame by frame', () => {
    const read = JSON.parse(placementsJson(machine, told)) as {
      unit: string;
      placed: { frame: number; places: object[] }[];
    };
    expect(read).toMatchObject({
      format: 'coin-relay-placements',
      version: 1,
      unit: 'mm',
      frames: machine.frames,
    });
    expect(read.placed.map(({ frame }) => frame)).toEqual([3, 4]);
    expect(read.placed.flatMap(({ frame, places }) => places.map((place) => ({ frame, ...place })))).toEqual(
      told,
    );
  });
});
