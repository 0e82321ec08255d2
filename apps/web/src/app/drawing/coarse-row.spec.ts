import { shapeJob, type Job } from '@coin-relay/model';
import { describe, expect, it } from 'vitest';
import { fitRun } from '../engine/open-job';
import { RowPainter, viewOfRows, type RowView } from '@coin-relay/painting';

/** A row of so many links round a circle. */
function circleOf(links: number): { painter: RowPainter; radius: number } {
  const job = shapeJob('Ring', 'circle');
  const radius = (links * job.pieces[0].pitch) / (2 * Math.PI);
  const ring: Job = {
    ...job,
    paths: [{ ...job.paths[0], shape: { of: 'circle', x: 0, y: 0, radius } } as Job['paths'][number]],
  };
  const [run] = ring.runs;
  const reply = fitRun(ring, run.id);
  if (!reply.ok) throw new Error(reply.message);
  const pieces = run.sequence.map((id) => ring.pieces.find((piece) => piece.id === id)!);
  return { painter: new RowPainter(reply.value.fit, reply.value.setOut, pieces), radius };
}

/** What is painted: how often each call of the canvas was made. */
function painted(
  painter: RowPainter,
  view: RowView,
  pixel: number,
  begins: (x: number) => void = () => undefined,
): Map<string, number> {
  const calls = new Map<string, number>();
  const ctx = new Proxy<Record<string, unknown>>(
    {},
    {
      get: (known, name) =>
        known[String(name)] ??
        ((x: number) => {
          if (name === 'moveTo') begins(x);
          calls.set(String(name), (calls.get(String(name)) ?? 0) + 1);
          return name === 'getTransform' ? { a: 1, b: 0, c: 0, d: 1, e: 0, f: 0 } : undefined;
        }),
      set: (known, name, value) => Reflect.set(known, name, value),
    },
  );
  painter.moveTo(0);
  painter.paint(ctx as unknown as CanvasRenderingContext2D, pixel, () => undefined, view);
  return calls;
}

describe('a row of more links than can be read', () => {
  it('is painted as a bar for each link, some of them at once', () => {
    const { painter } = circleOf(2_000);
    const bars = painted(painter, { box: null, coarse: true, edged: true }, 1);
    expect(bars.get('fill')).toBeUndefined();
    // Each has an edge and a colour.
    expect(bars.get('lineTo')).toBe(2 * 2_000);
    expect(bars.get('stroke')).toBeLessThanOrEqual(2 * (2_000 / 200 + 2));
    // Of very many in the picture none would be seen.
    expect(painted(painter, { box: null, coarse: true, edged: false }, 1).get('lineTo')).toBe(2_000);
    expect([viewOfRows([painter], null), viewOfRows([painter, painter, painter], null)]).toEqual([
      { box: null, coarse: true, edged: true },
      { box: null, coarse: true, edged: false },
    ]);
    expect(painted(painter, { box: null, coarse: false, edged: true }, 1).get('fill')).toBeGreaterThanOrEqual(
      2_000,
    );
  });

  it('bars that are shorter than a pixel are fewer than the links', () => {
    const { painter } = circleOf(2_000);
    const far = painted(painter, { box: null, coarse: true, edged: true }, 200);
    expect(far.get('lineTo')).toBeLessThan(200);
  });

  it('one that lies over itself many times is painted as often as shows', () => {
    const job = shapeJob('Over itself', 'circle');
    const points = Array.from({ length: 401 }, (_, k) => ({
      x: k % 2 === 0 ? 0 : 100,
      y: 0,
      next: { kind: 'line' as const },
    }));
    const [run] = job.runs;
    const over: Job = {
      ...job,
      paths: [{ kind: 'drawn', id: job.paths[0].id, name: 'Over', closed: false, points }],
    };
    const reply = fitRun(over, run.id);
    if (!reply.ok) throw new Error(reply.message);
    const pieces = run.sequence.map((id) => over.pieces.find((piece) => piece.id === id)!);
    const painter = new RowPainter(reply.value.fit, reply.value.setOut, pieces);
    const { links } = painter.frame;
    expect(links).toBeGreaterThan(2_000);
    const places: number[] = [];
    const bars =
      painted(painter, { box: null, coarse: true, edged: true }, 0.1, (x) => places.push(x)).get('lineTo') ??
      0;
    expect(bars).toBeGreaterThan(20);
    expect(bars).toBeLessThan(links / 10);
    // What is painted reaches as far as the row does, and each bar begins before the one next to it ends.
    places.sort((a, b) => a - b);
    const { pins } = painter.frame;
    const ends = Array.from({ length: links }, (_, k) => pins[2 * k]);
    const { span } = painter.scene;
    expect(places[0]).toBeLessThan(Math.min(...ends) + span / 2);
    expect(places.at(-1)).toBeGreaterThan(Math.max(...ends) - span / 2);
    expect(Math.max(...places.slice(1).map((x, i) => x - places[i]))).toBeLessThan(span * 0.89);
  });

  it('one that is out of sight beside another that fills the picture paints nothing', () => {
    const { painter } = circleOf(2_000);
    const far: [number, number, number, number] = [9e6, 9e6, 9.1e6, 9.1e6];
    painter.look(far);
    expect(painted(painter, { box: far, coarse: true, edged: true }, 1).get('stroke') ?? 0).toBe(0);
  });

  it('what is out of sight is not painted, and not counted', () => {
    const { painter, radius } = circleOf(2_000);
    const right: [number, number, number, number] = [radius - 100, -100, radius + 100, 100];
    const seen = painter.look(right);
    expect(seen).toBeGreaterThan(10);
    expect(seen).toBeLessThan(100);
    const all = painted(painter, { box: null, coarse: false, edged: true }, 1).get('fill')!;
    const near = painted(painter, { box: right, coarse: false, edged: true }, 1).get('fill')!;
    expect(near).toBeLessThan(all / 10);
    expect(painter.look([9e6, 9e6, 9e6, 9e6])).toBe(0);
  });
});
