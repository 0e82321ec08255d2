import { measurePath, newReading, pathBounds, pathReader, RelayError, type Contour } from '@coin-relay/core';
import DxfParser, { type ILwpolylineEntity, type ISplineEntity } from 'dxf-parser';
import { describe, expect, it } from 'vitest';
import { DRAWING_LIMITS } from '../drawing';
import { block, dxfFile, entity } from './dxf.testing';
import { readDxf } from './read';

const only = (text: string): Contour => {
  const { contours } = readDxf(text);
  expect(contours).toHaveLength(1);
  return contours[0].contour;
};
const lengthOf = (...groups: Parameters<typeof entity>): number =>
  measurePath(only(dxfFile([entity(...groups)]))).length;
const failure = (text: string): RelayError => {
  try {
    readDxf(text);
  } catch (error) {
    if (error instanceof RelayError) return error;
    throw error;
  }
  throw new Error('it was read');
};

describe('entities, in closed form', () => {
  it('line, arc, circle, ellipse', () => {
    expect(lengthOf('LINE', 8, 0, 10, 1, 20, 2, 11, 4, 21, 6)).toBe(5);
    expect(lengthOf('ARC', 10, 0, 20, 0, 40, 10, 50, 350, 51, 20)).toBeCloseTo((10 * Math.PI) / 6, 10);
    expect(lengthOf('CIRCLE', 10, 5, 20, 5, 40, 7)).toBeCloseTo(14 * Math.PI, 10);
    // Semi-axes 1 and 0.5 (Abramowitz & Stegun ch. 17), turned.
    expect(lengthOf('ELLIPSE', 10, 0, 20, 0, 11, 0.6, 21, 0.8, 40, 0.5, 41, 0, 42, 2 * Math.PI)).toBeCloseTo(
      4.844224110273838,
      9,
    );
  });

  it('a bulge of 1 is a semicircle, to the left of the way to the next point (the format’s own reference, from memory)', () => {
    const contour = only(dxfFile([entity('LWPOLYLINE', 90, 2, 70, 0, 10, 0, 20, 0, 42, 1, 10, 20, 20, 0)]));
    expect(measurePath(contour).length).toBeCloseTo(10 * Math.PI, 10);
    expect(pathBounds(measurePath(contour))[1]).toBeCloseTo(-10, 9);
    // Included angle 4 atan(bulge), here a third of a turn.
    const bulge = Math.tan(Math.PI / 6);
    expect(lengthOf('LWPOLYLINE', 90, 2, 70, 0, 10, 0, 20, 0, 42, bulge, 10, 20, 20, 0)).toBeCloseTo(
      (20 / (2 * Math.sin(Math.PI / 3))) * ((2 * Math.PI) / 3),
      9,
    );
  });

  it('a closed polyline of both kinds', () => {
    const square = [0, 0, 30, 0, 30, 30, 0, 30];
    const light = square.map((value, i) => [i % 2 ? 20 : 10, value]).flat();
    expect(lengthOf('LWPOLYLINE', 90, 4, 70, 1, ...light)).toBe(120);
    const vertices = [0, 1, 2, 3]
      .map((i) => entity('VERTEX', 10, square[2 * i], 20, square[2 * i + 1]))
      .join('');
    const heavy = entity('POLYLINE', 66, 1, 70, 1) + vertices + entity('SEQEND');
    const { contours } = readDxf(dxfFile([heavy, entity('LINE', 10, 0, 20, 0, 11, 1, 21, 0)]));
    expect(contours.map((c) => [c.length, c.closed])).toEqual([
      [120, true],
      [1, false],
    ]);
  });

  it('a circle as a rational spline of degree 2 is as long as a circle', () => {
    const w = Math.SQRT1_2;
    const at = [1, 0, 1, 1, 0, 1, -1, 1, -1, 0, -1, -1, 0, -1, 1, -1, 1, 0];
    const points = at.map((value, i) => [i % 2 ? 20 : 10, 10 * value]).flat();
    const weights = Array.from({ length: 9 }, (_, i) => [41, i % 2 ? w : 1]).flat();
    const knots = [0, 0, 0, 1, 1, 2, 2, 3, 3, 4, 4, 4].flatMap((k) => [40, k]);
    const contour = only(
      dxfFile([entity('SPLINE', 70, 12, 71, 2, 72, 12, 73, 9, ...knots, ...weights, ...points)]),
    );
    const path = measurePath(contour);
    expect(Math.abs(path.length / (20 * Math.PI) - 1)).toBeLessThan(1e-6);
    const at2 = newReading();
    for (let i = 0; i < 30; i++) {
      pathReader(path)((path.length * i) / 30, at2);
      expect(Math.abs(Math.hypot(at2[0], at2[1]) - 10)).toBeLessThan(1e-5);
    }
  });

  it('a cubic spline is the curve its basis functions make (de Boor’s recursion)', () => {
    const knots = [0, 0, 0, 0, 1, 2.5, 3, 3, 3, 3];
    const points: [number, number][] = [
      [0, 0],
      [10, 30],
      [30, -20],
      [50, 40],
      [70, 10],
      [90, 0],
    ];
    const basis = (i: number, p: number, u: number): number => {
      if (p === 0) return knots[i] <= u && u < knots[i + 1] ? 1 : 0;
      const a = knots[i + p] - knots[i];
      const b = knots[i + p + 1] - knots[i + 1];
      return (
        (a > 0 ? ((u - knots[i]) / a) * basis(i, p - 1, u) : 0) +
        (b > 0 ? ((knots[i + p + 1] - u) / b) * basis(i + 1, p - 1, u) : 0)
      );
    };
    const contour = only(
      dxfFile([
        entity(
          'SPLINE',
          70,
          8,
          71,
          3,
          ...knots.flatMap((k) => [40, k]),
          ...points.flatMap(([x, y]) => [10, x, 20, y]),
        ),
      ]),
    );
    expect(contour.segments).toHaveLength(3);
    const path = measurePath(contour);
    const read = pathReader(path);
    const at = newReading();
    for (const u of [0.2, 0.9, 1.7, 2.4, 2.8]) {
      const x = points.reduce((sum, p, i) => sum + p[0] * basis(i, 3, u), 0);
      const y = points.reduce((sum, p, i) => sum + p[1] * basis(i, 3, u), 0);
      let nearest = Infinity;
      for (let k = 0; k <= 40_000; k++) {
        read((path.length * k) / 40_000, at);
        nearest = Math.min(nearest, Math.hypot(at[0] - x, at[1] - y));
      }
      expect(nearest).toBeLessThan(0.003);
    }
  });

  it('a spline of fit points only runs through them', () => {
    const contour = only(
      dxfFile([entity('SPLINE', 70, 8, 71, 3, 74, 3, 11, 0, 21, 0, 11, 20, 21, 10, 11, 40, 21, 0)]),
    );
    expect(contour.segments).toHaveLength(2);
  });

  it('on a plane that looks the other way, arcs and polylines are mirrored', () => {
    const contour = only(dxfFile([entity('CIRCLE', 10, 30, 20, 5, 40, 2, 210, 0, 220, 0, 230, -1)]));
    expect(pathBounds(measurePath(contour))[0]).toBeCloseTo(-32, 9);
  });
});

describe('against a general reader (dxf-parser)', () => {
  it('finds the vertices, bulges and splines that it finds', () => {
    const text = dxfFile(
      [
        entity(
          'LWPOLYLINE',
          8,
          'A',
          90,
          3,
          70,
          1,
          10,
          1.5,
          20,
          2,
          42,
          0.25,
          10,
          8,
          20,
          3,
          10,
          4,
          20,
          9,
          42,
          -1.5,
        ),
        entity(
          'SPLINE',
          8,
          'A',
          70,
          8,
          71,
          3,
          72,
          8,
          73,
          4,
          40,
          0,
          40,
          0,
          40,
          0,
          40,
          0,
          40,
          1,
          40,
          1,
          40,
          1,
          40,
          1,
          10,
          0,
          20,
          0,
          10,
          5,
          20,
          9,
          10,
          9,
          20,
          -4,
          10,
          12,
          20,
          0,
        ),
      ],
      { units: 4 },
    );
    const [poly, curve] = new DxfParser().parseSync(text)!.entities as [ILwpolylineEntity, ISplineEntity];
    const { contours } = readDxf(text);
    const ends = contours[0].contour.segments.map((piece) => {
      const at = newReading();
      pathReader(measurePath({ segments: [piece], closed: false }))(0, at);
      return [at[0], at[1]];
    });
    poly.vertices.forEach(({ x, y }, i) => {
      expect(ends[i][0]).toBeCloseTo(x, 9);
      expect(ends[i][1]).toBeCloseTo(y, 9);
    });
    expect(contours[0].contour.segments.map((piece) => piece.kind)).toEqual(['arc', 'line', 'arc']);
    expect(contours[1].contour.segments[0]).toMatchObject({
      kind: 'cubic',
      p1: { x: curve.controlPoints![1].x, y: curve.controlPoints![1].y },
    });
  });
});

describe('units, blocks and layers', () => {
  it('the header’s unit decides; none is taken as mm', () => {
    const line = entity('LINE', 10, 0, 20, 0, 11, 2, 21, 0);
    const read = (units?: number): [number, boolean] => {
      const drawing = readDxf(dxfFile([line], units === undefined ? {} : { units }));
      return [Number(drawing.contours[0].length.toFixed(9)), drawing.physical];
    };
    expect([read(1), read(2), read(4), read(6), read(0), read()]).toEqual([
      [50.8, true],
      [609.6, true],
      [2, true],
      [2000, true],
      [2, false],
      [2, false],
    ]);
  });

  it('blocks are copied: moved, scaled, turned, mirrored, repeated, and within blocks', () => {
    const blocks =
      block('ring', 1, 0, [entity('CIRCLE', 10, 1, 20, 0, 40, 5)]) +
      block('pair', 0, 0, [
        entity('INSERT', 2, 'ring', 10, 0, 20, 0),
        entity('INSERT', 2, 'ring', 10, 100, 20, 0, 41, 2, 42, 2),
      ]);
    const { contours } = readDxf(
      dxfFile(
        [
          entity('INSERT', 2, 'pair', 10, 0, 20, 0, 50, 90),
          entity('INSERT', 2, 'ring', 10, 0, 20, 0, 41, 3, 42, 1),
          entity('INSERT', 2, 'ring', 10, 0, 20, 500, 70, 3, 71, 2, 44, 20, 45, 30),
        ],
        { blocks },
      ),
    );
    expect(contours).toHaveLength(3 + 6);
    expect(contours[0].length).toBeCloseTo(10 * Math.PI, 9);
    expect(contours[1].length).toBeCloseTo(20 * Math.PI, 9);
    const second = pathBounds(measurePath(contours[1].contour));
    expect([second[0], second[1]].map((v) => Math.round(v * 1e6) / 1e6)).toEqual([-10, 90]);
    // Scaled unevenly, a circle is an ellipse with half axes 15 and 5.
    const box = pathBounds(measurePath(contours[2].contour));
    expect(box.map((v) => Math.round(v * 1e6) / 1e6 + 0)).toEqual([-15, -5, 15, 5]);
  });

  it('a block that contains itself ends, and is named', () => {
    const blocks = block('loop', 0, 0, [
      entity('LINE', 10, 0, 20, 0, 11, 1, 21, 0),
      entity('INSERT', 2, 'loop'),
    ]);
    const { contours, skipped } = readDxf(dxfFile([entity('INSERT', 2, 'loop')], { blocks }));
    expect(contours).toHaveLength(1);
    expect(skipped).toEqual([{ what: 'INSERT', reason: 'block “loop” contains itself', count: 1 }]);
  });

  it('blocks that multiply without end are refused', () => {
    const blocks = Array.from({ length: 30 }, (_, i) =>
      block(`b${i}`, 0, 0, [entity('INSERT', 2, `b${i + 1}`), entity('INSERT', 2, `b${i + 1}`)]),
    ).join('');
    expect(
      failure(
        dxfFile([entity('INSERT', 2, 'b0')], { blocks: blocks + block('b30', 0, 0, [entity('POINT')]) }),
      ).message,
    ).toMatch(/copies more than 100000 elements/);
  });

  it('what is switched off, hidden, on a sheet, unknown or no line is left out with its reason', () => {
    const layers = entity('LAYER', 2, 'off', 70, 0, 62, -7) + entity('LAYER', 2, 'ice', 70, 1, 62, 7);
    const line = [10, 0, 20, 0, 11, 1, 21, 0] as const;
    const { contours, skipped } = readDxf(
      dxfFile(
        [
          entity('LINE', 8, 'off', ...line),
          entity('LINE', 8, 'ice', ...line),
          entity('LINE', 60, 1, ...line),
          entity('LINE', 67, 1, ...line),
          entity('TEXT', 1, 'hello'),
          entity('WOBBLE', 10, 3),
          entity('CIRCLE', 10, 0, 20, 0, 40, 0),
          entity('LINE', 10, 'NaN', 20, 0, 11, 1, 21, 0),
          entity('LINE', 10, 1e12, 20, 0, 11, 1, 21, 0),
          entity('LINE', 10, 3, 20, 3, 11, 3, 21, 3),
          entity('INSERT', 2, 'nowhere'),
          entity('LINE', ...line),
        ],
        { layers },
      ),
    );
    expect(contours).toHaveLength(1);
    expect(skipped.map((s) => `${s.what}: ${s.reason}`)).toEqual([
      'LINE: on layer “off”, which is switched off or frozen',
      'LINE: on layer “ice”, which is switched off or frozen',
      'LINE: hidden',
      'LINE: on a sheet, not in the model',
      'TEXT: text has no line to run on',
      'WOBBLE: no kind of line that is read',
      expect.stringMatching(/CIRCLE: line \d+: a radius of 0/),
      expect.stringMatching(/LINE: line \d+: it has a coordinate that is not a number/),
      expect.stringMatching(/LINE: The path has a coordinate .* beyond 10 km/),
      expect.stringMatching(/LINE: The path has no length/),
      'INSERT: its block “nowhere” is not in the file',
    ]);
  });
});

describe('files that cannot be read', () => {
  const good = dxfFile([entity('LINE', 10, 0, 20, 0, 11, 1, 21, 0)]);
  it.each([
    ['nothing', '', /no sections/],
    ['something else', 'hello\nthere\nyou\nall\n', /line 1 should be a group code and reads “hello”/],
    ['cut short', good.slice(0, -7), /cut short/],
    ['cut within a section', good.slice(0, good.length / 2), /cut short/],
    ['binary', 'Something Binary DXF\r\n\u001a\u0000', /binary DXF/],
    ['a group out of step', good.replace('LINE\n', 'LINE\n\nextra\n'), /line \d+ should be a group code/],
    ['too large', ' '.repeat(DRAWING_LIMITS.size + 1), /at most 20 MB/],
  ])('%s', (_name, text, message) => {
    expect(failure(text).message).toMatch(message);
  });
  it('polylines without an end end with the section', () => {
    const text = dxfFile([
      entity('POLYLINE', 70, 1),
      entity('VERTEX', 10, 0, 20, 0),
      entity('VERTEX', 10, 9, 20, 0),
      entity('LINE', 10, 0, 20, 0, 11, 1, 21, 0),
    ]);
    expect(readDxf(text).contours.map((c) => c.length)).toEqual([18, 1]);
  });
});
