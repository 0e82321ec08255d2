import { svgPathProperties } from 'svg-path-properties';
import { describe, expect, it } from 'vitest';
import { answer, file, run, wheels } from './program.testing';

describe('measure', () => {
  it('path data: length, closed, least radius, corners, bounds, in its own axes', async () => {
    expect(await answer('measure', '--path', 'M0 0H100V50H0Z')).toEqual({
      length: 300,
      closed: true,
      minRadius: null,
      corners: 4,
      bounds: [0, 0, 100, 50],
    });
  });

  it('wheels: 1154.627411532820 mm', async () => {
    const found = await answer('measure', '--wheels', wheels);
    expect(found['length']).toBeCloseTo(1154.62741153282, 9);
    expect(found['corners']).toBe(0);
    expect(found['minRadius']).toBeCloseTo(69.1158 / 2, 4);
  });

  it('an SVG drawing in its own size, by id', async () => {
    const svg = file(
      'two.svg',
      '<svg xmlns="http://www.w3.org/2000/svg" width="100mm" viewBox="0 0 200 200"><circle id="a" r="10"/><circle id="b" r="20"/></svg>',
    );
    expect((await answer('measure', '--svg', svg, '--id', 'b'))['length']).toBeCloseTo(20 * Math.PI, 9);
    expect(await run('measure', '--svg', svg)).toMatchObject({ status: 2, out: '' });
  });
});

describe('place', () => {
  it('pins lie on the path, all chords equal, N of them', async () => {
    const d = 'M0 0C100 -80 200 80 300 0C400 -60 420 160 300 150C180 140 200 260 90 220C-40 180 -60 60 0 0Z';
    const { count, pins } = (await answer('place', '--path', d, '--pitch', '12', '--phase', '0.37')) as {
      count: number;
      pins: [number, number][];
    };
    expect(pins).toHaveLength(count);
    const chords = pins.map(([x, y], i) =>
      Math.hypot(pins[(i + 1) % count][0] - x, pins[(i + 1) % count][1] - y),
    );
    expect(Math.max(...chords) / Math.min(...chords) - 1).toBeLessThan(1e-9);
    const reference = new svgPathProperties(d);
    const samples = Array.from({ length: 4000 }, (_, i) =>
      reference.getPointAtLength((reference.getTotalLength() * i) / 4000),
    );
    for (const [x, y] of pins.slice(0, 10)) {
      expect(Math.min(...samples.map((p) => Math.hypot(p.x - x, p.y - y)))).toBeLessThan(0.2);
    }
  });

  it('an open row has one pin more than links', async () => {
    const { count, pins } = (await answer('place', '--path', 'M0 0H100', '--pitch', '10')) as {
      count: number;
      pins: number[][];
    };
    expect([count, pins.length]).toEqual([10, 11]);
    expect(pins[10][0]).toBeCloseTo(100, 9);
  });
});

describe('contours', () => {
  it('says on the error output what it left out, and why', async () => {
    const svg = file(
      'units.svg',
      '<svg xmlns="http://www.w3.org/2000/svg"><circle r="5mm"/><line x2="50%"/><text>a</text><text>b</text></svg>',
    );
    const { status, out, error } = await run('contours', '--svg', svg);
    expect([status, (JSON.parse(out) as unknown[]).length]).toEqual([0, 1]);
    expect(error).toMatch(/left out: line: its x2, “50%”/);
    expect(error).toMatch(/left out: 2 × text: /);
  });

  it('lists the lines of an SVG in its own axes, of a DXF with y up', async () => {
    const svg = file(
      'c.svg',
      '<svg xmlns="http://www.w3.org/2000/svg"><path id="a" d="M0 5h10"/><circle id="b" r="1"/></svg>',
    );
    const listed = JSON.parse((await run('contours', '--svg', svg)).out) as {
      id: string;
      length: number;
      bounds: number[];
    }[];
    expect(listed.map((c) => c.id)).toEqual(['a', 'b']);
    expect(listed[0]).toEqual({ id: 'a', length: 10, closed: false, bounds: [0, 5, 10, 5] });
    const dxf = file(
      'c.dxf',
      '0\nSECTION\n2\nENTITIES\n0\nLINE\n5\nA1\n10\n0\n20\n5\n11\n10\n21\n5\n0\nENDSEC\n0\nEOF\n',
    );
    expect(JSON.parse((await run('contours', '--dxf', dxf)).out)).toEqual([
      { id: 'line-A1', length: 10, closed: false, bounds: [0, 5, 10, 5] },
    ]);
    expect(await answer('measure', '--dxf', dxf)).toMatchObject({ length: 10, bounds: [0, 5, 10, 5] });
  });
  it('a table of points', async () => {
    const csv = file('p.csv', 'x;y\n0;0\n30;0\n30;40\n0;0\n');
    expect(await answer('measure', '--csv', csv)).toMatchObject({ length: 120, closed: true, corners: 3 });
    expect((await answer('fit', '--csv', csv, '--pitch', '10', '--pieces', 'bending'))['count']).toBe(12);
  });
});

describe('hang', () => {
  it('by length or by sag: length 2 a sinh(w / 2a), sag a (cosh(w / 2a) − 1)', async () => {
    const { length, sag, a } = (await answer(
      'hang',
      '--from',
      '0,0',
      '--to',
      '100,0',
      '--length',
      '120',
    )) as Record<string, number>;
    expect(length).toBe(120);
    expect(2 * a * Math.sinh(50 / a)).toBeCloseTo(120, 9);
    expect(a * (Math.cosh(50 / a) - 1)).toBeCloseTo(sag, 9);
    expect(
      (await answer('hang', '--from', '0,0', '--to', '100,0', '--sag', String(sag)))['length'],
    ).toBeCloseTo(120, 8);
  });

  it('in space, z up: as deep as over the same way in the plane', async () => {
    // 180 and 240 across are 300; 40 up.
    const flat = await answer('hang', '--from', '0,0', '--to', '300,40', '--length', '360');
    const spatial = await answer('hang', '--from', '5,6,7', '--to', '185,246,47', '--length', '360');
    for (const key of ['length', 'sag', 'a']) expect(spatial[key]).toBeCloseTo(flat[key] as number, 9);
  });
});
