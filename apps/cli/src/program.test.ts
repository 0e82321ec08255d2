import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { demoJobs, type Job } from '@coin-relay/model';
import { svgPathProperties } from 'svg-path-properties';
import { describe, expect, it } from 'vitest';
import { runProgram } from './program';

const folder = mkdtempSync(join(tmpdir(), 'coin-relay-cli-'));
const file = (name: string, content: string): string => {
  const path = join(folder, name);
  writeFileSync(path, content);
  return path;
};
const run = (...argv: string[]): { status: number; out: string; error: string } => {
  let out = '';
  let error = '';
  const status = runProgram(argv, { out: (text) => (out += text), error: (text) => (error += text) });
  return { status, out, error };
};
const answer = (...argv: string[]): Record<string, unknown> => {
  const { status, out, error } = run(...argv);
  expect([status, error]).toEqual([0, '']);
  return JSON.parse(out) as Record<string, unknown>;
};
const wheels = file(
  'wheels.json',
  '{"closed":true,"wheels":[{"x":0,"y":0,"teeth":17,"pitch":12.7,"turn":"ccw"},{"x":400,"y":0,"teeth":38,"pitch":12.7,"turn":"ccw"}]}',
);

describe('measure', () => {
  it('path data: length, closed, least radius, corners, bounds, in its own axes', () => {
    expect(answer('measure', '--path', 'M0 0H100V50H0Z')).toEqual({
      length: 300,
      closed: true,
      minRadius: null,
      corners: 4,
      bounds: [0, 0, 100, 50],
    });
  });

  it('wheels: 1154.627411532820 mm', () => {
    const found = answer('measure', '--wheels', wheels);
    expect(found['length']).toBeCloseTo(1154.62741153282, 9);
    expect(found['corners']).toBe(0);
    expect(found['minRadius']).toBeCloseTo(69.1158 / 2, 4);
  });

  it('an SVG drawing in its own size, by id', () => {
    const svg = file(
      'two.svg',
      '<svg xmlns="http://www.w3.org/2000/svg" width="100mm" viewBox="0 0 200 200"><circle id="a" r="10"/><circle id="b" r="20"/></svg>',
    );
    expect(answer('measure', '--svg', svg, '--id', 'b')['length']).toBeCloseTo(20 * Math.PI, 9);
    expect(run('measure', '--svg', svg)).toMatchObject({ status: 2, out: '' });
  });
});

describe('fit', () => {
  it('answers with the stated keys', () => {
    const found = answer('fit', '--wheels', wheels, '--pitch', '12.7', '--multiple', '2');
    expect(Object.keys(found)).toEqual([
      'length',
      'ideal',
      'count',
      'pitch',
      'effectivePitch',
      'pitchChange',
      'scale',
      'gap',
      'ripplePpm',
      'closes',
    ]);
    expect(found).toMatchObject({ count: 90, pitch: 12.7, scale: 1, gap: 0, closes: true });
    expect(found['effectivePitch']).toBeCloseTo(12.8744, 4);
  });

  it('takes every option', () => {
    expect(
      answer('fit', '--wheels', wheels, '--pitch', '12.7', '--hold', 'pitch', '--count', '90')['scale'],
    ).toBeCloseTo(394.581 / 400, 5);
    expect(
      answer('fit', '--wheels', wheels, '--pitch', '12.7', '--hold', 'both', '--round', 'down'),
    ).toMatchObject({ count: 90, closes: false });
    expect(
      answer('fit', '--wheels', wheels, '--pitch', '12.7', '--round', 'up', '--multiple', '6')['count'],
    ).toBe(96);
    expect(answer('fit', '--path', 'M0 0H100', '--pitch', '10', '--pieces', 'bending')).toMatchObject({
      count: 10,
      closes: true,
      ripplePpm: 0,
    });
  });

  it('where links cannot pass: closes is false, with the places and the least radius', () => {
    const found = answer('fit', '--path', 'M0 0H100L50 86.60254037844387Z', '--pitch', '10');
    expect(found).toMatchObject({ closes: false, count: 30, effectivePitch: null });
    const obstacles = found['obstacles'] as { s: number; leastRadius: number }[];
    expect(obstacles).toHaveLength(3);
    expect(obstacles[1].leastRadius).toBeCloseTo(10 / 3, 9);
  });

  it('fits a job’s run as the job says', () => {
    const job = file('lift.json', JSON.stringify(demoJobs().find((d) => d.id === 'demo-coin-lift')!.job));
    expect(answer('fit', '--job', job)).toMatchObject({ count: 90, closes: true, pitch: 12.7 });
    expect(answer('fit', '--job', job, '--run', 'row', '--count', '92', '--multiple', '1')['count']).toBe(92);
    expect(run('fit', '--job', job, '--run', 'ghost').error).toMatch(/no run “ghost”/);
  });
});

describe('place', () => {
  it('pins lie on the path, all chords equal, N of them', () => {
    const d = 'M0 0C100 -80 200 80 300 0C400 -60 420 160 300 150C180 140 200 260 90 220C-40 180 -60 60 0 0Z';
    const { count, pins } = answer('place', '--path', d, '--pitch', '12', '--phase', '0.37') as {
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

  it('an open row has one pin more than links', () => {
    const { count, pins } = answer('place', '--path', 'M0 0H100', '--pitch', '10') as {
      count: number;
      pins: number[][];
    };
    expect([count, pins.length]).toEqual([10, 11]);
    expect(pins[10][0]).toBeCloseTo(100, 9);
  });
});

describe('contours', () => {
  it('lists the lines of an SVG in its own axes, of a DXF with y up', () => {
    const svg = file(
      'c.svg',
      '<svg xmlns="http://www.w3.org/2000/svg"><path id="a" d="M0 5h10"/><circle id="b" r="1"/></svg>',
    );
    const listed = JSON.parse(run('contours', '--svg', svg).out) as {
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
    expect(JSON.parse(run('contours', '--dxf', dxf).out)).toEqual([
      { id: 'line-A1', length: 10, closed: false, bounds: [0, 5, 10, 5] },
    ]);
    expect(answer('measure', '--dxf', dxf)).toMatchObject({ length: 10, bounds: [0, 5, 10, 5] });
  });
  it('a table of points', () => {
    const csv = file('p.csv', 'x;y\n0;0\n30;0\n30;40\n0;0\n');
    expect(answer('measure', '--csv', csv)).toMatchObject({ length: 120, closed: true, corners: 3 });
    expect(answer('fit', '--csv', csv, '--pitch', '10', '--pieces', 'bending')['count']).toBe(12);
  });
});

describe('hang', () => {
  it('by length or by sag: length 2 a sinh(w / 2a), sag a (cosh(w / 2a) − 1)', () => {
    const { length, sag, a } = answer('hang', '--from', '0,0', '--to', '100,0', '--length', '120') as Record<
      string,
      number
    >;
    expect(length).toBe(120);
    expect(2 * a * Math.sinh(50 / a)).toBeCloseTo(120, 9);
    expect(a * (Math.cosh(50 / a) - 1)).toBeCloseTo(sag, 9);
    expect(answer('hang', '--from', '0,0', '--to', '100,0', '--sag', String(sag))['length']).toBeCloseTo(
      120,
      8,
    );
  });
});

describe('bad input: one line on the error output, status 2, nothing on stdout', () => {
  const later = file('later.json', '{"format":"coin-relay-job","version":9}');
  const bomb = file(
    'bomb.svg',
    '<!DOCTYPE svg [<!ENTITY a "x">]><svg xmlns="http://www.w3.org/2000/svg"><path d="M0 0h1"/></svg>',
  );
  const overlap = file('overlap.json', '{"wheels":[{"x":0,"y":0,"radius":50},{"x":60,"y":0,"radius":50}]}');
  const inside = file('inside.json', '{"wheels":[{"x":0,"y":0,"radius":50},{"x":6,"y":0,"radius":10}]}');
  const huge = file(
    'huge.svg',
    `<svg xmlns="http://www.w3.org/2000/svg"><!--${' '.repeat(50_000_000)}--></svg>`,
  );
  it.each([
    [['measure', '--path', ''], /empty/],
    [['measure', '--path', 'M0 0L'], /character 6/],
    [['measure', '--path', 'M0 0L1e999 0'], /finite/],
    [['measure', '--path', 'M1 1L1 1'], /no length/],
    [['measure', '--path', 'M0 0h1M5 5h1'], /2 times/],
    [['fit', '--path', 'M0 0H100', '--pitch', '0'], /above zero/],
    [['fit', '--path', 'M0 0H100', '--pitch', 'NaN'], /finite number/],
    [['fit', '--path', 'M0 0H100', '--pitch', 'Infinity'], /finite number/],
    [['fit', '--path', 'M0 0H100', '--pitch', '101'], /longer than the path/],
    [['fit', '--path', 'M0 0H100'], /Give the pitch/],
    [['fit', '--path', 'M0 0H10V10H0Z', '--pitch', '30'], /at least 3/],
    [['fit', '--path', 'M0 0H100', '--pitch', '10', '--hold', 'tight'], /path, pitch, wheel, both/],
    [['fit', '--wheels', overlap, '--pitch', '10'], /overlap by 40 mm/],
    [['fit', '--wheels', inside, '--pitch', '10'], /inside/],
    [['fit', '--job', later], /later Coin Relay/],
    [['measure', '--svg', bomb], /entities/],
    [['measure', '--svg', huge], /50\.0 MB/],
    [['measure', '--svg', '/no/such/file.svg'], /cannot be read/],
    [['measure'], /exactly one source/],
    [['measure', '--path', 'M0 0h1', '--wheels', wheels], /exactly one source/],
    [['hang', '--from', '0,0', '--to', '100,0', '--length', '90'], /do not reach/],
    [['hang', '--from', '0;0', '--to', '100,0', '--length', '90'], /--from needs a point/],
    [['hang', '--from', '0,0', '--to', '100,0'], /either --length or --sag/],
    [['contours'], /exactly one of/],
    [['measure', '--dxf', bomb], /not a DXF file/],
    [['measure', '--csv', bomb], /no points/],
    [['dance'], /unknown command/],
    [['fit', '--tempo', '3'], /unknown option/],
  ])('%j', (argv, message) => {
    const { status, out, error } = run(...argv);
    expect(status).toBe(2);
    expect(out).toBe('');
    expect(error).toMatch(message);
    expect(error).not.toContain('\n');
  });
});

describe('parts and places of a job', () => {
  const job = (id: string): string =>
    file(`${id}.json`, JSON.stringify(demoJobs().find((demo) => demo.id === id)!.job));

  it('the coin lift by hand: 45 inner, 30 outer, 15 with a cup, 90 pins, 0.7 kg a metre', () => {
    expect(answer('parts', '--job', job('demo-coin-lift'))).toEqual({
      pieces: [
        { piece: 'Inner link', count: 45, mass: expect.closeTo(0.7 * 12.7 * 45, 9) as number },
        { piece: 'Outer link', count: 30, mass: expect.closeTo(0.7 * 12.7 * 30, 9) as number },
        { piece: 'Outer link with cup', count: 15, mass: expect.closeTo(0.7 * 12.7 * 15, 9) as number },
      ],
      count: 90,
      leftOut: 0,
      pins: 90,
      length: expect.any(Number) as number,
      mass: expect.closeTo(0.7 * 12.7 * 90, 9) as number,
    });
  });

  it('every place of a run with what put it there', () => {
    const found = answer('places', '--job', job('demo-prize-carousel'), '--run', 'prizes');
    const places = found['places'] as { place: number; piece: string; by: string; leftOut: boolean }[];
    expect(places[0]).toMatchObject({ place: 0, piece: 'Fish', by: 'handed out', leftOut: false });
    expect(places.filter(({ leftOut }) => leftOut).map(({ place }) => place)).toEqual([14, 15, 16]);
    expect(answer('places', '--job', job('demo-lamp-festoon'))['rules']).toEqual([
      { matched: 5, taken: 5 },
      { matched: 1, taken: 1 },
      { matched: 1, taken: 1 },
    ]);
  });

  it('without a job, or with a run that is not there, says so in one line', () => {
    expect(run('parts')).toEqual({ status: 2, out: '', error: 'Give the job: --job FILE.' });
    expect(run('places', '--job', job('demo-coin-lift'), '--run', 'ghost').error).toBe(
      'This job has no run “ghost”.',
    );
  });
});

describe('a wheel that moves', () => {
  it('90 links round 17 and 38 teeth: the wheel comes nearer, to 394.581 mm', () => {
    const found = answer('fit', '--wheels', wheels, '--pitch', '12.7', '--count', '90', '--tension', '2,1,0');
    expect(400 + (found['travel'] as number)).toBeCloseTo(394.581, 3);
    expect(found['effectivePitch']).toBeCloseTo(12.7, 9);
    expect(found['closes']).toBe(true);
  });

  it('what the counts about it would cost', () => {
    const found = answer(
      'fit',
      '--wheels',
      wheels,
      '--pitch',
      '12.7',
      '--multiple',
      '2',
      '--tension',
      '2,1,0,-20,10',
      '--candidates',
      '5',
    );
    const candidates = found['candidates'] as {
      count: number;
      travel: number | null;
      problem: string | null;
    }[];
    expect(candidates.map(({ count, problem }) => [count, problem === null])).toEqual([
      [86, false],
      [88, true],
      [90, true],
      [92, true],
      [94, false],
    ]);
  });

  it.each([
    [['--tension', '2'], /--tension 2 cannot be read. Give ID,dx,dy or ID,dx,dy,min,max\./],
    [['--tension', '2,1,x'], /cannot be read/],
    [['--tension', 'ghost,1,0'], /does not go round the wheel “ghost”/],
    [['--tension', '2,1,0,5,-5'], /is none/],
    [['--hold', 'wheel'], /Say which wheel may move/],
    [['--tension', '2,1,0,-1,1', '--count', '80'], /cannot make room for 80/],
  ])('%j is refused', (options, message) => {
    const { status, error } = run('fit', '--wheels', wheels, '--pitch', '12.7', ...options);
    expect(status).toBe(2);
    expect(error).toMatch(message);
  });
});

describe('a tolerance', () => {
  // π · 100 mm round at a pitch of 10 mm: 31 pieces want 10 · 31.4159 / 31, 1.34 % more, and 32 want
  // 1.83 % less, both by hand for pieces that bend.
  const circle = ['--path', 'M50 0A50 50 0 1 1 -50 0A50 50 0 1 1 50 0Z', '--pitch', '10'];

  it('says whether the pitch is near enough, of every candidate', () => {
    const found = answer(
      'fit',
      ...circle,
      ...['--pieces', 'bending', '--candidates', '3', '--tolerance', '1.5'],
    );
    expect(found['withinTolerance']).toBe(true);
    const candidates = found['candidates'] as { count: number; withinTolerance: boolean }[];
    expect(candidates.map(({ count, withinTolerance }) => [count, withinTolerance])).toEqual([
      [30, false],
      [31, true],
      [32, false],
    ]);
    expect(answer('fit', ...circle, '--pieces', 'bending', '--tolerance', '1.3')['withinTolerance']).toBe(
      false,
    );
  });

  it('is not spoken of where none is given', () => {
    expect(answer('fit', ...circle)).not.toHaveProperty('withinTolerance');
  });

  it.each(['0', '-1', '101'])('of %s %% is refused, with what to do', (percent) => {
    const { status, error } = run('fit', ...circle, '--tolerance', percent);
    expect(status).toBe(2);
    expect(error).toMatch(/more than 0 % and at most 100 %.*let the path or a wheel give way/);
  });
});

describe('check', () => {
  const job = (name: string, change: (job: Job) => void): string => {
    const { job: lift } = structuredClone(demoJobs().find((demo) => demo.id === 'demo-coin-lift')!);
    change(lift);
    return file(name, JSON.stringify(lift));
  };

  it('a good job has no findings, and status 0', () => {
    expect(
      answer(
        'check',
        '--job',
        job('good.json', () => undefined),
      ),
    ).toEqual({ findings: [] });
  });

  it('a warning is told and is no failure; an error is status 1', () => {
    const odd = run(
      'check',
      '--job',
      job('odd.json', (j) => (j.runs[0].fit = { ...j.runs[0].fit, multiple: 1, count: 91 })),
    );
    expect(odd.status).toBe(0);
    const found = (JSON.parse(odd.out) as { findings: Record<string, unknown>[] }).findings;
    expect(found.map(({ kind, run: of, weight }) => [kind, of, weight])).toEqual([
      ['odd-count', 'row', 'warning'],
      ['broken-pattern', 'row', 'warning'],
    ]);
    const triangle = job('corner.json', (j) => {
      j.wheels = [];
      j.paths = [{ kind: 'outline', id: 'loop', name: 'Triangle', data: 'M0 0L300 0L150 259.8Z' }];
    });
    const { status, out, error } = run('check', '--job', triangle);
    expect([status, error]).toEqual([1, '']);
    const corners = (JSON.parse(out) as { findings: { kind: string; at: number; size: number }[] }).findings;
    expect(corners.map(({ kind }) => kind)).toEqual(['cannot-pass', 'cannot-pass', 'cannot-pass']);
    // The least radius for a turn of 120 degrees: c |cos w| / (1 + |cos w|).
    for (const { size } of corners) expect(size).toBeCloseTo((12.7 * 0.5) / 1.5, 2);
  });

  it('a run that cannot be fitted at all is a finding of it', () => {
    const broken = run(
      'check',
      '--job',
      job('broken.json', (j) => (j.wheels[1].x = 60)),
    );
    expect(broken.status).toBe(1);
    expect(JSON.parse(broken.out)).toMatchObject({
      findings: [{ kind: 'cannot-fit', run: 'row', weight: 'error', at: null }],
    });
  });
});
