import { fitRow, newReading, pathReader } from '@coin-relay/core';
import { demoJobs, resolveRun, resolveSetOut, type Job } from '@coin-relay/model';
import { describe, expect, it } from 'vitest';
import { pictureOnBand, slid, stretchedTo, type PictureOnBand } from './picture-grips';

const canal = demoJobs().find(({ id }) => id === 'demo-swan-boats')!.job;
const water = canal.runs.find((run) =>
  canal.pieces.some(({ id, finish }) => run.sequence.includes(id) && finish?.picture),
)!;

function found(job: Job): { on: PictureOnBand; at: (s: number) => Float64Array } {
  const { source, request, run } = resolveRun(job, water.id);
  const fit = fitRow(source, request);
  const on = pictureOnBand(fit, resolveSetOut(job, run, fit));
  if (!on) throw new Error('there is a picture on the water');
  const read = pathReader(fit.layout.path);
  return {
    on,
    at: (s) => {
      const out = newReading();
      read(s, out);
      return out;
    },
  };
}

describe('the picture on a band', () => {
  const { on, at } = found(canal);
  const { picture } = on;

  it('its grips are where its middle and its corner are drawn', () => {
    const middle = on.inRepeat(on.middle);
    expect(middle.x).toBeCloseTo(picture.x + picture.width / 2, 3);
    expect(middle.y).toBeCloseTo(picture.y - picture.height / 2, 3);
    const corner = on.inRepeat(on.corner);
    expect(corner.x).toBeCloseTo(picture.x + picture.width, 3);
    expect(corner.y).toBeCloseTo(picture.y - picture.height, 3);
  });

  it('dragged along the path it slides by as much, dragged across by as much', () => {
    const [x, y, tx, ty] = at(20);
    const [u, v] = at(32);
    const moved = slid(picture, on.inRepeat({ x, y }), on.inRepeat({ x: u, y: v }));
    expect(moved.x - picture.x).toBeGreaterThan(11);
    expect(moved.x - picture.x).toBeLessThan(13);
    expect(moved.y).toBeCloseTo(picture.y, 2);
    const beside = slid(picture, on.inRepeat({ x, y }), on.inRepeat({ x: x - 5 * ty, y: y + 5 * tx }));
    expect(Math.abs(beside.y - picture.y)).toBeCloseTo(5, 2);
    expect(beside.x).toBeCloseTo(picture.x, 2);
  });

  it('its corner makes it larger; its other corner stays, and something is left of it', () => {
    const wider = stretchedTo(picture, { x: picture.x + 77, y: picture.y - 33 });
    expect(wider).toEqual({ ...picture, width: 77, height: 33 });
    const least = stretchedTo(picture, { x: picture.x - 5, y: picture.y + 5 });
    expect([least.width, least.height]).toEqual([0.1, 0.1]);
  });

  it('there are none where no band has a picture', () => {
    const plain = {
      ...canal,
      pieces: canal.pieces.map(({ finish: _, ...piece }) => piece as typeof piece & object),
    };
    const { source, request, run } = resolveRun(plain as Job, water.id);
    const fit = fitRow(source, request);
    expect(pictureOnBand(fit, resolveSetOut(plain as Job, run, fit))).toBeNull();
  });
});
