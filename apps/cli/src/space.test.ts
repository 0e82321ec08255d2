import type { FrameAnswer } from '@coin-relay/answers';
import { Document, Primitive, WebIO } from '@gltf-transform/core';
import { demoJobs } from '@coin-relay/model';
import { describe, expect, it } from 'vitest';
import { answer, file, run } from './program.testing';

/** A loop of four legs that rises and falls, as a table. */
const loop = file('loop.csv', 'x,y,z\n0,0,0\n300,0,60\n320,260,0\n-20,240,110\n');
const stations = file('profile.csv', 'u;z\n0;0\n100;40\n200;40\n');

/** A binary glTF of one strip of lines. */
async function glbOf(positions: readonly number[]): Promise<Uint8Array> {
  const document = new Document();
  const points = document
    .createAccessor()
    .setType('VEC3')
    .setArray(new Float32Array(positions))
    .setBuffer(document.createBuffer());
  const strip = document
    .createPrimitive()
    .setMode(Primitive.Mode['LINE_STRIP'])
    .setAttribute('POSITION', points);
  document
    .createScene()
    .addChild(document.createNode('rail').setMesh(document.createMesh().addPrimitive(strip)));
  return new WebIO().writeBinary(document);
}

const chordsOf = (pins: number[][]): number[] =>
  pins.slice(1).map((pin, i) => Math.hypot(...pin.map((value, k) => value - pins[i][k])));

describe('paths in space on the command line', () => {
  it('check: planks on the inside of a dip cut into each other', async () => {
    const job = structuredClone(demoJobs().find(({ id }) => id === 'demo-winding-slide')!.job);
    const cuts = async (): Promise<readonly { message: string; size: number }[]> => {
      const { findings } = await answer('check', '--job', file('slide.json', JSON.stringify(job)));
      return (findings as { kind: string; message: string; size: number }[]).filter(
        ({ kind }) => kind === 'neighbours-cut',
      );
    };
    expect(await cuts()).toEqual([]);
    const point = (x: number, z: number, radius: number) => ({
      ...{ x, y: 0, z, radius },
      next: { kind: 'line' as const },
    });
    job.paths = [
      {
        ...{ kind: 'space', id: 'loop', name: 'Dip', closed: false },
        points: [point(0, 300, 0), point(150, 0, 10), point(300, 300, 0)],
      },
    ];
    job.runs = job.runs.slice(0, 1);
    job.motion = { ...job.motion, drives: job.motion.drives.slice(0, 1) };
    const [cut] = await cuts();
    expect(cut.message).toMatch(
      /^Neighbouring planks cut [\d.]+ mm into each other at [\d.]+ mm .*, and at \d+ more places?\. Widen the bend/,
    );
    expect(cut.size).toBeGreaterThan(0.1);
  });

  it('measure: a helix by its closed form, with its box and its bend', async () => {
    const found = await answer('measure', '--helix', '40,40,150,3');
    expect(found['length']).toBeCloseTo(3 * Math.hypot(80 * Math.PI, 50), 9);
    const c = 50 / (2 * Math.PI);
    expect(found['minRadius']).toBeCloseTo((1600 + c * c) / 40, 8);
    (found['bounds'] as number[]).forEach((value, i) =>
      expect(value).toBeCloseTo([-40, -40, 0, 40, 40, 150][i], 6),
    );
    expect(found).toMatchObject({ closed: false, corners: 0 });
    expect(found).not.toHaveProperty('holonomy');
    // The other way round it is as long.
    const other = await answer('measure', '--helix', '40,40,150,-3');
    expect(other['length']).toBeCloseTo(found['length'] as number, 9);
  });

  it('measure: a table with three columns, open, closed, with corners rounded', async () => {
    const open = await answer('measure', '--csv', loop);
    expect(open).toMatchObject({ closed: false, corners: 2 });
    const closed = await answer('measure', '--csv', loop, '--closed', '--round', '40');
    expect(closed).toMatchObject({ closed: true, corners: 0, minRadius: 40 });
    expect(closed['length']).toBeGreaterThan(open['length'] as number);
    expect(Math.abs(closed['holonomy'] as number)).toBeGreaterThan(0.01);
    expect(closed['bounds']).toHaveLength(6);
    // One whose rows have no third number, or no column z, is a table of the plane as before.
    const flat = await answer('measure', '--csv', file('flat.csv', 'x,y,r\n0,0,9\n100,0,9\n'));
    expect(flat['bounds']).toEqual([0, 0, 100, 0]);
  });

  it('measure and contours: lines of a table in parts, of DXF and of OBJ, where they stand', async () => {
    const rails = file('rails.csv', '0,0,0\n3,4,12\n\n0,0,5\n9,0,5\n');
    expect(await answer('measure', '--csv', rails, '--id', 'points-1')).toMatchObject({ length: 13 });
    expect(await answer('measure', '--csv', rails, '--id', 'points-2')).toMatchObject({
      bounds: [0, 0, 5, 9, 0, 5],
    });
    expect((await run('measure', '--csv', rails)).error).toMatch(/2 contours: points-1 .*, points-2/);

    const obj = file('rails.obj', 'v 0 0 0\nv 3 4 0\nv 3 4 12\no rail\nl 1 2\nl 2 3\nf 1 2 3\n');
    expect(await answer('measure', '--obj', obj)).toMatchObject({ length: 17, corners: 1 });
    const listed = await run('contours', '--obj', obj);
    const near = (value: number): unknown => expect.closeTo(value, 9);
    expect(JSON.parse(listed.out)).toEqual([
      { id: 'rail', length: 17, closed: false, bounds: [0, 0, 0, 3, 4, 12].map(near) },
    ]);
    expect(listed.error).toMatch(/left out: face: a face, not a line/);

    // The same line in metres, y up, as glTF has it.
    const glb = file('rails.glb', await glbOf([0, 0, 0, 0.003, 0.004, 0, 0.003, 0.004, 0.012]));
    const strip = await answer('measure', '--glb', glb);
    expect(strip).toMatchObject({ corners: 1 });
    expect(strip['length']).toBeCloseTo(17, 5);
    expect(JSON.parse((await run('contours', '--glb', glb)).out)).toMatchObject([
      { id: 'rail', closed: false },
    ]);
    expect((await run('measure', '--glb', file('bad.glb', 'no glTF'))).status).toBe(2);
    expect((await run('measure', '--glb', glb, '--obj', obj)).error).toMatch(/exactly one source/);

    // A circle of radius 20 that stands on edge: 20 high, and as wide.
    const dxf = file(
      'ring.dxf',
      [
        ...[0, 'SECTION', 2, 'ENTITIES', 0, 'CIRCLE', 10, 0, 20, 20, 30, 7, 40, 20],
        ...[210, 0, 220, -1, 230, 0, 0, 'ENDSEC', 0, 'EOF', ''],
      ].join('\n'),
    );
    const ring = await answer('measure', '--dxf', dxf);
    expect(ring['length']).toBeCloseTo(40 * Math.PI, 9);
    expect(ring['holonomy']).toBeCloseTo(0, 9);
    (ring['bounds'] as number[]).forEach((value, i) =>
      expect(value).toBeCloseTo([-20, -7, 0, 20, -7, 40][i], 9),
    );
    const placed = await answer('place', '--dxf', dxf, '--pitch', '9');
    expect((placed['pins'] as number[][])[0]).toHaveLength(3);
  });

  it('measure: a planar path is raised by a profile', async () => {
    const straight = await answer('measure', '--path', 'M0 0H200', '--profile', stations);
    expect(straight['length']).toBeCloseTo(Math.hypot(100, 40) + 100, 10);
    const smooth = await answer('measure', '--path', 'M0 0H200', '--profile', stations, '--smooth');
    expect(smooth['length']).toBeGreaterThan(straight['length'] as number);
    expect(smooth).toMatchObject({ corners: 0 });
    expect((smooth['bounds'] as number[])[5]).toBeCloseTo(40, 9);
  });

  it('fit and place: a closed row of equal chords, three numbers a pin', async () => {
    const source = ['--csv', loop, '--closed', '--round', '40', '--pitch', '12.7'];
    const fit = await answer('fit', ...source);
    expect(fit).toMatchObject({ closes: true, gap: 0 });
    const placed = await answer('place', ...source, '--phase', '0.3');
    const pins = placed['pins'] as number[][];
    expect(pins).toHaveLength(fit['count'] as number);
    const chords = chordsOf([...pins, pins[0]]);
    chords.forEach((chord, i) => expect(chord).toBeCloseTo((placed['chords'] as number[])[i], 12));
    expect(Math.max(...chords) / Math.min(...chords) - 1).toBeLessThan(1e-9);
    expect(Math.abs(chords[0] / (fit['effectivePitch'] as number) - 1)).toBeLessThan(1e-4);
    const candidates = await answer('fit', ...source, '--candidates', '3', '--hold', 'pitch');
    expect(candidates['candidates']).toHaveLength(3);
    expect(candidates['scale']).not.toBe(1);
  });

  it('place: frames with the least twist, or with a direction up; the turn they come back by', async () => {
    const source = ['--csv', loop, '--closed', '--round', '40', '--pitch', '12.7'];
    const least = await answer('place', ...source, '--frames', 'least');
    const { holonomy } = await answer('measure', ...source.slice(0, 5));
    expect(least['holonomy']).toBeCloseTo(holonomy as number, 3);
    const up = await answer('place', ...source, '--frames', 'up:0,0,1');
    expect(up).not.toHaveProperty('holonomy');
    for (const { frames, pins, count } of [least, up] as {
      frames: Record<'origin' | 'x' | 'y' | 'z', number[]>[];
      pins: number[][];
      count: number;
    }[]) {
      expect(frames).toHaveLength(count);
      frames.forEach(({ origin, x, y, z }, i) => {
        expect(origin).toEqual(pins[i]);
        const next = pins[(i + 1) % count];
        const chord = next.map((value, k) => value - origin[k]);
        const long = Math.hypot(...chord);
        chord.forEach((value, k) => expect(value / long).toBeCloseTo(x[k], 12));
        const determinant =
          x[0] * (y[1] * z[2] - y[2] * z[1]) -
          x[1] * (y[0] * z[2] - y[2] * z[0]) +
          x[2] * (y[0] * z[1] - y[1] * z[0]);
        expect(Math.abs(determinant - 1)).toBeLessThan(1e-12);
      });
    }
    // Frames of a row in the plane stand towards who looks at it.
    const flat = await answer('place', '--path', 'M0 0H100V100H0Z', '--pitch', '10', '--frames', 'least');
    expect((flat['frames'] as { y: number[] }[])[7].y).toEqual([0, 0, 1]);
  });

  it('place --frame: pins, anchors and what is stretched between them with their heights', async () => {
    const { job } = demoJobs().find(({ id }) => id === 'demo-winding-slide')!;
    const run = job.runs[0].id;
    const path = file(
      'slide.json',
      JSON.stringify({
        ...job,
        anchors: [
          { id: 'post', name: 'Post', on: { kind: 'fixed', x: 0, y: 0, z: 400 } },
          { id: 'plank', name: 'Plank', on: { kind: 'rider', run, place: 5 } },
        ],
        ties: [
          {
            id: 'cord',
            name: 'Cord',
            from: 'post',
            to: 'plank',
            is: { kind: 'rope', diameter: 2, length: 900 },
          },
        ],
        measures: [{ id: 'far', name: 'Far', from: 'post', to: 'plank' }],
      }),
    );
    const at = (await answer('place', '--job', path, '--frame', '12')) as unknown as FrameAnswer;
    const pins = at.runs.find(({ id }) => id === run)!.pins;
    expect(pins[0]).toHaveLength(3);
    const plank = at.anchors.find(({ id }) => id === 'plank')!;
    // The row does not come out of its beginning: its sixth piece begins at the sixth pin.
    const [x, y, z] = pins.reduce((best, pin) =>
      Math.hypot(pin[0] - plank.x, pin[1] - plank.y, pin[2] - plank.z!) <
      Math.hypot(best[0] - plank.x, best[1] - plank.y, best[2] - plank.z!)
        ? pin
        : best,
    );
    expect(Math.hypot(x - plank.x, y - plank.y, z - plank.z!)).toBeLessThan(1e-3);
    const [cord] = at.springs;
    expect(cord.from).toEqual([0, 0, 400]);
    expect(cord.length).toBeCloseTo(Math.hypot(plank.x, plank.y, plank.z! - 400), 9);
    expect(at.measures[0].value).toBeCloseTo(cord.length, 9);
  });

  it.each([
    [['measure', '--helix', '40,40,150,0'], /turns by more than zero/],
    [['measure', '--helix', '40,40,150,10000'], /at most 1000 times/],
    [['measure', '--helix', '40,40'], /--helix 40,40 cannot be read. Give R0,R1,RISE,TURNS/],
    [['measure', '--csv', file('same.csv', '1,2,3\n1,2,3\n')], /at least 2 points that lie apart/],
    [
      ['measure', '--csv', file('mixed.csv', '0,0,0\n10,0\n20,5,1\n')],
      /Row 2 of the table has no point in space/,
    ],
    [['measure', '--csv', loop, '--round', '4000'], /are rounded over .* but only .* lie between them/],
    [['measure', '--csv', loop, '--round', '-1'], /radius of zero or more/],
    [['measure', '--csv', loop, '--round', 'nearest'], /--round needs a finite number/],
    [['measure', '--path', 'M0 0H9', '--closed'], /“closed” is for points in space/],
    [['measure', '--path', 'M0 0H9', '--smooth'], /“smooth” is for a path that a profile raises/],
    [['measure', '--csv', loop, '--profile', stations], /“profile” is for a planar path/],
    [['measure', '--path', 'M0 0H200', '--profile', file('up.csv', '5,0\n5,9\n')], /upright/],
    [
      ['measure', '--path', 'M0 0H200', '--profile', file('bad.csv', 'u,z\n5,x\n')],
      /Row 2 of the profile has no station/,
    ],
    [['measure', '--helix', '1,1,1,1', '--path', 'M0 0H9'], /exactly one source/],
    [
      ['fit', '--helix', '40,40,150,3', '--pitch', '9', '--details'],
      /Details are told of paths in the plane/,
    ],
    [
      ['place', '--helix', '40,40,150,3', '--pitch', '9', '--frames', 'up'],
      /--frames is the word least, or up:X,Y,Z/,
    ],
    [
      ['place', '--csv', file('tall.csv', '0,0,0\n0,0,90\n'), '--pitch', '9', '--frames', 'up:0,0,1'],
      /runs along what is to be up/,
    ],
  ])('%j says what is wrong, and ends with 2', async (argv, words) => {
    const { status, out, error } = await run(...argv);
    expect([status, out]).toEqual([2, '']);
    expect(error).toMatch(words);
    expect(error).not.toContain('\n');
  });
});
