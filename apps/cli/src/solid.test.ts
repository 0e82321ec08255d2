import { createHash } from 'node:crypto';
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { bushing, measureMesh } from '@coin-relay/core/solid';
import { writeStl } from '@coin-relay/formats/solid';
import { inPlanes, joinDrawing, outlineFromLines, readSvg } from '@coin-relay/formats';
import { demoJobs, outlineBounds, ownPiece, solidPiece } from '@coin-relay/model';
import { describe, expect, it } from 'vitest';
import { answer, file, jobFile, run } from './program.testing';

/** A job with a piece whose outline crosses itself. */
function withKnot(material: string | null): string {
  const path = jobFile('demo-coin-lift');
  const job = JSON.parse(readFileSync(path, 'utf8')) as { pieces: object[] };
  job.pieces.push({
    family: 'own',
    id: 'knot',
    name: 'Knot',
    pitch: 20,
    source: '',
    pins: { from: { x: 0, y: 0 }, to: { x: 20, y: 0 } },
    outline: [{ data: 'M0 -5L20 5L20 -5L0 5Z', material, line: true }],
  });
  writeFileSync(path, JSON.stringify(job));
  return path;
}

describe('solid', () => {
  it('counts and weighs a line of the catalogue: a round link, by its closed form', async () => {
    const found = await answer('solid', '--piece', 'round-DIN766-8', '--tolerance', '0.005');
    // Wire 8, pitch 24, width from the table of DIN 766: (π d² / 4)(π (b − d) + 2 (p + 2 d − b)), Pappus.
    const [, y0, , , y1] = found['bounds'] as number[];
    const [d, p, b] = [8, 24, y1 - y0];
    const exact = ((Math.PI * d * d) / 4) * (Math.PI * (b - d) + 2 * (p + 2 * d - b));
    expect((found['volume'] as number) / exact).toBeCloseTo(1, 2);
    expect(found).toMatchObject({ openEdges: 0, euler: 0 });
    expect(Object.keys(found).sort()).toEqual(
      ['area', 'bounds', 'euler', 'openEdges', 'triangles', 'vertices', 'volume'].sort(),
    );
  });

  it('a coarser tolerance makes fewer triangles, and says less volume', async () => {
    const [fine, coarse] = [
      await answer('solid', '--piece', 'bead-ball'),
      await answer('solid', '--piece', 'bead-ball', '--tolerance', '0.5'),
    ];
    expect(coarse['triangles']).toBeLessThan((fine['triangles'] as number) / 3);
    expect(coarse['volume']).toBeLessThan(fine['volume'] as number);
  });

  it('names one of several pieces of an entry; its plates, rollers and pins count together', async () => {
    const inner = await answer('solid', '--piece', 'chain-08B/inner');
    const outer = await answer('solid', '--piece', 'chain-08B/outer');
    // Two plates of two bores (−2 each); with two rollers of one bore (0 each), or with two pins (2 each).
    expect([inner['euler'], outer['euler']]).toEqual([-4, 0]);
    expect(await answer('solid', '--piece', 'chain-08B')).toEqual(inner);
  });

  it('takes a piece of a job', async () => {
    const found = await answer('solid', '--job', jobFile('demo-coin-lift'), '--piece', 'carrier');
    expect(found).toMatchObject({ openEdges: 0 });
    expect(found['volume']).toBeGreaterThan(0);
  });

  it('takes a row that is a band, as it lies on its path, and says what its section is', async () => {
    const job = jobFile('demo-strength-tester');
    const { section, length } = await answer('measure', '--job', job, '--run', 'left');
    const { area, centroid } = section as { area: number; centroid: { x: number; y: number } };
    expect(centroid.x).toBeCloseTo(0, 9);
    const found = await answer('solid', '--job', job, '--row', 'left', '--tolerance', '0.005');
    expect(found).toMatchObject({ openEdges: 0, euler: 2 });
    // 32 to the left of a quarter turn to the right: so much longer than the way of the puck (Pappus).
    const long = (length as number) + 32 * (Math.PI / 2);
    expect((found['volume'] as number) / (area * long)).toBeCloseTo(1, 4);
    for (const [args, words] of [
      [['--row', 'rungs'], /is no band/],
      [['--row', 'none'], /There is rungs, left, right, row/],
      [['--row', 'left', '--piece', 'rail'], /Give the piece/],
    ] as const)
      expect(await run('solid', '--job', job, ...args)).toMatchObject({
        status: 2,
        error: expect.stringMatching(words),
      });
  });

  it.each(['stl', 'obj', 'glb'])('writes %s, and answers the same', async (ending) => {
    const path = file(`link.${ending}`, '');
    const found = await answer('solid', '--piece', 'plank', '--out', path);
    expect(found).toEqual(await answer('solid', '--piece', 'plank'));
    const bytes = readFileSync(path);
    expect(bytes.length).toBeGreaterThan(500);
    if (ending === 'stl') expect(bytes.readUInt32LE(80)).toBe(found['triangles']);
    if (ending === 'obj') expect(bytes.toString().match(/^f /gm)).toHaveLength(found['triangles'] as number);
    if (ending === 'glb') expect(bytes.toString('latin1', 0, 4)).toBe('glTF');
  });

  it.each([
    [['solid'], /Give the piece/],
    [['solid', '--piece', 'chain-99Z'], /nothing “chain-99Z” in the catalogue/],
    [['solid', '--piece', 'chain-08B/middle'], /no piece “middle”. There is inner, outer/],
    [['solid', '--piece', 'plank', '--tolerance', '0'], /tolerance from 0.0005 to 10 mm/],
    [['solid', '--piece', 'plank', '--tolerance', 'fine'], /tolerance/],
    [['solid', '--piece', 'plank', '--out', 'plank.step'], /\.stl, \.obj, \.glb/],
  ])('%j is refused in words', async (argv, words) => {
    const { status, out, error } = await run(...argv);
    expect([status, out]).toEqual([2, '']);
    expect(error).toMatch(words);
  });

  it('a piece whose outline crosses itself is made of what is filled', async () => {
    const path = withKnot('brass');
    // Two triangles of 10 by 10 over 2 in plan.
    const { openEdges, volume } = await answer('solid', '--job', path, '--piece', 'knot');
    expect(openEdges).toBe(0);
    expect(volume).toBeGreaterThan(0);
    expect(volume).toBeLessThan(100 * 20 * 0.12);
  });

  it('a piece of lines alone has no body, and says so', async () => {
    const { status, error } = await run('solid', '--job', withKnot(null), '--piece', 'knot');
    expect(status).toBe(2);
    expect(error).toMatch(/“Knot” has no outline that is filled/);
  });

  it('writes what it covers in plan, which is read again as an outline with its pins', async () => {
    const path = file('plate.svg', '');
    await answer('solid', '--piece', 'chain-08B/outer', '--out', path);
    const svg = readFileSync(path, 'utf8');
    const own = ownPiece(
      'own',
      'Plate',
      '',
      outlineFromLines(inPlanes(joinDrawing(readSvg(svg), 0.01)).map(({ contour }) => contour)),
    );
    // ISO 606: plates of 08B are 11.81 mm high, on a pitch of 12.7 mm.
    const [x0, y0, x1, y1] = outlineBounds(own.outline);
    expect(y1 - y0).toBeCloseTo(11.81, 1);
    expect(x1 - x0).toBeCloseTo(12.7 + 11.81, 0);
  });

  it('reads a file: the same numbers, its unit, what was mended, thinned out and written again', async () => {
    const path = file('ring.stl', '');
    const known = await answer('solid', '--piece', 'bead-ball', '--tolerance', '0.005', '--out', path);
    const read = await answer('solid', '--file', path);
    expect(read).toMatchObject({
      triangles: known['triangles'],
      trianglesRead: known['triangles'],
      openEdges: 0,
      euler: known['euler'],
      bodies: 1,
      turned: 0,
    });
    expect((read['volume'] as number) / (known['volume'] as number)).toBeCloseTo(1, 5);
    const inches = await answer('solid', '--file', path, '--unit', 'in');
    expect((inches['volume'] as number) / (known['volume'] as number)).toBeCloseTo(25.4 ** 3, 0);
    const thin = await answer('solid', '--file', path, '--triangles', '400', '--out', file('thin.obj', ''));
    expect(thin).toMatchObject({ openEdges: 0, euler: known['euler'], trianglesRead: known['triangles'] });
    expect(thin['triangles']).toBeLessThanOrEqual(400);
    expect((thin['volume'] as number) / (known['volume'] as number)).toBeCloseTo(1, 1);
    expect(
      await answer(
        'solid',
        '--file',
        file('thin.obj', readFileSync(path.replace('ring.stl', 'thin.obj'), 'utf8')),
      ),
    ).toMatchObject({ triangles: thin['triangles'], openEdges: 0 });
  });

  it.each([
    [['--unit', 'furlong'], /one of mm, cm, m, in; it was given “furlong”/],
    [['--piece', 'plank'], /--piece is asked of a piece, and --file of a file/],
    [['--tolerance', '0.1'], /leave one of them out/],
    [['--weld', '-1'], /0 to 10 mm apart/],
    [['--triangles', '2.5'], /whole number of triangles/],
  ])('of a file %j is refused', async (more, words) => {
    const path = file('link.stl', '');
    await answer('solid', '--piece', 'bead-ball', '--out', path);
    const { status, error } = await run('solid', '--file', path, ...more);
    expect(status).toBe(2);
    expect(error).toMatch(words);
  });

  it('a piece of a body from a file is that body, which lies beside its job or in a folder that is named', async () => {
    const body = bushing(0, 8, 6, 2, 0.05);
    const bytes = writeStl(body, 'bushing');
    const kept = createHash('sha256').update(bytes).digest('hex');
    const { bounds, triangles, volume } = measureMesh(body);
    const solid = {
      ...{ kept, file: 'bushing.stl', triangles, openEdges: 0, bounds: [...bounds] },
      // Twice as large, turned a quarter about z.
      place: [0, -2, 0, 0, 2, 0, 0, 0, 0, 0, 2, 0],
    };
    const job = structuredClone(demoJobs().find(({ id }) => id === 'demo-coin-lift')!.job);
    job.pieces.push(
      solidPiece('bushing', 'Bushing', 'bushing.stl', [
        { solid, material: 'brass', silhouette: 'M-12 0H12V16H-12Z' },
      ]),
    );
    const path = jobFile(job);
    const asked = ['solid', '--job', path, '--piece', 'bushing'];
    const missing = await run(...asked);
    expect(missing.status).toBe(2);
    expect(missing.error).toContain(`put ${kept}.stl beside the job, or name its folder with --solids`);

    const folder = mkdtempSync(join(tmpdir(), 'coin-relay-solids-'));
    writeFileSync(join(folder, `${kept}.stl`), bytes);
    const found = await answer(...asked, '--solids', folder);
    expect(found).toMatchObject({ triangles, openEdges: 0 });
    expect((found['volume'] as number) / (8 * volume)).toBeCloseTo(1, 5);
    // Its first pin is the origin, its second on x; the bushing is seen from its side.
    const box = found['bounds'] as number[];
    expect([box[5] - box[2], box[4] - box[1], box[3] - box[0]].map((value) => Math.round(value))).toEqual([
      24, 16, 24,
    ]);

    writeFileSync(join(folder, `${kept}.stl`), writeStl(bushing(0, 9, 6, 2, 0.05), 'other'));
    const other = await run(...asked, '--solids', folder);
    expect(other.error).toContain('is not what it is called');
    expect((await run('solid', '--file', path, '--solids', folder)).error).toContain('asked of a piece');
  });

  it('what is asked of files is not asked of pieces', async () => {
    const { status, error } = await run('solid', '--piece', 'plank', '--weld', '1');
    expect(status).toBe(2);
    expect(error).toMatch(/--weld is asked of a file/);
  });

  it('says of a file that cannot be read why', async () => {
    const { error } = await run('solid', '--file', file('broken.stl', 'solid x\nfacet normal 0 0 1\n'));
    expect(error).toMatch(/1 facets begin and 0 end/);
  });
});
