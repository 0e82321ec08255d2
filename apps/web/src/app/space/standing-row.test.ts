import { fitRow, mapped3 } from '@coin-relay/core';
import { demoJobs, PLAIN_SET_OUT, planeMap, resolveRun, resolveSetOut, type Job } from '@coin-relay/model';
import { twinMatrix } from '@coin-relay/scene';
import { intoSpace, makeMaster, MATRIX_NUMBERS } from '@coin-relay/scene/solid';
import { Box3, Matrix4, Ray, Raycaster, Vector3 } from 'three';
import { describe, expect, it } from 'vitest';
import { madePart } from '../engine/solid-tasks';
import { newInkSize } from './ink';
import { matrixOf } from './matrix-of';
import { nearestCopy } from './picking';
import type { AskSolid } from './ask-solids';
import type { SolidBody } from './solid-body';
import { IN_THE_DRAWING, type Means, type Stand } from './row-means';
import { StandingRow } from './standing-row';
import { TriangleBudget } from './triangle-budget';

const meansWith = (ask: AskSolid): Means => ({ ink: newInkSize(), ask, changed: () => undefined });

function standing(
  id: string,
  runId: string,
  stand: Partial<Stand> = {},
  triangles = 1e6,
  change: (job: Job) => void = () => undefined,
): StandingRow {
  const { job } = structuredClone(demoJobs().find((each) => each.id === id)!);
  change(job);
  const resolved = resolveRun(job, runId);
  const fit = fitRow(resolved.source, resolved.request);
  const ask: AskSolid = (request, size, _, made) => {
    const { parts, main } = makeMaster(request, size / 20);
    made({
      main,
      parts: parts.map(({ mesh, material, elongates }) => ({
        ...madePart(mesh, material),
        ...(elongates ? { elongates } : {}),
      })),
    });
  };
  const row = {
    run: runId,
    fit,
    setOut: resolveSetOut(job, resolved.run, fit),
    sequence: resolved.sequence,
    laid: null,
  };
  const made = new StandingRow(
    row,
    meansWith(ask),
    { ...IN_THE_DRAWING, ...stand },
    {
      boxes: (many) => many <= triangles,
      budget: new TriangleBudget((many) => many <= triangles),
      corners: 1e6,
    },
  );
  made.moveTo(0, 0);
  return made;
}

/** The volume under its triangles, seen from its origin, is what they close in where all of them face outward. */
function expectOutward({ bodies }: SolidBody): void {
  for (const { geometry } of bodies) {
    const at = geometry.getAttribute('position');
    const corner = (i: number): Vector3 => new Vector3().fromBufferAttribute(at, geometry.index!.getX(i));
    let volume = 0;
    for (let i = 0; i < geometry.index!.count; i += 3)
      volume += corner(i).dot(corner(i + 1).cross(corner(i + 2))) / 6;
    expect(volume).toBeGreaterThan(0);
  }
}

const middleOf = (row: StandingRow, wanted: number): Vector3 =>
  row.middles().find(({ place }) => place === wanted)!.middle;

describe('a row as solids', () => {
  it('has one mesh for each body, and as many copies as there are links', () => {
    const row = standing('demo-coin-lift', 'row');
    const links = row.standing.filter(({ picked }) => picked(0)?.kind === 'place');
    expect(links.reduce((sum, { count }) => sum + count(), 0)).toBe(90);
    // Three wheels, one copy each.
    expect(
      row.standing.filter(({ picked }) => picked(0)?.kind === 'wheel').map(({ count }) => count()),
    ).toEqual([1, 1, 1]);
    for (const { body, count } of row.standing)
      for (const mesh of body.bodies) expect(mesh.count).toBe(count());
  });

  it('stands where the drawing has its pins, at its depth; travelled through a repeat it is as it was', () => {
    const row = standing('demo-coin-lift', 'row', { z: -7 });
    const matrices = (): number[][] =>
      row.standing.map(({ body, count }) =>
        Array.from({ length: count() }, (_, copy) => [...body.matrixOf(copy, new Matrix4()).elements]).flat(),
      );
    const before = matrices();
    expect(middleOf(row, 0).z).toBeCloseTo(-7, 5);
    const { pins } = row.scene.frame;
    const middle = middleOf(row, 0);
    expect(Math.hypot(middle.x - (pins[0] + pins[2]) / 2, middle.y - (pins[1] + pins[3]) / 2)).toBeLessThan(
      1,
    );
    row.moveTo(2.4, 3);
    expect(matrices()).not.toEqual(before);
    row.moveTo(90, 120);
    expect(matrices()[0]).toEqual(before[0]);
  });

  it('what a ray meets first is picked, with its place', () => {
    const row = standing('demo-prize-carousel', 'row');
    const [links] = row.standing;
    const at = middleOf(row, 5);
    const ray = new Ray(at.clone().add(new Vector3(1, 1, 500)), new Vector3(0, 0, -1));
    const hits = links.body.bodies.map((body) => nearestCopy(body, ray)).filter((hit) => hit !== null);
    const nearest = hits.reduce((best, hit) => (hit.distance < best.distance ? hit : best));
    expect(links.picked(nearest.copy)).toEqual({ kind: 'place', run: 'row', place: 5 });
    const past = new Ray(new Vector3(0, 0, 500), new Vector3(0, 0, -1));
    expect(links.body.bodies.every((body) => nearestCopy(body, past) === null)).toBe(true);
  });

  it('what a boundary cuts away is not met by a ray, which goes on to what is left of it', () => {
    const cut = (x: number) => (job: Job) => {
      job.paths.push({ kind: 'outline', id: 'wall', name: 'Wall', data: `M-900 -900H${x}V900H-900Z` });
      job.runs[0].setOut = { ...PLAIN_SET_OUT, boundary: { path: 'wall', keep: 'inside', how: 'cut' } };
    };
    const whole = standing('demo-coin-slide', 'row');
    const at = middleOf(whole, 20);
    const row = standing('demo-coin-slide', 'row', {}, 1e6, cut(at.x));
    const ray = (x: number, z: number, way: [number, number, number]): Raycaster =>
      new Raycaster(new Vector3(x, at.y, z), new Vector3(...way));
    const met = { kind: 'place', run: 'row', place: 20 };
    expect(whole.pick(ray(at.x + 2, 400, [0, 0, -1]))?.what).toEqual(met);
    expect(row.pick(ray(at.x + 2, 400, [0, 0, -1]))).toBeNull();
    expect(row.pick(ray(at.x - 2, 400, [0, 0, -1]))?.what).toEqual(met);
    // From beyond the wall its section is met: the ray comes in where the plank is cut and meets it from the inside.
    const section = row.pick(ray(at.x + 300, at.z, [-1, 0, 0]))!;
    expect(section.what).toEqual(met);
    expect(section.distance).toBeGreaterThan(300);
  });

  it('grows a box by all of it, and copies with a finish of their own are tinted', () => {
    const row = standing('demo-lamp-festoon', 'row');
    const box = new Box3();
    row.grow(box);
    expect(box.max.x - box.min.x).toBeGreaterThan(850);
    const tinted = row.standing
      .flatMap(({ body }) => body.bodies)
      .filter(({ instanceColor }) => instanceColor);
    expect(tinted.length).toBeGreaterThan(0);
  });

  it('a twin is turned over about its line, stays at its depth, and is not picked', () => {
    const over = new Float32Array(MATRIX_NUMBERS);
    intoSpace(twinMatrix({ x: 0, y: 300, angle: 0 }), 10, over, 0);
    const [row, twin] = [null, new Matrix4().fromArray(over)].map((turned) =>
      standing('demo-prize-carousel', 'row', { z: 5, over: turned }),
    );
    const [own, its] = [new Box3(), new Box3()];
    row.grow(own);
    twin.grow(its);
    // Mirrored in the line y = 300, and as far from it as the row is.
    expect(its.min.y).toBeCloseTo(600 - own.max.y, 3);
    expect(its.max.y).toBeCloseTo(600 - own.min.y, 3);
    expect((its.min.z + its.max.z) / 2).toBeCloseTo(5, 1);
    expect(twin.pick(new Raycaster(new Vector3(0, 720, 500), new Vector3(0, 0, -1)))).toBeNull();
  });

  it('in a plane of its own it stands, is picked, ringed and measured where that is', () => {
    const map = planeMap({ origin: { x: 40, y: -300, z: 250 }, turns: { x: 1.1, y: -0.4, z: 2 } });
    const [flat, turned] = [null, matrixOf(map)].map((plane) =>
      standing('demo-prize-carousel', 'row', { z: 5, plane }),
    );
    const moved = (p: Vector3): Vector3 => new Vector3(...mapped3(map, p.x, p.y, p.z));
    turned.middles().forEach(({ middle }, i) => {
      expect(middle.distanceTo(moved(flat.middles()[i].middle))).toBeLessThan(1e-4);
    });
    turned
      .points()
      .forEach((point, i) => expect(point.distanceTo(moved(flat.points()[i]))).toBeLessThan(1e-9));
    expect(turned.placeOnPath(100).distanceTo(moved(flat.placeOnPath(100)))).toBeLessThan(1e-9);
    const middle = turned.middles()[7];
    const eye = middle.middle.clone().addScaledVector(turned.front, 400);
    const met = turned.pick(new Raycaster(eye, turned.front.negate()))!;
    expect(met.what).toEqual({ kind: 'place', run: 'row', place: middle.place });
    // What is met is on the body, as far from the eye as it would be in the drawing.
    const before = flat
      .middles()[7]
      .middle.clone()
      .add(new Vector3(0, 0, 400));
    expect(met.distance).toBeCloseTo(flat.pick(new Raycaster(before, new Vector3(0, 0, -1)))!.distance, 3);
    const box = new Box3();
    turned.grow(box);
    for (const { middle: at } of turned.middles()) expect(box.containsPoint(at)).toBe(true);
  });

  it('of what bends no more corners are written for each frame than there may be', () => {
    const job = structuredClone(demoJobs().find(({ id }) => id === 'demo-coin-slide')!.job);
    job.pieces[0].behaviour = 'bending';
    const resolved = resolveRun(job, 'row');
    const fit = fitRow(resolved.source, resolved.request);
    const setOut = resolveSetOut(job, resolved.run, fit);
    const of = (corners: number): StandingRow => {
      const numbers = new Float32Array(3 * corners);
      const triangles = Uint32Array.of(0, 1, 2);
      const outline = { positions: numbers, normals: numbers, triangles };
      const part = { ...outline, edges: new Float32Array(0), material: 'steel', outline };
      const row = { run: 'row', fit, setOut, sequence: resolved.sequence, laid: null };
      const ask: AskSolid = ({ kind }, _size, _owner, made) =>
        made({ parts: kind === 'piece' ? [part] : [], main: '' });
      return new StandingRow(row, meansWith(ask), IN_THE_DRAWING, {
        boxes: () => true,
        budget: new TriangleBudget(() => true),
        corners: 1_500_000,
      });
    };
    expect(of(30).tooMany).toBe(false);
    expect(of(100_000).tooMany).toBe(true);
  });

  it('of what is drawn there is no more than there may be: boxes stand for links that are too many, then its path', () => {
    const [whole, boxes, line] = [1_000_000, 30_000, 1_500].map((triangles) =>
      standing('demo-coin-lift', 'row', {}, triangles),
    );
    const drawn = (row: StandingRow): number =>
      row.standing
        .filter(({ picked }) => picked(0)?.kind === 'place')
        .flatMap(({ body }) => body.bodies)
        .reduce((sum, body) => sum + (body.count * body.geometry.index!.count) / 3, 0);
    expect(whole.shown).toBe('whole');
    expect(drawn(whole)).toBeGreaterThan(30_000);
    expect(boxes.shown).toBe('boxes');
    expect(drawn(boxes)).toBe(90 * 12);
    // As large as what it stands for, and picked as that is.
    const [own, its] = [whole, boxes].map(({ standing: [{ body }] }) => body.box);
    expect(its.min.distanceTo(own.min)).toBeLessThan(1e-4);
    expect(its.max.distanceTo(own.max)).toBeLessThan(1e-4);
    for (const row of [whole, boxes]) for (const { body } of row.standing.slice(0, 1)) expectOutward(body);
    expect(line.shown).toBe('line');
    expect(drawn(line)).toBe(0);
    // Its wheels are there, and all of its path is within what is shown.
    expect(line.standing).toHaveLength(3);
    const shown = new Box3();
    line.grow(shown);
    for (const point of line.points()) expect(shown.containsPoint(point)).toBe(true);
    // Also of a row without wheels.
    const carousel = standing('demo-prize-carousel', 'row', {}, 100);
    expect(carousel.shown).toBe('line');
    shown.makeEmpty();
    carousel.grow(shown);
    for (const point of carousel.points()) expect(shown.containsPoint(point)).toBe(true);
  });
});
